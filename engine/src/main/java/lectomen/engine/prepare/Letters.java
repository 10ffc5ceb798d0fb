package lectomen.engine.prepare;

import java.util.ArrayList;
import java.util.List;

/**
 * The connected components of a page that may be letters.
 *
 * @param letters as high as print is
 * @param small dots, accents, commas, and what may be dust
 * @param usualHeight of letters, in pixels of the page
 */
public record Letters(List<Letter> letters, List<Letter> small, double usualHeight) {
    private static final double LOWEST_INCHES = 0.035;
    private static final double SMALLEST_INCHES = 0.008;
    private static final double HIGHEST_INCHES = 0.5;
    private static final double WIDEST_INCHES = 1.5;
    private static final double RULE = 7;

    public Letters {
        letters = List.copyOf(letters);
        small = List.copyOf(small);
    }

    /** A mark; right and bottom are behind its last point. */
    public record Letter(int left, int top, int right, int bottom) {
        public int width() {
            return right - left;
        }

        public int height() {
            return bottom - top;
        }
    }

    /** Rules, frames, pictures and what is larger than a headline are left out. */
    public static Letters of(InkMask mask, double dotsPerInch) {
        return of(Marks.of(mask), dotsPerInch);
    }

    /** The same of marks that are known already. */
    public static Letters of(List<Marks.Mark> marks, double dotsPerInch) {
        List<Letter> letters = new ArrayList<>();
        List<Letter> small = new ArrayList<>();
        for (Marks.Mark mark : marks) {
            boolean tooLarge =
                    mark.height() > HIGHEST_INCHES * dotsPerInch || mark.width() > WIDEST_INCHES * dotsPerInch;
            boolean rule = mark.width() > RULE * mark.height() || mark.height() > 2 * RULE * mark.width();
            if (tooLarge || rule) {
                boolean dash = mark.width() < 0.2 * dotsPerInch && mark.height() < LOWEST_INCHES * dotsPerInch;
                if (dash) {
                    small.add(letter(mark));
                }
            } else if (mark.height() >= LOWEST_INCHES * dotsPerInch) {
                letters.add(letter(mark));
            } else if (Math.max(mark.width(), mark.height()) >= SMALLEST_INCHES * dotsPerInch) {
                small.add(letter(mark));
            }
        }
        int[] heights = letters.stream().mapToInt(Letter::height).sorted().toArray();
        double usual = heights.length == 0 ? 0.1 * dotsPerInch : heights[heights.length / 2];
        return new Letters(letters, small, usual);
    }

    private static Letter letter(Marks.Mark mark) {
        return new Letter(mark.left(), mark.top(), mark.left() + mark.width(), mark.top() + mark.height());
    }
}
