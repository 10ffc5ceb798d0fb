package lectomen.service.counter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.counter.Counter;
import lectomen.engine.counter.CounterUse;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.service.ServiceFixture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CountersTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private Counters counters;
    private Instant now = Instant.parse("2027-03-01T10:00:00Z");

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp);
        counters = new Counters(fixture.store, fixture.ledger, ZoneId.of("Europe/London"), () -> now);
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private String job() throws IOException {
        return fixture.send("a.txt", "text");
    }

    private static Filing filing(boolean unbroken, Counter.Restart restart, String of, Optional<String> run) {
        Counter counter = new Counter(unbroken, 10, 5, 3, restart, of, 1);
        return new Filing(
                1,
                "archive",
                "",
                "{counter n}",
                Map.of(),
                "txt",
                WhenTaken.FAIL,
                "",
                "",
                List.of(new CounterUse("n", counter, run)),
                "",
                null,
                null,
                null);
    }

    private static Filing quick() {
        return filing(false, Counter.Restart.NEVER, "arrival", Optional.of(""));
    }

    private static Filing unbroken() {
        return filing(true, Counter.Restart.NEVER, "arrival", Optional.of(""));
    }

    private String quickNumber(String job, Filing filing) {
        return fixture.store
                .write(db -> counters.withQuickNumbers(db, job, filing))
                .slots()
                .getOrDefault("counter n", "none");
    }

    private String unbrokenNumber(String job, Filing filing) {
        Counters.Numbered numbered = fixture.store.write(db -> counters.withUnbrokenNumbers(db, job, filing));
        return numbered instanceof Counters.Numbered.With with
                ? with.filing().slots().getOrDefault("counter n", "none")
                : "busy";
    }

    private void used(String job, Filing filing) {
        fixture.store.write(db -> counters.used(db, job, filing));
    }

    @Test
    void numbersBeginAtTheStartAndGoOnByTheStep() throws IOException {
        assertThat(quickNumber(job(), quick())).isEqualTo("010");
        assertThat(quickNumber(job(), quick())).isEqualTo("015");
        assertThat(counters.withLikelyNumbers(quick()).slots()).containsEntry("counter n", "020");
        assertThat(counters.withLikelyNumbers(quick()).slots())
                .as("looking moves nothing")
                .containsEntry("counter n", "020");
    }

    @Test
    void aJobKeepsItsQuickNumberHoweverOftenItIsPlanned() throws IOException {
        String job = job();
        quickNumber(job, quick());
        fixture.store.write(db -> {
            counters.unused(db, job, quick());
            return job;
        });
        assertThat(counters.list()).singleElement().satisfies(run -> assertThat(run.unused())
                .isEqualTo(1));
        assertThat(quickNumber(job(), quick())).as("nobody else gets it").isEqualTo("015");
        assertThat(quickNumber(job, quick())).isEqualTo("010");
        used(job, quick());
        assertThat(counters.list()).singleElement().satisfies(run -> {
            assertThat(run.unused()).isZero();
            assertThat(run.given()).isEqualTo(1);
        });
    }

    @Test
    void anUnbrokenNumberIsGivenOneAtATime() throws IOException {
        String first = job();
        String second = job();
        assertThat(unbrokenNumber(first, unbroken())).isEqualTo("010");
        assertThat(unbrokenNumber(second, unbroken())).isEqualTo("busy");
        assertThat(unbrokenNumber(first, unbroken()))
                .as("asked again, it is the same")
                .isEqualTo("010");
        used(first, unbroken());
        assertThat(unbrokenNumber(second, unbroken())).isEqualTo("015");
    }

    @Test
    void whatPutNothingInPlaceLeavesNoGap() throws IOException {
        String first = job();
        assertThat(unbrokenNumber(first, unbroken())).isEqualTo("010");
        fixture.store.write(db -> {
            counters.letGo(db, first, unbroken());
            return first;
        });
        assertThat(unbrokenNumber(job(), unbroken())).isEqualTo("010");
        assertThat(counters.list()).singleElement().satisfies(run -> assertThat(run.unused())
                .isZero());
    }

    @ParameterizedTest
    @CsvSource({
        "2027-03-27T23:59:59Z, 2027-03-27",
        "2027-03-28T00:30:00Z, 2027-03-28",
        "2027-03-28T22:59:59Z, 2027-03-28",
        "2027-03-28T23:00:00Z, 2027-03-29",
        "2027-10-30T22:59:59Z, 2027-10-30",
        "2027-10-30T23:00:00Z, 2027-10-31",
        "2027-10-31T01:30:00Z, 2027-10-31",
        "2027-10-31T23:59:59Z, 2027-10-31",
        "2027-11-01T00:00:00Z, 2027-11-01"
    })
    void aRunByTheDayOfFilingFollowsTheZoneOverSummerTime(Instant at, String run) throws IOException {
        now = at;
        quickNumber(job(), filing(false, Counter.Restart.DAY, Counter.FILING, Optional.empty()));
        assertThat(counters.list()).extracting(Counters.Run::run).containsExactly(run);
    }

    @Test
    void aNumberThatMidnightPassesStaysWithItsRun() throws IOException {
        Filing daily = filing(true, Counter.Restart.DAY, Counter.FILING, Optional.empty());
        now = Instant.parse("2027-03-01T23:59:59Z");
        String job = job();
        assertThat(unbrokenNumber(job, daily)).isEqualTo("010");
        now = Instant.parse("2027-03-02T00:00:01Z");
        assertThat(unbrokenNumber(job, daily)).isEqualTo("010");
        used(job, daily);
        assertThat(counters.list()).extracting(Counters.Run::run).containsExactly("2027-03-01");
        assertThat(unbrokenNumber(job(), daily)).isEqualTo("010");
        assertThat(counters.list()).extracting(Counters.Run::run).containsExactly("2027-03-01", "2027-03-02");
    }

    @Test
    void aCounterIsSetWithAReasonAndNeverBelowWhatWasGiven() throws IOException {
        counters.set("n", "", 100, "as on paper", "ada");
        String job = job();
        assertThat(quickNumber(job, quick())).isEqualTo("100");
        assertThatThrownBy(() -> counters.set("n", "", 200, "hurry", "ada"))
                .hasMessageContaining("is being filed with a number");
        used(job, quick());
        assertThatThrownBy(() -> counters.set("n", "", 90, "wrong", "ada"))
                .hasMessageContaining("Number 100 of counter n has already been given");
        assertThatThrownBy(() -> counters.set("n", "", 300, " ", "ada")).hasMessageContaining("needs a reason");
        counters.set("n", "", 300, "new book", "ada");
        assertThat(counters.changes("n"))
                .extracting(Counters.Change::reason)
                .containsExactly("new book", "as on paper");
        assertThat(quickNumber(job(), quick())).isEqualTo("300");
    }
}
