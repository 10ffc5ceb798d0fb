package lectomen.engine.rulefile;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.extract.TextSearch;

/**
 * A pattern for a file name or folder path whose parts are named: {@code "{permit}_{vessel}.pdf"} with wildcards, or a regular
 * expression with named groups. What stands in a part can be used as a slot.
 *
 * @param written as the rule says it
 * @param whole whether the whole text must fit, rather than some of it
 */
public record NameParts(String written, Pattern pattern, List<String> names, boolean whole) {
    private static final Pattern PART = Pattern.compile("\\{([^{}]*)}");
    private static final Pattern NAMED_GROUP = Pattern.compile("\\(\\?<([a-zA-Z][a-zA-Z0-9]*)>");

    public NameParts {
        names = List.copyOf(names);
    }

    /** With * for any characters, ? for one, and parts in braces; case does not count. */
    public static NameParts ofWildcards(String wildcards) {
        StringBuilder regex = new StringBuilder();
        List<String> names = new ArrayList<>();
        Matcher part = PART.matcher(wildcards);
        int at = 0;
        while (part.find()) {
            regex.append(literal(wildcards.substring(at, part.start())));
            regex.append("(.+?)");
            names.add(part.group(1).strip());
            at = part.end();
        }
        regex.append(literal(wildcards.substring(at)));
        int flags = Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE | Pattern.DOTALL;
        return new NameParts(wildcards, Pattern.compile(regex.toString(), flags), names, true);
    }

    private static String literal(String wildcards) {
        StringBuilder regex = new StringBuilder();
        wildcards
                .codePoints()
                .forEach(c -> regex.append(
                        switch (c) {
                            case '*' -> ".*";
                            case '?' -> ".";
                            default -> Pattern.quote(Character.toString(c));
                        }));
        return regex.toString();
    }

    /** A regular expression; its named groups are the parts. */
    public static NameParts ofPattern(Pattern pattern) {
        List<String> names = NAMED_GROUP
                .matcher(pattern.pattern())
                .results()
                .map(group -> group.group(1))
                .toList();
        return new NameParts(pattern.pattern(), pattern, names, false);
    }

    /**
     * The text of each part, or empty when the text does not fit.
     *
     * @throws lectomen.engine.extract.PatternTooSlow if the pattern backtracks without end
     */
    public Optional<Map<String, String>> find(String text) {
        Optional<Matcher> found = whole ? TextSearch.findWhole(pattern, text) : TextSearch.findMatcher(pattern, text);
        return found.map(matcher -> {
            Map<String, String> values = new LinkedHashMap<>();
            for (int i = 0; i < names.size(); i++) {
                String value = whole ? matcher.group(i + 1) : matcher.group(names.get(i));
                values.put(names.get(i), value == null ? "" : value.strip());
            }
            return values;
        });
    }
}
