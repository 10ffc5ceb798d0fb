package lectomen.engine.plan;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.ReadResult;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.CheckedCondition;
import lectomen.engine.rule.ConditionResult;
import lectomen.engine.rule.Content;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.PartDocument;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWorker;

/**
 * Plans one document under an ordered list of rules: which rule matches, what its steps find, what it is called and where it is
 * filed. Nothing is done and nothing is changed; the same inputs give the same outcome. A trial shows the outcome, the service
 * carries it out.
 *
 * <p>Rules are asked in order, each first by what is known without opening the document. Its text is read once, and only when a
 * rule that is still in play asks for it.
 */
public final class Planner {
    private final FileFacts facts;
    private final Site site;
    private final TextSource source;
    private final List<RuleEvaluation> considered = new ArrayList<>();
    private Optional<ReadResult> reading = Optional.empty();

    private final Lookups lookups;
    private final StepWorker stepWorker;
    private final boolean trial;

    private Planner(
            FileFacts facts, Site site, TextSource source, Lookups lookups, StepWorker stepWorker, boolean trial) {
        this.trial = trial;
        this.stepWorker = stepWorker;
        this.lookups = lookups;
        this.facts = facts;
        this.site = site;
        this.source = source;
    }

    /** For rules without steps that work on a document's bytes. */
    public static Outcome plan(List<Candidate> rules, FileFacts facts, Site site, TextSource text, Lookups lookups) {
        return plan(rules, facts, site, text, lookups, StepWorker.NONE);
    }

    public static Outcome plan(
            List<Candidate> rules,
            FileFacts facts,
            Site site,
            TextSource text,
            Lookups lookups,
            StepWorker stepWorker) {
        return new Planner(facts, site, text, lookups, stepWorker, false).plan(rules);
    }

    /**
     * The same for a trial, in which nothing waits. Rules behind the one that takes the document are asked too; their answers come
     * after it.
     */
    public static Outcome planTrial(
            List<Candidate> rules,
            FileFacts facts,
            Site site,
            TextSource text,
            Lookups lookups,
            StepWorker stepWorker) {
        Planner planner = new Planner(facts, site, text, lookups, stepWorker, true);
        Outcome outcome = planner.plan(rules);
        List<RuleEvaluation> all = new ArrayList<>(outcome.considered());
        for (Candidate candidate : rules.subList(Math.min(all.size(), rules.size()), rules.size())) {
            all.add(planner.askedToo(candidate));
        }
        return new Outcome(all, outcome.rule(), outcome.steps(), outcome.ending());
    }

    private RuleEvaluation askedToo(Candidate candidate) {
        RuleEvaluation first = consider(candidate, facts);
        try {
            first = look(candidate);
            return isOpen(first) && textFor(candidate) instanceof ReadResult.Read read
                    ? considered(candidate, facts, content(candidate).with(read.text()))
                    : first;
        } catch (PatternTooSlow e) {
            String whyNot = tooSlow(candidate, e.pattern(), e.line()).words();
            return new RuleEvaluation(candidate.ref(), false, whyNot, first.conditions());
        }
    }

    /**
     * The same when somebody chose the rule: the first takes the document whatever its conditions say. What they make of the file
     * without its text is kept beside it.
     */
    public static Outcome planChosen(
            List<Candidate> rules,
            FileFacts facts,
            Site site,
            TextSource text,
            Lookups lookups,
            StepWorker stepWorker) {
        if (rules.isEmpty() || facts.type() == FileType.EMPTY) {
            return plan(rules, facts, site, text, lookups, stepWorker);
        }
        Candidate chosen = rules.get(0);
        RuleEvaluation asked = new RuleEvaluation(
                chosen.ref(), true, "", consider(chosen, facts).conditions());
        return new Planner(facts, site, text, lookups, stepWorker, false).run(chosen, List.of(asked));
    }

    /** Goes on with a plan that waited, or that begins in the middle of the rule. */
    public static Outcome goOn(
            Candidate rule,
            PlanRecord plan,
            FileFacts facts,
            Site site,
            TextSource text,
            Lookups lookups,
            StepWorker stepWorker) {
        Planner planner = new Planner(facts, site, text, lookups, stepWorker, false);
        return planner.run(rule, List.of(), plan.start(), Optional.of(plan));
    }

    private Outcome run(Candidate rule, List<RuleEvaluation> asked) {
        return run(rule, asked, PlanRecord.Start.FIRST, Optional.empty());
    }

    private Outcome run(
            Candidate rule, List<RuleEvaluation> asked, PlanRecord.Start start, Optional<PlanRecord> before) {
        StepContext.Fixed fixed = new StepContext.Fixed(
                rule.ref(),
                rule.rule().counters(),
                rule.rule().sameDocument(),
                facts,
                site,
                lookups,
                stepWorker,
                trial);
        Map<String, String> slots = new HashMap<>(AnswerSlots.of(rule.rule(), facts, site, Map.of()));
        slots.putAll(start.slots());
        StepContext context = new StepContext(fixed, slots, this::text);
        Optional.ofNullable(start.name())
                .flatMap(name -> NamePattern.parse(name).pattern())
                .ifPresent(context::inheritName);
        context.inheritFields(start.fields());
        Outcome outcome = new StepRunner(rule, context, start, before).run(asked);
        return trial ? withParts(rule, outcome) : outcome;
    }

    /** In a trial the documents that a step makes go on at once, to see what would become of them. */
    private Outcome withParts(Candidate rule, Outcome outcome) {
        Optional<Outcome.Ending.Waits> wait = outcome.findWait();
        if (wait.isEmpty()) {
            return outcome;
        }
        List<StepResult> steps = new ArrayList<>(outcome.steps());
        for (PartDocument part : wait.get().plan().parts()) {
            PartWorker worker = new PartWorker(stepWorker, part.document());
            TextSource text = neededBy -> worker.read(part.document(), ReadingOptions.USUAL, neededBy);
            FileFacts own = facts.ofPart(
                    part.name(), part.document().size(), part.document().type(), part.subfolder());
            PlanRecord plan = wait.get().plan().ofPart(part);
            Outcome goesOn = new Planner(own, site, text, lookups, worker, true)
                    .run(rule, List.of(), plan.start(), Optional.empty());
            steps.addAll(goesOn.steps());
            if (!goesOn.isPlanned()) {
                return new Outcome(outcome.considered(), outcome.rule(), steps, goesOn.ending());
            }
        }
        return new Outcome(outcome.considered(), outcome.rule(), steps, new Outcome.Ending.Planned());
    }

    /**
     * Whether the rule could take the file, as far as that can be told without reading its text. A pattern that is too slow
     * leaves it open: planning with the rule reports it.
     */
    public static RuleEvaluation consider(Candidate candidate, FileFacts facts) {
        try {
            return considered(candidate, facts, Content.NOT_OPENED);
        } catch (PatternTooSlow e) {
            String whyNot = tooSlow(candidate, e.pattern(), e.line()).words();
            CheckedCondition open = new CheckedCondition(e.pattern(), ConditionResult.OPEN, "", e.line(), List.of());
            return new RuleEvaluation(candidate.ref(), false, whyNot, List.of(open));
        }
    }

    private Outcome plan(List<Candidate> rules) {
        if (facts.type() == FileType.EMPTY && !rules.isEmpty()) {
            Reason empty = Reason.of("file.empty");
            return new Outcome(List.of(), Optional.empty(), List.of(), new Outcome.Ending.Failed(empty));
        }
        for (Candidate candidate : rules) {
            RuleEvaluation first;
            try {
                first = look(candidate);
            } catch (PatternTooSlow e) {
                return failedAt(candidate, e);
            }
            RuleEvaluation last = first;
            if (isOpen(first)) {
                ReadResult read = textFor(candidate);
                if (read instanceof ReadResult.Unreadable unreadable) {
                    considered.add(first);
                    return new Outcome(
                            considered, soleOpen(rules), List.of(), new Outcome.Ending.Failed(unreadable.reason()));
                }
                try {
                    last = considered(candidate, facts, content(candidate).with(((ReadResult.Read) read).text()));
                } catch (PatternTooSlow e) {
                    return failedAt(candidate, e);
                }
            }
            considered.add(last);
            if (last.takes()) {
                return run(candidate, List.copyOf(considered));
            }
        }
        return new Outcome(
                considered, Optional.empty(), List.of(), new Outcome.Ending.Unmatched(noneWants(considered)));
    }

    private Outcome failedAt(Candidate candidate, PatternTooSlow tooSlow) {
        Reason reason = tooSlow(candidate, tooSlow.pattern(), tooSlow.line());
        return new Outcome(considered, Optional.of(candidate.ref()), List.of(), new Outcome.Ending.Failed(reason));
    }

    /** Why no rule takes a file that all of these were asked about. */
    public static Reason noneWants(List<RuleEvaluation> considered) {
        if (considered.isEmpty()) {
            return Reason.of("rule.none-for-folder");
        }
        String nearest = considered.stream()
                .limit(3)
                .map(one -> one.rule().id() + ": " + one.whyNot())
                .collect(Collectors.joining("; "));
        int more = considered.size() - 3;
        return Reason.of("rule.none-matches", "nearest", nearest + (more > 0 ? "; and " + more + " more" : "") + ".");
    }

    static Reason tooSlow(Candidate candidate, String pattern, int line) {
        return Reason.of(
                "pattern.too-slow",
                "pattern",
                pattern,
                "line",
                Integer.toString(line),
                "rule",
                candidate.ref().id());
    }

    /** Asks a rule without the document's text. */
    private RuleEvaluation look(Candidate candidate) {
        RuleEvaluation closed = considered(candidate, facts, Content.NOT_OPENED);
        return isOpen(closed) && candidate.rule().asksForPrintFacts()
                ? considered(candidate, facts, content(candidate))
                : closed;
    }

    private Content content(Candidate candidate) {
        return candidate.rule().asksForPrintFacts()
                ? Content.NOT_OPENED.with(stepWorker.inspectForPrint(stepWorker.original()))
                : Content.NOT_OPENED;
    }

    private ReadResult textFor(Candidate candidate) {
        return text("the conditions of rule " + candidate.ref().id());
    }

    private ReadResult text(String neededBy) {
        if (reading.isEmpty()) {
            reading = Optional.of(source.read(neededBy));
        }
        return reading.get();
    }

    private Optional<RuleRef> soleOpen(List<Candidate> rules) {
        List<RuleRef> open = rules.stream()
                .filter(rule ->
                        isOpen(consider(rule, facts)) || consider(rule, facts).takes())
                .map(Candidate::ref)
                .toList();
        return open.size() == 1 ? Optional.of(open.get(0)) : Optional.empty();
    }

    private static boolean isOpen(RuleEvaluation considered) {
        return !considered.takes()
                && considered.conditions().stream().anyMatch(seen -> seen.truth() == ConditionResult.OPEN);
    }

    private static RuleEvaluation considered(Candidate candidate, FileFacts facts, Content content) {
        Optional<String> refusal = candidate.rule().findRefusal(facts);
        if (refusal.isPresent()) {
            return new RuleEvaluation(candidate.ref(), false, refusal.get(), List.of());
        }
        if (candidate.rule().when().isEmpty()) {
            return new RuleEvaluation(candidate.ref(), true, "", List.of());
        }
        CheckedCondition seen = candidate.rule().when().get().look(facts, content);
        String whyNot = seen.truth() == ConditionResult.YES ? "" : whyNot(seen);
        return new RuleEvaluation(candidate.ref(), seen.truth() == ConditionResult.YES, whyNot, List.of(seen));
    }

    /** The condition that decided against the rule, with what it saw. */
    private static String whyNot(CheckedCondition seen) {
        if (seen.parts().isEmpty()) {
            return seen.says() + ": " + seen.saw();
        }
        ConditionResult guilty = seen.says().equals("none") ? ConditionResult.YES : ConditionResult.NO;
        return seen.parts().stream()
                .filter(part -> part.truth() == guilty)
                .findFirst()
                .map(part -> (guilty == ConditionResult.YES ? "excluded: " : "") + whyNot(part))
                .orElse("its text was not read");
    }
}
