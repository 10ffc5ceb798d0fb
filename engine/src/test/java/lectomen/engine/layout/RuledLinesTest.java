package lectomen.engine.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import lectomen.engine.prepare.InkMask;
import org.junit.jupiter.api.Test;

/** On paper of 100 dots per inch, 300 by 200 pixels. */
class RuledLinesTest {
    private final InkMask mask = InkMask.empty(300, 200);
    private final Sheet sheet = new Sheet(new byte[300 * 200], mask, 100);

    private void fill(int left, int top, int width, int height) {
        for (int y = top; y < top + height; y++) {
            for (int x = left; x < left + width; x++) {
                mask.dark()[y * 300 + x] = 1;
            }
        }
    }

    private boolean isDark(int x, int y) {
        return mask.dark()[y * 300 + x] != 0;
    }

    @Test
    void aFrameGoesAndWhatIsInItStays() {
        fill(20, 20, 200, 2);
        fill(20, 120, 200, 2);
        fill(20, 20, 2, 102);
        fill(218, 20, 2, 102);
        fill(60, 60, 6, 14);
        List<RuledLines.Rule> rules = RuledLines.erase(sheet);
        assertThat(rules).hasSize(4);
        assertThat(rules.stream().filter(RuledLines.Rule::level)).hasSize(2);
        assertThat(isDark(100, 20)).isFalse();
        assertThat(isDark(20, 70)).isFalse();
        assertThat(isDark(62, 66)).isTrue();
    }

    @Test
    void aLetterThatARuleCrossesKeepsItsStem() {
        fill(20, 70, 200, 2);
        fill(100, 60, 4, 20);
        RuledLines.erase(sheet);
        assertThat(isDark(101, 70)).isTrue();
        assertThat(isDark(101, 65)).isTrue();
        assertThat(isDark(150, 70)).isFalse();
    }

    @Test
    void dotsOfABrokenRuleGoWhereNothingIsBesideThem() {
        for (int x = 20; x < 240; x += 7) {
            fill(x, 50, 3, 1);
        }
        RuledLines.erase(sheet);
        assertThat(isDark(20, 50)).isFalse();
        assertThat(isDark(111, 50)).isFalse();
    }

    @Test
    void aLineOfLettersIsNoRule() {
        for (int x = 20; x < 240; x += 9) {
            fill(x, 40, 6, 10);
            for (int y = 43; y < 47; y++) {
                for (int inside = x + 2; inside < x + 4; inside++) {
                    mask.dark()[y * 300 + inside] = 0;
                }
            }
        }
        assertThat(RuledLines.erase(sheet)).isEmpty();
        assertThat(isDark(20, 40)).isTrue();
    }
}
