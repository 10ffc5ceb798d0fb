package lectomen.engine.convert;

import java.util.Locale;

/** Formats numbers for people. */
final class ReadableFigures {
    private ReadableFigures() {}

    static String oneDigit(double value) {
        return String.format(Locale.ROOT, "%.1f", value);
    }
}
