package lectomen.engine.naming;

import java.text.Normalizer;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import lectomen.engine.extract.TextSearch;

/** Transforms for characters. Characters are counted as people see them, not in halves of surrogate pairs. */
final class TextTransforms {
    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{M}']+");
    private static final int MOST_PADDING = 100;

    private TextTransforms() {}

    static Transform first(int count) {
        return (text, around) -> text.substring(0, offset(text, count));
    }

    static Transform last(int count) {
        return (text, around) -> text.substring(offset(text, length(text) - count));
    }

    static Transform dropFirst(int count) {
        return (text, around) -> text.substring(offset(text, count));
    }

    static Transform dropLast(int count) {
        return (text, around) -> text.substring(0, offset(text, length(text) - count));
    }

    /** @param from and to of the characters that stay, counted from 1 */
    static Transform cut(int from, int to) {
        return (text, around) -> text.substring(offset(text, from - 1), offset(text, Math.max(from - 1, to)));
    }

    private static int length(String text) {
        return text.codePointCount(0, text.length());
    }

    private static int offset(String text, int characters) {
        return text.offsetByCodePoints(0, Math.max(0, Math.min(characters, length(text))));
    }

    /** What stands before the mark; all of it where the mark is missing. */
    static Transform before(String mark) {
        return (text, around) -> {
            int at = text.indexOf(mark);
            return at < 0 ? text : text.substring(0, at);
        };
    }

    /** What stands after the mark; all of it where the mark is missing. */
    static Transform after(String mark) {
        return (text, around) -> {
            int at = text.indexOf(mark);
            return at < 0 ? text : text.substring(at + mark.length());
        };
    }

    /** Takes any of these characters off both ends. */
    static Transform trim(String characters) {
        return (text, around) -> {
            int from = 0;
            int to = text.length();
            while (from < to && characters.indexOf(text.charAt(from)) >= 0) {
                from++;
            }
            while (to > from && characters.indexOf(text.charAt(to - 1)) >= 0) {
                to--;
            }
            return text.substring(from, to);
        };
    }

    /** {@code pad 4}: zeros in front; {@code pad 4 with ' '}: another character. */
    static Optional<Transform> pad(Arguments arguments) {
        Optional<List<String>> zeros = arguments.match("#");
        Optional<List<String>> other = arguments.match("# with ''");
        if (zeros.isEmpty() && other.isEmpty()) {
            return Optional.empty();
        }
        int width = Integer.parseInt(zeros.or(() -> other).orElseThrow().get(0));
        String filling = other.map(values -> values.get(1)).orElse("0");
        if (width < 1 || width > MOST_PADDING || filling.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of((text, around) -> text.isEmpty()
                ? ""
                : filling.repeat(Math.max(0, width - length(text))).concat(text));
    }

    /** {@code replace 'a' by 'b'}, or {@code replace pattern '\d+' by '$0'}; warns when it hits more than once. */
    static Optional<Transform> replace(Arguments arguments) {
        Optional<List<String>> plain = arguments.match("'' by ''");
        Optional<List<String>> pattern = arguments.match("pattern '' by ''");
        if (plain.filter(values -> !values.get(0).isEmpty()).isPresent()) {
            Pattern literal = Pattern.compile(Pattern.quote(plain.get().get(0)));
            return Optional.of(replacing(
                    literal,
                    Matcher.quoteReplacement(plain.get().get(1)),
                    plain.get().get(0)));
        }
        return pattern.flatMap(values -> {
            try {
                Pattern compiled = Pattern.compile(values.get(0));
                Pattern.compile(values.get(0) + "|").matcher("").replaceAll(values.get(1)); // its groups are there
                return Optional.of(replacing(compiled, values.get(1), values.get(0)));
            } catch (IllegalArgumentException | IndexOutOfBoundsException notOne) {
                return Optional.<Transform>empty();
            }
        });
    }

    private static Transform replacing(Pattern pattern, String by, String shown) {
        return (text, around) -> {
            TextSearch.Replaced replaced = TextSearch.replaceAll(pattern, text, by);
            boolean several = replaced.hits() > 1 && !shown.isBlank();
            if (several) {
                around.warn()
                        .accept("\"" + shown + "\" stands " + replaced.hits() + " times in \"" + text
                                + "\", and each was replaced");
            }
            return replaced.text();
        };
    }

    /** {@code map 'N' to 'North', 'S' to 'South', else 'Elsewhere'}; case does not count. Without an else, others stay. */
    static Optional<Transform> map(Arguments arguments) {
        return arguments
                .matchRepeated("'' to ''", "else ''")
                .filter(found -> !found.items().isEmpty())
                .map(found -> {
                    Map<String, String> table = new HashMap<>();
                    found.items().forEach(item -> table.put(folded(item.get(0)), item.get(1)));
                    Optional<String> otherwise = found.end().stream().findFirst();
                    return (text, around) ->
                            text.isEmpty() ? "" : table.getOrDefault(folded(text), otherwise.orElse(text));
                });
    }

    private static String folded(String text) {
        return text.strip().toLowerCase(Locale.ROOT);
    }

    static String title(String text, Transform.Surroundings around) {
        return WORD.matcher(text)
                .replaceAll(
                        word -> Matcher.quoteReplacement(capital(word.group().toLowerCase(around.locale()), around)));
    }

    static String capital(String text, Transform.Surroundings around) {
        int end = text.isEmpty() ? 0 : text.offsetByCodePoints(0, 1);
        return text.substring(0, end).toUpperCase(around.locale()) + text.substring(end);
    }

    static String initials(String text) {
        return WORD.matcher(text)
                .results()
                .map(word -> word.group().substring(0, word.group().offsetByCodePoints(0, 1)))
                .collect(Collectors.joining())
                .toUpperCase(Locale.ROOT);
    }

    /** Without accents; letters that do not come apart into a base and an accent are spelt with the usual pair. */
    static String plain(String text) {
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
}
