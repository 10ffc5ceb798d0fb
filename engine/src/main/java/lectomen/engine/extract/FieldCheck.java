package lectomen.engine.extract;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.engine.lookup.Lookups;

/** Checks what a person enters for a field as if it had been found. */
public final class FieldCheck {
    private static final int MOST_PROPOSALS = 6;

    private FieldCheck() {}

    /**
     * The result.
     *
     * @param value in the one spelling of its type; what was entered where it won't do
     * @param problem why it won't do, as a clause; empty where it does
     * @param proposals values of the field's choice or lookup that are nearest to it
     */
    public record Result(String value, Optional<String> problem, List<String> proposals) {
        public Result {
            proposals = List.copyOf(proposals);
        }

        public boolean isGood() {
            return problem.isEmpty();
        }
    }

    public static Result check(FieldSpec field, String entered, Lookups lookups, Locale locale) {
        String text = entered.strip();
        List<String> proposals = proposals(field, text, lookups);
        if (text.isEmpty()) {
            return field.required()
                    ? new Result("", Optional.of("it is required"), proposals)
                    : new Result("", Optional.empty(), proposals);
        }
        if (field.take() == FieldSpec.Take.ALL) {
            return list(field, text, lookups, locale);
        }
        return one(field, text, proposals, lookups, locale);
    }

    /** Each value of a list by itself. */
    private static Result list(FieldSpec field, String text, Lookups lookups, Locale locale) {
        List<String> values = new ArrayList<>();
        for (String entered : text.split(FieldType.LIST_MARK.strip())) {
            String value = entered.strip();
            if (!value.isEmpty()) {
                Result result = one(field, value, proposals(field, value, lookups), lookups, locale);
                if (!result.isGood()) {
                    String problem = "\"" + value + "\": " + result.problem().get();
                    return new Result(text, Optional.of(problem), result.proposals());
                }
                values.add(result.value());
            }
        }
        return new Result(String.join(FieldType.LIST_MARK, values), Optional.empty(), List.of());
    }

    private static Result one(FieldSpec field, String text, List<String> proposals, Lookups lookups, Locale locale) {
        Optional<String> read = field.type().read(text, field.form(), locale);
        if (read.isEmpty()) {
            String form = field.form().isEmpty() ? "" : " in the form " + field.form();
            return new Result(text, Optional.of("it is no " + field.type().word() + form), proposals);
        }
        try {
            if (field.pattern()
                    .filter(pattern -> isWhole(field, pattern) && !fits(pattern, text))
                    .isPresent()) {
                return new Result(
                        text, Optional.of("it does not fit " + field.pattern().get()), proposals);
            }
            Checks.Verdict verdict = field.checks().check(read.get(), field.type(), lookups);
            return verdict instanceof Checks.Verdict.Bad bad
                    ? new Result(read.get(), Optional.of(bad.problem()), proposals)
                    : new Result(((Checks.Verdict.Good) verdict).value(), Optional.empty(), List.of());
        } catch (PatternTooSlow e) {
            return new Result(text, Optional.of("the pattern " + e.pattern() + " takes too long on it"), proposals);
        }
    }

    /** Whether its pattern is of the value alone: one with a group is of its surroundings too, and a date has other spellings. */
    private static boolean isWhole(FieldSpec field, Pattern pattern) {
        return field.type() == FieldType.TEXT
                && BoundedText.matcher(pattern, "").groupCount() == 0;
    }

    private static boolean fits(Pattern pattern, String text) {
        return TextSearch.findWhole(pattern, text).isPresent();
    }

    /** Those that begin like it come first, then those that are most alike. */
    private static List<String> proposals(FieldSpec field, String text, Lookups lookups) {
        List<String> known = new ArrayList<>(field.checks().oneOf());
        field.checks()
                .lookup()
                .flatMap(in -> lookups.find(in.lookup()).map(table -> table.values(in.column())))
                .ifPresent(known::addAll);
        String folded = TextSearch.fold(text);
        Stream<String> likeIt = folded.isEmpty()
                ? known.stream()
                : Stream.concat(
                        known.stream().filter(value -> TextSearch.fold(value).startsWith(folded)),
                        known.stream()
                                .sorted(Comparator.comparingDouble(
                                        value -> -Similarity.of(TextSearch.fold(value), folded))));
        return likeIt.distinct().limit(MOST_PROPOSALS).toList();
    }
}
