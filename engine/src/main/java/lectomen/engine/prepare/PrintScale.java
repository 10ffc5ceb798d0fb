package lectomen.engine.prepare;

import lectomen.engine.image.PagePixels;

/**
 * How many dots per inch a page is read and prepared at. Many pictures state what a screen has, or nothing, though they were scanned or
 * photographed with more; others state far more than they have. Where that can be, the page is taken for a sheet of A4 if its letters
 * are of a size to read then.
 */
public final class PrintScale {
    private static final double MOST_OF_A_SCREEN = 120;
    private static final double SMALL_PAGE_INCHES = 6;
    private static final double SHEET_INCHES = 11.7;
    private static final double MOST = 600;
    private static final double CLEARLY = 1.2;
    private static final double SMALLEST_PRINT_POINTS = 4;
    private static final double POINTS_PER_INCH = 72;
    private static final int ENOUGH_LETTERS = 40;

    private PrintScale() {}

    /** @param page with as many dots across as down */
    public static double dotsPerInch(PagePixels page) {
        double stated = page.dotsPerInchX();
        double longSide = Math.max(page.image().getWidth(), page.image().getHeight());
        double asSheet = Math.min(MOST, longSide / SHEET_INCHES);
        if (stated < MOST_OF_A_SCREEN && asSheet > stated * CLEARLY) {
            Letters letters = lettersAt(page, asSheet);
            boolean large = letters.usualHeight() * POINTS_PER_INCH / asSheet >= SMALLEST_PRINT_POINTS;
            return letters.letters().size() >= ENOUGH_LETTERS && large ? asSheet : stated;
        }
        if (longSide / stated < SMALL_PAGE_INCHES && asSheet * CLEARLY < stated) {
            boolean tooSmallToRead = lettersAt(page, stated).letters().size() < ENOUGH_LETTERS;
            return tooSmallToRead && lettersAt(page, asSheet).letters().size() >= ENOUGH_LETTERS ? asSheet : stated;
        }
        return stated;
    }

    private static Letters lettersAt(PagePixels page, double dots) {
        return Letters.of(PageInk.of(new PagePixels(page.image(), dots, dots)), dots);
    }
}
