package lectomen.bench;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/** Measured times in milliseconds. */
final class Samples {
    private final List<Double> millis = new ArrayList<>();

    void addNanos(long nanos) {
        millis.add(nanos / 1_000_000.0);
    }

    int size() {
        return millis.size();
    }

    double median() {
        return at(0.5);
    }

    /** The time that 95 of 100 stay under. */
    double most() {
        return at(0.95);
    }

    double worst() {
        return Collections.max(millis);
    }

    private double at(double share) {
        List<Double> sorted = new ArrayList<>(millis);
        Collections.sort(sorted);
        return sorted.get((int) Math.min(sorted.size() - 1, Math.floor(share * sorted.size())));
    }
}
