package lectomen.service;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.service.access.People;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.answer.Answers;
import lectomen.service.effect.call.Calls;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.effect.giveback.GiveBack;
import lectomen.service.home.Home;
import lectomen.service.home.Settings;
import lectomen.service.intake.ArrivalTimes;
import lectomen.service.intake.HotFolders;
import lectomen.service.job.DayCounts;
import lectomen.service.job.Job;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobFamily;
import lectomen.service.job.JobList;
import lectomen.service.job.JobNotes;
import lectomen.service.job.JobResults;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.lookup.CurrentSite;
import lectomen.service.notice.JobNotices;
import lectomen.service.page.Pages;
import lectomen.service.plan.PlanWaits;
import lectomen.service.plan.Plans;
import lectomen.service.retention.RetentionRuns;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import lectomen.service.time.ServiceClock;
import lectomen.service.work.FollowUps;
import lectomen.service.work.JobActions;
import lectomen.service.work.JobRunner;
import lectomen.service.work.UnmatchedFiles;
import lectomen.service.workers.WorkerPool;
import lectomen.service.workers.WorkerSettings;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Wires jobs: their lists and results, the workers that examine documents, and what people do with jobs. */
@Configuration(proxyBeanMethods = false)
class JobWiring {
    @Bean
    Jobs jobs(Store store, Ledger ledger, InstantSource clock) {
        return new Jobs(store, ledger, clock);
    }

    @Bean(destroyMethod = "close")
    JobList jobList(Store store, Jobs jobs) {
        return new JobList(store, jobs);
    }

    @Bean
    JobFamily jobFamily(Store store) {
        return new JobFamily(store);
    }

    @Bean
    JobNotes jobNotes(Store store, Ledger ledger, InstantSource clock) {
        return new JobNotes(store, ledger, clock);
    }

    @Bean
    JobResults jobResults(Store store) {
        return new JobResults(store);
    }

    @Bean
    DayCounts dayCounts(Store store, InstantSource clock) {
        return new DayCounts(store, clock);
    }

    @Bean
    ArrivalTimes arrivalTimes(Store store, HotFolders folders, InstantSource clock) {
        return new ArrivalTimes(store, folders, clock);
    }

    @Bean(destroyMethod = "close")
    WorkerPool workerPool(Home home, Settings settings, ServiceClock clock) throws IOException {
        Settings.Workers limits = settings.workers();
        WorkerSettings workers = new WorkerSettings(
                limits.count(),
                limits.memory(),
                limits.timeLimit(),
                limits.quiet(),
                Path.of(System.getProperty("java.home"), "bin", "java"),
                System.getProperty("lectomen.worker.classpath", "worker/target/lectomen-worker.jar"),
                "lectomen.worker.WorkerMain",
                Optional.ofNullable(System.getProperty("lectomen.worker.classes"))
                        .map(Path::of),
                home.part("scratch").resolve("workers"),
                Files.createDirectories(home.part("scratch").resolve("fonts")),
                home.part("fonts"));
        return new WorkerPool(workers, clock);
    }

    @Bean
    Pages pages(Home home, WorkerPool workers, ByteStore bytes, InstantSource clock) throws IOException {
        return new Pages(home.part("derived").resolve("pages"), workers, bytes, clock);
    }

    @Bean(destroyMethod = "close")
    JobRunner jobRunner(
            Store store,
            Jobs jobs,
            JobResults results,
            Rulebook rulebook,
            Sources sources,
            ByteStore bytes,
            WorkerPool workers,
            JobFilings filings,
            JobEndings endings,
            Plans plans,
            PlanWaits waits,
            CurrentSite site,
            InstantSource clock) {
        return new JobRunner(
                store, jobs, results, rulebook, sources, bytes, workers, filings, endings, plans, waits, site, clock);
    }

    @Bean
    JobActions jobActions(
            Store store,
            Jobs jobs,
            JobFilings filings,
            PlanWaits waits,
            Ledger ledger,
            HotFolders folders,
            JobRunner runner,
            People people) {
        return new JobActions(
                store,
                jobs,
                filings,
                waits,
                ledger,
                unmatchedIn(folders),
                () -> {
                    runner.wake();
                    filings.wake();
                },
                people::nameOf);
    }

    private static UnmatchedFiles unmatchedIn(HotFolders folders) {
        return new UnmatchedFiles() {
            @Override
            public Set<Long> takenFrom() {
                return folders.takenFrom();
            }

            @Override
            public void askFor(JdbcClient db, String job) {
                folders.askFor(db, job);
            }

            @Override
            public void fetch(List<Job> jobs) {
                folders.fetch(jobs);
            }
        };
    }

    @Bean
    FollowUps followUps(
            Ledger ledger,
            Jobs jobs,
            JobResults results,
            JobNotes notes,
            Rulebook rulebook,
            Sources sources,
            GiveBack giveBack,
            Answers answers,
            JobNotices notices,
            Calls calls,
            JobFilings filings,
            JobEndings endings,
            CurrentSite site,
            InstantSource clock) {
        FollowUps followUps = new FollowUps(
                ledger, jobs, results, notes, rulebook, sources, giveBack, answers, notices, calls, filings, site,
                clock);
        endings.followUpWith(followUps);
        return followUps;
    }

    @Bean(destroyMethod = "close")
    RetentionRuns retentionRuns(
            Store store,
            Ledger ledger,
            Rulebook rulebook,
            Settings settings,
            JobList list,
            ByteStore bytes,
            InstantSource clock) {
        return new RetentionRuns(store, ledger, rulebook, settings, list, bytes, AllErasable.ERASURE, clock);
    }
}
