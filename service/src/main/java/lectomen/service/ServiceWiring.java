package lectomen.service;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.service.access.PasswordHashing;
import lectomen.service.access.People;
import lectomen.service.access.RequestGuard;
import lectomen.service.access.Sessions;
import lectomen.service.access.SignInAttempts;
import lectomen.service.access.Token;
import lectomen.service.bytes.ByteStore;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.counter.Counters;
import lectomen.service.destination.Connections;
import lectomen.service.disk.KnownDisks;
import lectomen.service.effect.answer.Answers;
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
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.ledger.LedgerKeeper;
import lectomen.service.lookup.CurrentSite;
import lectomen.service.lookup.LookupTables;
import lectomen.service.page.Pages;
import lectomen.service.retention.RetentionRuns;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.SharedParts;
import lectomen.service.rulebook.Sources;
import lectomen.service.secret.SecretStore;
import lectomen.service.store.Store;
import lectomen.service.time.ServiceClock;
import lectomen.service.work.FollowUps;
import lectomen.service.work.JobActions;
import lectomen.service.work.JobRunner;
import lectomen.service.work.RuleActivation;
import lectomen.service.work.RuleRenames;
import lectomen.service.work.Samples;
import lectomen.service.work.TrialDocuments;
import lectomen.service.work.TrialOutputs;
import lectomen.service.work.Trials;
import lectomen.service.work.UnmatchedFiles;
import lectomen.service.workers.WorkerPool;
import lectomen.service.workers.WorkerSettings;
import org.springframework.boot.autoconfigure.ImportAutoConfiguration;
import org.springframework.boot.autoconfigure.context.PropertyPlaceholderAutoConfiguration;
import org.springframework.boot.autoconfigure.ssl.SslAutoConfiguration;
import org.springframework.boot.http.converter.autoconfigure.HttpMessageConvertersAutoConfiguration;
import org.springframework.boot.jackson.autoconfigure.JacksonAutoConfiguration;
import org.springframework.boot.servlet.autoconfigure.HttpEncodingAutoConfiguration;
import org.springframework.boot.servlet.autoconfigure.MultipartAutoConfiguration;
import org.springframework.boot.tomcat.autoconfigure.servlet.TomcatServletWebServerAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.DispatcherServletAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.WebMvcAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.error.ErrorMvcAutoConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.ComponentScan;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Import;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Wires the parts of the service. {@link LectomenService} hands in the home, its settings and the clock. What of the framework
 * is used stands here by name: looking for what might be used would take half a second of each start.
 */
@Configuration(proxyBeanMethods = false)
@ImportAutoConfiguration({
    PropertyPlaceholderAutoConfiguration.class,
    SslAutoConfiguration.class,
    HttpMessageConvertersAutoConfiguration.class,
    JacksonAutoConfiguration.class,
    HttpEncodingAutoConfiguration.class,
    MultipartAutoConfiguration.class,
    TomcatServletWebServerAutoConfiguration.class,
    DispatcherServletAutoConfiguration.class,
    WebMvcAutoConfiguration.class,
    ErrorMvcAutoConfiguration.class
})
@ComponentScan("lectomen.service.api")
@Import({IntakeWiring.class, EffectWiring.class})
class ServiceWiring {
    @Bean(destroyMethod = "close")
    Store store(Home home, InstantSource clock) {
        return Store.open(home.part("store"), clock);
    }

    @Bean
    KeyedHash keyedHash(Home home) {
        return new KeyedHash(home.ledgerKey());
    }

    @Bean
    Ledger ledger(Store store, InstantSource clock) {
        return new Ledger(store, clock);
    }

    @Bean
    ByteStore byteStore(Home home) throws IOException {
        return new ByteStore(home.part("bytes"));
    }

    @Bean
    Counters counters(Store store, Ledger ledger, Settings settings, InstantSource clock) {
        return new Counters(store, ledger, settings.site().zone(), clock);
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
            JobFilings filings,
            JobEndings endings,
            CurrentSite site,
            InstantSource clock) {
        FollowUps followUps =
                new FollowUps(ledger, jobs, results, notes, rulebook, sources, giveBack, answers, filings, site, clock);
        endings.followUpWith(followUps);
        return followUps;
    }

    @Bean
    RuleRenames ruleRenames(Store store, Rulebook rulebook, Sources sources, HotFolders folders, InstantSource clock) {
        return new RuleRenames(store, rulebook, sources, folders, clock);
    }

    @Bean
    SharedParts sharedParts(Store store, Ledger ledger, Rulebook rulebook, InstantSource clock) {
        return new SharedParts(store, ledger, rulebook, clock);
    }

    @Bean
    RuleActivation goingLive(Rulebook rulebook, HotFolders folders, Samples samples, Connections connections) {
        return new RuleActivation(rulebook, folders, samples, connections);
    }

    @Bean
    SecretStore secretStore(Home home, Store store, Ledger ledger, InstantSource clock) {
        return new SecretStore(store, ledger, home.secretKey(), clock);
    }

    @Bean
    LookupTables lookupTables(Store store, Ledger ledger, ByteStore bytes, InstantSource clock) {
        return new LookupTables(store, ledger, bytes, clock);
    }

    @Bean
    CurrentSite currentSite(Settings settings, LookupTables tables) {
        return new CurrentSite(settings.site(), tables);
    }

    @Bean
    Rulebook rulebook(
            Store store, Ledger ledger, Settings settings, LookupTables tables, CurrentSite site, InstantSource clock) {
        Rulebook rulebook = new Rulebook(store, ledger, settings, site, clock);
        tables.onChange(rulebook::readAgain);
        return rulebook;
    }

    @Bean
    DiskSpaceGuard diskSpace(Home home, Settings settings) {
        return new DiskSpaceGuard(home.folder(), settings.keepFreeBytes());
    }

    @Bean
    Jobs jobs(Store store, Ledger ledger, InstantSource clock) {
        return new Jobs(store, ledger, clock);
    }

    @Bean(destroyMethod = "close")
    JobList jobList(Store store, Jobs jobs) {
        return new JobList(store, jobs);
    }

    @Bean
    DayCounts dayCounts(Store store, InstantSource clock) {
        return new DayCounts(store, clock);
    }

    @Bean
    ArrivalTimes arrivalTimes(Store store, HotFolders folders, InstantSource clock) {
        return new ArrivalTimes(store, folders, clock);
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
    KnownDisks knownDisks(Store store, Ledger ledger, Home home, InstantSource clock) {
        return new KnownDisks(store, ledger, home.folder(), clock);
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
            CurrentSite site,
            InstantSource clock) {
        return new JobRunner(store, jobs, results, rulebook, sources, bytes, workers, filings, endings, site, clock);
    }

    @Bean
    JobActions jobActions(
            Store store,
            Jobs jobs,
            JobFilings filings,
            Ledger ledger,
            HotFolders folders,
            JobRunner runner,
            People people) {
        return new JobActions(
                store,
                jobs,
                filings,
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
    Pages pages(Home home, WorkerPool workers, ByteStore bytes, InstantSource clock) throws IOException {
        return new Pages(home.part("derived").resolve("pages"), workers, bytes, clock);
    }

    @Bean
    TrialOutputs trialOutputs(Home home, InstantSource clock) throws IOException {
        return new TrialOutputs(home.part("scratch").resolve("trial-outputs"), clock);
    }

    @Bean
    TrialDocuments trialDocuments(Home home, ByteStore bytes, InstantSource clock) throws IOException {
        return new TrialDocuments(home.part("trial-documents"), bytes, clock);
    }

    @Bean
    Trials trials(
            Home home,
            Rulebook rulebook,
            WorkerPool workers,
            CurrentSite site,
            ByteStore bytes,
            TrialOutputs outputs,
            InstantSource clock)
            throws IOException {
        return new Trials(rulebook, workers, site, home.part("scratch").resolve("trials"), bytes, outputs, clock);
    }

    @Bean
    Samples samples(
            Store store,
            ByteStore bytes,
            Trials trials,
            Rulebook rulebook,
            Ledger ledger,
            Settings settings,
            InstantSource clock) {
        return new Samples(
                store, bytes, trials, rulebook, ledger, settings.site().locale(), clock);
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
        return new RetentionRuns(store, ledger, rulebook, settings, list, bytes, clock);
    }

    @Bean
    People people(Store store, Ledger ledger, InstantSource clock, PasswordHashing passwords) {
        return new People(store, ledger, clock, passwords);
    }

    @Bean
    Sessions sessions(Store store, Ledger ledger, People people, InstantSource clock) {
        Duration span = Duration.ofMinutes(15);
        return new Sessions(store, ledger, people, clock, tries(5, span), tries(10, span));
    }

    private static SignInAttempts tries(int most, Duration span) {
        return new SignInAttempts(most, span, () -> System.nanoTime() / 1_000_000_000L);
    }

    @Bean
    RequestGuard guard(Home home, Settings settings, Sessions sessions) {
        Set<String> names = new HashSet<>();
        Set<String> onlyFrom = new HashSet<>();
        settings.listen().ifPresent(listen -> {
            names.addAll(listen.names());
            if (listen.way() instanceof Settings.Listen.Way.Proxy proxy) {
                names.add(proxy.url().getHost());
                onlyFrom.addAll(proxy.addresses());
            }
        });
        return new RequestGuard(new Token(home.token()), sessions, names, onlyFrom, tries(10, Duration.ofMinutes(1)));
    }

    @Bean(destroyMethod = "close")
    LedgerKeeper ledgerKeeper(Home home, Ledger ledger) {
        return new LedgerKeeper(ledger, home.part("ledger.head"));
    }
}
