package lectomen.service.api;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import lectomen.engine.reason.Counted;
import lectomen.engine.reason.Reason;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.connection.ConnectionRecords;
import lectomen.service.desk.DeskFigures;
import lectomen.service.home.Home;
import lectomen.service.intake.HotFolders;
import lectomen.service.intake.IntakeSwitch;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.ledger.LedgerKeeper;
import lectomen.service.role.Permission;
import lectomen.service.role.Scope;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.store.Store;
import lectomen.service.workers.WorkerPool;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the service is doing now, in words and figures. */
@RestController
@RequestMapping("/api/v1")
final class StatusController {
    private static final Set<String> FOR_ALL_FOLDERS = Set.of("disk.low", "intake.paused");
    private final Home home;
    private final Store store;
    private final Jobs jobs;
    private final Rulebook rulebook;
    private final HotFolders folders;
    private final WorkerPool workers;
    private final DiskSpaceGuard diskSpace;
    private final IntakeSwitch intake;
    private final ConnectionRecords connections;
    private final Ledger ledger;
    private final LedgerKeeper ledgerKeeper;
    private final Metrics metrics;
    private final DeskFigures figures;
    private final Instant startedAt = Instant.now();
    private final CallerScope scopes;

    StatusController(
            Home home,
            Store store,
            Jobs jobs,
            Rulebook rulebook,
            HotFolders folders,
            WorkerPool workers,
            DiskSpaceGuard diskSpace,
            IntakeSwitch intake,
            ConnectionRecords connections,
            Ledger ledger,
            LedgerKeeper ledgerKeeper,
            Metrics metrics,
            DeskFigures figures,
            CallerScope scopes) {
        this.scopes = scopes;
        this.home = home;
        this.store = store;
        this.jobs = jobs;
        this.rulebook = rulebook;
        this.folders = folders;
        this.workers = workers;
        this.diskSpace = diskSpace;
        this.intake = intake;
        this.connections = connections;
        this.ledger = ledger;
        this.ledgerKeeper = ledgerKeeper;
        this.metrics = metrics;
        this.figures = figures;
    }

    record Workers(int most, List<Long> running, int deaths) {}

    /** @param low why no files are taken in */
    record Disk(long freeBytes, long keepFreeBytes, Optional<JobView.ReasonView> low) {}

    /**
     * @param intakePaused why nothing is taken out of any hot folder
     * @param overdue reviews and approvals that should have been answered
     * @param notices what is to be said of the service itself and its folders, as sentences
     * @param attention these, and how many jobs a person should look at
     */
    record Status(
            String home,
            String store,
            int incarnation,
            Instant startedAt,
            Map<String, Long> jobs,
            List<SourceView> sources,
            int liveRules,
            Workers workers,
            Disk disk,
            Optional<JobView.ReasonView> intakePaused,
            long ledgerEntries,
            int overdue,
            List<String> notices,
            List<String> attention) {}

    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping("/status")
    Status status() {
        Map<String, Long> counts = new TreeMap<>();
        Scope theirs = scopes.require(Permission.SEE_DOCUMENTS);
        jobs.countsByRule().forEach((of, count) -> {
            if (theirs.isAll() || of.rule().filter(theirs::hasRule).isPresent()) {
                counts.merge(of.state().code(), count, Long::sum);
            }
        });
        Optional<Set<String>> folderNames = theirs.rules().map(scopes::foldersOf);
        List<SourceView> sources = folders.status().stream()
                .filter(source -> folderNames
                        .filter(names -> !names.contains(source.folder()))
                        .isEmpty())
                .map(source -> SourceView.of(source, rulebook.acting().from(source.folder())))
                .toList();
        Optional<Reason> low = diskSpace.findTooLow();
        List<String> notices = notices(sources, low, theirs);
        return new Status(
                home.folder().toString(),
                store.identity().id(),
                store.identity().incarnation(),
                startedAt,
                counts,
                sources,
                rulebook.acting().rules().size(),
                new Workers(workers.size(), workers.pids(), workers.deaths()),
                new Disk(diskSpace.freeBytes(), diskSpace.keepFreeBytes(), low.map(JobView.ReasonView::of)),
                intake.findPaused().map(JobView.ReasonView::of),
                ledger.head().seq(),
                overdue(theirs),
                notices,
                attention(notices, counts, theirs.isAll() ? jobs.countHeldUpByDestinations() : 0));
    }

    private int overdue(Scope theirs) {
        return figures.overdue().entrySet().stream()
                .filter(rule -> theirs.hasRule(rule.getKey()))
                .mapToInt(Map.Entry::getValue)
                .sum();
    }

    /** What is to be said of the service itself and its folders. */
    private List<String> notices(List<SourceView> sources, Optional<Reason> low, Scope theirs) {
        List<String> notices = new ArrayList<>(theirs.isAll() ? rulebook.broken() : List.of());
        store.findTrouble()
                .ifPresent(problem -> notices.add("The database can't be written, so nothing is taken in or filed: "
                        + problem + ". Processing resumes by itself when the disk can be written"));
        ledgerKeeper.warning().ifPresent(notices::add);
        low.ifPresent(reason -> notices.add(reason.words()));
        intake.findPaused().ifPresent(reason -> notices.add(reason.words()));
        connections.all().values().stream()
                .flatMap(connection -> connection.pauseReason().stream())
                .forEach(reason -> notices.add(reason.words()));
        for (SourceView source : sources) {
            source.trouble()
                    .filter(trouble -> !FOR_ALL_FOLDERS.contains(trouble.code()))
                    .ifPresent(trouble -> notices.add("Hot folder " + source.folder() + ": " + trouble.words()));
            source.silent().ifPresent(silent -> notices.add("Hot folder " + source.folder() + ": " + silent.words()));
        }
        return notices;
    }

    private static List<String> attention(List<String> notices, Map<String, Long> counts, long heldUp) {
        List<String> attention = new ArrayList<>(notices);
        if (heldUp > 0) {
            attention.add(
                    Counted.of(heldUp, "job waits", "jobs wait")
                            + " for a destination that can't be reached or written; each job shows why (job list --state waiting)");
        }
        say(attention, counts, JobState.FAILED, "failed; each job shows why (job list --state failed)");
        say(attention, counts, JobState.UNMATCHED, "unmatched (job list --state unmatched)");
        say(attention, counts, JobState.HELD, "held (job list --state held)");
        say(attention, counts, JobState.IN_DOUBT, "in doubt (job list --state in-doubt)");
        return attention;
    }

    private static void say(List<String> attention, Map<String, Long> counts, JobState state, String words) {
        long count = counts.getOrDefault(state.code(), 0L);
        if (count > 0) {
            attention.add(Counted.of(count, "job ", "jobs ") + words);
        }
    }

    /** The service in figures, as Prometheus text. */
    @Needs(Permission.SEE_SERVICE)
    @GetMapping(path = "/metrics", produces = MediaType.TEXT_PLAIN_VALUE)
    String metrics() {
        return metrics.text();
    }
}
