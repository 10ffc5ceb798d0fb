package lectomen.engine.print.ability;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import lectomen.engine.print.ipp.IppValue;

/**
 * A resolution in dots per inch.
 *
 * @param across the sheet
 * @param along the sheet
 */
public record Dots(int across, int along) {
    private static final double CENTIMETRES_PER_INCH = 2.54;

    /** Enough for text and lines; more is for high quality. */
    private static final int NORMAL = 300;

    private static final int MOST = 2_400;

    /** Empty for a value that is none, or none that there can be. */
    static Optional<Dots> find(IppValue value) {
        if (!(value instanceof IppValue.Resolution resolution)) {
            return Optional.empty();
        }
        double unit = resolution.unit() == IppValue.PerUnit.DOTS_PER_INCH ? 1 : CENTIMETRES_PER_INCH;
        Dots dots = new Dots((int) Math.round(resolution.across() * unit), (int) Math.round(resolution.along() * unit));
        return dots.least() >= 1 && dots.most() <= MOST ? Optional.of(dots) : Optional.empty();
    }

    private int least() {
        return Math.min(across, along);
    }

    private int most() {
        return Math.max(across, along);
    }

    /** The one for a quality of IPP: the lowest for drafts, the highest for high quality, else the lowest that is enough. */
    static Optional<Dots> choose(List<Dots> known, String quality) {
        Comparator<Dots> order = Comparator.comparingInt(Dots::least).thenComparingInt(Dots::most);
        Optional<Dots> highest = known.stream().max(order);
        return switch (quality) {
            case "draft" -> known.stream().min(order);
            case "high" -> highest;
            default ->
                known.stream().filter(one -> one.least() >= NORMAL).min(order).or(() -> highest);
        };
    }
}
