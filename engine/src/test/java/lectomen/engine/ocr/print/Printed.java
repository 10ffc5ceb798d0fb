package lectomen.engine.ocr.print;

import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import lectomen.engine.image.PagePixels;
import lectomen.engine.page.Box;

/**
 * A page whose print is known exactly.
 *
 * @param words in reading order, boxes in points of 1/72 inch
 * @param fields by name, as they are printed
 * @param rows of tables, cell by cell
 */
public record Printed(
        BufferedImage page, double dots, List<Word> words, Map<String, String> fields, List<List<String>> rows) {
    /** @param line which line it stands on, over the whole page */
    public record Word(String text, Box box, int line) {}

    public PagePixels pixels() {
        return new PagePixels(page, dots, dots);
    }

    public Printed with(BufferedImage other, double otherDots) {
        return new Printed(other, otherDots, words, fields, rows);
    }

    /** The lines in reading order. */
    public List<String> lines() {
        List<String> lines = new ArrayList<>();
        int last = -1;
        for (Word word : words) {
            if (word.line() == last) {
                lines.set(lines.size() - 1, lines.get(lines.size() - 1) + " " + word.text());
            } else {
                lines.add(word.text());
            }
            last = word.line();
        }
        return lines;
    }
}
