package lectomen.engine.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OpenHoursTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");
    private static final WorkCalendar CALENDAR =
            new WorkCalendar(WorkCalendar.USUAL.workingDays(), Set.of(LocalDate.parse("2027-12-27")));

    @ParameterizedTest(name = "{0} to {1} at {2}: {3}, opens {4}")
    @CsvSource({
        "07:00, 18:00, 2027-01-12T06:59:59Z, false, 2027-01-12T07:00:00Z",
        "07:00, 18:00, 2027-01-12T07:00:00Z, true, 2027-01-12T07:00:00Z",
        "07:00, 18:00, 2027-01-12T17:59:59Z, true, 2027-01-12T17:59:59Z",
        "07:00, 18:00, 2027-01-12T18:00:00Z, false, 2027-01-13T07:00:00Z",
        "07:00, 18:00, 2027-01-15T18:00:00Z, false, 2027-01-18T07:00:00Z", // a weekend
        "07:00, 18:00, 2027-12-24T18:00:00Z, false, 2027-12-28T07:00:00Z", // and a holiday
        "22:00, 06:00, 2027-01-15T23:00:00Z, true, 2027-01-15T23:00:00Z",
        "22:00, 06:00, 2027-01-16T05:59:00Z, true, 2027-01-16T05:59:00Z", // of Friday's night
        "22:00, 06:00, 2027-01-16T23:00:00Z, false, 2027-01-18T22:00:00Z",
        "00:00, 00:00, 2027-01-12T13:00:00Z, true, 2027-01-12T13:00:00Z",
        "01:30, 05:00, 2027-03-29T00:30:00Z, true, 2027-03-29T00:30:00Z" // summer time has begun
    })
    void theyAreOpenOnWorkingDays(LocalTime from, LocalTime to, Instant at, boolean open, Instant opens) {
        OpenHours hours = new OpenHours(from, to, Days.WORKING);
        assertThat(hours.isOpen(at, LONDON, CALENDAR)).isEqualTo(open);
        assertThat(hours.opensAt(at, LONDON, CALENDAR)).contains(opens);
    }

    @ParameterizedTest
    @CsvSource({
        "2027-01-12T07:59:59Z, false, 2027-01-12T08:00:00Z",
        "2027-01-12T08:00:00Z, true, 2027-01-12T08:00:00Z",
        "2027-01-15T16:30:00Z, false, 2027-01-18T08:00:00Z", // a weekend
        "2027-12-24T17:00:00Z, false, 2027-12-28T08:00:00Z" // and a holiday
    })
    void workingHoursAreThoseOfTheSite(Instant at, boolean open, Instant opens) {
        WorkCalendar site = new WorkCalendar(
                CALENDAR.workingDays(),
                CALENDAR.holidays(),
                new WorkCalendar.Hours(LocalTime.of(8, 0), LocalTime.of(16, 30)));
        assertThat(OpenHours.WORKING.isOpen(at, LONDON, site)).isEqualTo(open);
        assertThat(OpenHours.WORKING.opensAt(at, LONDON, site)).contains(opens);
        assertThat(OpenHours.WORKING.words()).isEqualTo("working hours");
    }

    @Test
    void anHourThatTheClocksSkipOpensAsMuchLater() {
        OpenHours hours = new OpenHours(LocalTime.of(1, 30), LocalTime.of(4, 0), Days.EVERY);
        assertThat(hours.opensAt(Instant.parse("2027-03-28T00:00:00Z"), LONDON, CALENDAR))
                .contains(Instant.parse("2027-03-28T01:30:00Z"));
    }

    @Test
    void anHourThatTheClocksShowTwiceOpensOnce() {
        OpenHours hours = new OpenHours(LocalTime.of(1, 15), LocalTime.of(1, 45), Days.EVERY);
        assertThat(hours.isOpen(Instant.parse("2027-10-31T00:30:00Z"), LONDON, CALENDAR))
                .isTrue();
        assertThat(hours.isOpen(Instant.parse("2027-10-31T01:30:00Z"), LONDON, CALENDAR))
                .isFalse();
    }

    @Test
    void theySayWhenTheyAreOpen() {
        Days some = new Days(Set.of(DayOfWeek.FRIDAY, DayOfWeek.MONDAY), false);
        assertThat(new OpenHours(LocalTime.of(7, 0), LocalTime.of(18, 0), some).words())
                .isEqualTo("07:00 to 18:00, monday, friday");
    }
}
