package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import lectomen.engine.data.DataValue;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.page.DocumentText;
import lectomen.engine.print.facts.PrintFacts;
import lectomen.engine.rulefile.NameParts;

/** A condition of a rule. */
public sealed interface Condition {
    /** Of several values of a sidecar, so many are told. */
    int MOST_SHOWN = 5;

    /**
     * Looks at a file.
     *
     * @throws PatternTooSlow with the line, if a pattern backtracks without end
     */
    CheckedCondition look(FileFacts facts, Content content);

    /** What the named parts of its patterns hold for the file; empty where they do not fit. */
    default Map<String, String> nameParts(FileFacts facts) {
        return Map.of();
    }

    /** The names of all parts that its patterns may find. */
    default List<String> partNames() {
        return List.of();
    }

    /** What it asks of the data file beside a document. */
    default List<String> sidecarExpressions() {
        return List.of();
    }

    /** Whether it asks for what is known of a document before it is printed. */
    default boolean asksForPrintFacts() {
        return false;
    }

    /** How several conditions make one. */
    enum Junction {
        ALL,
        ANY,
        NONE;

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    record Group(Junction junction, List<Condition> parts, int line) implements Condition {
        public Group {
            parts = List.copyOf(parts);
        }

        @Override
        public CheckedCondition look(FileFacts facts, Content content) {
            List<CheckedCondition> seen = new ArrayList<>();
            for (Condition part : parts) {
                seen.add(part.look(facts, content));
            }
            ConditionResult truth =
                    switch (junction) {
                        case ALL -> worst(seen, ConditionResult.NO, ConditionResult.YES);
                        case ANY -> worst(seen, ConditionResult.YES, ConditionResult.NO);
                        case NONE ->
                            worst(seen, ConditionResult.YES, ConditionResult.NO).not();
                    };
            return new CheckedCondition(junction.word(), truth, "", line, seen);
        }

        private static ConditionResult worst(
                List<CheckedCondition> seen, ConditionResult decisive, ConditionResult otherwise) {
            boolean open = false;
            for (CheckedCondition one : seen) {
                if (one.truth() == decisive) {
                    return decisive;
                }
                open |= one.truth() == ConditionResult.OPEN;
            }
            return open ? ConditionResult.OPEN : otherwise;
        }

        @Override
        public Map<String, String> nameParts(FileFacts facts) {
            Map<String, String> values = new HashMap<>();
            if (junction != Junction.NONE) {
                parts.forEach(part -> part.nameParts(facts).forEach(values::putIfAbsent));
            }
            return values;
        }

        @Override
        public List<String> sidecarExpressions() {
            return parts.stream()
                    .flatMap(part -> part.sidecarExpressions().stream())
                    .toList();
        }

        @Override
        public boolean asksForPrintFacts() {
            return parts.stream().anyMatch(Condition::asksForPrintFacts);
        }

        @Override
        public List<String> partNames() {
            return junction == Junction.NONE
                    ? List.of()
                    : parts.stream().flatMap(part -> part.partNames().stream()).toList();
        }
    }

    /** The result of asking: whether it held, and what was seen. */
    record Told(boolean held, String saw) {}

    /** A condition on what is known of a file without opening it. @param says it in the rule's own words */
    record OfFile(String says, Function<FileFacts, Told> ask, int line) implements Condition {
        @Override
        public CheckedCondition look(FileFacts facts, Content content) {
            Told told = ask.apply(facts);
            return new CheckedCondition(says, ConditionResult.of(told.held()), told.saw(), line, List.of());
        }
    }

    /** A condition on the name or the folder of a file, whose pattern may name parts. */
    record OfName(String says, NameParts parts, Function<FileFacts, String> of, int line) implements Condition {
        @Override
        public CheckedCondition look(FileFacts facts, Content content) {
            String seen = of.apply(facts);
            return new CheckedCondition(says, ConditionResult.of(find(facts).isPresent()), seen, line, List.of());
        }

        private Optional<Map<String, String>> find(FileFacts facts) {
            try {
                return parts.find(of.apply(facts));
            } catch (PatternTooSlow e) {
                throw e.at(parts.written(), line);
            }
        }

        @Override
        public Map<String, String> nameParts(FileFacts facts) {
            return find(facts).orElse(Map.of());
        }

        @Override
        public List<String> partNames() {
            return parts.names();
        }
    }

    /** A condition on what the data file beside a document says. @param test of one value */
    record OfSidecar(String says, String expression, Predicate<String> test, int line) implements Condition {
        @Override
        public CheckedCondition look(FileFacts facts, Content content) {
            if (facts.more().sidecar().isEmpty()) {
                return new CheckedCondition(says, ConditionResult.NO, "no data file", line, List.of());
            }
            Optional<List<DataValue>> hits = facts.more().sidecar().get().ask(expression);
            if (hits.isEmpty()) {
                return new CheckedCondition(says, ConditionResult.OPEN, "not read yet", line, List.of());
            }
            boolean held = hits.get().stream().map(DataValue::value).anyMatch(test);
            String saw = hits.get().isEmpty()
                    ? "no value"
                    : hits.get().stream()
                            .limit(MOST_SHOWN)
                            .map(DataValue::value)
                            .collect(Collectors.joining("; "));
            return new CheckedCondition(says, ConditionResult.of(held), saw, line, List.of());
        }

        @Override
        public List<String> sidecarExpressions() {
            return List.of(expression);
        }
    }

    /** A condition on the document's content, which is read when nothing cheaper decides. */
    record OfText(String says, Function<DocumentText, Told> ask, int line) implements Condition {
        @Override
        public CheckedCondition look(FileFacts facts, Content content) {
            if (content.text().isEmpty()) {
                return new CheckedCondition(says, ConditionResult.OPEN, "not read yet", line, List.of());
            }
            Told told = ask.apply(content.text().get());
            return new CheckedCondition(says, ConditionResult.of(told.held()), told.saw(), line, List.of());
        }
    }

    /** A condition on what shows on the pages of a PDF, and on what they need to be printed. */
    record OfPrint(String says, Function<PrintFacts, Told> ask, int line) implements Condition {
        @Override
        public CheckedCondition look(FileFacts facts, Content content) {
            if (content.print().isEmpty()) {
                return new CheckedCondition(says, ConditionResult.OPEN, "not looked at yet", line, List.of());
            }
            PrintFacts print = content.print().get();
            Told told = print.isKnown() ? ask.apply(print) : new Told(false, "it is no PDF that can be drawn");
            return new CheckedCondition(says, ConditionResult.of(told.held()), told.saw(), line, List.of());
        }

        @Override
        public boolean asksForPrintFacts() {
            return true;
        }
    }
}
