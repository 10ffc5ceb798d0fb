package lectomen.engine.print.place;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How large a page is printed: in the words of IPP, by a percentage, or from one true scale to another. */
public sealed interface Scale {
    /** At its own size. */
    record None() implements Scale {
        @Override
        public String toString() {
            return "none";
        }
    }

    /** As large as the medium allows. */
    record Fit() implements Scale {
        @Override
        public String toString() {
            return "fit";
        }
    }

    /** At its own size where that fits, else as large as the medium allows. */
    record AutoFit() implements Scale {
        @Override
        public String toString() {
            return "auto-fit";
        }
    }

    /** So that it covers the medium; what goes over is cut off. */
    record Fill() implements Scale {
        @Override
        public String toString() {
            return "fill";
        }
    }

    /** @param factor 1 for its own size @param words as it was written */
    record Factor(double factor, String words) implements Scale {
        @Override
        public String toString() {
            return words;
        }
    }

    /** What texts look like, for messages. */
    String EXPECTED = "none, fit, auto-fit, fill, a percentage such as 70 %, or scales such as 1:50 to 1:100";

    /** Empty where the text is none. */
    static Optional<Scale> find(String text) {
        for (Scale scale : List.of(new None(), new Fit(), new AutoFit(), new Fill())) {
            if (scale.toString().equals(text)) {
                return Optional.of(scale);
            }
        }
        Matcher percent = Patterns.PERCENT.matcher(text);
        if (percent.matches()) {
            return factor(Double.parseDouble(percent.group(1)) / 100, text);
        }
        Matcher scales = Patterns.SCALES.matcher(text);
        return scales.matches()
                ? factor(Double.parseDouble(scales.group(1)) / Double.parseDouble(scales.group(2)), text)
                : Optional.empty();
    }

    private static Optional<Scale> factor(double factor, String text) {
        return factor >= Patterns.SMALLEST && factor <= Patterns.LARGEST
                ? Optional.of(new Factor(factor, text))
                : Optional.empty();
    }

    /** How a scale is written. */
    final class Patterns {
        private static final Pattern PERCENT = Pattern.compile("(\\d{1,4}(?:\\.\\d{1,3})?) ?%");
        private static final Pattern SCALES = Pattern.compile("1:([1-9]\\d{0,5}) to 1:([1-9]\\d{0,5})");
        private static final double SMALLEST = 0.01;
        private static final double LARGEST = 100;

        private Patterns() {}
    }
}
