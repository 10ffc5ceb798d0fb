package lectomen.service.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import lectomen.engine.schedule.Days;
import lectomen.engine.schedule.RunTimes;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.service.ServiceFixture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SourceRunsTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");

    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private SourceRuns runs;
    private long source;

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp);
        source = fixture.sources.ofFolder("/inbox/letters");
        runs = anew();
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    /** The runs as a service that was started again has them. */
    private SourceRuns anew() {
        return new SourceRuns(fixture.store, fixture.ledger, LONDON, WorkCalendar.USUAL, fixture.clock);
    }

    private static RunTimes at(String time, boolean catchUp) {
        return new RunTimes(List.of(LocalTime.parse(time)), Days.EVERY, catchUp);
    }

    private void goTo(String instant) {
        fixture.clock.setTo(Instant.parse(instant));
    }

    @Test
    void aRunBeginsAtItsTimeAndIsLoggedWithWhatItTookAlsoNothing() {
        goTo("2027-01-12T17:29:00Z");
        assertThat(runs.findCurrent(source, at("17:30", true))).isEmpty();
        goTo("2027-01-12T17:30:00Z");
        SourceRuns.Run run = runs.findCurrent(source, at("17:30", true)).orElseThrow();
        assertThat(run.cause()).isEqualTo(SourceRuns.Cause.DUE);
        runs.took(run, 3);
        runs.took(run, 2);
        runs.end(run);
        assertThat(runs.findCurrent(source, at("17:30", true))).as("once").isEmpty();
        goTo("2027-01-13T17:30:01Z");
        runs.end(runs.findCurrent(source, at("17:30", true)).orElseThrow());
        assertThat(runs.last(source)).extracting(SourceRuns.Run::taken).containsExactly(0, 5);
    }

    @Test
    void aRunThatAnEndingCutShortGoesOn() {
        goTo("2027-01-12T17:00:00Z");
        runs.findCurrent(source, at("17:30", true));
        goTo("2027-01-12T17:30:00Z");
        long begun = runs.findCurrent(source, at("17:30", true)).orElseThrow().id();
        goTo("2027-01-12T17:34:00Z");
        assertThat(anew().findCurrent(source, at("17:30", true)).orElseThrow().id())
                .isEqualTo(begun);
    }

    @Test
    void aRunThatWasMissedWhileDownIsMadeUpForOrNot() {
        for (boolean catchUp : new boolean[] {true, false}) {
            long folder = fixture.sources.ofFolder("/inbox/" + catchUp);
            goTo("2027-01-12T17:00:00Z");
            anew().findCurrent(folder, at("17:30", catchUp));
            goTo("2027-01-14T09:00:00Z");
            SourceRuns next = anew();
            assertThat(next.findCurrent(folder, at("17:30", catchUp)).isPresent())
                    .isEqualTo(catchUp);
            SourceRuns.Run logged = next.last(folder).get(0);
            assertThat(logged.cause()).isEqualTo(catchUp ? SourceRuns.Cause.CAUGHT_UP : SourceRuns.Cause.MISSED);
            assertThat(logged.due()).as("the last of two").isEqualTo("2027-01-13T17:30:00Z");
            assertThat(next.last(folder)).hasSize(1);
        }
    }

    @Test
    void timesThatAreNewBeginToCountWhenTheyAreSaid() {
        goTo("2027-01-12T18:00:00Z");
        assertThat(runs.findCurrent(source, at("17:30", true))).isEmpty();
        goTo("2027-01-13T12:00:00Z");
        assertThat(runs.findCurrent(source, at("09:00", true))).isEmpty();
        goTo("2027-01-14T09:00:30Z");
        assertThat(runs.findCurrent(source, at("09:00", true))).isPresent();
    }

    @Test
    void overBothChangesOfSummerTimeThereIsOneRunADay() {
        for (String day : List.of("2027-03-27T12:00:00Z", "2027-10-30T12:00:00Z")) {
            long folder = fixture.sources.ofFolder("/inbox/" + day.substring(0, 10));
            Instant now = Instant.parse(day);
            for (int minutes = 0; minutes < 48 * 60; minutes++) {
                fixture.clock.setTo(now.plus(Duration.ofMinutes(minutes)));
                runs.findCurrent(folder, at("01:30", true)).ifPresent(runs::end);
            }
            assertThat(runs.last(folder)).hasSize(2);
        }
    }

    @Test
    void somebodyMayAskForOneAtAnyTime() {
        SourceRuns.Run asked = runs.askFor(source, "person:1");
        assertThat(runs.askFor(source, "person:2").id()).as("one at a time").isEqualTo(asked.id());
        assertThat(runs.findCurrent(source, at("17:30", true)).orElseThrow().cause())
                .isEqualTo(SourceRuns.Cause.ASKED_FOR);
        runs.end(asked);
        assertThat(runs.findCurrent(source, at("17:30", true))).isEmpty();
    }
}
