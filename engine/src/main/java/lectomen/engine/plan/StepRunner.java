package lectomen.engine.plan;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.naming.NotADateException;
import lectomen.engine.page.ReadResult;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.AllSteps;
import lectomen.engine.step.Step;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWorker;

/** Runs the steps of the matching rule, up to the end or to the first that fails. */
final class StepRunner {
    private final Candidate candidate;
    private final StepContext context;
    private final List<StepResult> done = new ArrayList<>();

    StepRunner(
            Candidate candidate,
            FileFacts facts,
            Site site,
            Function<String, ReadResult> text,
            Lookups lookups,
            StepWorker worker) {
        this.candidate = candidate;
        StepContext.Fixed fixed = new StepContext.Fixed(
                candidate.ref(),
                candidate.rule().counters(),
                candidate.rule().sameDocument(),
                facts,
                site,
                lookups,
                worker);
        this.context = new StepContext(fixed, AnswerSlots.of(candidate.rule(), facts, site, Map.of()), text);
    }

    Outcome run(List<RuleEvaluation> considered) {
        for (Step step : candidate.rule().steps()) {
            long began = System.nanoTime();
            StepResult result =
                    run(step).in(Duration.ofNanos(System.nanoTime() - began).toMillis());
            done.add(result);
            if (result.failed().isPresent()) {
                Outcome.Ending failed =
                        new Outcome.Ending.Failed(result.failed().get());
                return new Outcome(considered, Optional.of(candidate.ref()), done, failed);
            }
            context.apply(result);
        }
        return new Outcome(considered, Optional.of(candidate.ref()), done, new Outcome.Ending.Planned());
    }

    private StepResult run(Step step) {
        context.begin(done.size() + 1, AllSteps.KINDS.word(step));
        try {
            return AllSteps.KINDS.run(step, context);
        } catch (NotADateException e) {
            return context.failed(step, Reason.of("slot.not-a-date", "slot", e.slot(), "value", e.value()));
        } catch (PatternTooSlow e) {
            return context.failed(step, context.tooSlow(e.pattern(), step.line()));
        }
    }
}
