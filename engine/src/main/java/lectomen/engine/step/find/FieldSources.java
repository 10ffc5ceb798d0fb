package lectomen.engine.step.find;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.extract.Extractor;
import lectomen.engine.extract.TextSearch;
import lectomen.engine.naming.NamePattern;

/** Extractors that don't read a page: names, folders, times, properties, other fields, lookups. */
final class FieldSources {
    private FieldSources() {}

    /** @param pattern whose first group, if it has one, is the value */
    static Extractor fileName(Pattern pattern) {
        return new Extractor.Given("in the file name by " + pattern, false, known -> TextSearch.findMatcher(
                        pattern, known.slots().getOrDefault("file name", ""))
                .map(FieldSources::firstGroup)
                .map(List::of)
                .orElse(List.of()));
    }

    private static String firstGroup(Matcher matcher) {
        String group = matcher.groupCount() > 0 ? matcher.group(1) : null;
        return group == null ? matcher.group() : group;
    }

    /** @param says what the extractor is called */
    static Extractor slot(String says, String name) {
        return new Extractor.Given(
                says, false, known -> list(Optional.ofNullable(known.slots().get(name))));
    }

    private static List<String> list(Optional<String> value) {
        return value.map(List::of).orElse(List.of());
    }

    static Extractor property(String name) {
        return new Extractor.Given(
                "the document's property " + name,
                true,
                known -> list(known.text().properties().entrySet().stream()
                        .filter(property -> property.getKey().equalsIgnoreCase(name))
                        .map(property -> property.getValue())
                        .findFirst()));
    }

    static Extractor value(NamePattern pattern, Locale locale) {
        return new Extractor.Given(
                "as \"" + pattern.source() + "\"", false, known -> List.of(pattern.value(known.slots(), locale)));
    }

    /**
     * @param by the field or slot whose value is sought
     * @param column where it is sought
     * @param give the column that holds the value
     */
    static Extractor lookUp(String lookup, String by, String column, String give) {
        return new Extractor.Given(
                "in lookup " + lookup + " by " + by,
                false,
                Optional.of(lookup),
                known -> list(Optional.ofNullable(known.slots().get(by))
                        .flatMap(value ->
                                known.lookups().find(lookup).flatMap(table -> table.find(column, value, give)))));
    }
}
