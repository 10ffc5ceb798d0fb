package lectomen.engine.extract;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A field that a rule finds: its extractors, type and constraints.
 *
 * @param name as slots and messages name it
 * @param extractors tried in this order; the first that gives a value wins
 * @param pattern what the value must match; its first group, if it has one, is the value
 * @param form the date form that the text must have; empty for any usual one
 * @param take which value counts when several fit
 * @param otherwise the value when nothing gives one; empty for none
 * @param line of the rule file, for messages
 */
public record FieldSpec(
        String name,
        FieldType type,
        boolean required,
        List<Extractor> extractors,
        Optional<Pattern> pattern,
        String form,
        Take take,
        Checks checks,
        String otherwise,
        int line) {
    public FieldSpec {
        extractors = List.copyOf(extractors);
    }

    /** The plainest kind: the first value, unchecked, without a default. */
    public FieldSpec(
            String name,
            FieldType type,
            boolean required,
            List<? extends Extractor> extractors,
            Optional<Pattern> pattern,
            String form,
            int line) {
        this(name, type, required, List.copyOf(extractors), pattern, form, Take.FIRST, Checks.NONE, "", line);
    }

    /** Whether its value is several values. */
    public boolean isList() {
        return take == Take.ALL || type == FieldType.LIST;
    }

    /** Which of several values counts, in reading order. */
    public enum Take {
        FIRST,
        LAST,
        /** All of them, each once, as a list. */
        ALL,
        /** One; several different ones are in doubt, and the document can't go on by itself. */
        ONLY;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static List<String> words() {
            return List.of(values()).stream().map(Take::word).toList();
        }

        public static Optional<Take> findByWord(String word) {
            return List.of(values()).stream()
                    .filter(take -> take.word().equals(word))
                    .findFirst();
        }
    }

    /** Where to look, seen from a label. */
    public enum Where {
        ANYWHERE,
        NEAR,
        RIGHT_OF,
        BELOW
    }

    /**
     * A place to look at.
     *
     * @param labels any of these; empty only for {@link Where#ANYWHERE}
     * @param lines how many lines of text a value right of or below its label may have
     * @param ends labels besides those of other fields that end such a value
     */
    public record Place(Where where, List<Label> labels, int lines, List<Label> ends) implements Extractor {
        public Place {
            labels = List.copyOf(labels);
            ends = List.copyOf(ends);
        }

        public Place(Where where, List<Label> labels) {
            this(where, labels, 1, List.of());
        }

        @Override
        public String words() {
            String quoted = Label.quoted(labels);
            return switch (where) {
                case ANYWHERE -> "anywhere";
                case NEAR -> "near " + quoted;
                case RIGHT_OF -> "right of " + quoted + upTo();
                case BELOW -> "below " + quoted + upTo();
            };
        }

        private String upTo() {
            return lines == 1 ? "" : ", up to " + lines + " lines";
        }
    }

    /** What is looked for, as a clause: {@code MHP-\d{4} near "Permit no"}. */
    public String sought() {
        String where =
                String.join(", ", extractors.stream().map(Extractor::words).toList());
        return "expected " + pattern.map(p -> p.pattern() + " ").orElse("") + where;
    }

    public List<Label> labels() {
        return extractors.stream()
                .flatMap(extractor -> extractor.labels().stream())
                .toList();
    }

    /** The lookups that it is found or checked by. */
    public List<String> lookups() {
        return Stream.concat(
                        extractors.stream()
                                .flatMap(extractor -> extractor instanceof Extractor.Given given
                                        ? given.lookup().stream()
                                        : Stream.empty()),
                        checks.lookup().map(Checks.InLookup::lookup).stream())
                .distinct()
                .toList();
    }

    /** Whether the document has to be opened to look for it. */
    public boolean needsText() {
        return extractors.stream().anyMatch(Extractor::needsText);
    }
}
