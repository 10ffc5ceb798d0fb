package lectomen.service.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.report.ReportPeriod;
import lectomen.service.ServiceFixture;
import lectomen.service.desk.DeskFigures;
import lectomen.service.home.NoticeSettings;
import lectomen.service.job.DayCounts;
import lectomen.service.notice.NoticeChoices;
import lectomen.service.notice.Notices;
import lectomen.service.role.Scope;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** When reports are sent. The clock begins on Monday, 1 March 2027, at 10:00. */
class ReportScheduleTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private Reports reports;

    @BeforeEach
    void open() throws Exception {
        fixture = new ServiceFixture(temp);
        reports = new Reports(
                new DayCounts(fixture.store, fixture.clock),
                new DeskFigures(fixture.store, fixture.clock),
                fixture.settings.site());
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    /** Another one, as after a restart. */
    private void look() {
        Notices notices = new Notices(
                fixture.store,
                new NoticeChoices(
                        fixture.store, fixture.ledger, fixture.settings.site().zone()),
                fixture.clock);
        NoticeSettings settings = new NoticeSettings(
                Optional.of("office"),
                Optional.empty(),
                true,
                Map.of(
                        NoticeKind.DAILY_REPORT,
                        List.of("office@marrowick.example"),
                        NoticeKind.WEEKLY_REPORT,
                        List.of("office@marrowick.example")),
                LocalTime.of(6, 0));
        try (ReportSchedule schedule = new ReportSchedule(fixture.store, notices, reports, settings, fixture.clock)) {
            schedule.look();
        }
    }

    private List<String> sent() {
        return fixture.store.read(db -> db.sql("select kind || ' ' || about from notice order by id")
                .query(String.class)
                .list());
    }

    @Test
    void eachReportIsSentOnceAtItsTime() {
        look();
        assertThat(sent()).as("a new service has nothing to report").isEmpty();
        fixture.clock.advance(Duration.ofHours(19));
        look();
        assertThat(sent()).as("Tuesday, 05:00").isEmpty();
        fixture.clock.advance(Duration.ofHours(2));
        look();
        look();
        assertThat(sent()).as("Tuesday, 07:00").containsExactly("daily report 2027-03-01");
    }

    @Test
    void whatWasMissedIsSentLaterTheLastOfSeveral() {
        look();
        fixture.clock.advance(Duration.ofDays(9));
        look();
        assertThat(sent())
                .as("Wednesday of the week after")
                .containsExactly("daily report 2027-03-09", "weekly report 2027-03-01");
    }

    @Test
    void aReportCountsWhatItsReaderMaySee() throws Exception {
        fixture.send("notice.txt", "NOTICE");
        LocalDate today = LocalDate.parse("2027-03-01");
        assertThat(reports.of(ReportPeriod.DAY, today, Scope.ALL).all().cameIn())
                .isOne();
        assertThat(reports.of(ReportPeriod.DAY, today, Scope.of(Set.of("tickets")))
                        .all()
                        .cameIn())
                .isZero();
        assertThat(reports.of(ReportPeriod.WEEK, today, Scope.ALL)
                        .days()
                        .get(0)
                        .counts()
                        .waiting())
                .isOne();
    }
}
