package lectomen.service.report;

import java.time.Duration;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.report.ReportPeriod;
import lectomen.service.home.NoticeSettings;
import lectomen.service.notice.NoticeEvent;
import lectomen.service.notice.Notices;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Notifies people of each report once, at the time of day in the settings; where the service did not run at that time, as soon as it
 * does. Of several periods that were missed, the last is reported.
 */
public final class ReportSchedule implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(ReportSchedule.class);
    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(5);

    private final Store store;
    private final Notices notices;
    private final Reports reports;
    private final NoticeSettings settings;
    private final InstantSource clock;
    private final ScheduledExecutorService thread =
            Executors.newSingleThreadScheduledExecutor(work -> new Thread(work, "reports"));

    public ReportSchedule(Store store, Notices notices, Reports reports, NoticeSettings settings, InstantSource clock) {
        this.store = store;
        this.notices = notices;
        this.reports = reports;
        this.settings = settings;
        this.clock = clock;
    }

    public void start() {
        thread.scheduleWithFixedDelay(this::look, 0, BETWEEN_LOOKS.toMillis(), TimeUnit.MILLISECONDS);
    }

    void look() {
        try {
            for (ReportPeriod period : ReportPeriod.values()) {
                LocalDate due = due(period, settings.reportsAt());
                Optional<LocalDate> last = store.read(db -> findLast(db, period));
                if (last.isEmpty() || last.get().isBefore(due)) {
                    store.write(db -> report(db, period, due));
                }
            }
        } catch (RuntimeException e) {
            LOG.error("A report can't be sent; retried: {}", e.getMessage());
        }
    }

    /** The first day of the last period whose report is due. */
    private LocalDate due(ReportPeriod period, LocalTime at) {
        ZonedDateTime now = clock.instant().atZone(reports.zone());
        boolean isEarly = now.toLocalTime().isBefore(at);
        return period.lastBefore(isEarly ? now.toLocalDate().minusDays(1) : now.toLocalDate());
    }

    private static Optional<LocalDate> findLast(JdbcClient db, ReportPeriod period) {
        return db.sql("select first_day from report_sent where period = ?")
                .param(period.word())
                .query(String.class)
                .optional()
                .map(LocalDate::parse);
    }

    /** A new service has nothing to report yet. */
    private int report(JdbcClient db, ReportPeriod period, LocalDate first) {
        if (findLast(db, period).isPresent()) {
            NoticeKind kind = Reports.kind(period);
            List<String> names = settings.notified().getOrDefault(kind, List.of());
            NoticeEvent event = NoticeEvent.of(kind, first.toString(), Optional.empty(), Set.of());
            notices.tell(db, event, names)
                    .forEach(name -> LOG.warn(
                            "\"{}\" in \"notify\" got no report: it is no group, person or mail address", name));
        }
        return db.sql("insert or replace into report_sent (period, first_day) values (?, ?)")
                .params(period.word(), first.toString())
                .update();
    }

    @Override
    public void close() {
        thread.shutdownNow();
    }
}
