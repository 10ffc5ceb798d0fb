package lectomen.service.desk;

import java.time.InstantSource;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import lectomen.engine.approval.Decision;
import lectomen.engine.approval.Stage;
import lectomen.engine.reason.Reason;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobState;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Reminders, escalations and deadlines. Each takes effect once, however late it is seen to. */
public final class DeskTimes {
    private final Store store;
    private final OpenTasks opened;
    private final DeskTasks tasks;
    private final Approvals approvals;
    private final JobEndings endings;
    private final DeskNotices notices;
    private final Ledger ledger;
    private final InstantSource clock;
    private final Runnable wake;

    DeskTimes(
            Store store,
            OpenTasks opened,
            DeskTasks tasks,
            Approvals approvals,
            JobEndings endings,
            DeskNotices notices,
            Ledger ledger,
            InstantSource clock,
            Runnable wake) {
        this.store = store;
        this.opened = opened;
        this.tasks = tasks;
        this.approvals = approvals;
        this.endings = endings;
        this.notices = notices;
        this.ledger = ledger;
        this.clock = clock;
        this.wake = wake;
    }

    /** Sees to tasks at which a time has come: reminders, escalations, deadlines. @return how many there were */
    int seeTo() {
        int seen = remind() + escalate() + overdue();
        if (seen > 0) {
            wake.run();
        }
        return seen;
    }

    private int remind() {
        return each("remind_at", (db, open) -> {
            Reason reason = Reason.of("desk.reminder");
            notices.overdue(db, open, reason, tasks.asked(db, open.task().id()));
        });
    }

    private int escalate() {
        return each("escalate_at", (db, open) -> {
            Stage stage = open.question().stages().get(open.task().stage() - 1);
            String to = stage.findEscalation().orElseThrow().to();
            tasks.ask(db, open.task().id(), to);
            ledger.append(
                    db,
                    "rule " + open.task().rule(),
                    "desk.escalated",
                    open.job().subject());
            notices.asked(db, open.job(), open.question(), List.of(to));
        });
    }

    private int overdue() {
        return each("due_at", (db, open) -> {
            Stage stage = open.question().stages().get(open.task().stage() - 1);
            ledger.append(db, "service", "desk.overdue", open.job().subject());
            if (stage.findAtDeadline().isEmpty()) {
                Collection<String> names = tasks.asked(db, open.task().id());
                notices.overdue(db, open, Reason.of("desk.overdue"), names);
            } else if (stage.findAtDeadline().get() == Stage.AtDeadline.APPROVE) {
                approvals.decide(db, open, Decision.Verdict.APPROVED, Optional.empty(), "");
                approvals.settle(db, open, "rule " + open.task().rule());
            } else {
                approvals.decide(db, open, Decision.Verdict.REJECTED, Optional.empty(), "");
                tasks.set(db, open.task().id(), DeskTask.State.DONE, Optional.of(Decision.Verdict.REJECTED.code()));
                Reason why = Reason.of(
                        "desk.rejected-at-deadline", "rule", open.task().rule());
                endings.endBadly(db, open.job(), JobState.REJECTED, why, Optional.empty());
            }
        });
    }

    @FunctionalInterface
    private interface AtTime {
        void see(JdbcClient db, OpenTask open);
    }

    /** Each in a write of its own, so that one that is answered meanwhile holds up no other. */
    private int each(String column, AtTime then) {
        List<DeskTask> due = store.read(db -> tasks.due(db, column, clock.millis()));
        for (DeskTask task : due) {
            store.write(db -> {
                Optional<DeskTask> now = tasks.due(db, column, clock.millis()).stream()
                        .filter(one -> one.id() == task.id())
                        .findFirst();
                if (now.isPresent()) {
                    tasks.seenTo(db, task.id(), column);
                    then.see(db, opened.open(db, task.id()));
                }
                return task.id();
            });
        }
        return due.size();
    }
}
