package lectomen.service.effect.print;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.print.Printing;
import lectomen.service.effect.DueEffects;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.EffectRunner;
import lectomen.service.effect.Effects;
import lectomen.service.effect.NoSuchEffectException;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.print.Printer;
import lectomen.service.print.PrinterAwayException;
import lectomen.service.store.Store;

/** What people do with documents in print queues, here or at the printer. Safe for several threads. */
public final class PrintActions {
    /** What can be done with one. */
    public enum Action {
        HOLD,
        RELEASE,
        /** Print it next. */
        FIRST,
        LAST,
        CANCEL,
        /** Print it once more. */
        AGAIN;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Action> find(String word) {
            return Stream.of(values()).filter(one -> one.word().equals(word)).findFirst();
        }
    }

    private final Store store;
    private final Jobs jobs;
    private final Ledger ledger;
    private final Effects effects;
    private final EffectRunner runner;
    private final PrintQueues queues;
    private final Function<String, Optional<Printer>> printers;
    private final UnaryOperator<String> nameOf;

    /**
     * @param printers finds one that can be asked, by the name of its connection
     * @param nameOf a principal, for people
     */
    public PrintActions(
            Store store,
            Jobs jobs,
            Ledger ledger,
            Effects effects,
            EffectRunner runner,
            PrintQueues queues,
            Function<String, Optional<Printer>> printers,
            UnaryOperator<String> nameOf) {
        this.store = store;
        this.jobs = jobs;
        this.ledger = ledger;
        this.effects = effects;
        this.runner = runner;
        this.queues = queues;
        this.printers = printers;
        this.nameOf = nameOf;
    }

    /**
     * @throws NoSuchEffectException if nothing is printed by that effect
     * @throws PrintStateException if that can't be done with it now
     */
    public void act(String effect, Action action, String principal) {
        PrintItem item = queues.find(effect).orElseThrow(() -> new NoSuchEffectException(effect));
        switch (action) {
            case HOLD -> hold(item, principal);
            case RELEASE -> release(item, principal);
            case FIRST, LAST -> {
                require(item.state().isHere(), item, "moved in its queue");
                queues.move(item, action == Action.FIRST, principal);
            }
            case CANCEL -> cancel(item, principal);
            case AGAIN -> again(item, principal);
        }
        runner.wake();
    }

    private static void require(boolean may, PrintItem item, String what) {
        if (!may) {
            throw new PrintStateException(item.printing().name() + " can't be " + what + ": it is "
                    + item.state().name().toLowerCase(Locale.ROOT).replace('_', ' '));
        }
    }

    private void hold(PrintItem item, String principal) {
        if (item.endedAt().isEmpty() && queues.hold(item, principal)) {
            return;
        }
        require(item.state() == PrintItem.State.PRINTING, item, "held");
        atPrinter(item, "hold", Printer::hold, principal);
    }

    private void release(PrintItem item, String principal) {
        if (queues.release(item, principal)) {
            return;
        }
        require(item.state() == PrintItem.State.PRINTING, item, "released");
        atPrinter(item, "release", Printer::release, principal);
    }

    private void cancel(PrintItem item, String principal) {
        require(item.endedAt().isEmpty() && item.state() != PrintItem.State.IN_DOUBT, item, "cancelled");
        Reason reason = Reason.of("print.withdrawn", "connection", item.queue(), "who", nameOf.apply(principal));
        if (runner.cancel(item.effect(), new EffectResult.Failed(reason, JobState.CANCELLED))) {
            said(item, "cancel", principal);
            return;
        }
        atPrinter(item, "cancel", Printer::cancel, principal);
    }

    @FunctionalInterface
    private interface AtPrinter {
        boolean ask(Printer printer, int number) throws PrinterAwayException;
    }

    /** What becomes of it there, the effect finds out. */
    private void atPrinter(PrintItem item, String what, AtPrinter asking, String principal) {
        Optional<Printer> printer = printers.apply(item.queue());
        Optional<Integer> number = item.place().flatMap(PrintEffect::findNumber);
        if (printer.isEmpty() || number.isEmpty()) {
            throw new PrintStateException(item.printing().name() + " is being sent to " + item.queue()
                    + "; it is too late to " + what + " it here");
        }
        try {
            if (!asking.ask(printer.get(), number.get())) {
                throw new PrintStateException(
                        item.queue() + " does not " + what + " its job " + number.get() + " any more");
            }
        } catch (PrinterAwayException e) {
            throw new PrintStateException(item.queue() + " can't be reached: " + e.problem());
        }
        said(item, what, principal);
        store.write(db -> {
            DueEffects.makeDue(db, item.job());
            return item.effect();
        });
    }

    private void said(PrintItem item, String what, String principal) {
        store.write(db -> {
            ledger.append(
                    db, principal, "print.asked", Job.subject(item.job()), "effect", item.effect(), "action", what);
            return item.effect();
        });
    }

    /** As it was asked for before, with what somebody changed of its ticket. */
    private void again(PrintItem item, String principal) {
        require(item.endedAt().isPresent(), item, "printed again");
        Map<String, String> ticket = new TreeMap<>(item.printing().ticket());
        ticket.putAll(item.changes());
        Printing printing = item.printing().with(ticket);
        store.write(db -> {
            Job job = jobs.find(db, item.job()).orElseThrow();
            String occasion = "again " + (effects.ofJob(db, job.id()).size() + 1);
            Effects.Intent intent = Effects.Intent.inForm(
                            PrintEffect.FORM, printing.step(), PrintEffect.AGAIN, item.queue(), printing)
                    .on(occasion);
            String id = effects.intend(db, job, intent);
            queues.add(db, job, id, printing);
            ledger.append(db, principal, "print.again", job.subject(), "effect", id);
            return id;
        });
    }
}
