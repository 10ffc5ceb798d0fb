package lectomen.engine.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Set;
import lectomen.engine.rulefile.WorkingTimeText;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WorkingTimeTest {
    private static final ZoneId ZONE = ZoneId.of("Europe/London");

    /** Monday to Friday, 9:00 to 17:00; Wednesday 2 June 2027 is a holiday. */
    private static final WorkCalendar CALENDAR =
            new WorkCalendar(WorkCalendar.USUAL.workingDays(), Set.of(LocalDate.parse("2027-06-02")));

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2 working days  | 2027-06-01T12:00 | 2027-06-04T12:00",
                "1 working day   | 2027-06-04T16:30 | 2027-06-07T16:30",
                "1 working day   | 2027-06-05T08:00 | 2027-06-08T09:00",
                "4 working hours | 2027-06-01T12:00 | 2027-06-01T16:00",
                "4 working hours | 2027-06-01T15:00 | 2027-06-03T11:00",
                "5 working hours | 2027-06-01T12:00 | 2027-06-01T17:00",
                "9 working hours | 2027-06-05T03:00 | 2027-06-08T10:00",
                "30 minutes      | 2027-06-05T03:00 | 2027-06-05T03:30",
                "2 days          | 2027-06-01T12:00 | 2027-06-03T12:00",
            })
    void endsAt(String text, String begins, String ends) {
        WorkingTime time = WorkingTimeText.find(text).orElseThrow();
        assertThat(WorkingTimeText.words(time)).isEqualTo(text);
        Instant end = time.after(LocalDateTime.parse(begins).atZone(ZONE).toInstant(), ZONE, CALENDAR);
        assertThat(end.atZone(ZONE).toLocalDateTime()).isEqualTo(LocalDateTime.parse(ends));
    }

    @ParameterizedTest
    @CsvSource({"soon", "0 working days", "2 working weeks", "working day"})
    void isNoTime(String text) {
        assertThat(WorkingTimeText.find(text)).isEmpty();
    }

    @Test
    void hoursOverMidnightCount() {
        WorkCalendar nights = new WorkCalendar(
                CALENDAR.workingDays(), Set.of(), new WorkCalendar.Hours(LocalTime.of(22, 0), LocalTime.of(6, 0)));
        Instant begins = LocalDateTime.parse("2027-06-02T01:00").atZone(ZONE).toInstant();
        WorkingTime six = new WorkingTime(Duration.ofHours(6), WorkingTime.Counted.WORKING_HOURS);
        assertThat(six.after(begins, ZONE, nights).atZone(ZONE).toLocalDateTime())
                .isEqualTo(LocalDateTime.parse("2027-06-02T23:00"));
    }

    @Test
    void aCalendarThatNeverOpensCountsByTheClock() {
        WorkCalendar never = new WorkCalendar(Set.of(), Set.of());
        WorkingTime two = new WorkingTime(Duration.ofDays(2), WorkingTime.Counted.WORKING_DAYS);
        assertThat(two.after(Instant.EPOCH, ZONE, never)).isEqualTo(Instant.EPOCH.plus(Duration.ofDays(2)));
    }
}
