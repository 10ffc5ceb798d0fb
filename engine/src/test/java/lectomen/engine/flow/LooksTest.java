package lectomen.engine.flow;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Looks over looks, and styles that are based on styles. */
class LooksTest {
    private static final Formatting BOLD = Formatting.NONE.with(FormatProperty.BOLD, true);
    private static final Formatting LARGE = Formatting.NONE.with(FormatProperty.SIZE, 20.0);

    @Test
    void whatIsLeftOpenIsTakenFromBelow() {
        Formatting both = BOLD.over(LARGE);
        assertThat(both.get(FormatProperty.BOLD)).isTrue();
        assertThat(both.get(FormatProperty.SIZE)).isEqualTo(20.0);
        assertThat(both.gives(FormatProperty.ITALIC)).isFalse();
        assertThat(both.get(FormatProperty.ITALIC)).isFalse();
    }

    @Test
    void whatIsSaidAboveCounts() {
        Formatting plain = Formatting.NONE.with(FormatProperty.BOLD, false);
        assertThat(plain.over(BOLD).get(FormatProperty.BOLD)).isFalse();
        assertThat(BOLD.over(plain).get(FormatProperty.BOLD)).isTrue();
    }

    @Test
    void looksThatSayTheSameAreTheSame() {
        assertThat(BOLD.over(LARGE)).isEqualTo(LARGE.over(BOLD)).hasSameHashCodeAs(LARGE.over(BOLD));
        assertThat(Formatting.NONE.over(BOLD)).isEqualTo(BOLD);
        assertThat(BOLD.over(Formatting.NONE)).isEqualTo(BOLD);
    }

    @Test
    void aStyleStandsOverAllThatItRestsOn() {
        Styles styles = new Styles(Formatting.NONE.with(FormatProperty.LEFT, 5.0));
        styles.add(new Styles.Style("body", "", "Body", LARGE));
        styles.add(new Styles.Style("quote", "body", "Quote", BOLD.with(FormatProperty.LEFT, 30.0)));
        assertThat(styles.resolve("quote"))
                .isEqualTo(BOLD.with(FormatProperty.LEFT, 30.0).with(FormatProperty.SIZE, 20.0));
        assertThat(styles.resolve("body").get(FormatProperty.LEFT)).isEqualTo(5.0);
        assertThat(styles.ownOf("body").gives(FormatProperty.LEFT)).isFalse();
        assertThat(styles.resolve("none of these")).isEqualTo(Formatting.NONE.with(FormatProperty.LEFT, 5.0));
    }

    @Test
    void aRingOfStylesEnds() {
        Styles styles = new Styles(Formatting.NONE);
        styles.add(new Styles.Style("a", "b", "A", BOLD));
        styles.add(new Styles.Style("b", "a", "B", LARGE));
        assertThat(styles.resolve("a")).isEqualTo(BOLD.over(LARGE));
        assertThat(styles.ownOf("b")).isEqualTo(BOLD.over(LARGE));
    }

    @Test
    void aStyleThatIsSaidLaterCountsAtOnce() {
        Styles styles = new Styles(Formatting.NONE);
        styles.add(new Styles.Style("a", "", "A", LARGE));
        assertThat(styles.resolve("a")).isEqualTo(LARGE);
        styles.add(new Styles.Style("a", "", "A", BOLD));
        assertThat(styles.resolve("a")).isEqualTo(BOLD);
    }

    @ParameterizedTest
    @CsvSource({"C8553D, 13129021", "c8553d, 13129021", "000000, 0"})
    void coloursAreSixDigits(String text, int rgb) {
        assertThat(FormatProperty.findColour(text)).contains(OptionalInt.of(rgb));
    }

    @ParameterizedTest
    @CsvSource({"C8553", "red", "''", "GG0000"})
    void whatIsNoColourIsNone(String text) {
        assertThat(FormatProperty.findColour(text).filter(OptionalInt::isPresent))
                .isEmpty();
    }
}
