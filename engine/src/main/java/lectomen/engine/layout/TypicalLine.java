package lectomen.engine.layout;

import java.util.ArrayList;
import java.util.List;

/**
 * How far the lines of a page reach above and below their baselines, for letters of one size; what reaches further has picked
 * up something else, such as a stroke of a stamp, and is cut back.
 */
final class TypicalLine {
    private static final int LETTERS_OF_A_LINE = 12;
    private static final int LEAST_LINES = 3;
    private static final double ALIKE = 0.22;
    private static final double FURTHER = 1.12;

    private record Measure(double letter, double above, double below) {}

    private final List<Measure> lines = new ArrayList<>();

    TypicalLine(List<LineSpot> spots) {
        for (LineSpot spot : spots) {
            if (spot.letters().size() >= LETTERS_OF_A_LINE) {
                lines.add(measure(spot));
            }
        }
    }

    private static Measure measure(LineSpot spot) {
        double feet = feet(spot);
        return new Measure(letter(spot), feet - spot.top(), spot.bottom() - feet);
    }

    private static double letter(LineSpot spot) {
        return middle(
                spot.letters().stream().map(letter -> (double) letter.height()).toList());
    }

    /** Where most letters stand, in the middle of the line. */
    private static double feet(LineSpot spot) {
        return middle(spot.letters().stream()
                .map(letter -> letter.bottom() - spot.sunkAt((letter.left() + letter.right()) / 2.0))
                .toList());
    }

    private static double middle(List<Double> values) {
        return values.stream().sorted().skip(values.size() / 2).findFirst().orElse(0.0);
    }

    /** The largest, but for a few that have caught something themselves. */
    private static double most(List<Double> values) {
        return values.stream().sorted().skip(values.size() * 4L / 5).findFirst().orElse(0.0);
    }

    LineSpot cutBack(LineSpot spot) {
        double letter = letter(spot);
        List<Measure> alike = lines.stream()
                .filter(line -> Math.abs(line.letter() - letter) <= ALIKE * letter)
                .toList();
        if (alike.size() < LEAST_LINES || spot.letters().size() < 3) {
            return spot;
        }
        double feet = feet(spot);
        double above = FURTHER * most(alike.stream().map(Measure::above).toList());
        double below = FURTHER * most(alike.stream().map(Measure::below).toList());
        double top = Math.max(spot.top(), feet - above);
        double bottom = Math.min(spot.bottom(), feet + below);
        return bottom - top < letter ? spot : spot.between(top, bottom);
    }
}
