package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.stream.LongStream;
import lectomen.engine.LongRun;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Turn;
import lectomen.engine.page.Box;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import lectomen.engine.prepare.PaperMaker;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class PageTextReaderTest {
    private static final String[] LINES = {
        "Berth 14 was inspected on 7 March 2027 by R. Calloway.",
        "Three fenders are worn; two bollards were painted (red).",
        "Permit MHP-2027-0031, fee 184.50 for 12 days, paid.",
        "The quay wall is sound from chainage 120 m to 245 m.",
        "Ladder no. 6 has lost a rung & must be mended by 30/04.",
        "Depth at low water: 6.2 m, which is 0.3 m less than 2025."
    };

    private record Printed(BufferedImage page, List<String> words, List<Box> boxes) {}

    /** A page of lines, with where each word was printed, in points of 1/72 inch. */
    private static Printed printed(String font, int dots, float points) throws Exception {
        BufferedImage page = new PaperMaker(1, dots).blank();
        String path = "/liberation/Liberation" + font + ".ttf";
        Font face;
        try (InputStream in = Objects.requireNonNull(PageTextReaderTest.class.getResourceAsStream(path), path)) {
            face = Font.createFont(Font.TRUETYPE_FONT, in).deriveFont(points * dots / 72);
        }
        Graphics2D graphics = page.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        graphics.setColor(Color.BLACK);
        graphics.setFont(face);
        List<String> words = new ArrayList<>();
        List<Box> boxes = new ArrayList<>();
        double unit = 72.0 / dots;
        int y = dots;
        for (int round = 0; round < 4; round++) {
            for (String line : LINES) {
                int x = dots;
                for (String word : line.split(" ")) {
                    graphics.drawString(word, x, y);
                    int width = graphics.getFontMetrics().stringWidth(word);
                    int up = graphics.getFontMetrics().getAscent();
                    words.add(word);
                    boxes.add(new Box(x * unit, (y - up) * unit, width * unit, up * unit * 1.2));
                    x += width + graphics.getFontMetrics().stringWidth(" ");
                }
                y += (int) (points * 1.7 * dots / 72);
            }
        }
        graphics.dispose();
        return new Printed(page, words, boxes);
    }

    private static List<Word> words(Page page) {
        List<Word> words = new ArrayList<>();
        for (Line line : page.lines()) {
            words.addAll(line.words());
        }
        return words;
    }

    private static int distance(String one, String other) {
        int[] row = new int[other.length() + 1];
        for (int j = 0; j < row.length; j++) {
            row[j] = j;
        }
        for (int i = 1; i <= one.length(); i++) {
            int before = row[0];
            row[0] = i;
            for (int j = 1; j < row.length; j++) {
                int same = before + (one.charAt(i - 1) == other.charAt(j - 1) ? 0 : 1);
                before = row[j];
                row[j] = Math.min(same, Math.min(row[j], row[j - 1]) + 1);
            }
        }
        return row[other.length()];
    }

    /** Errors a hundred characters may have on this set; more than the shipped weights make is a step back. */
    @ParameterizedTest
    @CsvSource({
        "Sans-Regular, 300, 11, grey, 0, 0.4",
        "Serif-Regular, 300, 10, grey, 1.3, 0.8",
        "Mono-Regular, 200, 11, grey, 0, 1.5",
        "Sans-Bold, 200, 12, grey, -2.1, 1.0",
        "Serif-Italic, 300, 12, bits, 0, 1.5",
        "Sans-Regular, 200, 11, worn, 0.8, 1.5"
    })
    void linesAreReadWithFewErrors(String font, int dots, float points, String how, double lean, double most)
            throws Exception {
        Printed printed = printed(font, dots, points);
        PaperMaker maker = new PaperMaker(5, dots);
        BufferedImage page = lean == 0 ? printed.page() : maker.leaning(printed.page(), lean, false);
        if (how.equals("worn")) {
            maker.wear(page, 0.3, 8, 100);
        }
        ColourDepth ink = how.equals("bits") ? ColourDepth.BLACK_AND_WHITE : ColourDepth.GREY;
        Page read = PageTextReader.read(new PagePixels(Pixels.as(ink, page), dots, dots), 1, ReadingOptions.USUAL);
        StringBuilder found = new StringBuilder();
        words(read).forEach(word -> found.append(word.text()));
        String wanted = String.join("", printed.words());
        double errors = 100.0 * distance(found.toString(), wanted) / wanted.length();
        assertThat(errors).as(found.toString()).isLessThanOrEqualTo(most);
    }

    @Test
    void wordBoxesLieOnThePrintedOnes() throws Exception {
        Printed printed = printed("Sans-Regular", 300, 11);
        List<Word> read = words(PageTextReader.read(new PagePixels(printed.page(), 300, 300), 1, ReadingOptions.USUAL));
        double pageWidth = 595;
        int near = 0;
        for (int i = 0; i < printed.words().size(); i++) {
            Box wanted = printed.boxes().get(i);
            String text = printed.words().get(i);
            boolean hit = read.stream()
                    .filter(word -> word.text().equals(text))
                    .anyMatch(word -> Math.abs(word.box().left() - wanted.left()) < 0.02 * pageWidth
                            && Math.abs(word.box().right() - wanted.right()) < 0.02 * pageWidth
                            && Math.abs(word.box().middle() - wanted.middle()) < 0.02 * pageWidth);
            near += hit ? 1 : 0;
        }
        assertThat(near).isGreaterThanOrEqualTo(printed.words().size() * 97 / 100);
    }

    @ParameterizedTest
    @CsvSource({"2.4", "-1.7"})
    void boxesOfASkewedPageAreOnTheOriginalPage(double lean) throws Exception {
        Printed printed = printed("Serif-Regular", 200, 12);
        BufferedImage leaning = new PaperMaker(5, 200).leaning(printed.page(), lean, false);
        Page read = PageTextReader.read(new PagePixels(leaning, 200, 200), 1, ReadingOptions.USUAL);
        Page asPrinted = new Page(1, read.width(), read.height(), Page.Unit.POINT, List.of(), lean);
        int near = 0;
        for (int i = 0; i < printed.words().size(); i++) {
            Box wanted = asPrinted.asItCame(printed.boxes().get(i));
            String text = printed.words().get(i);
            boolean hit = words(read).stream()
                    .filter(word -> word.text().equals(text))
                    .map(word -> read.asItCame(word.box()))
                    .anyMatch(box -> Math.abs(box.centre() - wanted.centre()) < 0.02 * read.width()
                            && Math.abs(box.middle() - wanted.middle()) < 0.02 * read.width());
            near += hit ? 1 : 0;
        }
        assertThat(near).isGreaterThanOrEqualTo(printed.words().size() * 97 / 100);
    }

    /** As a dirty glass or a poor copy has it. */
    private static BufferedImage specked(BufferedImage page, int specks) {
        BufferedImage specked = Pixels.as(ColourDepth.GREY, page);
        new PaperMaker(7, 200).wear(specked, 0.9, 12, specks);
        return specked;
    }

    private static double errorRate(Page read, Printed printed) {
        StringBuilder found = new StringBuilder();
        words(read).forEach(word -> found.append(word.text()));
        String wanted = String.join("", printed.words());
        return 100.0 * distance(found.toString(), wanted) / wanted.length();
    }

    @ParameterizedTest
    @CsvSource({"1", "2", "3"})
    void aRotatedPageWithSpecksIsRead(int quarters) throws Exception {
        Printed printed = printed("Serif-Regular", 200, 11);
        BufferedImage turned = Turn.ofQuarters(quarters).applied(specked(printed.page(), 3_000));
        Page read = PageTextReader.read(new PagePixels(turned, 200, 200), 1, ReadingOptions.USUAL);
        assertThat(errorRate(read, printed)).isLessThan(5);
        assertThat(read.turned()).isCloseTo(90.0 * quarters, within(0.5));
    }

    @ParameterizedTest
    @CsvSource({"300, 72", "300, 96", "150, 72", "150, 600"})
    void aPageIsReadAtItsOwnScaleWhateverItStates(int dots, double stated) throws Exception {
        Printed printed = printed("Serif-Regular", dots, 11);
        BufferedImage page = specked(printed.page(), 1_000);
        Page right = PageTextReader.read(new PagePixels(page, dots, dots), 1, ReadingOptions.USUAL);
        Page wrong = PageTextReader.read(new PagePixels(page, stated, stated), 1, ReadingOptions.USUAL);
        assertThat(errorRate(wrong, printed)).isLessThan(errorRate(right, printed) + 0.5);
        assertThat(wrong.width()).isCloseTo(page.getWidth() * 72 / stated, within(0.5));
        Box last = words(wrong).get(words(wrong).size() - 1).box();
        Box lastRight = words(right).get(words(right).size() - 1).box();
        assertThat(last.top() * stated / dots).isCloseTo(lastRight.top(), within(5.0));
    }

    @ParameterizedTest
    @CsvSource({"1", "2", "3"})
    void aRotatedPageIsRead(int quarters) throws Exception {
        Printed printed = printed("Sans-Regular", 200, 11);
        BufferedImage turned = Turn.ofQuarters(quarters).applied(printed.page());
        Page read = PageTextReader.read(new PagePixels(turned, 200, 200), 1, ReadingOptions.USUAL);
        StringBuilder found = new StringBuilder();
        words(read).forEach(word -> found.append(word.text()));
        String wanted = String.join("", printed.words());
        assertThat(100.0 * distance(found.toString(), wanted) / wanted.length()).isLessThan(1);
        Box first = read.asItCame(words(read).get(0).box());
        assertThat(first.left()).isBetween(0.0, turned.getWidth() * 72 / 200.0);
        assertThat(first.top()).isBetween(0.0, turned.getHeight() * 72 / 200.0);
    }

    /** Strokes of a pen in the ink of the print: signatures below, a scribble beside the text. */
    @ParameterizedTest
    @MethodSource("pens")
    void strokesOfAPenAreNoText(long seed) throws Exception {
        Printed printed = printed("Sans-Regular", 300, 11);
        BufferedImage page = printed.page();
        Random random = new Random(seed);
        Graphics2D graphics = page.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setColor(new Color(40, 40, 40));
        graphics.setStroke(new BasicStroke(4 + random.nextInt(3), BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
        graphics.draw(pen(500, 2700, 14, 60, random));
        graphics.draw(pen(1700, 2900, 9, 45, random));
        graphics.draw(pen(2000, 700, 6, 40, random));
        graphics.dispose();
        List<Word> read = words(PageTextReader.read(new PagePixels(page, 300, 300), 1, ReadingOptions.USUAL));
        List<String> wanted = printed.words();
        // What the same page without them has too: the dot behind the bracket.
        List<Word> more =
                read.stream().filter(word -> !wanted.contains(word.text())).toList();
        assertThat(read.size() - more.size()).isGreaterThanOrEqualTo(wanted.size() - 4);
        assertThat(more).allMatch(word -> word.text().equals("(red)"));
    }

    static LongStream pens() {
        return LongStream.range(3, LongRun.of(5, 30));
    }

    /** Loops of one stroke, as a hurried hand makes them. */
    private static Path2D pen(double left, double middle, int loops, double high, Random random) {
        Path2D stroke = new Path2D.Double();
        stroke.moveTo(left, middle);
        double x = left;
        for (int i = 0; i < loops; i++) {
            double up = high * (0.3 + random.nextDouble());
            double wide = 20 + random.nextInt(30);
            stroke.curveTo(x + wide, middle - up, x - wide * 0.3, middle - up * 1.2, x + wide * 0.6, middle);
            stroke.quadTo(x + wide * 0.8, middle + up * random.nextDouble() * 0.6, x + wide, middle - up * 0.2);
            x += wide;
        }
        return stroke;
    }

    @Test
    void emptyPaperHasNoText() {
        PaperMaker maker = new PaperMaker(8, 200);
        BufferedImage page = maker.blank();
        maker.punch(page);
        maker.wear(page, 0.2, 5, new Random(1).nextInt(40));
        assertThat(words(PageTextReader.read(maker.page(page), 1, ReadingOptions.USUAL)))
                .isEmpty();
    }
}
