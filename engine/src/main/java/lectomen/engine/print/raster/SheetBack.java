package lectomen.engine.print.raster;

import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** How a printer wants the back of sheets that are printed on both sides (PWG 5102.4, section 5.3.7). */
public enum SheetBack {
    /** As the front. */
    NORMAL,
    /** Mirrored along the edge over which the sheet is turned. */
    FLIPPED,
    /** Turned by half where the sheet is turned over its long edge. */
    ROTATED,
    /** Turned by half where the sheet is turned over its short edge. */
    MANUAL_TUMBLE;

    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public static Optional<SheetBack> find(String word) {
        return Stream.of(values()).filter(one -> one.word().equals(word)).findFirst();
    }

    /** Whether each line of a back is written from its right end. @param tumble whether sheets are turned over the short edge */
    public boolean isMirroredAcross(boolean tumble) {
        return switch (this) {
            case NORMAL -> false;
            case FLIPPED, MANUAL_TUMBLE -> tumble;
            case ROTATED -> !tumble;
        };
    }

    /** Whether the lines of a back are written from the last. @param tumble whether sheets are turned over the short edge */
    public boolean isMirroredAlong(boolean tumble) {
        return switch (this) {
            case NORMAL -> false;
            case FLIPPED, ROTATED -> !tumble;
            case MANUAL_TUMBLE -> tumble;
        };
    }
}
