package lectomen.service.effect.print;

import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.print.ticket.SheetCount;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.step.print.Printing;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectKind;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.Effects;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.print.PortRefusedException;
import lectomen.service.print.PrintPort;
import lectomen.service.print.Printer;
import lectomen.service.print.PrinterAwayException;
import lectomen.service.print.PrinterJob;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Prints a document, once. A job is created under a name of ours, its number is written down, and only then does the document
 * follow: a job whose number was never written down has printed nothing, and is cancelled by the next attempt. It counts as printed when the printer
 * says that it is completed. A printer that does not know the job any more leaves it in doubt; so does a port that can't be
 * asked, once the document began to be sent.
 */
public final class PrintEffect implements EffectKind {
    public static final String CODE = "print";

    /** Of what is printed once more, which its job does not wait for. */
    public static final String AGAIN = "print again";

    private static final String SENT = ", sent";
    private static final Pattern NUMBER = Pattern.compile(", job (\\d+)" + SENT);
    private static final Pattern NUMBER_AT_END = Pattern.compile(", job (\\d+)(, sent)?$");
    static final int FORM = 2;
    private static final String SENDING = ", sending";
    private static final int MARK_LENGTH = 6;
    private static final Duration FIRST_LOOK = Duration.ofMillis(2);
    private static final Duration LAST_LOOK = Duration.ofMillis(200);
    private static final int LOOKS = 17;

    private final boolean isAgain;
    private final PrintQueues queues;
    private final PrintFiles files;
    private final Effects effects;
    private final ByteStore bytes;
    private final Function<String, Optional<Printer>> printers;
    private final Function<String, Optional<PrintPort>> ports;

    /** Those that were intended since the service started: no attempt of theirs was interrupted by its end. */
    private final Set<String> notTried = ConcurrentHashMap.newKeySet();

    /** Tells our jobs from those of other installations, which count their effects as we do. */
    private final String mark;

    /**
     * @param isAgain whether it is of those that somebody has printed once more
     * @param printers finds one that can be asked, by the name of its connection
     * @param ports finds one that can't
     * @param keyed hashes with the home's own key
     */
    public PrintEffect(
            boolean isAgain,
            PrintQueues queues,
            PrintFiles files,
            Effects effects,
            ByteStore bytes,
            Function<String, Optional<Printer>> printers,
            Function<String, Optional<PrintPort>> ports,
            KeyedHash keyed) {
        this.isAgain = isAgain;
        this.queues = queues;
        this.files = files;
        this.ports = ports;
        this.effects = effects;
        this.bytes = bytes;
        this.printers = printers;
        this.mark = keyed.of("names of print jobs").substring(0, MARK_LENGTH);
    }

    @Override
    public String code() {
        return isAgain ? AGAIN : CODE;
    }

    /** The second form says whether it is held, and how many pages it has. */
    @Override
    public int requestForm() {
        return FORM;
    }

    @Override
    public String title() {
        return isAgain ? "Print again" : "Print";
    }

    @Override
    public boolean isOfTheJob() {
        return !isAgain;
    }

    @Override
    public boolean isAskedForBySteps() {
        return !isAgain;
    }

    @Override
    public boolean canBeAsked(Effect effect) {
        return true;
    }

    /** The printer was asked, and does not know its job any more. */
    @Override
    public boolean isRepeatedFromTheBeginning() {
        return true;
    }

    @Override
    public WhenInDoubt whenInDoubt(Effect effect) {
        return printing(effect).whenInDoubt();
    }

    private static Printing printing(Effect effect) {
        return effect.request().as(Printing.class);
    }

    @Override
    public boolean takes(PlannedEffect planned) {
        return !isAgain && planned instanceof Printing;
    }

    /** What an earlier run printed with the same ticket is not printed again. */
    @Override
    public boolean intend(JdbcClient db, Job job, List<Effect> before, PlannedEffect planned) {
        Printing printing = (Printing) planned;
        boolean printed = before.stream()
                .filter(earlier -> earlier.kind().equals(CODE) && earlier.state() == Effect.State.DONE)
                .map(PrintEffect::printing)
                .anyMatch(printing::equals);
        if (printed) {
            return false;
        }
        String id = effects.intend(
                db, job, Effects.Intent.inForm(FORM, printing.step(), CODE, printing.connection(), printing));
        queues.add(db, job, id, printing);
        notTried.add(id);
        return true;
    }

    @Override
    public void givenUp(JdbcClient db, Effect effect) {
        notTried.remove(effect.id());
        files.forget(effect.id());
        queues.ended(db, effect.id(), false);
    }

    @Override
    public void confirmed(JdbcClient db, Effect effect) {
        files.forget(effect.id());
        queues.ended(db, effect.id(), true);
    }

    /** The number of a job at its printer, once it was written down. @param place of the effect */
    public static Optional<Integer> findNumber(String place) {
        Matcher number = NUMBER_AT_END.matcher(place);
        return number.find() ? Optional.of(Integer.parseInt(number.group(1))) : Optional.empty();
    }

    /** The name under which the printer has the job. */
    private String name(Effect effect, Printing printing) {
        return beginning(effect) + printing.name();
    }

    private String beginning(Effect effect) {
        return "lectomen-" + mark + "-" + effect.id() + " ";
    }

    @Override
    public EffectResult act(Effect effect, Attempt attempt) {
        Printing printing = printing(effect);
        Optional<Printer> found = printers.apply(effect.connection());
        Optional<PrintPort> port = ports.apply(effect.connection());
        if (found.isEmpty() && port.isEmpty()) {
            return new EffectResult.Failed(
                    Reason.of("connection.unknown", "connection", effect.connection()), JobState.FAILED);
        }
        if (!bytes.has(effect.bytes().sha256())) {
            return new EffectResult.Failed(Reason.of("bytes.missing"), JobState.FAILED);
        }
        String name = name(effect, printing);
        if (found.isEmpty()) {
            return sendTo(port.get(), name, effect, attempt);
        }
        Printer printer = found.get();
        Map<String, String> ticket = new TreeMap<>(printer.ticket());
        ticket.putAll(queues.ownTicket(effect.id(), printing));
        PrintFiles.Prepared prepared = files.prepare(effect, printing, ticket);
        if (prepared instanceof PrintFiles.Prepared.Not not) {
            return notDrawn(not.reason());
        }
        PrintFiles.Prepared.Ready ready = (PrintFiles.Prepared.Ready) prepared;
        if (ready.sides() > 0 && printing.pages() == 0) {
            queues.countSheets(effect.id(), SheetCount.ofSides(ready.sides(), ticket));
        }
        return print(effect, printer, name, ready, attempt);
    }

    /** A worker that ended is tried again: it may not have been the document's doing. */
    private static EffectResult notDrawn(Reason reason) {
        return reason.code().equals("worker.died")
                ? new EffectResult.NotNow(reason)
                : new EffectResult.Failed(reason, JobState.FAILED);
    }

    private EffectResult print(
            Effect effect, Printer printer, String name, PrintFiles.Prepared.Ready file, Attempt attempt) {
        try {
            if (!isFirstAttempt(effect)) {
                cancelLeftOver(effect, printer, name);
            }
            Optional<Printer.Created.Refused> problem =
                    file.isKnown() ? Optional.empty() : printer.validate(name, file.format(), file.ticket());
            Printer.Created created = problem.isPresent() ? problem.get() : printer.create(name, file.ticket());
            if (created instanceof Printer.Created.Refused refused) {
                return refused(effect, refused.answer());
            }
            int number = ((Printer.Created.Job) created).number();
            attempt.begins(name + ", job " + number + SENT);
            Optional<String> notTaken = printer.send(number, file.format(), file.size(), file.document());
            if (notTaken.isPresent()) {
                printer.cancel(number);
                return refused(effect, notTaken.get());
            }
            return await(effect, printer, number);
        } catch (PrinterAwayException e) {
            return away(effect, e);
        }
    }

    private boolean isFirstAttempt(Effect effect) {
        return notTried.remove(effect.id()) && effect.attempts() == 0;
    }

    /** An attempt that came to its end before the job's number was written down may have left a job, without a document. */
    private void cancelLeftOver(Effect effect, Printer printer, String name) throws PrinterAwayException {
        Optional<PrinterJob> left = own(effect, printer.find(name));
        if (left.isPresent()) {
            printer.cancel(left.get().number());
        }
    }

    /** Sends all of it, of which nothing is known once the connection broke. */
    private EffectResult sendTo(PrintPort port, String name, Effect effect, Attempt attempt) {
        try (PrintPort.OpenPort open = port.open()) {
            attempt.begins(name + SENDING);
            open.send(
                    name,
                    queues.ownTicket(effect.id(), printing(effect)),
                    effect.bytes().size(),
                    () -> bytes.open(effect.bytes().sha256()));
            return printed(effect, name, port.receipt());
        } catch (PrinterAwayException e) {
            return away(effect, e);
        } catch (PortRefusedException e) {
            return refused(effect, e.answer());
        } catch (IOException e) {
            return new EffectResult.InDoubt();
        }
    }

    private EffectResult printed(Effect effect, String place, String answer) {
        EffectResult.Also also = (db, job) -> queues.ended(db, effect.id(), true);
        Runnable forget = () -> files.forget(effect.id());
        return new EffectResult.Done(place, effect.bytes(), answer, Optional.empty(), false, also, forget);
    }

    /** A job of ours; after it was reset, a printer may give its number to somebody else's. */
    private Optional<PrinterJob> own(Effect effect, Optional<PrinterJob> found) {
        return found.filter(job -> job.name().isEmpty() || job.name().startsWith(beginning(effect)));
    }

    private static EffectResult refused(Effect effect, String answer) {
        return new EffectResult.Failed(
                Reason.of("print.refused", "connection", effect.connection(), "answer", answer), JobState.FAILED);
    }

    private static EffectResult away(Effect effect, PrinterAwayException e) {
        return new EffectResult.NotNow(
                Reason.of("print.away", "connection", effect.connection(), "problem", e.problem()));
    }

    /** What became of an attempt: by the job's number, where that was written down; else by our name. */
    @Override
    public Optional<EffectResult> ask(Effect effect) {
        String place = effect.place().orElse("");
        if (ports.apply(effect.connection()).isPresent()) {
            return place.endsWith(SENDING) ? Optional.of(new EffectResult.InDoubt()) : Optional.empty();
        }
        Optional<Printer> found = printers.apply(effect.connection());
        if (found.isEmpty()) {
            return Optional.empty();
        }
        Printer printer = found.get();
        String name = name(effect, printing(effect));
        if (!place.isEmpty() && !place.startsWith(name)) {
            return Optional.of(new EffectResult.InDoubt());
        }
        Matcher number = NUMBER.matcher(place.substring(Math.min(place.length(), name.length())));
        try {
            if (number.matches()) {
                return Optional.of(await(effect, printer, Integer.parseInt(number.group(1))));
            }
            cancelLeftOver(effect, printer, name);
            return Optional.empty();
        } catch (PrinterAwayException e) {
            return Optional.of(away(effect, e));
        }
    }

    /** Looks for a while whether it is printed; then later again, and others go on meanwhile. */
    private EffectResult await(Effect effect, Printer printer, int number) throws PrinterAwayException {
        Optional<PrinterJob> job = own(effect, printer.find(number));
        for (int look = 0;
                look < LOOKS && job.filter(one -> !one.state().isEnd()).isPresent();
                look++) {
            pause(look);
            job = own(effect, printer.find(number));
        }
        if (job.isEmpty()) {
            return new EffectResult.InDoubt();
        }
        PrinterJob now = job.get();
        Reason reason = reason(effect, printer, now);
        return switch (now.state()) {
            case COMPLETED -> printed(effect, now.name() + ", job " + number, "job " + number + " is completed");
            case CANCELED, ABORTED -> new EffectResult.Failed(reason, JobState.FAILED);
            case PENDING, PENDING_HELD, PROCESSING, PROCESSING_STOPPED -> new EffectResult.NotNow(reason);
        };
    }

    private static Reason reason(Effect effect, Printer printer, PrinterJob job) throws PrinterAwayException {
        String code =
                switch (job.state()) {
                    case CANCELED -> "print.canceled";
                    case ABORTED -> "print.aborted";
                    default -> "print.printing";
                };
        String troubles = job.state().isEnd() ? "" : printer.troubles();
        return Reason.of(
                code,
                "connection",
                effect.connection(),
                "job",
                Integer.toString(job.number()),
                "state",
                troubles.isEmpty() ? job.words() : job.words() + ", " + troubles);
    }

    /** Longer each time. */
    private static void pause(int look) {
        try {
            Thread.sleep(Math.min(FIRST_LOOK.toMillis() << look, LAST_LOOK.toMillis()));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public String shown(String connection, String place) {
        return place + " on " + connection;
    }
}
