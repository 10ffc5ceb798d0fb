package lectomen.engine.counter;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CounterTest {
    private static final LocalDate FILING = LocalDate.parse("2027-04-02");
    private static final Map<String, String> SLOTS =
            Map.of("arrived", "2027-03-31", "taken on", "2026-12-30", "berth", " Q7 ", "vessel", "");

    @ParameterizedTest
    @CsvSource({
        "NEVER, arrival, 1, ''",
        "DAY, arrival, 1, 2027-03-31",
        "MONTH, arrival, 1, 2027-03",
        "MONTH, filing, 1, 2027-04",
        "MONTH, taken on, 1, 2026-12",
        "YEAR, arrival, 1, 2027",
        "YEAR, taken on, 1, 2026",
        "YEAR, arrival, 4, 2026",
        "YEAR, filing, 4, 2027",
        "VALUE, berth, 1, Q7",
        "VALUE, vessel, 1, <none>",
        "MONTH, vessel, 1, <none>",
        "MONTH, berth, 1, <none>"
    })
    void aRunIsToldByItsDayOrValue(Counter.Restart restart, String of, int firstMonth, String expected) {
        Counter counter = new Counter(false, 1, 1, 1, restart, of, firstMonth);
        assertThat(counter.findRun(SLOTS, FILING).orElse("<none>")).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource({"1, 7, 7", "3, 7, 007", "3, 1234, 1234", "0, 5, 5"})
    void aNumberIsFilledUpToItsWidth(int width, long number, String expected) {
        assertThat(new Counter(false, 1, 1, width, Counter.Restart.NEVER, "arrival", 1).text(number))
                .isEqualTo(expected);
    }
}
