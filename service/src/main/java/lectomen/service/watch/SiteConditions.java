package lectomen.service.watch;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.reason.Reason;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.home.Settings;
import lectomen.service.intake.HotFolders;
import lectomen.service.intake.SourceStatus;
import lectomen.service.store.Store;
import lectomen.service.workers.WorkerPool;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What is wrong now: with hot folders, connections, the disk, workers and the certificate. For one thread. */
public final class SiteConditions implements Supplier<List<SiteWatch.Condition>> {
    private static final Logger LOG = LoggerFactory.getLogger(SiteConditions.class);

    /** Reasons of a source that concern the whole service, and are reported as such. */
    private static final List<String> NOT_OF_THE_SOURCE = List.of("disk.low", "intake.paused", "source.paused");

    private static final int DEATHS_THAT_MATTER = 3;
    private static final Duration SPAN_OF_DEATHS = Duration.ofMinutes(10);
    private static final Duration BEFORE_EXPIRY = Duration.ofDays(21);

    private final Store store;
    private final HotFolders folders;
    private final DiskSpaceGuard disk;
    private final WorkerPool workers;
    private final Optional<Path> certificate;
    private final InstantSource clock;
    private final Deque<Instant> deaths = new ArrayDeque<>();
    private int knownDeaths;

    public SiteConditions(
            Store store,
            HotFolders folders,
            DiskSpaceGuard disk,
            WorkerPool workers,
            Settings settings,
            InstantSource clock) {
        this.store = store;
        this.folders = folders;
        this.disk = disk;
        this.workers = workers;
        this.certificate = settings.listen()
                .map(Settings.Listen::way)
                .filter(Settings.Listen.Way.Certificate.class::isInstance)
                .map(way -> ((Settings.Listen.Way.Certificate) way).certificate());
        this.clock = clock;
    }

    @Override
    public List<SiteWatch.Condition> get() {
        List<SiteWatch.Condition> conditions = new ArrayList<>();
        folders.status().forEach(source -> ofSource(source).forEach(conditions::add));
        conditions.addAll(connections());
        disk.findTooLow()
                .ifPresent(reason -> conditions.add(condition(NoticeKind.DISK_LOW, "The disk", Optional.of(reason))));
        workerTrouble().ifPresent(conditions::add);
        certificateExpires().ifPresent(conditions::add);
        return conditions;
    }

    private static SiteWatch.Condition condition(NoticeKind kind, String about, Optional<Reason> reason) {
        return new SiteWatch.Condition(kind, about, reason);
    }

    private static Stream<SiteWatch.Condition> ofSource(SourceStatus source) {
        Stream<SiteWatch.Condition> silent = source.silent().stream()
                .map(reason -> condition(NoticeKind.SILENT, source.folder(), Optional.of(reason)));
        Stream<SiteWatch.Condition> unreachable = source.trouble().stream()
                .filter(reason -> !NOT_OF_THE_SOURCE.contains(reason.code()))
                .map(reason -> condition(NoticeKind.UNREACHABLE, source.folder(), Optional.of(reason)));
        return Stream.concat(silent, unreachable);
    }

    /** Connections for which something has been tried more than once. */
    private List<SiteWatch.Condition> connections() {
        return store.read(db -> db.sql("""
                        select connection, count(*) as waiting from effect
                        where state = 'intended' and next_try_at > 0 and attempts > 1
                          and (reason_code like 'destination.%' or reason_code in ('mail.away', 'call.away', 'send.away'))
                        group by connection
                        """)
                .query((row, n) -> condition(
                        NoticeKind.CONNECTION_AWAY,
                        "Connection " + row.getString("connection"),
                        Optional.of(Reason.of("connection.waiting", "count", row.getString("waiting")))))
                .list());
    }

    private Optional<SiteWatch.Condition> workerTrouble() {
        Instant now = clock.instant();
        int died = workers.deaths();
        for (int i = knownDeaths; i < died; i++) {
            deaths.add(now);
        }
        knownDeaths = died;
        while (!deaths.isEmpty() && deaths.peekFirst().isBefore(now.minus(SPAN_OF_DEATHS))) {
            deaths.removeFirst();
        }
        return deaths.size() < DEATHS_THAT_MATTER
                ? Optional.empty()
                : Optional.of(condition(
                        NoticeKind.WORKER_TROUBLE,
                        "Workers",
                        Optional.of(Reason.of("worker.deaths", "count", Integer.toString(deaths.size())))));
    }

    private Optional<SiteWatch.Condition> certificateExpires() {
        return certificate
                .flatMap(this::validUntil)
                .filter(until -> until.isBefore(clock.instant().plus(BEFORE_EXPIRY)))
                .map(until -> condition(
                        NoticeKind.CERTIFICATE_EXPIRES,
                        "The certificate",
                        Optional.of(Reason.of("certificate.expires", "until", until.toString()))));
    }

    private Optional<Instant> validUntil(Path file) {
        try (InputStream in = Files.newInputStream(file)) {
            X509Certificate read =
                    (X509Certificate) CertificateFactory.getInstance("X.509").generateCertificate(in);
            return Optional.of(read.getNotAfter().toInstant());
        } catch (IOException | GeneralSecurityException e) {
            LOG.warn("The certificate can't be read: {}", e.getMessage());
            return Optional.empty();
        }
    }
}
