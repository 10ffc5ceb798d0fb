package lectomen.service.plan;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PartDocument;
import lectomen.engine.step.StepWait;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.Job;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobLinks;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.job.WaitsFor;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.Sources;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The jobs of documents that were made out of another. Each goes its own way through the steps that follow; the job that they were
 * made from ends when all of them have.
 */
public final class ChildJobs implements Jobs.PartListener {
    private static final String SERVICE = "service";

    private final Jobs jobs;
    private final JobEndings endings;
    private final Plans plans;
    private final Ledger ledger;
    private final Sources sources;

    public ChildJobs(Jobs jobs, JobEndings endings, Plans plans, Ledger ledger, Sources sources) {
        this.jobs = jobs;
        this.endings = endings;
        this.plans = plans;
        this.ledger = ledger;
        this.sources = sources;
    }

    /**
     * Makes the jobs of the documents that a plan waits for. What an earlier run of the job made of the same bytes by the same steps
     * is not made again.
     */
    void make(JdbcClient db, Job whole, PlanRecord plan, long now) {
        Map<Integer, Job> earlier = new HashMap<>();
        JobLinks.earlierParts(db, whole)
                .forEach(job -> earlier.put(job.partOf().orElseThrow().number(), job));
        for (PartDocument part : plan.parts()) {
            PlanRecord own = plan.ofPart(part);
            Optional<Job> before = Optional.ofNullable(earlier.get(part.number()))
                    .filter(job -> job.original()
                            .filter(ref -> ref.sha256().equals(part.document().sha256()))
                            .isPresent());
            if (before.isPresent()) {
                takeOver(db, whole, before.get(), own);
            } else {
                make(db, whole, part, own, now);
            }
        }
        ledger.append(
                db,
                SERVICE,
                "job.parts-made",
                whole.subject(),
                "count",
                Integer.toString(plan.parts().size()));
    }

    private void make(JdbcClient db, Job whole, PartDocument part, PlanRecord own, long now) {
        String id = jobs.newId(db);
        ByteRef bytes = new ByteRef(part.document().sha256(), part.document().size());
        ByteStore.use(db, bytes, now);
        FileFacts.Circumstances more = whole.more().in(part.subfolder());
        Jobs.NewJob job = new Jobs.NewJob(
                whole.source(),
                part.name(),
                more,
                bytes.size(),
                part.document().type(),
                Optional.empty(),
                JobState.WAITING,
                whole.arrival().map(arrival -> new Jobs.Arrived(arrival, bytes)),
                whole.origin(),
                false);
        jobs.create(db, id, job, SERVICE);
        JobLinks.setPartOf(db, id, whole, part.number());
        whole.rule().ifPresent(rule -> jobs.setRule(db, id, rule));
        jobs.setPriority(db, id, whole.priority());
        plans.goOn(db, jobs.find(db, id).orElseThrow(), own);
    }

    private void takeOver(JdbcClient db, Job whole, Job before, PlanRecord own) {
        boolean sameSteps = plans.findToGoOn(db, before)
                .filter(plan -> plan.start().equals(own.start()) && plan.rule().equals(own.rule()))
                .isPresent();
        JobLinks.setPartOf(db, before.id(), whole, before.partOf().orElseThrow().number());
        if (before.state() != JobState.FILED || !sameSteps) {
            jobs.startAgain(db, before.id(), true, SERVICE);
            plans.goOn(db, jobs.find(db, before.id()).orElseThrow(), own);
        }
    }

    @Override
    public void changed(JdbcClient db, String wholeId, boolean hadEnded, boolean hasEnded) {
        if (hadEnded == hasEnded) {
            return;
        }
        Job whole = jobs.find(db, wholeId).orElseThrow();
        boolean waits = plans.findWait(db, whole)
                .filter(wait -> wait.what() == StepWait.What.CHILDREN)
                .isPresent();
        boolean mayChange = hasEnded
                ? whole.waitsFor(WaitsFor.CHILDREN)
                : whole.state() == JobState.FAILED || whole.state() == JobState.FILED;
        if (!waits || !mayChange) {
            return;
        }
        if (hasEnded) {
            settle(db, whole);
        } else {
            PlanRecord plan = plans.find(db, whole).orElseThrow();
            Job again = jobs.reopen(db, whole);
            plans.letWait(db, again, plan, plan.findWait().orElseThrow());
            settle(db, again);
        }
    }

    /** Ends a job whose documents have all ended; else lets it wait for them. */
    void settle(JdbcClient db, Job whole) {
        List<Job> parts = JobLinks.parts(db, whole);
        boolean open = parts.stream().anyMatch(part -> !part.state().isEnd());
        if (open) {
            if (!whole.waitsFor(WaitsFor.CHILDREN)) {
                plans.findWait(db, whole).ifPresent(wait -> jobs.move(db, whole.id(), JobMove.waitFor(wait), SERVICE));
            }
            return;
        }
        long failed =
                parts.stream().filter(part -> part.state() != JobState.FILED).count();
        if (failed == 0) {
            endings.filed(db, whole);
        } else {
            Reason reason = Reason.of(
                    "plan.children-not-filed",
                    "failed",
                    Long.toString(failed),
                    "count",
                    Integer.toString(parts.size()));
            endings.endBadly(db, whole, JobState.FAILED, reason, sources.findFolder(db, whole.source()));
        }
    }
}
