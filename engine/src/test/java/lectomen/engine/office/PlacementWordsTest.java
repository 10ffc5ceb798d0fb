package lectomen.engine.office;

import static org.assertj.core.api.Assertions.assertThat;

import lectomen.engine.flow.Placement;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Words of Office Open XML, of its older drawings, and of OpenDocument. */
class PlacementWordsTest {
    @ParameterizedTest
    @CsvSource({
        "page, PAGE, PAGE",
        "margin, MARGIN, MARGIN",
        "page-content, MARGIN, MARGIN",
        "text, COLUMN, PARAGRAPH",
        "column, COLUMN, PARAGRAPH",
        "paragraph, COLUMN, PARAGRAPH",
        "'', COLUMN, PARAGRAPH",
        "leftMargin, LEFT_MARGIN, PARAGRAPH",
        "left-margin-area, LEFT_MARGIN, PARAGRAPH",
        "rightMargin, RIGHT_MARGIN, PARAGRAPH",
        "topMargin, COLUMN, TOP_MARGIN",
        "bottom-margin-area, COLUMN, BOTTOM_MARGIN",
        "character, LETTER, PARAGRAPH",
        "line, COLUMN, LINE",
    })
    void whatAPlaceIsMeasuredFrom(String word, Placement.Across.From across, Placement.Down.Origin down) {
        assertThat(PlacementWords.across(word)).isEqualTo(across);
        assertThat(PlacementWords.down(word)).isEqualTo(down);
    }

    @ParameterizedTest
    @CsvSource({
        "left, LEFT, OFFSET",
        " right , RIGHT, OFFSET",
        "center, CENTRE, MIDDLE",
        "middle, OFFSET, MIDDLE",
        "top, OFFSET, TOP",
        "bottom, OFFSET, BOTTOM",
        "inside, LEFT, TOP",
        "outside, RIGHT, BOTTOM",
        "from-left, OFFSET, OFFSET",
        "'', OFFSET, OFFSET",
    })
    void atWhichSideItLies(String word, Placement.Across.Side side, Placement.Down.Level level) {
        assertThat(PlacementWords.side(word)).isEqualTo(side);
        assertThat(PlacementWords.level(word)).isEqualTo(level);
    }
}
