package lectomen.engine.typeset;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.Placement;
import lectomen.engine.flow.Section;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** On a page of 400 by 600 with margins of 50: what hangs on a paragraph in its one column. */
class FloatsTest {
    private static final Section.Paper PAPER = new Section.Paper(400, 600, 50, 50, 50, 50, 20, 20, Edges.NONE);
    private static final double LOWEST = 550;
    private static final double EXACTLY = 0.001;

    private final Floats floats = new Floats();

    private static Strip.Hanging hanging(
            boolean ofText, Placement.Down.Origin from, double down, double width, double height, Placement.Wrap wrap) {
        return new Strip.Hanging(
                new Placement(
                        new Placement.Across(Placement.Across.From.COLUMN, Placement.Across.Side.OFFSET, 0),
                        new Placement.Down(from, Placement.Down.Level.OFFSET, down),
                        wrap,
                        new Placement.Around(4, 4, 4, 4),
                        false),
                ofText,
                new MarkGroup(List.of(), width, height),
                List.of(),
                () -> {});
    }

    private static Strip.Hanging ofText(double down, double height) {
        return hanging(true, Placement.Down.Origin.PARAGRAPH, down, 100, height, Placement.Wrap.BESIDE);
    }

    private static Strip.Hanging picture(double height) {
        return hanging(false, Placement.Down.Origin.PARAGRAPH, 0, 100, height, Placement.Wrap.BESIDE);
    }

    private Floats.Stood stand(Strip.Hanging one, double paragraphTop) {
        return floats.stand(one, ObjectSetter.Frame.of(PAPER, 50, 300, paragraphTop), LOWEST);
    }

    /** A paragraph begins at that height. Text ends at 550, the page at 600. */
    @ParameterizedTest
    @CsvSource({
        // Blocks of the text stay in their column.
        "true,  100, 50, 100, true",
        "true,  500, 50, 500, true",
        "true,  520, 50, 500, false",
        // A picture may reach into the margin, and stays on the page.
        "false, 520, 50, 520, true",
        "false, 560, 50, 550, false",
    })
    void whatFindsNoRoomIsMovedUpAndSaysSo(boolean ofText, double paragraph, double height, double top, boolean fits) {
        Floats.Stood stood = stand(ofText ? ofText(0, height) : picture(height), paragraph);
        assertThat(stood.place().top()).isCloseTo(top, within(EXACTLY));
        assertThat(stood.fits()).isEqualTo(fits);
    }

    @Test
    void blocksOfTheTextDoNotLieOnEachOtherAndPicturesMay() {
        stand(ofText(0, 50), 100);
        // 4 points of distance below the one, and above the other.
        assertThat(stand(ofText(10, 30), 100).place().top()).isCloseTo(158, within(EXACTLY));
        assertThat(stand(picture(30), 100).place().top()).isCloseTo(100, within(EXACTLY));
    }

    @Test
    void whatHasItsPlaceOnThePageKeepsIt() {
        Strip.Hanging foot = hanging(false, Placement.Down.Origin.PAGE, 580, 100, 60, Placement.Wrap.BESIDE);
        Floats.Stood stood = stand(foot, 100);
        assertThat(stood.place().top()).isCloseTo(580, within(EXACTLY));
        assertThat(stood.fits()).isTrue();
    }

    @Test
    void whatLiesBeforeTheTextIsMovedUpAndNotOverleaf() {
        Strip.Hanging stamp = hanging(false, Placement.Down.Origin.PARAGRAPH, 0, 100, 60, Placement.Wrap.NONE);
        Floats.Stood stood = stand(stamp, 580);
        assertThat(stood.place().top()).isCloseTo(540, within(EXACTLY));
        assertThat(stood.fits()).isTrue();
    }

    @Test
    void aStripMovesBelowWhatItWouldLieOn() {
        stand(ofText(0, 50), 100);
        Strip strip = new Strip(12, List.of());
        strip.left = 0;
        strip.right = 300;
        assertThat(floats.push(strip, 50, 90)).isCloseTo(64, within(EXACTLY));
        assertThat(floats.push(strip, 50, 80)).isZero();
        strip.left = 110;
        assertThat(floats.push(strip, 50, 90)).isZero();
    }

    @Test
    void notesAskHowLowItReaches() {
        stand(ofText(0, 50), 100);
        stand(hanging(false, Placement.Down.Origin.PAGE, 560, 100, 30, Placement.Wrap.BESIDE), 100);
        assertThat(floats.lowest(50, 300, LOWEST)).isCloseTo(150, within(EXACTLY));
        floats.clear();
        assertThat(floats.lowest(50, 300, LOWEST)).isZero();
    }
}
