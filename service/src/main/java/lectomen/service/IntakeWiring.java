package lectomen.service;

import java.io.IOException;
import java.time.InstantSource;
import lectomen.service.access.People;
import lectomen.service.bytes.ByteStore;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.disk.KnownDisks;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.home.Settings;
import lectomen.service.intake.Arrivals;
import lectomen.service.intake.HotFolders;
import lectomen.service.intake.IntakeSwitch;
import lectomen.service.intake.PendingFiles;
import lectomen.service.intake.QueueFolders;
import lectomen.service.intake.RoutingPreview;
import lectomen.service.intake.SourcePauses;
import lectomen.service.intake.SourceRuns;
import lectomen.service.intake.Uploads;
import lectomen.service.job.JobEndings;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import lectomen.service.time.ServiceClock;
import lectomen.service.work.JobRunner;
import lectomen.service.workers.WorkerPool;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Wires the intake: hot folders with their sources, pauses and runs, and uploads. */
@Configuration(proxyBeanMethods = false)
class IntakeWiring {
    @Bean
    RoutingPreview wouldBeTaken(InstantSource clock) {
        return new RoutingPreview(clock);
    }

    @Bean
    PendingFiles pendingFiles(InstantSource clock) {
        return new PendingFiles(clock);
    }

    @Bean
    Sources sources(Store store) {
        return new Sources(store);
    }

    @Bean
    IntakeSwitch intakeSwitch(Store store, Ledger ledger, People people, InstantSource clock) {
        return new IntakeSwitch(store, ledger, people::nameOf, clock);
    }

    @Bean
    QueueFolders queueFolders(Rulebook rulebook, HotFolders folders, SourcePauses pauses) {
        return new QueueFolders(rulebook, folders, pauses);
    }

    @Bean
    SourcePauses sourcePauses(Store store, Ledger ledger, People people, InstantSource clock) {
        return new SourcePauses(store, ledger, people::nameOf, clock);
    }

    @Bean
    SourceRuns sourceRuns(Store store, Ledger ledger, Settings settings, InstantSource clock) {
        return new SourceRuns(store, ledger, settings.site().zone(), settings.calendar(), clock);
    }

    @Bean
    Arrivals arrivals(
            Store store,
            Ledger ledger,
            Jobs jobs,
            JobFilings filings,
            JobEndings endings,
            KeyedHash keyed,
            InstantSource clock) {
        return new Arrivals(store, ledger, jobs, filings, endings, keyed, clock);
    }

    @Bean(destroyMethod = "close")
    HotFolders hotFolders(
            Store store,
            Rulebook rulebook,
            Sources sources,
            Ledger ledger,
            Jobs jobs,
            Arrivals arrivals,
            ByteStore bytes,
            DiskSpaceGuard diskSpace,
            KeyedHash keyed,
            ServiceClock clock,
            JobRunner runner,
            IntakeSwitch intake,
            SourcePauses pauses,
            SourceRuns runs,
            WorkerPool workers,
            KnownDisks disks,
            Settings settings)
            throws IOException {
        return new HotFolders(new HotFolders.Parts(
                store,
                rulebook,
                sources,
                ledger,
                jobs,
                arrivals,
                bytes,
                diskSpace,
                intake,
                pauses,
                runs,
                workers,
                settings.site().zone(),
                settings.calendar(),
                keyed,
                disks,
                clock,
                runner::wake));
    }

    @Bean
    Uploads uploads(
            Store store,
            Sources sources,
            Jobs jobs,
            ByteStore bytes,
            Arrivals arrivals,
            KeyedHash keyed,
            InstantSource clock,
            DiskSpaceGuard diskSpace,
            JobRunner runner,
            People people) {
        return new Uploads(
                store, sources, jobs, bytes, arrivals, keyed, clock, diskSpace, runner::wake, people::nameOf);
    }
}
