package lectomen.service.api;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.service.home.Home;
import lectomen.service.intake.HotFolders;
import lectomen.service.intake.SourceStatus;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.ledger.LedgerKeeper;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.store.Store;
import lectomen.service.workers.WorkerPool;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the service is doing, at a glance. */
@RestController
@RequestMapping("/api/v1/status")
final class StatusController {
    private final Home home;
    private final Store store;
    private final Jobs jobs;
    private final Rulebook rulebook;
    private final HotFolders folders;
    private final WorkerPool workers;
    private final Ledger ledger;
    private final LedgerKeeper ledgerKeeper;
    private final Instant startedAt = Instant.now();

    StatusController(
            Home home,
            Store store,
            Jobs jobs,
            Rulebook rulebook,
            HotFolders folders,
            WorkerPool workers,
            Ledger ledger,
            LedgerKeeper ledgerKeeper) {
        this.home = home;
        this.store = store;
        this.jobs = jobs;
        this.rulebook = rulebook;
        this.folders = folders;
        this.workers = workers;
        this.ledger = ledger;
        this.ledgerKeeper = ledgerKeeper;
    }

    record SourceView(
            String folder,
            Optional<Instant> lastLookAt,
            Optional<Instant> nextLookAt,
            Optional<JobView.ReasonView> trouble,
            int settling,
            int unwanted) {
        static SourceView of(SourceStatus source) {
            return new SourceView(
                    source.folder(),
                    source.lastLookAt(),
                    source.nextLookAt(),
                    source.trouble().map(JobView.ReasonView::of),
                    source.settling(),
                    source.unwanted());
        }
    }

    record Workers(int most, List<Long> running, int deaths) {}

    /** @param attention what a person should look at, as sentences */
    record Status(
            String home,
            String store,
            int incarnation,
            Instant startedAt,
            Map<String, Long> jobs,
            List<SourceView> sources,
            int liveRules,
            Workers workers,
            long ledgerEntries,
            List<String> attention) {}

    @GetMapping
    Status status() {
        Map<String, Long> counts = new TreeMap<>();
        jobs.counts().forEach((state, count) -> counts.put(state.code(), count));
        List<SourceView> sources = folders.status().stream().map(SourceView::of).toList();
        return new Status(
                home.folder().toString(),
                store.identity().id(),
                store.identity().incarnation(),
                startedAt,
                counts,
                sources,
                rulebook.acting().rules().size(),
                new Workers(workers.size(), workers.pids(), workers.deaths()),
                ledger.head().seq(),
                attention(counts, sources));
    }

    private List<String> attention(Map<String, Long> counts, List<SourceView> sources) {
        List<String> attention = new ArrayList<>(rulebook.broken());
        ledgerKeeper.warning().ifPresent(attention::add);
        sources.forEach(source -> source.trouble()
                .ifPresent(trouble -> attention.add("Hot folder " + source.folder() + ": " + trouble.words())));
        say(attention, counts, JobState.FAILED, "failed; each says why (job list --state failed)");
        say(attention, counts, JobState.UNWANTED, "wanted by no rule (job list --state unwanted)");
        say(attention, counts, JobState.IN_DOUBT, "in doubt (job list --state in-doubt)");
        return attention;
    }

    private static void say(List<String> attention, Map<String, Long> counts, JobState state, String words) {
        long count = counts.getOrDefault(state.code(), 0L);
        if (count > 0) {
            attention.add(count + (count == 1 ? " job " : " jobs ") + words);
        }
    }
}
