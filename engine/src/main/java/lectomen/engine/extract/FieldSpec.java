package lectomen.engine.extract;

import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * A field that a rule looks for.
 *
 * @param name as slots and messages name it
 * @param places tried in this order; the first that gives a value wins
 * @param pattern what the value must match; its first group, if it has one, is the value
 * @param form the date form that the text must have; empty for any usual one
 * @param line of the rule file, for messages
 */
public record FieldSpec(
        String name,
        FieldType type,
        boolean required,
        List<Place> places,
        Optional<Pattern> pattern,
        String form,
        int line) {
    public FieldSpec {
        places = List.copyOf(places);
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
     */
    public record Place(Where where, List<String> labels) {
        public Place {
            labels = List.copyOf(labels);
        }

        String words() {
            String quoted = String.join(
                    " or ", labels.stream().map(label -> "\"" + label + "\"").toList());
            return switch (where) {
                case ANYWHERE -> "anywhere";
                case NEAR -> "near " + quoted;
                case RIGHT_OF -> "right of " + quoted;
                case BELOW -> "below " + quoted;
            };
        }
    }

    /** What is looked for, as a clause: {@code MHP-\d{4} near "Permit no"}. */
    public String sought() {
        String where = String.join(", ", places.stream().map(Place::words).toList());
        return "sought " + pattern.map(p -> p.pattern() + " ").orElse("") + where;
    }

    public List<String> labels() {
        return places.stream().flatMap(place -> place.labels().stream()).toList();
    }
}
