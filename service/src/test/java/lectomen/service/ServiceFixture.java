package lectomen.service;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import lectomen.engine.facts.Site;
import lectomen.engine.print.ability.PrinterAbilities;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.Retention;
import lectomen.engine.schedule.Days;
import lectomen.engine.schedule.OpenHours;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.service.bytes.ByteStore;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.connection.ConnectionRecords;
import lectomen.service.counter.Counters;
import lectomen.service.destination.Connections;
import lectomen.service.destination.folder.FolderConnection;
import lectomen.service.destination.folder.FolderDestinations;
import lectomen.service.disk.KnownDisks;
import lectomen.service.effect.ConnectionLimits;
import lectomen.service.effect.EffectRunner;
import lectomen.service.effect.Effects;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.effect.print.PrintFiles;
import lectomen.service.effect.print.PrintQueues;
import lectomen.service.home.MailSettings;
import lectomen.service.home.NoticeSettings;
import lectomen.service.home.PrinterSettings;
import lectomen.service.home.ServiceAddress;
import lectomen.service.home.Settings;
import lectomen.service.home.SignInSettings;
import lectomen.service.intake.Arrivals;
import lectomen.service.intake.Uploads;
import lectomen.service.job.JobEndings;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.mail.MailServer;
import lectomen.service.plan.ChildJobs;
import lectomen.service.plan.PlanWaits;
import lectomen.service.plan.Plans;
import lectomen.service.print.PrintPort;
import lectomen.service.print.Printer;
import lectomen.service.rulebook.PrinterCheck;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.secret.HomeKey;
import lectomen.service.secret.SecretStore;
import lectomen.service.store.Erasure;
import lectomen.service.store.FreshStore;
import lectomen.service.store.Store;
import lectomen.service.web.WebSystem;

/** The parts of a service around a real database in a folder of its own, with a clock that only moves when told. */
public final class ServiceFixture implements AutoCloseable {
    public final Path folder;
    public final SettableClock clock = new SettableClock(Instant.parse("2027-03-01T10:00:00Z"));
    public final Settings settings;
    public final Store store;
    public final Ledger ledger;
    public final Jobs jobs;
    public final Sources sources;
    public final KnownDisks disks;
    public final ByteStore bytes;
    public final Rulebook rulebook;
    public final KeyedHash keyed = new KeyedHash(new byte[32]);
    public final FolderDestinations folders;
    public final EffectRunner runner;
    public final JobFilings filings;
    public final JobEndings endings;
    public final ConnectionRecords connectionRecords;
    public final Erasure erasure = AllErasable.ERASURE;
    public final Plans plans;
    public final PlanWaits waits;
    public final Arrivals arrivals;
    public final Uploads uploads;

    /** Servers that mails are sent by, by the names of their connections. */
    public final Map<String, MailServer> mail = new ConcurrentHashMap<>();

    /** Systems that are called, by the names of their connections. */
    public final ServiceAddress address = new ServiceAddress();

    public final Map<String, WebSystem> systems = new ConcurrentHashMap<>();

    /** Printers, by the names of their connections. */
    public final Map<String, Printer> printers = new ConcurrentHashMap<>();

    public final PrintQueues queues;

    private static final ConnectionLimits FOUR_AT_ONCE = new ConnectionLimits() {
        @Override
        public int atOnce(String connection) {
            return 4;
        }

        @Override
        public Optional<Reason> findPause(String connection) {
            return Optional.empty();
        }
    };

    /** One that prints by day, and lets nobody wait for more than an hour. */
    private final Map<String, PrinterSettings> printQueues = Map.of(
            "plan-room",
            new PrinterSettings(
                    URI.create("ipp://plotter.marrowick.example/ipp/print"),
                    Optional.empty(),
                    Optional.empty(),
                    Map.of(),
                    "",
                    false,
                    Optional.of(new OpenHours(LocalTime.of(7, 0), LocalTime.of(18, 0), Days.EVERY)),
                    Optional.of(Duration.ofHours(1))));

    public final Map<String, PrintPort> ports = new ConcurrentHashMap<>();

    /** What printers can do, by connection; of others nothing is known. */
    public final Map<String, PrinterAbilities> abilities = new ConcurrentHashMap<>();

    /** Draws sheets in place of a worker. */
    public PrintFiles.Drawer drawer = (task, from, keeping) -> {
        throw new IllegalStateException("Nothing is drawn here");
    };

    public ServiceFixture(Path folder) throws IOException {
        this.folder = folder;
        Files.createDirectories(folder.resolve("archive"));
        Site site = new Site(
                Map.of("inbox", folder.resolve("inbox").toString()), Set.of("archive"), Locale.UK, ZoneOffset.UTC);
        Settings.Workers workers = new Settings.Workers(1, 64, Duration.ofSeconds(1), Duration.ofSeconds(1));
        settings = new Settings(
                site,
                List.of(folder),
                Map.of("archive", folder.resolve("archive")),
                Map.of(),
                Map.of(),
                Map.of(),
                workers,
                0,
                Retention.FOR_EVER,
                WorkCalendar.USUAL,
                Optional.empty(),
                SignInSettings.LOCAL,
                NoticeSettings.NONE,
                false);
        store = FreshStore.open(folder.resolve("store"), clock);
        ledger = new Ledger(store, clock);
        jobs = new Jobs(store, ledger, clock);
        sources = new Sources(store);
        disks = new KnownDisks(store, ledger, folder, clock);
        bytes = new ByteStore(folder.resolve("bytes"));
        rulebook = new Rulebook(
                store,
                ledger,
                settings,
                settings::site,
                () -> Set.of("records-office", "nell"),
                new PrinterCheck(Map.of(), name -> Optional.empty(), name -> Optional.empty()),
                clock);
        Effects effects = new Effects(store, ledger, keyed, clock);
        Connections connections = new Connections(settings::folders, settings.roots(), disks::findElsewhere);
        folders = new FolderDestinations(connections);
        connectionRecords = new ConnectionRecords(store, ledger, List.of(new FolderConnection()), clock);
        connectionRecords.declare(FolderConnection.CODE, FolderConnection.settings(settings.folders()));
        endings = new JobEndings(jobs);
        plans = new Plans(jobs);
        ChildJobs children = new ChildJobs(jobs, endings, plans, ledger, sources);
        jobs.onPart(children);
        waits = new PlanWaits(jobs, plans, children, clock);
        queues = new PrintQueues(store, ledger, printQueues, FOUR_AT_ONCE, ZoneOffset.UTC, WorkCalendar.USUAL, clock);
        AllEffects all = AllEffects.of(
                store,
                jobs,
                effects,
                bytes,
                connectionRecords,
                connections,
                folders,
                name -> Optional.ofNullable(mail.get(name)),
                name -> Optional.ofNullable(systems.get(name)),
                name -> Optional.ofNullable(printers.get(name)),
                name -> Optional.ofNullable(ports.get(name)),
                queues,
                new PrintFiles(
                        folder.resolve("sheets"),
                        bytes,
                        name -> Optional.ofNullable(abilities.get(name)),
                        (task, from, keeping) -> drawer.draw(task, from, keeping)),
                address,
                rulebook,
                sources,
                new Counters(store, ledger, ZoneOffset.UTC, clock),
                endings,
                waits,
                keyed,
                Locale.UK,
                clock);
        runner = all.runner();
        filings = all.filings();
        arrivals = new Arrivals(store, ledger, jobs, filings, endings, keyed, clock);
        uploads = new Uploads(
                store,
                sources,
                jobs,
                bytes,
                arrivals,
                keyed,
                clock,
                new DiskSpaceGuard(folder, 0),
                () -> {},
                who -> who);
    }

    /** Sends a text file in, as through the interface; gives its job. */
    public String send(String name, String text) throws IOException {
        byte[] content = text.getBytes(StandardCharsets.UTF_8);
        Uploads.Sent sent = new Uploads.Sent(name, Optional.empty(), Set.of(), Optional.empty(), false);
        return uploads.take(sent, new ByteArrayInputStream(content), "owner").job();
    }

    /** Sends mails of a connection by a server on this machine, without encryption. */
    public void sendMailBy(String connection, int port) {
        MailSettings server = new MailSettings(
                "localhost",
                port,
                MailSettings.Encryption.NONE,
                "works@marrowick.example",
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
        SecretStore secrets = new SecretStore(store, ledger, new HomeKey(new byte[32]), clock);
        mail.put(connection, new MailServer(server, secrets, bytes, clock));
    }

    @Override
    public void close() {
        runner.close();
        store.close();
    }
}
