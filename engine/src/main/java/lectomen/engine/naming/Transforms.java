package lectomen.engine.naming;

import java.text.Normalizer;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.temporal.UnsupportedTemporalTypeException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** All transforms by their word. A new one is a line here and a row in the reference of the rule file. */
final class Transforms {
    private static final Pattern REPLACE = Pattern.compile("'([^']+)'\\s+by\\s+'([^']*)'");

    private static final Map<String, Transform.Maker> BY_WORD = new TreeMap<>(Map.of(
            "date", Transforms::date,
            "upper", argument -> bare(argument, (text, locale) -> text.toUpperCase(locale)),
            "lower", argument -> bare(argument, (text, locale) -> text.toLowerCase(locale)),
            "first", argument -> count(argument, (text, n) -> text.substring(0, text.offsetByCodePoints(0, n))),
            "last",
                    argument ->
                            count(argument, (text, n) -> text.substring(text.offsetByCodePoints(text.length(), -n))),
            "pad", Transforms::pad,
            "replace", Transforms::replace,
            "plain", argument -> bare(argument, (text, locale) -> plain(text)),
            "or", Transforms::or));

    private Transforms() {}

    static List<String> words() {
        return List.copyOf(BY_WORD.keySet());
    }

    static Optional<Transform.Maker> findByWord(String word) {
        return Optional.ofNullable(BY_WORD.get(word));
    }

    private static Optional<Transform> bare(String argument, Transform transform) {
        return argument.isEmpty() ? Optional.of(transform) : Optional.empty();
    }

    private static Optional<Transform> date(String form) {
        try {
            DateTimeFormatter formatter = DateTimeFormatter.ofPattern(form.replace("yyyy", "uuuu"), Locale.ROOT);
            return formatter.format(LocalDate.EPOCH).isEmpty()
                    ? Optional.empty()
                    : Optional.of((text, locale) -> Transform.asDate(text, formatter.withLocale(locale)));
        } catch (IllegalArgumentException | UnsupportedTemporalTypeException notAForm) {
            return Optional.empty();
        }
    }

    @FunctionalInterface
    private interface Cut {
        String cut(String text, int characters);
    }

    private static Optional<Transform> count(String argument, Cut cut) {
        return number(argument)
                .map(n -> (text, locale) -> text.codePointCount(0, text.length()) <= n ? text : cut.cut(text, n));
    }

    private static Optional<Transform> pad(String argument) {
        return number(argument)
                .map(n -> (text, locale) -> text.isEmpty() ? "" : "0".repeat(Math.max(0, n - text.length())) + text);
    }

    private static Optional<Integer> number(String argument) {
        return argument.matches("[1-9]\\d?") ? Optional.of(Integer.valueOf(argument)) : Optional.empty();
    }

    private static Optional<Transform> replace(String argument) {
        Matcher matcher = REPLACE.matcher(argument);
        if (!matcher.matches()) {
            return Optional.empty();
        }
        String from = matcher.group(1);
        String to = matcher.group(2);
        return Optional.of((text, locale) -> text.replace(from, to));
    }

    /** Without accents; letters that do not come apart into a base and an accent are spelt with the usual pair. */
    private static String plain(String text) {
        String spelt = text.replace("ß", "ss")
                .replace("Æ", "Ae")
                .replace("æ", "ae")
                .replace("Œ", "Oe")
                .replace("œ", "oe")
                .replace("Ø", "O")
                .replace("ø", "o")
                .replace("Ł", "L")
                .replace("ł", "l")
                .replace("Đ", "D")
                .replace("đ", "d")
                .replace("Þ", "Th")
                .replace("þ", "th")
                .replace("ı", "i");
        return Normalizer.normalize(spelt, Normalizer.Form.NFD).replaceAll("\\p{M}+", "");
    }

    private static Optional<Transform> or(String argument) {
        Matcher quoted = Pattern.compile("'([^']+)'").matcher(argument);
        return quoted.matches()
                ? Optional.of((text, locale) -> text.isEmpty() ? quoted.group(1) : text)
                : Optional.empty();
    }
}
