package lectomen.engine.print.place;

/**
 * How pages are placed.
 *
 * @param pagesPerSheet placed side by side in reading order
 * @param cropMarks whether each page's corners are marked beside it
 * @param reversed whether the last page comes first
 */
public record Placing(
        Medium medium,
        Scale scale,
        Turn turn,
        Position position,
        int pagesPerSheet,
        boolean cropMarks,
        boolean reversed) {
    public static final int MOST_PAGES_PER_SHEET = 64;

    public Placing {
        if (pagesPerSheet < 1 || pagesPerSheet > MOST_PAGES_PER_SHEET || !medium.hasRoom()) {
            throw new IllegalArgumentException("Nothing can be placed: " + pagesPerSheet + " on " + medium);
        }
    }
}
