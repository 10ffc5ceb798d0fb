package lectomen.service.work;

import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import lectomen.engine.facts.Site;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.task.Task;
import lectomen.service.job.Job;
import lectomen.service.job.JobFacts;
import lectomen.service.job.JobLinks;
import lectomen.service.job.Jobs;
import lectomen.service.plan.Plans;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.store.Store;

/** What a worker is asked about a job: to plan it under the rules, or to go on with its plan. */
final class JobTasks {
    private final Store store;
    private final Jobs jobs;
    private final Rulebook rulebook;
    private final Plans plans;
    private final Supplier<Site> site;
    private final InstantSource clock;

    JobTasks(Store store, Jobs jobs, Rulebook rulebook, Plans plans, Supplier<Site> site, InstantSource clock) {
        this.store = store;
        this.jobs = jobs;
        this.rulebook = rulebook;
        this.plans = plans;
        this.site = site;
        this.clock = clock;
    }

    /** A job that no worker had before has none, unless its document was made out of another. */
    Optional<PlanRecord> findPlan(Job job) {
        return job.attempt() > 1 || job.partOf().isPresent()
                ? store.read(db -> plans.findToGoOn(db, job))
                : Optional.empty();
    }

    /** A plan goes on with the rule version that it began with. */
    Task goOn(Job job, Optional<String> folder, PlanRecord plan) {
        RuleRef rule = job.rule().orElse(plan.rule());
        return new Task(
                Task.PROTOCOL,
                job.id(),
                job.attempt(),
                job.original().orElseThrow(),
                JobFacts.of(job, folder, clock.instant()),
                List.of(new Task.RuleText(rule, rulebook.requireVersion(rule.id(), rule.version()))),
                Task.Asking.GO_ON,
                site.get(),
                plan);
    }

    /** The rules that are asked are those that act now. */
    Task begin(Job job, Optional<String> folder, Rulebook.Acting acting) {
        Set<String> makers = JobLinks.lineage(jobs, job).stream()
                .flatMap(earlier -> earlier.rule().stream())
                .map(RuleRef::id)
                .collect(Collectors.toSet());
        List<LiveRule> rules = acting.rules().stream()
                .filter(live -> !makers.contains(live.ref().id()))
                .filter(live -> isAsked(live, job, folder))
                .toList();
        List<Task.RuleText> texts = rules.stream().map(LiveRule::asText).toList();
        return new Task(
                Task.PROTOCOL,
                job.id(),
                job.attempt(),
                job.original().orElseThrow(),
                JobFacts.of(job, folder, clock.instant()),
                texts,
                job.ruleChosen() ? Task.Asking.CHOSEN : Task.Asking.FIRST_THAT_WANTS,
                site.get());
    }

    /** The rule that was chosen for the job; where none was, those that take files from its folder. */
    private static boolean isAsked(LiveRule live, Job job, Optional<String> folder) {
        return job.wantedRule()
                .map(chosen -> chosen.equals(live.ref().id()))
                .orElseGet(() ->
                        folder.isEmpty() || live.rule().findFrom(folder.get()).isPresent());
    }
}
