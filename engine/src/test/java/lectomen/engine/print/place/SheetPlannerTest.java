package lectomen.engine.print.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.geom.AffineTransform;
import java.awt.geom.Point2D;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.print.media.MediaSize;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class SheetPlannerTest {
    private static final double MM = Medium.MILLIMETRE;

    private static PageSize page(double width, double height) {
        return new PageSize(width * MM, height * MM);
    }

    private static Medium medium(String on, double margin) {
        return on.startsWith("roll ")
                ? Medium.roll(Double.parseDouble(on.substring(5)), margin)
                : Medium.of(
                        MediaSize.find("iso_x_" + on.replace(" ", "") + "mm").orElseThrow(), margin);
    }

    private static Placing placing(String on, double margin, String scale, Turn turn) {
        return new Placing(medium(on, margin), Scale.find(scale).orElseThrow(), turn, Position.CENTER, 1, false, false);
    }

    /** A page of the size of a sheet goes on it, however large the margins are, also on its side; the largest takes the rest. */
    @ParameterizedTest
    @CsvSource({
        "210, 297, 210, 297",
        "297, 210, 210, 297",
        "210.4, 297.4, 210, 297",
        "148, 210, 210, 297",
        "211.5, 297, 297, 420",
        "420, 297, 297, 420",
        "594, 841, 297, 420"
    })
    void eachPageGoesOnTheSmallestMediumThatTakesIt(double width, double height, double onWidth, double onHeight) {
        List<Medium> media = List.of(medium("297x420", 10), medium("210x297", 10));
        Placing placing = new Placing(media, new Scale.AutoFit(), Turn.TO_FIT, Position.CENTER, 1, false, false);
        List<Sheet> sheets = SheetPlanner.plan(List.of(page(100, 100), page(width, height)), placing);
        assertThat(sheets.get(0).width()).isCloseTo(210 * MM, within(1e-6));
        assertThat(sheets.get(1).width()).isCloseTo(onWidth * MM, within(1e-6));
        assertThat(sheets.get(1).height()).isCloseTo(onHeight * MM, within(1e-6));
    }

    @Test
    void pagesOnOneSheetGoOnAMediumThatTakesEachOfThem() {
        List<Medium> media = List.of(medium("210x297", 0), medium("297x420", 0));
        Placing placing = new Placing(media, new Scale.Fit(), Turn.TO_FIT, Position.CENTER, 2, false, false);
        List<Sheet> sheets =
                SheetPlanner.plan(List.of(page(210, 297), page(210, 297), page(210, 297), page(297, 420)), placing);
        assertThat(sheets).extracting(sheet -> Math.round(sheet.width() / MM)).containsExactly(210L, 297L);
    }

    /** All in millimetres: the page, the medium and its margin; then the sheet, and where the page lies on it. */
    @ParameterizedTest
    @CsvSource({
        // a page on a sheet of its own size: smaller by the margins, or as it is
        "210, 297, 210x297, 5, auto-fit, no,     210, 297,   5.00,   7.07, 200.00, 282.86",
        "210, 297, 210x297, 0, auto-fit, no,     210, 297,   0,      0,    210,    297",
        "210, 297, 210x297, 5, none,     no,     210, 297,   0,      0,    210,    297",
        // small pages stay small, unless they are to fit
        "105, 148, 210x297, 5, auto-fit, no,     210, 297,  52.5,   74.5,  105,    148",
        "105, 148, 210x297, 0, fit,      no,     210, 297,   0,      0.5,  210,    296",
        "105, 148, 210x297, 0, fill,     no,     210, 297,  -0.35,   0,    210.71, 297",
        // turned where that prints it larger
        "420, 297, 297x420, 0, fit,      to fit, 297, 420,   0,      0,    297,    420",
        "420, 297, 297x420, 0, fit,      no,     297, 420,   0,    104.99, 297,    210.02",
        "420, 297, 297x420, 0, fit,      right,  297, 420,   0,      0,    297,    420",
        "420, 297, 420x297, 0, fit,      to fit, 420, 297,   0,      0,    420,    297",
        // on a roll: as long as the page needs, and turned where that takes less of it
        "841, 1189, roll 914, 5, none,   no,     914, 1199, 36.5,    5,    841,   1189",
        "594, 841, roll 914, 5, none,    to fit, 914, 604,  36.5,    5,    841,    594",
        "1189, 841, roll 914, 5, none,   to fit, 914, 1199, 36.5,    5,    841,   1189",
        "420, 297, roll 914, 7, fit,     to fit, 914, 1286.73, 7,    7,    900,   1272.73",
        // true scales, and a percentage
        "594, 841, 420x594, 0, 1:50 to 1:100, no, 420, 594, 61.5,   86.75, 297,    420.5",
        "100, 100, 210x297, 0, 12.5 %,   no,     210, 297,  98.75, 142.25, 12.5,   12.5"
    })
    void aPageIsPlaced(
            double width,
            double height,
            String on,
            double margin,
            String scale,
            String turn,
            double sheetWidth,
            double sheetHeight,
            double left,
            double bottom,
            double placedWidth,
            double placedHeight) {
        Placing placing = placing(on, margin, scale, Turn.findByWord(turn).orElseThrow());
        Sheet sheet = SheetPlanner.plan(List.of(page(width, height)), placing).get(0);
        Area area = sheet.pages().get(0).area();
        double[] found = {sheet.width(), sheet.height(), area.left(), area.bottom(), area.width(), area.height()};
        double[] expected = {sheetWidth, sheetHeight, left, bottom, placedWidth, placedHeight};
        for (int i = 0; i < found.length; i++) {
            assertThat(found[i] / MM).as("number " + i).isCloseTo(expected[i], within(0.01));
        }
    }

    @Test
    void aTrueScaleIsTrue() {
        Placing placing = placing("594x841", 5, "1:100 to 1:50", Turn.NO);
        PlacedPage placed = SheetPlanner.plan(List.of(page(210, 297)), placing)
                .get(0)
                .pages()
                .get(0);
        Point2D from = placed.matrix().transform(new Point2D.Double(0, 0), null);
        Point2D to = placed.matrix().transform(new Point2D.Double(100 * MM, 0), null);
        assertThat(from.distance(to) / MM).isCloseTo(200, within(0.2));
    }

    @ParameterizedTest
    @CsvSource({
        "2, 210x297, 210, 297, 1, 2",
        "2, 420x297, 210, 297, 2, 1",
        "4, 210x297, 210, 297, 2, 2",
        "6, 210x297, 210, 297, 2, 3",
        "3, 630x297, 210, 297, 3, 1",
        "5, 210x297, 210, 297, 2, 3"
    })
    void severalPagesShareASheet(int count, String on, double width, double height, int across, int down) {
        Placing placing =
                new Placing(medium(on, 0), new Scale.Fit(), Turn.TO_FIT, Position.CENTER, count, false, false);
        List<PageSize> pages =
                Stream.generate(() -> page(width, height)).limit(count + 1).toList();
        List<Sheet> sheets = SheetPlanner.plan(pages, placing);
        assertThat(sheets).hasSize(2);
        List<PlacedPage> placed = sheets.get(0).pages();
        assertThat(placed).hasSize(count);
        assertThat(placed.stream().map(one -> round(one.shown().left())).distinct())
                .hasSize(across);
        assertThat(placed.stream().map(one -> round(one.shown().bottom())).distinct())
                .hasSize(down);
        assertThat(sheets.get(1).pages()).hasSize(1);
    }

    /** The place of each page on an A3 sheet that is 2 wide and 2 high, from the top left. */
    @ParameterizedTest
    @CsvSource({"no, 1 2 3 4", "left, 2 4 1 3", "half, 4 3 2 1", "right, 3 1 4 2"})
    void pagesAreInReadingOrderHoweverTheyAreTurned(String turn, String expected) {
        Placing placing = new Placing(
                medium("420x297", 0),
                new Scale.None(),
                Turn.findByWord(turn).orElseThrow(),
                Position.CENTER,
                4,
                false,
                false);
        List<PageSize> pages = Stream.generate(() -> page(100, 100)).limit(4).toList();
        String found = SheetPlanner.plan(pages, placing).get(0).pages().stream()
                .sorted(Comparator.comparingDouble(
                                (PlacedPage one) -> -one.shown().bottom())
                        .thenComparingDouble(one -> one.shown().left()))
                .map(one -> Integer.toString(one.page() + 1))
                .collect(Collectors.joining(" "));
        assertThat(found).isEqualTo(expected);
    }

    private static String round(double number) {
        return String.format(Locale.ROOT, "%.1f", number);
    }

    @Test
    void theLastPageComesFirstWhereThatIsAskedFor() {
        Placing placing = new Placing(medium("210x297", 0), new Scale.None(), Turn.NO, Position.CENTER, 2, false, true);
        List<PageSize> pages = Stream.generate(() -> page(210, 297)).limit(3).toList();
        assertThat(SheetPlanner.plan(pages, placing).stream()
                        .map(sheet ->
                                sheet.pages().stream().map(PlacedPage::page).toList()))
                .containsExactly(List.of(2, 1), List.of(0));
    }

    @ParameterizedTest
    @CsvSource({"top left, 5, 144", "top, 55, 144", "bottom right, 105, 5", "left, 5, 74.5", "center, 55, 74.5"})
    void thePositionSaysWhereTheRoomIs(String word, double left, double bottom) {
        Placing placing = new Placing(
                medium("210x297", 5),
                new Scale.None(),
                Turn.NO,
                Position.findByWord(word).orElseThrow(),
                1,
                false,
                false);
        Area area = SheetPlanner.plan(List.of(page(100, 148)), placing)
                .get(0)
                .pages()
                .get(0)
                .area();
        assertThat(area.left() / MM).isCloseTo(left, within(0.01));
        assertThat(area.bottom() / MM).isCloseTo(bottom, within(0.01));
    }

    @Test
    void whatIsCutOffIsKnown() {
        PlacedPage cut = SheetPlanner.plan(List.of(page(300, 297)), placing("210x297", 5, "none", Turn.NO))
                .get(0)
                .pages()
                .get(0);
        assertThat(cut.cut() / MM).isCloseTo(50, within(0.01));
        PlacedPage whole = SheetPlanner.plan(List.of(page(300, 297)), placing("210x297", 5, "auto-fit", Turn.NO))
                .get(0)
                .pages()
                .get(0);
        assertThat(whole.cut()).isZero();
    }

    /** However a page is turned, its corners are those of its area. */
    @ParameterizedTest
    @EnumSource(Turn.class)
    void theMatrixPutsThePageOnItsArea(Turn turn) {
        Random random = new Random(7);
        for (int i = 0; i < 200; i++) {
            PageSize page = new PageSize(1 + random.nextInt(2_000), 1 + random.nextInt(2_000));
            Medium medium = new Medium(
                    100 + random.nextInt(2_000),
                    random.nextInt(3) * 700.0,
                    new Margins(random.nextInt(40), random.nextInt(40), random.nextInt(40), random.nextInt(40)));
            Scale scale = List.of(new Scale.None(), new Scale.Fit(), new Scale.AutoFit(), new Scale.Fill())
                    .get(random.nextInt(4));
            Placing placing = new Placing(medium, scale, turn, Position.values()[random.nextInt(9)], 1, false, false);
            PlacedPage placed =
                    SheetPlanner.plan(List.of(page), placing).get(0).pages().get(0);
            AffineTransform matrix = placed.matrix();
            Point2D one = matrix.transform(new Point2D.Double(0, 0), null);
            Point2D other = matrix.transform(new Point2D.Double(page.width(), page.height()), null);
            Area area = placed.area();
            assertThat(Math.min(one.getX(), other.getX())).isCloseTo(area.left(), within(1e-6));
            assertThat(Math.max(one.getX(), other.getX())).isCloseTo(area.right(), within(1e-6));
            assertThat(Math.min(one.getY(), other.getY())).isCloseTo(area.bottom(), within(1e-6));
            assertThat(Math.max(one.getY(), other.getY())).isCloseTo(area.top(), within(1e-6));
            assertThat(matrix.getDeterminant()).isCloseTo(placed.scale() * placed.scale(), within(1e-6));
            if (scale instanceof Scale.Fit || scale instanceof Scale.AutoFit) {
                assertThat(placed.cut()).as(placed.toString()).isZero();
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"0 %", "1:0 to 1:5", "half", "1:50", "20000 %", "1:100000 to 1:5", "0.5 %", ""})
    void whatIsNoScaleIsNone(String text) {
        assertThat(Scale.find(text)).isEmpty();
    }
}
