package lectomen.bench;

import java.util.Locale;
import java.util.Optional;

/**
 * One measured figure.
 *
 * @param unit ms, MB or files/s
 * @param floor the same unit: what this machine needs for the bare work below it; empty where there is none
 * @param floorIs what the floor is
 * @param aim what to reach on 2 cores, such as "under 200 ms"; empty for none
 * @param reached whether the aim was reached here; true where there is none
 */
record Figure(
        String name, double value, String unit, Optional<Double> floor, String floorIs, String aim, boolean reached) {
    /** A figure that should stay under a limit. */
    static Figure under(double limit, String name, double value, String unit, Optional<Double> floor, String floorIs) {
        return new Figure(name, value, unit, floor, floorIs, "under " + number(limit) + " " + unit, value < limit);
    }

    /** A figure that should get over a limit. */
    static Figure over(double limit, String name, double value, String unit, Optional<Double> floor, String floorIs) {
        return new Figure(name, value, unit, floor, floorIs, "over " + number(limit) + " " + unit, value > limit);
    }

    /** A figure that should get over a share of its floor. */
    static Figure atLeast(double share, String name, double value, String unit, double floor, String floorIs) {
        String aim = "at least " + number(share) + " of it";
        return new Figure(name, value, unit, Optional.of(floor), floorIs, aim, value >= share * floor);
    }

    static Figure without(String name, double value, String unit, Optional<Double> floor, String floorIs) {
        return new Figure(name, value, unit, floor, floorIs, "", true);
    }

    /** How many times the floor it takes, or the share of the floor that it gets done. */
    Optional<Double> ratio() {
        return floor.filter(bare -> bare > 0).map(bare -> value / bare);
    }

    static String number(double value) {
        return String.format(Locale.ROOT, value < 10 ? "%.2f" : value < 100 ? "%.1f" : "%.0f", value);
    }
}
