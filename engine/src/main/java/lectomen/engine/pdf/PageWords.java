package lectomen.engine.pdf;

import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;

/**
 * Gathers the glyphs that a page shows into words.
 *
 * <p>A PDF says where each glyph stands, not which make a word, and in any order. Glyphs are sorted by writing direction,
 * then by baseline, then from left to right along it. Baselines closer than {@value #SAME_BASELINE} of the glyph's height
 * are one. A word ends at a blank, or where the gap to the next glyph is wider than {@value #WORD_GAP} of the font's own
 * blank: letter-spacing rarely reaches that, and writers that place words without blanks always exceed it. A glyph drawn a
 * second time at the same place (imitated bold) counts once. Cost is that of the sort.
 */
final class PageWords extends PDFTextStripper {
    private static final double SAME_BASELINE = 0.4;
    private static final double WORD_GAP = 0.5;

    private final Map<Integer, List<TextPosition>> glyphsByDirection = new TreeMap<>();

    Page read(PDDocument document, int number) throws IOException {
        glyphsByDirection.clear();
        setStartPage(number);
        setEndPage(number);
        writeText(document, Writer.nullWriter());
        PDPage page = document.getPage(number - 1);
        PDRectangle box = page.getCropBox();
        boolean sideways = page.getRotation() % 180 != 0;
        double width = sideways ? box.getHeight() : box.getWidth();
        double height = sideways ? box.getWidth() : box.getHeight();
        List<Word> words = new ArrayList<>();
        glyphsByDirection.forEach((direction, glyphs) -> {
            int seen = Math.floorMod(direction - page.getRotation(), 360);
            for (Word word : words(glyphs)) {
                words.add(new Word(word.text(), upright(word.box(), seen, width, height), word.confidence()));
            }
        });
        return Page.ofWords(number, width, height, Page.Unit.POINT, words);
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
        double height = Math.min(one.getHeightDir(), other.getHeightDir());
        return Math.abs(other.getYDirAdj() - one.getYDirAdj()) <= Math.max(0.5, SAME_BASELINE * height);
    }

    private static void cutIntoWords(List<TextPosition> row, List<Word> words) {
        row.sort(Comparator.comparingDouble(TextPosition::getXDirAdj));
        StringBuilder text = new StringBuilder();
        List<Box> boxes = new ArrayList<>();
        TextPosition before = null;
        for (TextPosition glyph : row) {
            String shown = glyph.getUnicode();
            boolean again = before != null
                    && before.getUnicode().equals(shown)
                    && Math.abs(before.getXDirAdj() - glyph.getXDirAdj()) < 0.2 * Math.max(glyph.getWidthDirAdj(), 0.5);
            if (again) {
                continue;
            }
            if (shown.isBlank() || (before != null && gap(before, glyph) > WORD_GAP * blank(glyph))) {
                flush(text, boxes, words);
            }
            if (!shown.isBlank()) {
                text.append(shown);
                boxes.add(new Box(
                        glyph.getXDirAdj(),
                        glyph.getYDirAdj() - glyph.getHeightDir(),
                        glyph.getWidthDirAdj(),
                        glyph.getHeightDir()));
            }
            before = glyph;
        }
        flush(text, boxes, words);
    }

    private static double gap(TextPosition before, TextPosition glyph) {
        return glyph.getXDirAdj() - (before.getXDirAdj() + before.getWidthDirAdj());
    }

    /**
     * The width of a blank. Fonts without one, or with an absurd one, get a quarter of the size; none counts for more than a
     * third, so that words placed without blanks come apart in wide-spaced fonts too.
     */
    private static double blank(TextPosition glyph) {
        double size = Math.abs(glyph.getFontSizeInPt());
        double width = glyph.getWidthOfSpace();
        return width > 0.05 * size ? Math.min(width, 0.33 * size) : 0.25 * size;
    }

    private static void flush(StringBuilder text, List<Box> boxes, List<Word> words) {
        if (!text.isEmpty()) {
            words.add(Word.certain(text.toString(), Box.around(boxes)));
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
