package lectomen.engine.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.flow.Numeral;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ListCountersTest {
    private static final int ALL_HIGHER = -1;
    private static final int NEVER = 0;

    private static ListCounters.Level level(Numeral numeral, String pattern, int restartAfter) {
        return new ListCounters.Level(numeral, pattern, 1, restartAfter, false);
    }

    private static final List<ListCounters.Level> LEVELS = List.of(
            level(Numeral.DECIMAL, "%1.", ALL_HIGHER),
            level(Numeral.LETTER_SMALL, "%1.%2", ALL_HIGHER),
            level(Numeral.ROMAN, "(%3)", ALL_HIGHER));

    /** @param levels the levels of items one after another @param labels what stands before them */
    @ParameterizedTest
    @CsvSource({
        "000, '1. 2. 3.'",
        "0110, '1. 1.a 1.b 2.'",
        "01101, '1. 1.a 1.b 2. 2.a'",
        "012201, '1. 1.a (I) (II) 2. 2.a'",
        // An item of a deeper level counts the higher ones as begun.
        "10, '1.a 2.'",
        "20, '(I) 2.'",
    })
    void itemsAreCountedByLevel(String levels, String labels) {
        ListCounters counters = new ListCounters();
        List<String> made = new ArrayList<>();
        for (char level : levels.toCharArray()) {
            made.add(counters.next("list", level - '0', LEVELS));
        }
        assertThat(String.join(" ", made)).isEqualTo(labels);
    }

    @Test
    void aLevelCanGoOnPastHigherItems() {
        List<ListCounters.Level> levels =
                List.of(level(Numeral.DECIMAL, "%1", ALL_HIGHER), level(Numeral.DECIMAL, "%2", NEVER));
        ListCounters counters = new ListCounters();
        assertThat(counters.next("a", 0, levels)).isEqualTo("1");
        assertThat(counters.next("a", 1, levels)).isEqualTo("1");
        assertThat(counters.next("a", 0, levels)).isEqualTo("2");
        assertThat(counters.next("a", 1, levels)).isEqualTo("2");
    }

    @Test
    void listsCountApart() {
        ListCounters counters = new ListCounters();
        counters.next("a", 0, LEVELS);
        assertThat(counters.next("b", 0, LEVELS)).isEqualTo("1.");
        assertThat(counters.next("a", 0, LEVELS)).isEqualTo("2.");
    }

    @Test
    void aListGoesOnAtTheNumberThatItIsSetTo() {
        ListCounters counters = new ListCounters();
        counters.next("a", 0, LEVELS);
        counters.set("a", 0, 12);
        assertThat(counters.next("a", 0, LEVELS)).isEqualTo("12.");
    }

    @Test
    void numbersOfHigherLevelsCanAllBeDecimal() {
        List<ListCounters.Level> levels = List.of(
                level(Numeral.ROMAN, "%1", ALL_HIGHER), new ListCounters.Level(Numeral.LETTER, "%1.%2", 1, -1, true));
        ListCounters counters = new ListCounters();
        assertThat(counters.next("a", 0, levels)).isEqualTo("I");
        assertThat(counters.next("a", 1, levels)).isEqualTo("1.1");
    }

    @Test
    void aBulletIsNoNumber() {
        assertThat(new ListCounters().next("a", 0, List.of(level(Numeral.BULLET, "\u2022", ALL_HIGHER))))
                .isEqualTo("\u2022");
    }
}
