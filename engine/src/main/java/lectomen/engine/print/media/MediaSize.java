package lectomen.engine.print.media;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The size of a medium, as its name says it (PWG 5101.1): {@code iso_a4_210x297mm}, {@code na_letter_8.5x11in}. Of a roll, the
 * width is that of the roll.
 *
 * @param width in millimetres
 * @param height in millimetres
 */
public record MediaSize(double width, double height) {
    private static final Pattern NAME =
            Pattern.compile("[a-z][a-z0-9.-]*_[a-z0-9.-]+_(\\d{1,6}(?:\\.\\d+)?)x(\\d{1,6}(?:\\.\\d+)?)(mm|in)");
    private static final double MILLIMETRES_PER_INCH = 25.4;

    /** Programs round the sizes of pages, to whole points at least. */
    private static final double TOLERANCE = 1;

    /** Empty for a name that states no size. */
    public static Optional<MediaSize> find(String name) {
        Matcher parts = NAME.matcher(name);
        if (!parts.matches()) {
            return Optional.empty();
        }
        double unit = parts.group(3).equals("in") ? MILLIMETRES_PER_INCH : 1;
        return Optional.of(
                new MediaSize(Double.parseDouble(parts.group(1)) * unit, Double.parseDouble(parts.group(2)) * unit));
    }

    /** Whether a page of a size goes on it without being made smaller, upright or on its side. */
    public boolean takes(MediaSize page) {
        return covers(page.smaller()) || covers(page.smaller().onItsSide());
    }

    private MediaSize smaller() {
        return new MediaSize(width - TOLERANCE, height - TOLERANCE);
    }

    @SuppressWarnings("ArgumentSelectionDefectChecker") // width and height change places
    private MediaSize onItsSide() {
        return new MediaSize(height, width);
    }

    /** Whether it is at least as large, both ways. */
    public boolean covers(MediaSize other) {
        return width >= other.width && height >= other.height;
    }
}
