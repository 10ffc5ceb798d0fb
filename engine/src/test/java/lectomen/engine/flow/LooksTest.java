package lectomen.engine.flow;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Looks over looks, and styles that rest on styles. */
class LooksTest {
    private static final Look BOLD = Look.NONE.with(Trait.BOLD, true);
    private static final Look LARGE = Look.NONE.with(Trait.SIZE, 20.0);

    @Test
    void whatIsLeftOpenIsTakenFromBelow() {
        Look both = BOLD.over(LARGE);
        assertThat(both.get(Trait.BOLD)).isTrue();
        assertThat(both.get(Trait.SIZE)).isEqualTo(20.0);
        assertThat(both.gives(Trait.ITALIC)).isFalse();
        assertThat(both.get(Trait.ITALIC)).isFalse();
    }

    @Test
    void whatIsSaidAboveCounts() {
        Look plain = Look.NONE.with(Trait.BOLD, false);
        assertThat(plain.over(BOLD).get(Trait.BOLD)).isFalse();
        assertThat(BOLD.over(plain).get(Trait.BOLD)).isTrue();
    }

    @Test
    void looksThatSayTheSameAreTheSame() {
        assertThat(BOLD.over(LARGE)).isEqualTo(LARGE.over(BOLD)).hasSameHashCodeAs(LARGE.over(BOLD));
        assertThat(Look.NONE.over(BOLD)).isEqualTo(BOLD);
        assertThat(BOLD.over(Look.NONE)).isEqualTo(BOLD);
    }

    @Test
    void aStyleStandsOverAllThatItRestsOn() {
        Styles styles = new Styles(Look.NONE.with(Trait.LEFT, 5.0));
        styles.add(new Styles.Style("body", "", "Body", LARGE));
        styles.add(new Styles.Style("quote", "body", "Quote", BOLD.with(Trait.LEFT, 30.0)));
        assertThat(styles.resolve("quote"))
                .isEqualTo(BOLD.with(Trait.LEFT, 30.0).with(Trait.SIZE, 20.0));
        assertThat(styles.resolve("body").get(Trait.LEFT)).isEqualTo(5.0);
        assertThat(styles.ownOf("body").gives(Trait.LEFT)).isFalse();
        assertThat(styles.resolve("none of these")).isEqualTo(Look.NONE.with(Trait.LEFT, 5.0));
    }

    @Test
    void aRingOfStylesEnds() {
        Styles styles = new Styles(Look.NONE);
        styles.add(new Styles.Style("a", "b", "A", BOLD));
        styles.add(new Styles.Style("b", "a", "B", LARGE));
        assertThat(styles.resolve("a")).isEqualTo(BOLD.over(LARGE));
        assertThat(styles.ownOf("b")).isEqualTo(BOLD.over(LARGE));
    }

    @Test
    void aStyleThatIsSaidLaterCountsAtOnce() {
        Styles styles = new Styles(Look.NONE);
        styles.add(new Styles.Style("a", "", "A", LARGE));
        assertThat(styles.resolve("a")).isEqualTo(LARGE);
        styles.add(new Styles.Style("a", "", "A", BOLD));
        assertThat(styles.resolve("a")).isEqualTo(BOLD);
    }

    @ParameterizedTest
    @CsvSource({"C8553D, 13129021", "c8553d, 13129021", "000000, 0"})
    void coloursAreSixDigits(String text, int rgb) {
        assertThat(Trait.findColour(text)).contains(OptionalInt.of(rgb));
    }

    @ParameterizedTest
    @CsvSource({"C8553", "red", "''", "GG0000"})
    void whatIsNoColourIsNone(String text) {
        assertThat(Trait.findColour(text).filter(OptionalInt::isPresent)).isEmpty();
    }
}
