package lectomen.service.print;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import lectomen.engine.print.ability.PrinterAbilities;

/** Asks each printer now and then what it can do, so that a rule is checked against it without waiting for it. */
public final class PrinterWatch implements AutoCloseable {
    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(30);
    private static final Duration KNOWN_FOR = Duration.ofMinutes(10);

    private final Printers printers;
    private final InstantSource clock;
    private final Map<String, PrinterReport> reports = new ConcurrentHashMap<>();
    private final ScheduledExecutorService thread = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread made = new Thread(work, "printer-watch");
        made.setDaemon(true);
        return made;
    });

    public PrinterWatch(Printers printers, InstantSource clock) {
        this.printers = printers;
        this.clock = clock;
    }

    public void start() {
        if (!printers.byName().isEmpty()) {
            thread.scheduleWithFixedDelay(this::look, 0, BETWEEN_LOOKS.toMillis(), TimeUnit.MILLISECONDS);
        }
    }

    /** Printers that did not answer are asked each time, the others when what they said is old. */
    private void look() {
        printers.byName().forEach((name, printer) -> {
            Optional<PrinterReport> known = Optional.ofNullable(reports.get(name));
            Instant old = clock.instant().minus(KNOWN_FOR);
            if (known.filter(one -> one.problem().isEmpty() && one.askedAt().isAfter(old))
                    .isEmpty()) {
                ask(name, printer);
            }
        });
    }

    /** Asks a printer now; what it said before stands where it does not answer. */
    public PrinterReport ask(String name, Printer printer) {
        PrinterReport report;
        Instant now = clock.instant();
        try {
            report = printer.report(now);
        } catch (PrinterAwayException e) {
            report = Optional.ofNullable(reports.get(name))
                    .map(known -> known.away(now, e.problem()))
                    .orElseGet(() -> PrinterReport.unknown(now, e.problem()));
        }
        reports.put(name, report);
        return report;
    }

    /** What a printer said last that it can do; empty where it never answered. */
    public Optional<PrinterAbilities> find(String name) {
        return Optional.ofNullable(reports.get(name)).flatMap(PrinterReport::abilities);
    }

    /** The same; a printer that was not asked yet is asked now. */
    public Optional<PrinterAbilities> findOrAsk(String name) {
        Optional<Printer> notAsked = printers.find(name).filter(printer -> !reports.containsKey(name));
        return notAsked.isPresent() ? ask(name, notAsked.get()).abilities() : find(name);
    }

    @Override
    public void close() {
        thread.shutdownNow();
    }
}
