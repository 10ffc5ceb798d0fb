package lectomen.service.work;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import lectomen.engine.reason.Reason;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.job.Job;
import lectomen.service.job.JobLinks;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.job.NoSuchJobException;
import lectomen.service.job.WaitsFor;
import lectomen.service.job.WrongStateException;
import lectomen.service.ledger.Ledger;
import lectomen.service.plan.PlanWaits;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Actions on jobs, one by one or many at once. Safe for several threads. */
public final class JobActions {
    private static final int PER_WRITE = 200;

    /** @param words why it could not be done */
    public record NotDone(String job, String words) {}

    /** The result of doing something with many jobs. */
    public record Done(int done, List<NotDone> notDone) {}

    private final Store store;
    private final Jobs jobs;
    private final JobFilings filings;
    private final PlanWaits waits;
    private final Ledger ledger;
    private final UnmatchedFiles unmatched;
    private final Runnable wake;
    private final UnaryOperator<String> nameOf;

    /** @param wake called after something was put back to work */
    /** @param nameOf the name of a principal, for reasons that people read */
    public JobActions(
            Store store,
            Jobs jobs,
            JobFilings filings,
            PlanWaits waits,
            Ledger ledger,
            UnmatchedFiles unmatched,
            Runnable wake,
            UnaryOperator<String> nameOf) {
        this.store = store;
        this.jobs = jobs;
        this.filings = filings;
        this.waits = waits;
        this.ledger = ledger;
        this.unmatched = unmatched;
        this.wake = wake;
        this.nameOf = nameOf;
    }

    /**
     * Does it with one job.
     *
     * @param ifVersion the version that the caller saw; empty to do it whatever happened since
     * @throws NoSuchJobException if there is no such job
     * @throws WrongStateException if that can't be done in its state
     * @throws ChangedMeanwhileException if it is no longer of that version
     */
    public Job one(String id, JobAction action, Optional<Integer> ifVersion, String principal) {
        Hands hands = new Hands(principal, unmatched.takenFrom());
        store.write(db -> {
            Job job = jobs.find(db, id).orElseThrow(() -> new NoSuchJobException(id));
            if (ifVersion.filter(version -> version != job.version()).isPresent()) {
                throw new ChangedMeanwhileException("Job " + id);
            }
            act(db, job, action, hands);
            return id;
        });
        goOn(hands);
        return jobs.require(id);
    }

    /**
     * Who does it, and what it asks for.
     *
     * @param takenFrom the sources from whose folders files are taken now
     * @param asked jobs whose files are still in their folders and are to be taken
     */
    private record Hands(String principal, Set<Long> takenFrom, List<Job> asked) {
        Hands(String principal, Set<Long> takenFrom) {
            this(principal, takenFrom, new ArrayList<>());
        }
    }

    private void goOn(Hands hands) {
        if (!hands.asked().isEmpty()) {
            unmatched.fetch(hands.asked());
        }
        wake.run();
    }

    /** Does it with each of them that it can be done with. */
    public Done many(List<String> ids, JobAction action, String principal) {
        int done = 0;
        List<NotDone> notDone = new ArrayList<>();
        for (int at = 0; at < ids.size(); at += PER_WRITE) {
            List<String> part = ids.subList(at, Math.min(at + PER_WRITE, ids.size()));
            Hands hands = new Hands(principal, unmatched.takenFrom());
            List<NotDone> refused = store.write(db -> part.stream()
                    .flatMap(id -> tryOne(db, id, action, hands).stream())
                    .toList());
            notDone.addAll(refused);
            done += part.size() - refused.size();
            goOn(hands);
        }
        return new Done(done, notDone);
    }

    /** An action checks before it changes anything, so that one which is refused leaves nothing behind. */
    private Optional<NotDone> tryOne(JdbcClient db, String id, JobAction action, Hands hands) {
        try {
            Job job = jobs.find(db, id).orElseThrow(() -> new NoSuchJobException(id));
            act(db, job, action, hands);
            return Optional.empty();
        } catch (NoSuchJobException | WrongStateException e) {
            return Optional.of(new NotDone(id, String.valueOf(e.getMessage())));
        }
    }

    private void act(JdbcClient db, Job job, JobAction action, Hands hands) {
        String principal = hands.principal();
        if (action instanceof JobAction.Retry) {
            retry(db, job, principal);
        } else if (action instanceof JobAction.RunAgain) {
            startAgain(db, job, "run again", principal);
        } else if (action instanceof JobAction.MoveTo move) {
            if (isAsked(job.state())) {
                requireOriginal(job, "moved");
                startAnew(db, job, "moved", principal);
            } else {
                begin(db, job, "moved to another rule", hands);
            }
            jobs.choose(db, job.id(), move.rule());
            ledger.append(db, principal, "job.moved", job.subject(), "rule", move.rule());
        } else if (action instanceof JobAction.FileAs as) {
            begin(db, job, "filed by hand", hands);
            jobs.choose(db, job.id(), as.byHand());
            ledger.append(db, principal, "job.filed-by-hand", job.subject());
        } else if (action instanceof JobAction.GoOn) {
            goOn(db, job, principal);
        } else if (action instanceof JobAction.Hold) {
            hold(db, job, principal);
        } else if (action instanceof JobAction.Release) {
            release(db, job, principal);
        } else if (action instanceof JobAction.Cancel) {
            cancel(db, job, principal);
        } else if (action instanceof JobAction.SetPriority priority) {
            jobs.setPriority(db, job.id(), priority.priority());
            String value = Integer.toString(priority.priority());
            ledger.append(db, principal, "job.priority", job.subject(), "priority", value);
        }
    }

    private void retry(JdbcClient db, Job job, String principal) {
        boolean waitsForTry = job.state() == JobState.WAITING
                && (job.nextTryAt().isPresent() || job.reason().isPresent());
        if (job.waitsFor(WaitsFor.TIME)) {
            throw new WrongStateException(
                    job.id(),
                    job.state(),
                    "retried: its rule has it wait for a time. To go on now: job continue " + job.id());
        } else if (job.waitsFor(WaitsFor.CHILDREN)) {
            retryParts(db, job, principal);
        } else if (waitsForTry) {
            filings.tryNow(db, job.id());
            boolean atDestination = filings.hasPlan(db, job) && !waits.goesOn(db, job);
            WaitsFor next = atDestination ? WaitsFor.DESTINATION : WaitsFor.TURN;
            JobMove now = new JobMove(JobState.WAITING, job.reason(), Optional.empty(), next);
            jobs.move(db, job.id(), now, principal);
            ledger.append(db, principal, "job.retried", job.subject());
        } else if (isOfParts(job)) {
            retryParts(db, job, principal);
        } else if (endedBadly(job.state())) {
            requirePartsEnded(db, job, "retried");
            requireOriginal(job, "retried");
            jobs.startAgain(db, job.id(), false, principal);
        } else {
            throw new WrongStateException(job.id(), job.state(), "retried");
        }
    }

    /** Whether it failed because documents that were made out of its own were not filed. */
    private static boolean isOfParts(Job job) {
        return job.state() == JobState.FAILED
                && job.reason()
                        .filter(reason -> reason.code().equals("plan.children-not-filed"))
                        .isPresent();
    }

    private void retryParts(JdbcClient db, Job job, String principal) {
        List<Job> failed = JobLinks.parts(db, job).stream()
                .filter(part -> endedBadly(part.state()))
                .toList();
        if (failed.isEmpty()) {
            throw new WrongStateException(job.id(), job.state(), "retried: none of its documents failed");
        }
        failed.forEach(part -> retry(db, part, principal));
    }

    private void requirePartsEnded(JdbcClient db, Job job, String what) {
        boolean open =
                JobLinks.parts(db, job).stream().anyMatch(part -> !part.state().isEnd());
        if (open) {
            throw new WrongStateException(
                    job.id(), job.state(), what + ": documents made from it are still being processed");
        }
    }

    private static boolean endedBadly(JobState state) {
        return state == JobState.FAILED || state == JobState.REJECTED || state == JobState.UNMATCHED;
    }

    private static boolean isAsked(JobState state) {
        return state == JobState.NEEDS_REVIEW || state == JobState.AWAITING_APPROVAL;
    }

    /** Has a job go its way again by what a person chose for it, whether it has ended, waits, or its file was never taken. */
    private void begin(JdbcClient db, Job job, String what, Hands hands) {
        if (job.original().isEmpty() && job.originalRemovedAt().isEmpty()) {
            askForFile(db, job, what, hands);
            return;
        }
        requireOriginal(job, what);
        if (!job.state().isEnd() && job.state() != JobState.WAITING && job.state() != JobState.HELD) {
            throw new WrongStateException(job.id(), job.state(), what);
        }
        startAnew(db, job, what, hands.principal());
    }

    private void askForFile(JdbcClient db, Job job, String what, Hands hands) {
        boolean may = job.state() == JobState.UNMATCHED || job.state() == JobState.WAITING;
        if (!may) {
            throw new WrongStateException(job.id(), job.state(), what);
        }
        if (!hands.takenFrom().contains(job.source())) {
            throw new WrongStateException(
                    job.id(), job.state(), what + ": its file is in a folder that no live rule uses");
        }
        Reason reason = Reason.of("file.action-chosen", "who", nameOf.apply(hands.principal()));
        jobs.move(db, job.id(), JobMove.to(JobState.WAITING, reason), hands.principal());
        unmatched.askFor(db, job.id());
        hands.asked().add(job);
    }

    private void startAgain(JdbcClient db, Job job, String what, String principal) {
        requireOriginal(job, what);
        if (!job.state().isEnd()) {
            throw new WrongStateException(job.id(), job.state(), what);
        }
        startAnew(db, job, what, principal);
        ledger.append(db, principal, "job.run-again", job.subject());
    }

    private void startAnew(JdbcClient db, Job job, String what, String principal) {
        requirePartsEnded(db, job, what);
        Reason reason = Reason.of("job.started-again", "who", nameOf.apply(principal));
        if (!filings.giveUp(db, job.id(), reason)) {
            throw begun(job, what);
        }
        jobs.startAgain(db, job.id(), true, principal);
    }

    private static void requireOriginal(Job job, String what) {
        if (job.original().isPresent()) {
            return;
        }
        throw new WrongStateException(
                job.id(),
                job.state(),
                job.originalRemovedAt().isPresent()
                        ? what + ": its original was removed by retention or its rule"
                        : what
                                + ": its file is still in its folder and is checked again when the file or a rule changes");
    }

    private static WrongStateException begun(Job job, String what) {
        return new WrongStateException(job.id(), job.state(), what + ": its filing has started and will be completed");
    }

    private void hold(JdbcClient db, Job job, String principal) {
        if (job.waitsFor(WaitsFor.CHILDREN)) {
            holdParts(db, job, principal);
            return;
        }
        if (job.state() == JobState.WORKING && (!filings.hasPlan(db, job) || waits.goesOn(db, job))) {
            jobs.wishHold(db, job.id(), true);
            ledger.append(db, principal, "job.hold-wanted", job.subject());
            return;
        }
        if (!job.state().mayBecome(JobState.HELD)) {
            throw new WrongStateException(job.id(), job.state(), "held");
        }
        if (!filings.hold(db, job.id(), true)) {
            throw begun(job, "held");
        }
        jobs.move(
                db,
                job.id(),
                JobMove.to(JobState.HELD, Reason.of("job.held", "who", nameOf.apply(principal))),
                principal);
    }

    /** A document whose filing has begun is completed. */
    private void holdParts(JdbcClient db, Job job, String principal) {
        List<Job> parts = JobLinks.parts(db, job).stream()
                .filter(part -> !part.holdWanted() && mayBeHeld(db, part))
                .toList();
        if (parts.isEmpty()) {
            throw new WrongStateException(job.id(), job.state(), "held: none of its documents can be held");
        }
        parts.forEach(part -> hold(db, part, principal));
    }

    private boolean mayBeHeld(JdbcClient db, Job job) {
        boolean withAWorker = job.state() == JobState.WORKING && (!filings.hasPlan(db, job) || waits.goesOn(db, job));
        boolean notBegun = job.state().mayBecome(JobState.HELD) && !filings.hasBegun(db, job);
        return job.waitsFor(WaitsFor.CHILDREN) || withAWorker || notBegun;
    }

    private void goOn(JdbcClient db, Job job, String principal) {
        if (!waits.hurry(db, job, principal)) {
            throw new WrongStateException(job.id(), job.state(), "continued: it does not wait for a time");
        }
        ledger.append(db, principal, "job.continued", job.subject());
    }

    private void release(JdbcClient db, Job job, String principal) {
        if (job.holdWanted()) {
            jobs.wishHold(db, job.id(), false);
            ledger.append(db, principal, "job.released", job.subject());
            return;
        }
        if (job.waitsFor(WaitsFor.CHILDREN)) {
            releaseParts(db, job, principal);
            return;
        }
        if (job.state() != JobState.HELD) {
            throw new WrongStateException(job.id(), job.state(), "released");
        }
        filings.hold(db, job.id(), false);
        JobMove go = filings.hasOpen(db, job)
                ? JobMove.waitForDestination(Optional.empty(), Optional.empty())
                : waits.findNext(db, job).orElse(JobMove.to(JobState.WAITING));
        jobs.move(db, job.id(), go, principal);
    }

    private void releaseParts(JdbcClient db, Job job, String principal) {
        List<Job> parts = JobLinks.parts(db, job).stream()
                .filter(part -> part.holdWanted() || part.state() == JobState.HELD || part.waitsFor(WaitsFor.CHILDREN))
                .toList();
        if (parts.isEmpty()) {
            throw new WrongStateException(job.id(), job.state(), "released: none of its documents is held");
        }
        parts.forEach(part -> release(db, part, principal));
    }

    private void cancel(JdbcClient db, Job job, String principal) {
        if (!job.state().mayBecome(JobState.CANCELLED)) {
            throw new WrongStateException(job.id(), job.state(), "cancelled");
        }
        Reason reason = Reason.of("job.cancelled", "who", nameOf.apply(principal));
        List<Job> parts = JobLinks.parts(db, job).stream()
                .filter(part -> !part.state().isEnd())
                .toList();
        for (Job part : parts) {
            if (!part.state().mayBecome(JobState.CANCELLED) || filings.hasBegun(db, part)) {
                throw begun(job, "cancelled");
            }
        }
        parts.forEach(part -> cancel(db, part, principal));
        if (!filings.giveUp(db, job.id(), reason)) {
            throw begun(job, "cancelled");
        }
        jobs.move(db, job.id(), JobMove.to(JobState.CANCELLED, reason), principal);
        filings.othersMayGoOn(db, job);
    }
}
