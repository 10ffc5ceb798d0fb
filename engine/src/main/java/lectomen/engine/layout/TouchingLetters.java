package lectomen.engine.layout;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.prepare.InkMask;
import lectomen.engine.prepare.Letters;
import lectomen.engine.prepare.Marks;

/**
 * Separates letters that touch something larger, such as a stamp's frame or a pen stroke: what of it is within the band of a
 * line is cut out and treated as letters of that line.
 */
final class TouchingLetters {
    private static final int LETTERS_OF_A_LINE = 8;
    private static final double GOES_ON = 12;
    private static final double TOO_HIGH = 1.6;

    private TouchingLetters() {}

    /**
     * @param marks of the sheet @return the letters, with larger marks that lie on lines replaced by their parts in those
     *     lines.
     */
    static Letters freed(Letters letters, List<Marks.Mark> marks, List<LineSpot> lines, Sheet sheet) {
        List<LineSpot> bands = lines.stream()
                .filter(line -> line.letters().size() >= LETTERS_OF_A_LINE)
                .toList();
        List<Letters.Letter> kept = new ArrayList<>(letters.letters());
        List<Letters.Letter> small = new ArrayList<>(letters.small());
        boolean any = false;
        for (Marks.Mark mark : marks) {
            List<LineSpot> crossed =
                    bands.stream().filter(band -> crosses(band, mark)).toList();
            if (crossed.isEmpty()) {
                continue;
            }
            any = true;
            kept.removeIf(letter -> letter.left() == mark.left()
                    && letter.top() == mark.top()
                    && letter.right() == mark.left() + mark.width()
                    && letter.bottom() == mark.top() + mark.height());
            for (LineSpot band : crossed) {
                Letters parts = parts(mark, band, sheet);
                kept.addAll(parts.letters());
                small.addAll(parts.small());
            }
        }
        return any ? new Letters(kept, small, letters.usualHeight()) : letters;
    }

    private static boolean crosses(LineSpot band, Marks.Mark mark) {
        double height = band.height();
        double middle = band.sunkAt(mark.left() + mark.width() / 2.0);
        double shared = Math.min(band.bottom() + middle, mark.top() + mark.height())
                - Math.max(band.top() + middle, mark.top());
        boolean near = mark.left() < band.right() + GOES_ON * height
                && mark.left() + mark.width() > band.left() - GOES_ON * height;
        return mark.height() > TOO_HIGH * height && near && shared > 0.3 * height;
    }

    private static Letters parts(Marks.Mark mark, LineSpot band, Sheet sheet) {
        int top = (int)
                Math.floor(band.top() + Math.min(band.sunkAt(mark.left()), band.sunkAt(mark.left() + mark.width())));
        int height = (int) Math.ceil(band.height() + Math.abs(band.slope()) * mark.width()) + 1;
        InkMask part = InkMask.empty(mark.width(), height);
        mark.eachRun(run -> {
            for (int x = run.from(); x <= run.to(); x++) {
                double sunk = band.sunkAt(x);
                int y = run.y() - top;
                boolean within = run.y() >= band.top() + sunk && run.y() < band.bottom() + sunk;
                if (within && y >= 0 && y < height) {
                    part.dark()[y * mark.width() + x - mark.left()] = 1;
                }
            }
        });
        Letters found = Letters.of(part, sheet.dotsPerInch());
        return new Letters(
                moved(found.letters(), mark.left(), top), moved(found.small(), mark.left(), top), found.usualHeight());
    }

    private static List<Letters.Letter> moved(List<Letters.Letter> letters, int x, int y) {
        return letters.stream()
                .map(letter -> new Letters.Letter(
                        letter.left() + x, letter.top() + y, letter.right() + x, letter.bottom() + y))
                .toList();
    }
}
