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

    /** Whether it is at least as large, both ways. */
    public boolean covers(MediaSize other) {
        return width >= other.width && height >= other.height;
    }
}
