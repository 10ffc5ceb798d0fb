package lectomen.engine.pdf;

import static java.util.Map.entry;

import com.ibm.icu.text.Bidi;
import java.io.IOException;
import java.io.Writer;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import lectomen.engine.page.Box;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.apache.pdfbox.util.Matrix;
import org.apache.pdfbox.util.Vector;

/**
 * Groups the glyphs of a page into words.
 *
 * <p>A PDF says where each glyph stands, not which make a word, and in any order. Glyphs are sorted by writing direction,
 * then by baseline, then from left to right along it. Baselines closer than {@value #SAME_BASELINE} of the glyph's height
 * are one. A word ends at a blank, or where the gap to the next glyph is wider than {@value #WORD_GAP} of the font's own
 * blank: letter-spacing rarely reaches that, and writers that place words without blanks always exceed it. A glyph drawn a
 * second time at the same place (imitated bold) counts once. Letters of a line that all stand apart by about the same, as in a
 * spaced-out heading, are one word as long as the gap doesn't grow by half. Text that is turned is gathered into lines along
 * its own direction. Cost is that of the sort.
 *
 * <p>Heights are {@value #HEIGHT_OF_SIZE} of the font's size: what fonts say of their own height differs too much.
 */
final class PageWords extends PDFTextStripper {
    private static final double SAME_BASELINE = 0.4;
    private static final double WORD_GAP = 0.5;
    private static final double HEIGHT_OF_SIZE = 0.7;
    /** Accents as letters of their own, and as marks that join the letter before. */
    private static final Map<String, String> ACCENTS = Map.ofEntries(
            entry("\u00b4", "\u0301"),
            entry("\u02ca", "\u0301"),
            entry("`", "\u0300"),
            entry("\u02cb", "\u0300"),
            entry("\u00a8", "\u0308"),
            entry("\u02c6", "\u0302"),
            entry("^", "\u0302"),
            entry("\u02dc", "\u0303"),
            entry("~", "\u0303"),
            entry("\u00b8", "\u0327"),
            entry("\u02da", "\u030a"),
            entry("\u02c7", "\u030c"),
            entry("\u02d9", "\u0307"),
            entry("\u00af", "\u0304"));

    private static final int FEWEST_SPACED_OUT = 5;
    private static final double GROWN_GAP = 1.5;

    private final Map<Integer, List<TextPosition>> glyphsByDirection = new TreeMap<>();
    private int glyphs;
    private int glyphsWithoutLetter;

    /** How many glyphs the page that was read last shows. */
    int glyphs() {
        return glyphs;
    }

    /** How many of them stand for no letter. */
    int glyphsWithoutLetter() {
        return glyphsWithoutLetter;
    }

    Page read(PDDocument document, int number) throws IOException {
        glyphsByDirection.clear();
        glyphs = 0;
        glyphsWithoutLetter = 0;
        setStartPage(number);
        setEndPage(number);
        writeText(document, Writer.nullWriter());
        PDPage page = document.getPage(number - 1);
        PDRectangle box = page.getCropBox();
        boolean sideways = page.getRotation() % 180 != 0;
        double width = sideways ? box.getHeight() : box.getWidth();
        double height = sideways ? box.getWidth() : box.getHeight();
        List<Line> lines = new ArrayList<>();
        List<Line> turned = new ArrayList<>();
        glyphsByDirection.forEach((direction, row) -> {
            int seen = Math.floorMod(direction - page.getRotation(), 360);
            for (Line line : Page.gather(words(row))) {
                (seen == 0 ? lines : turned).add(upright(line, seen, width, height));
            }
        });
        lines.addAll(turned);
        return new Page(number, width, height, Page.Unit.POINT, lines);
    }

    private static Line upright(Line along, int direction, double width, double height) {
        List<Word> words = along.words().stream()
                .map(word -> word.at(upright(word.box(), direction, width, height)))
                .toList();
        return new Line(words, upright(along.box(), direction, width, height));
    }

    @Override
    protected void showGlyph(Matrix matrix, PDFont font, int code, Vector displacement) throws IOException {
        glyphs++;
        if (!hasLetter(font, code)) {
            glyphsWithoutLetter++;
        }
        super.showGlyph(matrix, font, code, displacement);
    }

    private static boolean hasLetter(PDFont font, int code) {
        String unicode = font.toUnicode(code);
        return unicode != null
                && !unicode.isEmpty()
                && unicode.codePoints()
                        .noneMatch(c -> c == 0xfffd
                                || Character.getType(c) == Character.PRIVATE_USE
                                || (Character.isISOControl(c) && !Character.isWhitespace(c)));
    }

    @Override
    protected void processTextPosition(TextPosition glyph) {
        glyphsByDirection
                .computeIfAbsent((int) glyph.getDir(), direction -> new ArrayList<>())
                .add(glyph);
    }

    private static List<Word> words(List<TextPosition> glyphs) {
        List<TextPosition> sorted = new ArrayList<>(glyphs);
        sorted.sort(Comparator.comparingDouble(TextPosition::getYDirAdj));
        List<Word> words = new ArrayList<>();
        List<TextPosition> row = new ArrayList<>();
        for (TextPosition glyph : sorted) {
            if (!row.isEmpty() && !sameBaseline(row.get(row.size() - 1), glyph)) {
                cutIntoWords(row, words);
                row = new ArrayList<>();
            }
            row.add(glyph);
        }
        cutIntoWords(row, words);
        return words;
    }

    private static boolean sameBaseline(TextPosition one, TextPosition other) {
        double height = Math.min(height(one), height(other));
        return Math.abs(other.getYDirAdj() - one.getYDirAdj()) <= Math.max(0.5, SAME_BASELINE * height);
    }

    private static double size(TextPosition glyph) {
        return Math.abs(glyph.getYScale());
    }

    private static double height(TextPosition glyph) {
        return HEIGHT_OF_SIZE * size(glyph);
    }

    /** The gap that letters of a spaced-out row have between them; 0 where the row is not spaced out. */
    private static double spacedOut(List<TextPosition> row) {
        List<Double> gaps = new ArrayList<>();
        int apart = 0;
        for (int i = 1; i < row.size(); i++) {
            TextPosition before = row.get(i - 1);
            TextPosition glyph = row.get(i);
            if (isLetter(before) && isLetter(glyph)) {
                gaps.add(gap(before, glyph));
                apart += gap(before, glyph) > WORD_GAP * blank(glyph) ? 1 : 0;
            }
        }
        if (gaps.size() < FEWEST_SPACED_OUT || apart < 0.8 * gaps.size()) {
            return 0;
        }
        gaps.sort(Comparator.naturalOrder());
        return gaps.get(gaps.size() / 2);
    }

    private static boolean isLetter(TextPosition glyph) {
        return glyph.getUnicode().codePoints().allMatch(Character::isLetter);
    }

    private static void cutIntoWords(List<TextPosition> row, List<Word> words) {
        row.sort(Comparator.comparingDouble(TextPosition::getXDirAdj));
        double spacedOut = spacedOut(row);
        StringBuilder text = new StringBuilder();
        List<Box> boxes = new ArrayList<>();
        TextPosition before = null;
        for (Drawn drawn : joinAccents(row)) {
            TextPosition glyph = drawn.glyph();
            String shown = drawn.text();
            boolean again = before != null
                    && before.getUnicode().equals(glyph.getUnicode())
                    && Math.abs(before.getXDirAdj() - glyph.getXDirAdj()) < 0.2 * Math.max(glyph.getWidthDirAdj(), 0.5);
            if (again) {
                continue;
            }
            double widest = Math.max(WORD_GAP * blank(glyph), GROWN_GAP * spacedOut);
            if (shown.isBlank() || (before != null && gap(before, glyph) > widest)) {
                flush(text, boxes, words);
            }
            if (!shown.isBlank()) {
                text.append(withoutLigatures(shown));
                boxes.add(new Box(
                        glyph.getXDirAdj(), glyph.getYDirAdj() - height(glyph), glyph.getWidthDirAdj(), height(glyph)));
            }
            before = glyph;
        }
        flush(text, boxes, words);
    }

    /**
     * Joins accents that were drawn on their own with the letters that they stand over or under: some typesetters have no
     * letters with accents. The row is sorted from left to right.
     */
    private static List<Drawn> joinAccents(List<TextPosition> row) {
        List<Drawn> joined = new ArrayList<>();
        for (int i = 0; i < row.size(); i++) {
            TextPosition glyph = row.get(i);
            String mark = ACCENTS.get(glyph.getUnicode());
            TextPosition before = i > 0 ? row.get(i - 1) : null;
            TextPosition after = i + 1 < row.size() ? row.get(i + 1) : null;
            if (mark != null && before != null && isLetter(before) && overlap(before, glyph) && !joined.isEmpty()) {
                Drawn letter = joined.remove(joined.size() - 1);
                joined.add(new Drawn(letter.glyph(), joined(letter.text(), mark)));
            } else if (mark != null && after != null && isLetter(after) && overlap(after, glyph)) {
                joined.add(new Drawn(after, joined(after.getUnicode(), mark)));
                i++;
            } else {
                joined.add(new Drawn(glyph, glyph.getUnicode()));
            }
        }
        return joined;
    }

    /** A letter with its mark; the i and j that are drawn without dot are made for that. */
    private static String joined(String letter, String mark) {
        String base = letter.replace('\u0131', 'i').replace('\u0237', 'j');
        return Normalizer.normalize(base + mark, Normalizer.Form.NFC);
    }

    /** Whether most of the accent lies over or under the letter. */
    private static boolean overlap(TextPosition letter, TextPosition accent) {
        double left = Math.max(letter.getXDirAdj(), accent.getXDirAdj());
        double right =
                Math.min(letter.getXDirAdj() + letter.getWidthDirAdj(), accent.getXDirAdj() + accent.getWidthDirAdj());
        return right - left > 0.5 * Math.min(letter.getWidthDirAdj(), accent.getWidthDirAdj());
    }

    /** A glyph with the letter that it shows. */
    private record Drawn(TextPosition glyph, String text) {}

    /** Letters that a font draws as one, as the letters that they are: fi, fl, ff, ffi, ffl, long st, st. */
    private static String withoutLigatures(String shown) {
        boolean plain = shown.chars().noneMatch(c -> c >= 0xfb00 && c <= 0xfb06);
        return plain ? shown : Normalizer.normalize(shown, Normalizer.Form.NFKC);
    }

    /** Letters of a word in the order of reading: scripts that run from the right are drawn in the order of their places. */
    private static String asMeant(String drawn) {
        if (!Bidi.requiresBidi(drawn.toCharArray(), 0, drawn.length())) {
            return drawn;
        }
        Bidi places = new Bidi();
        places.setInverse(true);
        places.setPara(drawn, Bidi.LTR, null);
        return Normalizer.normalize(places.writeReordered(Bidi.KEEP_BASE_COMBINING), Normalizer.Form.NFKC);
    }

    private static double gap(TextPosition before, TextPosition glyph) {
        return glyph.getXDirAdj() - (before.getXDirAdj() + before.getWidthDirAdj());
    }

    /**
     * The width of a blank. Fonts without one, or with an absurd one, get a quarter of the size; none counts for more than a
     * third, so that words placed without blanks come apart in wide-spaced fonts too.
     */
    private static double blank(TextPosition glyph) {
        double size = size(glyph);
        double width = glyph.getWidthOfSpace();
        return width > 0.05 * size ? Math.min(width, 0.33 * size) : 0.25 * size;
    }

    private static void flush(StringBuilder text, List<Box> boxes, List<Word> words) {
        if (!text.isEmpty()) {
            words.add(Word.certain(asMeant(text.toString()), Box.around(boxes, box -> box)));
            text.setLength(0);
            boxes.clear();
        }
    }

    /** A box along the writing direction, turned into a box on the page as it is seen. */
    private static Box upright(Box along, int direction, double pageWidth, double pageHeight) {
        return switch (direction) {
            case 90 -> new Box(along.top(), pageHeight - along.right(), along.height(), along.width());
            case 180 -> new Box(pageWidth - along.right(), pageHeight - along.bottom(), along.width(), along.height());
            case 270 -> new Box(pageWidth - along.bottom(), along.left(), along.height(), along.width());
            default -> along;
        };
    }
}
