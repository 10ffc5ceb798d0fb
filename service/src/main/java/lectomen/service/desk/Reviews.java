package lectomen.service.desk;

import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PeopleQuestion;
import lectomen.engine.step.PeopleReply;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.plan.PlanWaits;
import lectomen.service.store.Store;

/** Takes the answers to reviews. */
public final class Reviews {
    /** How long an accepted review can be undone before its plan goes on. */
    private static final Duration UNDO = Duration.ofSeconds(10);

    private final Store store;
    private final Jobs jobs;
    private final PlanWaits waits;
    private final OpenTasks opened;
    private final DeskTasks tasks;
    private final DeskDecisions decisions;
    private final DeskFields fields;
    private final DeskProof proof;
    private final Ledger ledger;
    private final InstantSource clock;
    private final Runnable wake;

    Reviews(
            Store store,
            Jobs jobs,
            PlanWaits waits,
            OpenTasks opened,
            DeskTasks tasks,
            DeskDecisions decisions,
            DeskFields fields,
            DeskProof proof,
            Ledger ledger,
            InstantSource clock,
            Runnable wake) {
        this.store = store;
        this.jobs = jobs;
        this.waits = waits;
        this.opened = opened;
        this.tasks = tasks;
        this.decisions = decisions;
        this.fields = fields;
        this.proof = proof;
        this.ledger = ledger;
        this.clock = clock;
        this.wake = wake;
    }

    /**
     * Takes the answer to a review.
     *
     * @param binding of the question as it was in front of them
     * @param values by field; fields that are in question and have none here are confirmed as they are
     * @param undoable whether it waits a moment, so that it can be undone
     * @throws DeskRefusal if it can't be taken
     */
    public void accept(long id, long person, String binding, Map<String, DeskFields.Entered> values, boolean undoable) {
        String principal = "person " + person;
        store.write(db -> {
            OpenTask open = opened.open(db, id);
            OpenTasks.requireKind(open, PeopleQuestion.Kind.REVIEW);
            opened.requireMay(db, open, person);
            OpenTasks.requireSame(open, binding);
            List<FieldValue> entered = fields.entered(open, values);
            long decision = decisions.add(
                    db,
                    open.task(),
                    open.question(),
                    new DeskDecisions.New(DeskDecision.ACCEPTED, Optional.of(person), "", entered));
            for (FieldValue field : entered) {
                FieldValue read = DeskFields.field(open.question(), field.name());
                if (!read.value().equals(field.value())) {
                    decisions.correct(db, decision, open.task(), read, field);
                }
            }
            tasks.set(db, id, DeskTask.State.DONE, Optional.of(DeskDecision.ACCEPTED));
            Optional<JobMove> soon = undoable
                    ? Optional.of(JobMove.waitUntil(clock.instant().plus(UNDO), Reason.of("plan.goes-on-soon")))
                    : Optional.empty();
            PeopleReply reply = new PeopleReply(entered, List.of(person), proof.of(db, open.job()));
            waits.goOnWithAnswer(db, open.job(), reply, soon, principal);
            return id;
        });
        wake.run();
    }

    /** Undoes the accepted review of a person that was just given. @throws DeskRefusal if its plan went on */
    public void undo(long id, long person) {
        store.write(db -> {
            DeskTask task = tasks.find(db, id)
                    .orElseThrow(() ->
                            new DeskRefusal(DeskRefusal.Why.NOT_THERE, "There is no task " + id + " on the desk."));
            List<DeskDecision> made = decisions.ofTask(db, id);
            boolean own = !made.isEmpty() && made.get(made.size() - 1).person().equals(Optional.of(person));
            Job job = jobs.find(db, task.job()).orElseThrow();
            if (!own || task.state() != DeskTask.State.DONE || job.generation() != task.generation()) {
                throw new DeskRefusal(DeskRefusal.Why.NOT_ASKED, "There is nothing of yours to undo in it.");
            }
            if (job.state() != JobState.WAITING || !waits.askAgain(db, job, "person " + person)) {
                throw new DeskRefusal(
                        DeskRefusal.Why.DECIDED, "It can't be undone any more: " + job.name() + " went on.");
            }
            decisions.undo(db, made.get(made.size() - 1).id());
            tasks.set(db, id, DeskTask.State.OPEN, Optional.empty());
            ledger.append(db, "person " + person, "review.undone", Job.subject(task.job()));
            return id;
        });
    }
}
