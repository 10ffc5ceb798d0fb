package lectomen.engine.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LineGatheringTest {
    private static final double HEIGHT = 10;

    /** Ten rows of three words with the usual blank, and one row of two words with a gap of its own. */
    private static Page page(double blank, double gap) {
        List<Word> words = new ArrayList<>();
        for (int row = 0; row < 10; row++) {
            double left = 50;
            for (String word : List.of("The", "quay", "wall")) {
                words.add(Word.certain(word, new Box(left, 50 + 20 * row, 40, HEIGHT)));
                left += 40 + blank * HEIGHT;
            }
        }
        words.add(Word.certain("Morven", new Box(50, 300, 40, HEIGHT)));
        words.add(Word.certain("Tide", new Box(90 + gap * HEIGHT, 300, 40, HEIGHT)));
        return Page.ofWords(1, 600, 800, Page.Unit.POINT, words);
    }

    @ParameterizedTest
    @CsvSource({
        "0.3, 0.5, Morven Tide",
        "0.3, 1.1, Morven Tide",
        "0.3, 1.3, Morven",
        "0.9, 1.1, Morven Tide",
        "0.9, 1.4, Morven Tide",
        "0.9, 1.8, Morven",
        "1.1, 1.6, Morven Tide",
        "1.1, 2.5, Morven"
    })
    void aRowIsCutAtGapsThatAreWiderThanItsBlanks(double blank, double gap, String first) {
        List<List<Line>> rows = page(blank, gap).rows();
        assertThat(rows.get(0)).extracting(Line::text).containsExactly("The quay wall");
        assertThat(rows.get(10).get(0).text()).isEqualTo(first);
    }
}
