package lectomen.engine.extract;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import lectomen.engine.lookup.Lookup;
import lectomen.engine.lookup.Lookups;

/**
 * Constraints on a field's value.
 *
 * @param shortest and longest in characters
 * @param form a pattern that the whole value must fit
 * @param least and most for numbers, amounts and dates, in the spelling that the type is kept in
 * @param oneOf the allowed values; none for any
 * @param lookup a table whose column must have the value
 * @param say words of the rule's own that are shown when a check fails; may be empty
 */
public record Checks(
        int shortest,
        int longest,
        Optional<Pattern> form,
        String least,
        String most,
        List<String> oneOf,
        Optional<InLookup> lookup,
        String say) {
    public static final Checks NONE =
            new Checks(0, Integer.MAX_VALUE, Optional.empty(), "", "", List.of(), Optional.empty(), "");

    /** How alike a value must be to one of the table to be taken for it. */
    private static final double ALIKE = 0.8;

    /** @param takeNearest whether a value that is nearly one of the table becomes it */
    public record InLookup(String lookup, String column, boolean takeNearest) {}

    public Checks {
        oneOf = List.copyOf(oneOf);
    }

    /** The result of checking: the value as it is to be kept, or what is wrong with it. */
    sealed interface Verdict {
        /** @param how empty unless the value was changed */
        record Good(String value, String how) implements Verdict {}

        record Bad(String problem) implements Verdict {}
    }

    /** @throws PatternTooSlow if the pattern backtracks without end */
    Verdict check(String value, FieldType type, Lookups lookups) {
        int length = value.codePointCount(0, value.length());
        if (length < shortest || length > longest) {
            return new Verdict.Bad("it has " + length + " characters instead of " + lengths());
        }
        if (form.isPresent() && TextSearch.findWhole(form.get(), value).isEmpty()) {
            return new Verdict.Bad("it does not fit " + form.get());
        }
        if (!least.isEmpty() && compare(value, least, type) < 0) {
            return new Verdict.Bad("it is less than " + least);
        }
        if (!most.isEmpty() && compare(value, most, type) > 0) {
            return new Verdict.Bad("it is more than " + most);
        }
        Optional<String> spelt = oneOf.stream().filter(one -> same(one, value)).findFirst();
        if (!oneOf.isEmpty() && spelt.isEmpty()) {
            return new Verdict.Bad("it is none of " + String.join(", ", oneOf)
                    + Similarity.nearest(value, oneOf)
                            .map(near -> "; nearest: " + near)
                            .orElse(""));
        }
        return lookup.map(table -> inLookup(spelt.orElse(value), table, lookups))
                .orElseGet(() -> new Verdict.Good(spelt.orElse(value), ""));
    }

    private String lengths() {
        if (shortest == longest) {
            return Integer.toString(longest);
        }
        return longest == Integer.MAX_VALUE ? "at least " + shortest : shortest + " to " + longest;
    }

    private static boolean same(String one, String other) {
        return TextSearch.fold(one).equals(TextSearch.fold(other));
    }

    private static int compare(String value, String limit, FieldType type) {
        return type == FieldType.NUMBER || type == FieldType.MONEY
                ? number(value).compareTo(number(limit))
                : value.compareTo(limit);
    }

    private static BigDecimal number(String value) {
        return new BigDecimal(value.split(" ")[0]);
    }

    private static Verdict inLookup(String value, InLookup wanted, Lookups lookups) {
        Optional<Lookup> table = lookups.find(wanted.lookup());
        if (table.isEmpty()) {
            return new Verdict.Bad("unknown lookup " + wanted.lookup());
        }
        Optional<String> known = table.get().find(wanted.column(), value);
        if (known.isPresent()) {
            return new Verdict.Good(known.get(), "");
        }
        Optional<String> near = Similarity.nearest(value, table.get().values(wanted.column()));
        boolean alike = near.filter(one -> Similarity.of(TextSearch.fold(one), TextSearch.fold(value)) >= ALIKE)
                .isPresent();
        if (wanted.takeNearest() && alike) {
            return new Verdict.Good(near.get(), "taken for the nearest of lookup " + wanted.lookup());
        }
        return new Verdict.Bad("it is not in lookup " + wanted.lookup()
                + near.map(one -> "; nearest: " + one).orElse(""));
    }
}
