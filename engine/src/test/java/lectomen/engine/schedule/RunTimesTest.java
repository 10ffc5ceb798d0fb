package lectomen.engine.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RunTimesTest {
    /** Its clocks jump from 01:00 to 02:00 on 2027-03-28, and go back from 02:00 to 01:00 on 2027-10-31. */
    private static final ZoneId LONDON = ZoneId.of("Europe/London");

    private static final WorkCalendar CALENDAR =
            new WorkCalendar(WorkCalendar.USUAL.workingDays(), Set.of(LocalDate.parse("2027-12-27")));

    private static RunTimes times(String at, Days days) {
        return new RunTimes(Stream.of(at.split(" ")).map(LocalTime::parse).toList(), days, true);
    }

    private static Days days(String words) {
        return switch (words) {
            case "working" -> Days.WORKING;
            case "every" -> Days.EVERY;
            default -> new Days(Set.of(DayOfWeek.valueOf(words)), false);
        };
    }

    @ParameterizedTest(name = "{0} on {1} days after {2} is {3}")
    @CsvSource({
        "17:30, every, 2027-01-12T10:00:00Z, 2027-01-12T17:30:00Z",
        "17:30, every, 2027-01-12T17:30:00Z, 2027-01-13T17:30:00Z",
        "17:30, every, 2027-07-12T10:00:00Z, 2027-07-12T16:30:00Z", // summer time
        "08:00 12:00 17:30, every, 2027-01-12T12:00:00Z, 2027-01-12T17:30:00Z",
        "17:30, working, 2027-01-15T18:00:00Z, 2027-01-18T17:30:00Z", // over a weekend
        "17:30, working, 2027-12-24T18:00:00Z, 2027-12-28T17:30:00Z", // over a holiday too
        "06:00, SUNDAY, 2027-01-12T10:00:00Z, 2027-01-17T06:00:00Z",
        "01:30, every, 2027-03-27T12:00:00Z, 2027-03-28T01:30:00Z", // the clocks skip it: 02:30 by them
        "01:30, every, 2027-03-28T01:30:00Z, 2027-03-29T00:30:00Z",
        "01:30, every, 2027-10-30T12:00:00Z, 2027-10-31T00:30:00Z", // they show it twice: the first time
        "01:30, every, 2027-10-31T00:30:00Z, 2027-11-01T01:30:00Z",
        "01:30 02:30, every, 2027-03-28T00:00:00Z, 2027-03-28T01:30:00Z" // both at one instant
    })
    void theNextRunIsTheFirstTimeAfterAnInstant(String at, String days, Instant after, Instant expected) {
        assertThat(times(at, days(days)).next(after, LONDON, CALENDAR)).contains(expected);
    }

    @ParameterizedTest(name = "{0} on {1} days between {2} and {3} is {4}")
    @CsvSource({
        "17:30, every, 2027-01-12T10:00:00Z, 2027-01-12T18:00:00Z, 2027-01-12T17:30:00Z",
        "17:30, every, 2027-01-12T10:00:00Z, 2027-01-12T17:30:00Z, 2027-01-12T17:30:00Z",
        "17:30, every, 2027-01-12T10:00:00Z, 2027-01-20T10:00:00Z, 2027-01-19T17:30:00Z",
        "17:30, every, 2027-01-12T17:30:00Z, 2027-01-13T10:00:00Z, ",
        "17:30, working, 2027-01-15T18:00:00Z, 2027-01-17T18:00:00Z, ",
        "01:30, every, 2027-03-27T12:00:00Z, 2027-03-28T12:00:00Z, 2027-03-28T01:30:00Z"
    })
    void ofSeveralMissedRunsTheLastIsMadeUpFor(String at, String days, Instant after, Instant until, Instant expected) {
        assertThat(times(at, days(days)).last(after, until, LONDON, CALENDAR).orElse(null))
                .isEqualTo(expected);
    }

    @Test
    void aRunADayIsOneRunADayOverBothChangesOfSummerTime() {
        for (LocalTime at : List.of(LocalTime.MIDNIGHT, LocalTime.of(1, 0), LocalTime.of(1, 30), LocalTime.of(2, 0))) {
            RunTimes daily = new RunTimes(List.of(at), Days.EVERY, true);
            Instant now = Instant.parse("2027-01-01T12:00:00Z");
            List<LocalDate> days = new ArrayList<>();
            while (days.size() < 365) {
                now = daily.next(now, LONDON, CALENDAR).orElseThrow();
                days.add(LocalDate.ofInstant(now, LONDON));
            }
            assertThat(days).doesNotHaveDuplicates();
            assertThat(days.get(364)).isEqualTo(days.get(0).plusDays(364));
        }
    }

    @Test
    void aCalendarWithoutAnyWorkingDayHasNoRuns() {
        WorkCalendar never = new WorkCalendar(Set.of(), Set.of());
        Instant now = Instant.parse("2027-01-01T12:00:00Z");
        assertThat(times("17:30", Days.WORKING).next(now, LONDON, never)).isEmpty();
        assertThat(times("17:30", Days.WORKING).last(now, now.plus(Duration.ofDays(30)), LONDON, never))
                .isEmpty();
    }
}
