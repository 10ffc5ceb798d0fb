package lectomen.engine.extract;

import java.util.List;
import java.util.Optional;

/** Finds the value of a field. */
public sealed interface Extractor
        permits FieldSpec.Place, Extractor.Zone, Extractor.Column, Extractor.InSidecar, Extractor.Given {
    /** What is sought, as a clause for messages: {@code right of "Vessel"}. */
    String words();

    /** Whether the document has to be opened for it. */
    default boolean needsText() {
        return true;
    }

    /** The labels that it looks for, which end the values of other fields. */
    default List<Label> labels() {
        return List.of();
    }

    /** A length on a page. */
    record Length(double value, Unit unit) {
        public enum Unit {
            MILLIMETRE,
            INCH,
            POINT,
            PERCENT
        }

        private static final double POINTS_PER_INCH = 72;
        private static final double MILLIMETRES_PER_INCH = 25.4;

        /** In the page's own unit. @param whole the page's width or height, of which a percentage is taken */
        double on(double whole) {
            return switch (unit) {
                case MILLIMETRE -> value * POINTS_PER_INCH / MILLIMETRES_PER_INCH;
                case INCH -> value * POINTS_PER_INCH;
                case POINT -> value;
                case PERCENT -> value * whole / 100;
            };
        }
    }

    /**
     * A rectangle of a page: every word whose middle lies in it.
     *
     * @param page counted from 1, or from the end when negative: -1 is the last
     */
    record Zone(int page, Length left, Length top, Length width, Length height, String words) implements Extractor {}

    /** The column of a table under a header: the values of its rows, down to the first gap. */
    record Column(List<Label> labels) implements Extractor {
        public Column {
            labels = List.copyOf(labels);
        }

        @Override
        public String words() {
            return "in the column " + Label.quoted(labels);
        }
    }

    /** What the data file beside the document says to an expression. */
    record InSidecar(String expression) implements Extractor {
        @Override
        public String words() {
            return "in the sidecar by " + expression;
        }

        @Override
        public boolean needsText() {
            return false;
        }
    }

    /** Something known besides the text: of the file, of the document, of fields found before, or of a lookup. */
    record Given(String words, boolean needsText, Optional<String> lookup, Giving giving) implements Extractor {
        public Given(String words, boolean needsText, Giving giving) {
            this(words, needsText, Optional.empty(), giving);
        }
    }

    /** Gives the values; none when it is not known. */
    @FunctionalInterface
    interface Giving {
        List<String> values(ExtractionContext known);
    }
}
