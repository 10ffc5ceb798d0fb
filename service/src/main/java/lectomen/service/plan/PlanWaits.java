package lectomen.service.plan;

import java.time.InstantSource;
import java.util.Optional;
import java.util.function.Function;
import lectomen.engine.plan.Outcome;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PeopleReply;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.StepWait;
import lectomen.engine.step.SystemAnswer;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.job.WaitsFor;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Has jobs wait for what a step of their plan waits for, and go on when it is there. */
public final class PlanWaits {
    private static final String SERVICE = "service";

    private final Jobs jobs;
    private final Plans plans;
    private final ChildJobs children;
    private final InstantSource clock;
    private QuestionListener questions = (db, job, plan) -> {};

    public PlanWaits(Jobs jobs, Plans plans, ChildJobs children, InstantSource clock) {
        this.jobs = jobs;
        this.plans = plans;
        this.children = children;
        this.clock = clock;
    }

    /** Called when people are to answer what a plan asks. */
    @FunctionalInterface
    public interface QuestionListener {
        void asked(JdbcClient db, Job job, PlanRecord plan);
    }

    /** Says who is called. Call it while the service is put together. */
    public void onQuestion(QuestionListener listener) {
        questions = listener;
    }

    /** Keeps a plan that waits. Its job waits once the effects of the steps so far are proved: {@link #settle}. */
    public void keep(JdbcClient db, Job job, Outcome.Ending.Waits waits) {
        plans.letWait(db, job, waits.plan(), waits.waitFor());
        if (waits.waitFor().what() == StepWait.What.CHILDREN) {
            children.make(db, job, waits.plan(), clock.millis());
        }
    }

    /**
     * Lets a job wait whose effects so far are proved. One that waits for the answer of another system goes on when that is there.
     *
     * @param replies finds the answer to what a step sent
     * @return false, and nothing is done, if its plan waits for nothing
     */
    public boolean settle(JdbcClient db, Job job, Function<PlannedEffect, Optional<SystemAnswer>> replies) {
        Optional<StepWait> wait = plans.findWait(db, job);
        if (wait.isPresent() && wait.get().what() == StepWait.What.PARTNER && goOnWithReply(db, job, replies)) {
            return true;
        }
        if (wait.isEmpty() || job.state() == JobState.HELD) {
            return wait.isPresent();
        }
        if (wait.get().what() == StepWait.What.CHILDREN) {
            children.settle(db, job);
        } else if (isForPeople(wait.get())) {
            ask(db, job, plans.find(db, job).orElseThrow());
        } else if (!job.waitsFor(WaitsFor.of(wait.get()))) {
            jobs.move(db, job.id(), JobMove.waitFor(wait.get()), SERVICE);
        }
        return true;
    }

    private static boolean isForPeople(StepWait wait) {
        return wait.what() == StepWait.What.REVIEW || wait.what() == StepWait.What.APPROVAL;
    }

    private void ask(JdbcClient db, Job job, PlanRecord plan) {
        jobs.move(db, job.id(), JobMove.waitFor(plan.findWait().orElseThrow()), SERVICE);
        questions.asked(db, job, plan);
    }

    /**
     * Lets a job go on with what people answered to its plan.
     *
     * @param soonest when it goes on
     */
    public void goOnWithAnswer(JdbcClient db, Job job, PeopleReply reply, Optional<JobMove> soonest, String principal) {
        plans.goOn(db, job, plans.find(db, job).orElseThrow().answered(reply));
        jobs.move(db, job, soonest.orElse(JobMove.to(JobState.WAITING)), principal);
    }

    /**
     * Has a question asked again whose answer nothing was done with yet.
     *
     * @return false, and nothing is done, if the plan has gone on
     */
    public boolean askAgain(JdbcClient db, Job job, String principal) {
        Optional<PlanRecord> plan =
                plans.find(db, job).filter(one -> one.findQuestion().isPresent());
        plan.map(PlanRecord::unanswered).ifPresent(waits -> {
            StepWait wait = waits.findWait().orElseThrow();
            plans.letWait(db, job, waits, wait);
            jobs.move(db, job.id(), JobMove.waitFor(wait), principal);
        });
        return plan.isPresent();
    }

    /**
     * Has the review before be asked again.
     *
     * @return false, and nothing is done, if the plan had none
     */
    public boolean backToReview(JdbcClient db, Job job, Reason why) {
        Optional<PlanRecord> back = plans.find(db, job).flatMap(plan -> plan.backToReview(why));
        back.ifPresent(plan -> {
            plans.letWait(db, job, plan, plan.findWait().orElseThrow());
            ask(db, job, plan);
        });
        return back.isPresent();
    }

    private boolean goOnWithReply(JdbcClient db, Job job, Function<PlannedEffect, Optional<SystemAnswer>> replies) {
        PlanRecord plan = plans.find(db, job).orElseThrow();
        Optional<SystemAnswer> reply = plan.findRequest().flatMap(replies);
        reply.ifPresent(answer -> {
            plans.goOn(db, job, plan.answered(answer));
            if (job.state() != JobState.HELD) {
                jobs.move(db, job, JobMove.to(JobState.WAITING), SERVICE);
            }
        });
        return reply.isPresent();
    }

    /**
     * Lets a job go on that waits for a time, as if that had come.
     *
     * @return false, and nothing is done, if it does not wait for a time
     */
    public boolean hurry(JdbcClient db, Job job, String principal) {
        if (!job.waitsFor(WaitsFor.TIME)) {
            return false;
        }
        PlanRecord plan = plans.find(db, job).orElseThrow().until(clock.instant());
        plans.goOn(db, job, plan);
        jobs.move(db, job, JobMove.to(JobState.WAITING), principal);
        return true;
    }

    /** The plan of a job's present run, while it waits or goes on. */
    public Optional<PlanRecord> findPlan(JdbcClient db, Job job) {
        return plans.find(db, job);
    }

    /** How a held job goes on, where its plan says so: it waits again, or has its turn. */
    public Optional<JobMove> findNext(JdbcClient db, Job job) {
        return plans.goesOn(db, job)
                ? Optional.of(JobMove.to(JobState.WAITING))
                : plans.findWait(db, job).map(JobMove::waitFor);
    }

    /** Whether a worker has, or is to have, the plan of the job's present run. */
    public boolean goesOn(JdbcClient db, Job job) {
        return plans.goesOn(db, job);
    }
}
