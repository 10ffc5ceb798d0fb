package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import lectomen.engine.identify.FileType;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads the conditions under {@code when:}. */
final class ConditionReader {
    @FunctionalInterface
    private interface Maker {
        Optional<Condition> make(Node value, int line, List<Problem> problems);
    }

    private static final Map<String, Maker> BY_WORD = new TreeMap<>(Map.of(
            "all", (value, line, problems) -> group(Condition.Junction.ALL, value, line, problems),
            "any", (value, line, problems) -> group(Condition.Junction.ANY, value, line, problems),
            "none", (value, line, problems) -> group(Condition.Junction.NONE, value, line, problems),
            "type is", ConditionReader::typeIs,
            "name like",
                    (value, line, problems) ->
                            text("name like", value, problems).map(text -> new Condition.NameLike(text.text(), line)),
            "name matches",
                    (value, line, problems) ->
                            pattern("name matches", value, problems).map(p -> new Condition.NameMatches(p, line)),
            "text contains",
                    (value, line, problems) -> text("text contains", value, problems)
                            .map(text -> new Condition.TextContains(text.text(), line)),
            "text matches",
                    (value, line, problems) ->
                            pattern("text matches", value, problems).map(p -> new Condition.TextMatches(p, line))));

    private ConditionReader() {}

    /** Several conditions in one map must all hold. */
    static Optional<Condition> read(Node node, List<Problem> problems) {
        if (!(node instanceof Node.Entries map) || map.entries().isEmpty()) {
            Section.report(
                    problems,
                    node.spot(),
                    "a condition is expected (such as text contains: PERMIT), not " + node.kind());
            return Optional.empty();
        }
        List<Condition> conditions = new ArrayList<>();
        for (Node.Entry entry : map.entries()) {
            Maker maker = BY_WORD.get(entry.key().text());
            if (maker == null) {
                String word = entry.key().text();
                Section.report(
                        problems,
                        entry.key().spot(),
                        "no condition is called \"" + word + "\"" + Section.suggestion(word, BY_WORD.keySet()));
            } else {
                maker.make(entry.value(), entry.key().spot().line(), problems).ifPresent(conditions::add);
            }
        }
        if (conditions.size() == 1) {
            return Optional.of(conditions.get(0));
        }
        return Optional.of(new Condition.Group(
                Condition.Junction.ALL, conditions, node.spot().line()));
    }

    private static Optional<Condition> group(
            Condition.Junction junction, Node value, int line, List<Problem> problems) {
        List<Node> items = value instanceof Node.Items list ? list.items() : List.of(value);
        List<Condition> parts = new ArrayList<>();
        items.forEach(item -> read(item, problems).ifPresent(parts::add));
        if (items.isEmpty()) {
            Section.report(problems, value.spot(), "\"" + junction.word() + "\" needs at least one condition");
        }
        return Optional.of(new Condition.Group(junction, parts, line));
    }

    private static Optional<Condition> typeIs(Node value, int line, List<Problem> problems) {
        List<Node> items = value instanceof Node.Items list ? list.items() : List.of(value);
        Set<FileType> types = types(items, problems);
        return types.isEmpty() ? Optional.empty() : Optional.of(new Condition.TypeIs(types, line));
    }

    /** File types by their words; a problem for each that is none. */
    static Set<FileType> types(List<? extends Node> items, List<Problem> problems) {
        Set<FileType> types = EnumSet.noneOf(FileType.class);
        for (Node item : items) {
            String word = item instanceof Node.Text text ? text.text() : "";
            Optional<FileType> type = FileType.findByWord(word);
            if (type.isEmpty()) {
                Section.report(
                        problems,
                        item.spot(),
                        "no file type is called \"" + word + "\"" + Section.suggestion(word, FileType.words()));
            }
            type.ifPresent(types::add);
        }
        return types;
    }

    private static Optional<Node.Text> text(String word, Node value, List<Problem> problems) {
        if (value instanceof Node.Text text && !text.text().isBlank()) {
            return Optional.of(text);
        }
        Section.report(problems, value.spot(), "\"" + word + "\" needs a text, not " + value.kind());
        return Optional.empty();
    }

    private static Optional<Pattern> pattern(String word, Node value, List<Problem> problems) {
        return text(word, value, problems).flatMap(text -> Section.pattern(text, problems));
    }
}
