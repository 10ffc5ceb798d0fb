package lectomen.engine.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PageTest {
    private static final double EXACTLY = 0.001;

    private static Page page(double width, double height, double lean, Word... words) {
        return new Page(1, width, height, Page.Unit.POINT, Page.gather(List.of(words)), lean);
    }

    private static Word word(String text, double left, double top) {
        return Word.certain(text, new Box(left, top, 6 * text.length(), 10));
    }

    @Test
    void wordsStandInRowsWhateverTheirOrder() {
        List<Word> words = new ArrayList<>(List.of(
                word("Berth", 50, 100),
                word("4", 84, 100),
                word("Quay", 50, 130),
                word("7", 80, 131),
                word("Depth", 400, 100)));
        for (int seed = 0; seed < 20; seed++) {
            Collections.shuffle(words, new Random(seed));
            Page page = Page.ofWords(1, 600, 800, Page.Unit.POINT, words);
            assertThat(page.text()).isEqualTo("Berth 4 Depth\nQuay 7");
            assertThat(page.rows().get(0)).extracting(Line::text).containsExactly("Berth 4", "Depth");
        }
    }

    @Test
    void columnsAreReadOneAfterTheOther() {
        List<Word> words = new ArrayList<>();
        StringBuilder left = new StringBuilder();
        StringBuilder right = new StringBuilder();
        for (int row = 0; row < 20; row++) {
            for (int i = 0; i < 6; i++) {
                words.add(word("left" + row, 50 + 40 * i, 60 + 14 * row));
                words.add(word("right" + row, 330 + 42 * i, 60 + 14 * row));
                left.append("left").append(row).append(' ');
                right.append("right").append(row).append(' ');
            }
        }
        Page page = Page.ofWords(1, 620, 800, Page.Unit.POINT, words);
        assertThat(page.textByColumns().split("\\s+")).containsExactly((left.toString() + right).split(" "));
        assertThat(page.blocks()).hasSizeGreaterThanOrEqualTo(2);
    }

    @Test
    void aPageWithoutColumnsIsOneBlock() {
        Page page = page(600, 800, 0, word("Berth", 50, 100), word("Quay", 50, 130));
        assertThat(page.blocks()).hasSize(1);
        assertThat(page.textByColumns()).isEqualTo(page.text());
        assertThat(page(600, 800, 0).blocks()).isEmpty();
        assertThat(page(600, 800, 0).text()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        // How the page leant: the place of a mark near its top left, and its size as it came.
        "0, 50, 100, 600, 800",
        "180, 550, 700, 600, 800",
        "90, 700, 50, 800, 600",
        "-90, 100, 550, 800, 600",
        "270, 100, 550, 800, 600",
    })
    void placesOfAPageThatWasTurnedAreKnownAsItCame(double lean, double x, double y, double width, double height) {
        Page page = page(600, 800, lean);
        Page.Point point = page.pointAsItCame(50, 100);
        assertThat(point.x()).isCloseTo(x, within(EXACTLY));
        assertThat(point.y()).isCloseTo(y, within(EXACTLY));
        assertThat(page.widthAsItCame()).isEqualTo(width);
        assertThat(page.heightAsItCame()).isEqualTo(height);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, 1.5, -3, 45, 90, 180, 270, -90})
    void aBoxTurnsAboutThePagesMiddle(double lean) {
        Page page = page(600, 800, lean);
        Box middle = page.asItCame(new Box(290, 395, 20, 10));
        assertThat(middle.centre()).isCloseTo(page.widthAsItCame() / 2, within(EXACTLY));
        assertThat(middle.middle()).isCloseTo(page.heightAsItCame() / 2, within(EXACTLY));
        Box away = page.asItCame(new Box(100, 100, 30, 10));
        double was = Math.hypot(115 - 300, 105 - 400);
        double is = Math.hypot(away.centre() - page.widthAsItCame() / 2, away.middle() - page.heightAsItCame() / 2);
        assertThat(is).isCloseTo(was, within(EXACTLY));
        assertThat(away.width() * away.height()).isCloseTo(300, within(EXACTLY));
    }

    @ParameterizedTest
    @CsvSource({
        " 0,  0, 10, 10, 10,  0, 10, 10, 1,   0",
        " 0,  0, 10, 10,  5,  5, 10, 10, 0.5, 0.5",
        " 0,  0, 10, 10,  0, 10, 10, 10, 0,   1",
        " 0,  0, 10, 10,  2,  2,  4,  4, 1,   1",
        " 0,  0, 10,  0,  0,  0, 10, 10, 0,   1",
    })
    void boxesShareHeightAndWidth(
            double left,
            double top,
            double width,
            double height,
            double otherLeft,
            double otherTop,
            double otherWidth,
            double otherHeight,
            double sharedHeight,
            double sharedWidth) {
        Box one = new Box(left, top, width, height);
        Box other = new Box(otherLeft, otherTop, otherWidth, otherHeight);
        assertThat(one.sharedHeight(other)).isCloseTo(sharedHeight, within(EXACTLY));
        assertThat(other.sharedHeight(one)).isCloseTo(sharedHeight, within(EXACTLY));
        assertThat(one.sharedWidth(other)).isCloseTo(sharedWidth, within(EXACTLY));
    }

    @Test
    void theBoxAroundBoxesHoldsThemAll() {
        Box around = Box.around(List.of(new Box(5, 6, 10, 10), new Box(1, 20, 2, 3)), box -> box);
        assertThat(around).isEqualTo(new Box(1, 6, 14, 17));
        assertThat(around.holds(1, 6)).isTrue();
        assertThat(around.holds(15, 6)).isFalse();
    }
}
