package lectomen.service.api;

import io.micrometer.core.instrument.FunctionCounter;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MultiGauge;
import io.micrometer.core.instrument.Tags;
import io.micrometer.prometheusmetrics.PrometheusConfig;
import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.desk.Desk;
import lectomen.service.intake.HotFolders;
import lectomen.service.intake.SourceStatus;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import lectomen.service.workers.WorkerPool;

/** Metrics of the service, for Prometheus. All are read when they are asked for; none carries a file name or a value. */
final class Metrics {
    private static final long PAGE_BYTES = 4096;
    private static final List<String> EVENTS = List.of(
            "arrival.kept",
            "effect.receipt",
            "effect.abandoned",
            "job.filed",
            "job.failed",
            "job.unmatched",
            "job.rejected",
            "job.held",
            "job.waiting");

    private final PrometheusMeterRegistry registry = new PrometheusMeterRegistry(PrometheusConfig.DEFAULT);
    private final MultiGauge jobsByRule = MultiGauge.builder("lectomen.jobs")
            .description("Jobs by state and rule")
            .register(registry);
    private final MultiGauge sources = MultiGauge.builder("lectomen.source.files")
            .description("Files in a hot folder, by what they are waiting for")
            .register(registry);
    private final Set<String> counted = new HashSet<>();
    private final Jobs jobs;
    private final HotFolders folders;
    private final Ledger ledger;

    Metrics(
            Jobs jobs,
            HotFolders folders,
            Ledger ledger,
            Store store,
            WorkerPool workers,
            DiskSpaceGuard diskSpace,
            Desk desk,
            InstantSource clock) {
        this.jobs = jobs;
        this.folders = folders;
        this.ledger = ledger;
        gauge("lectomen.waiting.age.seconds", "Age of the oldest waiting job", () -> oldestWaiting(store, clock));
        gauge("lectomen.desk.waiting", "Documents waiting for people on the desk", () -> desk.figures()
                .all()
                .waiting());
        gauge("lectomen.desk.overdue", "Documents on the desk that should have been answered", () -> desk.figures()
                .all()
                .overdue());
        gauge("lectomen.workers.running", "Running engine workers", () -> workers.pids()
                .size());
        gauge("lectomen.workers.memory.bytes", "Memory used by the engine workers", () -> memory(workers.pids()));
        FunctionCounter.builder("lectomen.workers.deaths", workers, WorkerPool::deaths)
                .description("Workers that ended while processing a document")
                .register(registry);
        gauge("lectomen.disk.free.bytes", "Free space on the disk of the home", diskSpace::freeBytes);
        gauge("lectomen.disk.keep.free.bytes", "Free space below which intake stops", diskSpace::keepFreeBytes);
        gauge("lectomen.ledger.entries", "Entries of the ledger", () -> ledger.head()
                .seq());
        gauge(
                "lectomen.memory.used.bytes",
                "Heap used by the service",
                () -> Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory());
        EVENTS.forEach(this::count);
    }

    private void gauge(String name, String description, Supplier<Number> value) {
        Gauge.builder(name, value).description(description).register(registry);
    }

    /** Rates of what came in, was filed and failed follow from these. */
    private void count(String event) {
        if (counted.add(event)) {
            FunctionCounter.builder(
                            "lectomen.events", ledger, book -> book.appended().getOrDefault(event, 0L))
                    .description("Ledger events since the service started, by event name")
                    .tag("event", event)
                    .register(registry);
        }
    }

    private static double oldestWaiting(Store store, InstantSource clock) {
        return store.read(db -> db.sql("""
                                select created_at from job indexed by job_by_state_alone where state = 'waiting'
                                order by number limit 1
                                """).query(Long.class).optional())
                .map(since -> Math.max(0, clock.millis() - since) / 1_000.0)
                .orElse(0.0);
    }

    /** What is resident, by the system's own count; 0 where that can't be read. */
    private static long memory(List<Long> pids) {
        long bytes = 0;
        for (long pid : pids) {
            try {
                String[] pages =
                        Files.readString(Path.of("/proc/" + pid + "/statm")).split(" ");
                bytes += Long.parseLong(pages[1]) * PAGE_BYTES;
            } catch (IOException gone) {
                // it ended meanwhile
            }
        }
        return bytes;
    }

    synchronized String text() {
        jobsByRule.register(
                jobs.countsByRule().entrySet().stream()
                        .map(count -> MultiGauge.Row.of(
                                Tags.of(
                                        "state",
                                        count.getKey().state().code(),
                                        "rule",
                                        count.getKey().rule().orElse("")),
                                count.getValue()))
                        .toList(),
                true);
        List<SourceStatus> status = folders.status();
        sources.register(
                status.stream()
                        .flatMap(source -> files(source).entrySet().stream()
                                .map(files -> MultiGauge.Row.of(
                                        Tags.of("source", Long.toString(source.id()), "waits", files.getKey()),
                                        files.getValue())))
                        .toList(),
                true);
        ledger.appended().keySet().forEach(this::count);
        return registry.scrape();
    }

    private static Map<String, Integer> files(SourceStatus source) {
        return Map.of(
                "to settle", source.settling(),
                "to be taken", source.ready(),
                "for a rule", source.unmatched(),
                "to be removed", source.left());
    }
}
