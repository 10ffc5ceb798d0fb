package lectomen.service.desk;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.approval.Approval;
import lectomen.engine.approval.Decision;
import lectomen.engine.approval.Excluded;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PeopleQuestion;
import lectomen.engine.step.PeopleReply;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobState;
import lectomen.service.plan.PlanWaits;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Takes the decisions about documents: approved, sent back or rejected. What is reviewed can be sent back or rejected too. */
public final class Approvals {
    private final Store store;
    private final PlanWaits waits;
    private final JobEndings endings;
    private final Sources sources;
    private final OpenTasks opened;
    private final DeskTasks tasks;
    private final DeskDecisions decisions;
    private final DeskProof proof;
    private final DeskNotices notices;
    private final Asker asker;
    private final Runnable wake;

    /** Has something asked, from a stage on. */
    @FunctionalInterface
    interface Asker {
        void ask(JdbcClient db, OpenTask before, PeopleQuestion question, int stage);
    }

    Approvals(
            Store store,
            PlanWaits waits,
            JobEndings endings,
            Sources sources,
            OpenTasks opened,
            DeskTasks tasks,
            DeskDecisions decisions,
            DeskProof proof,
            DeskNotices notices,
            Asker asker,
            Runnable wake) {
        this.store = store;
        this.waits = waits;
        this.endings = endings;
        this.sources = sources;
        this.opened = opened;
        this.tasks = tasks;
        this.decisions = decisions;
        this.proof = proof;
        this.notices = notices;
        this.asker = asker;
        this.wake = wake;
    }

    /** Where somebody sends a document back to. */
    public sealed interface BackTo {
        /** It is reviewed again. */
        record Review() implements BackTo {}

        /** It ends, and its file goes back to whoever sent it. */
        record Sender() implements BackTo {}

        /** An earlier stage decides again. @param stage counted from 1 */
        record EarlierStage(int stage) implements BackTo {}
    }

    /** Approves a document in the stage that is asked. @throws DeskRefusal if that can't be taken */
    public void approve(long id, long person, String binding, String comment) {
        store.write(db -> {
            OpenTask open = opened.open(db, id);
            OpenTasks.requireKind(open, PeopleQuestion.Kind.APPROVAL);
            opened.requireMay(db, open, person);
            OpenTasks.requireSame(open, binding);
            decide(db, open, Decision.Verdict.APPROVED, Optional.of(person), comment);
            settle(db, open, "person " + person);
            return id;
        });
        wake.run();
    }

    /** Writes a decision down. @param person empty for the rule */
    void decide(JdbcClient db, OpenTask open, Decision.Verdict verdict, Optional<Long> person, String reason) {
        decisions.add(
                db,
                open.task(),
                open.question(),
                new DeskDecisions.New(
                        verdict.code(), person, reason, open.question().fields()));
        boolean lasts = open.question().excluded().contains(Excluded.EARLIER_APPROVER);
        person.ifPresent(
                who -> tasks.exclude(db, open.task().id(), who, lasts ? Excluded.EARLIER_APPROVER.word() : "decided"));
    }

    /** Has the next stage asked, or lets the plan go on, once that is due. @return whether anything followed */
    boolean settle(JdbcClient db, OpenTask before, String principal) {
        DeskTask task = tasks.find(db, before.task().id()).orElseThrow();
        OpenTask open = new OpenTask(task, before.job(), before.plan(), before.question());
        Approval.Standing standing = opened.stand(db, open);
        if (standing instanceof Approval.Standing.Approved) {
            List<Long> people = decisions.ofTask(db, task.id()).stream()
                    .flatMap(one -> one.person().stream())
                    .distinct()
                    .toList();
            tasks.set(db, task.id(), DeskTask.State.DONE, Optional.of(Decision.Verdict.APPROVED.code()));
            PeopleReply reply = new PeopleReply(List.of(), people, proof.of(db, open.job()));
            waits.goOnWithAnswer(db, open.job(), reply, Optional.empty(), principal);
            return true;
        }
        if (standing instanceof Approval.Standing.Asked asked && asked.stage() > task.stage()) {
            tasks.includeDecided(db, task.id());
            tasks.begin(db, task.id(), open.question().stages().get(asked.stage() - 1), asked.stage());
            notices.asked(db, open.job(), open.question(), tasks.asked(db, task.id()));
            return true;
        }
        return false;
    }

    /** Rejects a document: it ends so. @throws DeskRefusal if that can't be taken */
    public void reject(long id, long person, String binding, String reason) {
        store.write(db -> {
            OpenTask open = requireWithReason(db, id, person, binding, reason);
            decide(db, open, Decision.Verdict.REJECTED, Optional.of(person), reason);
            end(db, open, Decision.Verdict.REJECTED, "desk.rejected", person, reason, Optional.empty());
            return id;
        });
        wake.run();
    }

    /** Sends a document back. @throws DeskRefusal if that can't be taken */
    public void sendBack(long id, long person, String binding, String reason, BackTo to) {
        store.write(db -> {
            OpenTask open = requireWithReason(db, id, person, binding, reason);
            String name = DeskPeople.nameOf(db, person);
            Reason why = Reason.of("desk.sent-back", "who", name, "reason", reason);
            if (to instanceof BackTo.Sender) {
                Optional<String> folder = sources.findFolder(db, open.job().source());
                decide(db, open, Decision.Verdict.SENT_BACK, Optional.of(person), reason);
                end(db, open, Decision.Verdict.SENT_BACK, "desk.back-to-sender", person, reason, folder);
            } else if (to instanceof BackTo.Review) {
                OpenTasks.requireKind(open, PeopleQuestion.Kind.APPROVAL);
                decide(db, open, Decision.Verdict.SENT_BACK, Optional.of(person), reason);
                tasks.set(db, id, DeskTask.State.DONE, Optional.of(Decision.Verdict.SENT_BACK.code()));
                if (!waits.backToReview(db, open.job(), why)) {
                    throw new DeskRefusal(DeskRefusal.Why.BAD, "Its rule has no review before this approval.");
                }
            } else if (to instanceof BackTo.EarlierStage earlier) {
                OpenTasks.requireKind(open, PeopleQuestion.Kind.APPROVAL);
                if (earlier.stage() < 1 || earlier.stage() >= open.task().stage()) {
                    throw new DeskRefusal(DeskRefusal.Why.BAD, "There is no earlier stage " + earlier.stage() + ".");
                }
                decide(db, open, Decision.Verdict.SENT_BACK, Optional.of(person), reason);
                tasks.set(db, id, DeskTask.State.DONE, Optional.of(Decision.Verdict.SENT_BACK.code()));
                asker.ask(db, open, open.question().again(why, open.question().fields()), earlier.stage());
            }
            return id;
        });
        wake.run();
    }

    private OpenTask requireWithReason(JdbcClient db, long id, long person, String binding, String reason) {
        OpenTask open = opened.open(db, id);
        opened.requireMay(db, open, person);
        OpenTasks.requireSame(open, binding);
        if (reason.isBlank()) {
            throw new DeskRefusal(DeskRefusal.Why.BAD, "Say why.", Map.of("reason", "it is required"));
        }
        return open;
    }

    private void end(
            JdbcClient db,
            OpenTask open,
            Decision.Verdict verdict,
            String code,
            long person,
            String reason,
            Optional<String> givenBackTo) {
        tasks.set(db, open.task().id(), DeskTask.State.DONE, Optional.of(verdict.code()));
        Reason why = Reason.of(code, "who", DeskPeople.nameOf(db, person), "reason", reason);
        endings.endBadly(db, open.job(), JobState.REJECTED, why, givenBackTo);
    }
}
