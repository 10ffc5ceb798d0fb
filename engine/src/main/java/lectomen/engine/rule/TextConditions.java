package lectomen.engine.rule;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.extract.Similarity;
import lectomen.engine.extract.TextSearch;
import lectomen.engine.page.ComparableText;
import lectomen.engine.page.DocumentText;
import lectomen.engine.reason.Counted;

/** Conditions that need the document opened: its text, pages or properties. */
final class TextConditions {
    private static final int MOST_LINES_FOR_NEAREST = 2_000;

    private TextConditions() {}

    static Condition contains(String words, int line) {
        String folded = ComparableText.fold(words);
        return new Condition.OfText(
                "text contains \"" + words + "\"",
                text -> {
                    boolean held = text.containsFolded(folded);
                    return new Condition.Told(held, held ? "found" : nearest(text, words));
                },
                line);
    }

    private static String nearest(DocumentText text, String words) {
        if (text.isBlank()) {
            return "not found: no text on " + text.pageRange() + ", which is empty or only pictures";
        }
        List<String> lines = text.pages().stream()
                .flatMap(page -> page.lines().stream())
                .limit(MOST_LINES_FOR_NEAREST)
                .map(found -> found.text())
                .toList();
        return Similarity.nearest(words, lines)
                .map(near -> "not found; nearest: \"" + near + "\"")
                .orElse("not found on " + text.pageRange());
    }

    static Condition matches(Pattern pattern, int line) {
        return new Condition.OfText(
                "text matches " + pattern,
                text -> {
                    Optional<String> match = bounded(pattern, line, text.text(), text.textByColumns());
                    String saw = match.map(found -> "\"" + found + "\"").orElse("not found on " + text.pageRange());
                    return new Condition.Told(match.isPresent(), saw);
                },
                line);
    }

    private static Optional<String> bounded(Pattern pattern, int line, String... texts) {
        try {
            for (String text : texts) {
                Optional<String> found = TextSearch.findMatch(pattern, text);
                if (found.isPresent()) {
                    return found;
                }
            }
            return Optional.empty();
        } catch (PatternTooSlow e) {
            throw e.at(pattern.pattern(), line);
        }
    }

    /** @param atMost whether the number is the most, rather than the least */
    static Condition pages(int number, boolean atMost, int line) {
        return new Condition.OfText(
                (atMost ? "pages at most " : "pages at least ") + number,
                text -> {
                    int pages = text.pages().size();
                    return new Condition.Told(
                            atMost ? pages <= number : pages >= number, Counted.of(pages, "page", "pages"));
                },
                line);
    }

    /** A property that the document's own program wrote into it, such as its title. */
    static Condition property(String name, String says, Predicate<String> wanted, int line) {
        return new Condition.OfText(
                "property " + name + " " + says,
                text -> {
                    Optional<String> value = find(text.properties(), name);
                    return new Condition.Told(
                            value.filter(wanted).isPresent(),
                            value.map(found -> "\"" + found + "\"").orElse("it has " + known(text.properties())));
                },
                line);
    }

    private static Optional<String> find(Map<String, String> properties, String name) {
        return properties.entrySet().stream()
                .filter(property -> property.getKey().equalsIgnoreCase(name))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    private static String known(Map<String, String> properties) {
        return properties.isEmpty()
                ? "no properties"
                : "only " + properties.keySet().stream().sorted().collect(Collectors.joining(", "));
    }
}
