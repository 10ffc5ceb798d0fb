package lectomen.engine.prepare;

import java.util.OptionalDouble;

/**
 * What to do to each page, in this order. Hand it to {@link PagePreparer}.
 *
 * @param findPage whether the sheet is cut out of a photograph of it, and set straight
 * @param upright whether pages that lie on their side or head are turned
 * @param straighten whether pages that lean are turned until their lines are level
 * @param cleanEdges whether dark borders and punched holes are removed
 * @param removeSpecks whether specks too small for print are
 * @param blackAndWhite whether greys and colours become black and white
 * @param crop whether pages are cut to what is on them, with a margin of 5 mm
 * @param blankBelow pages with less ink than so many square millimetres are dropped; empty to keep all
 */
public record Preparation(
        boolean findPage,
        boolean upright,
        boolean straighten,
        boolean cleanEdges,
        boolean removeSpecks,
        boolean blackAndWhite,
        boolean crop,
        OptionalDouble blankBelow) {
    /** What a scan usually needs: upright, straight and with clean edges; nothing is dropped, and colours stay. */
    public static final Preparation USUAL =
            new Preparation(false, true, true, true, false, false, false, OptionalDouble.empty());

    /** Less than the smallest printed word has. */
    public static final double USUAL_BLANK_MM2 = 0.5;
}
