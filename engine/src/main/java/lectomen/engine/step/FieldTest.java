package lectomen.engine.step;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.rulefile.SlotReader;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;

/**
 * A condition on the value of a field: {@code amount: above 10000}, {@code quay: [Tarr Quay 1, Tarr Quay 2]}.
 *
 * @param values one for all but equality
 */
public record FieldTest(String field, Is is, List<String> values) {
    /** How the value is compared. Numbers, amounts and dates are compared by size. */
    enum Is {
        ABOVE("above"),
        BELOW("below"),
        AT_LEAST("at least"),
        AT_MOST("at most"),
        NOT("not"),
        EMPTY("empty"),
        EQUAL("");

        private final String word;

        Is(String word) {
            this.word = word;
        }

        boolean comparesSize() {
            return this == ABOVE || this == BELOW || this == AT_LEAST || this == AT_MOST;
        }
    }

    public FieldTest {
        values = List.copyOf(values);
    }

    /** Reads a map of fields with what their values must be. */
    public static List<FieldTest> read(Section section, SlotReader slots) {
        List<FieldTest> tests = new ArrayList<>();
        for (Node.Entry entry : section.names()) {
            List<Node> items = entry.value() instanceof Node.Items list ? list.items() : List.of(entry.value());
            List<String> texts = items.stream()
                    .filter(Node.Text.class::isInstance)
                    .map(item -> ((Node.Text) item).text())
                    .filter(text -> !text.isBlank())
                    .toList();
            if (texts.size() < items.size() || texts.isEmpty()) {
                section.report(
                        entry.value().spot(),
                        "\"" + entry.key().text()
                                + "\" needs a value, a list of values, or such as \"above 10000\", not "
                                + entry.value().kind());
            } else if (slots.isKnown(entry.key())) {
                tests.add(of(entry.key().text(), texts));
            }
        }
        return tests;
    }

    private static FieldTest of(String field, List<String> texts) {
        if (texts.size() == 1) {
            String text = texts.get(0).strip();
            if (text.equals(Is.EMPTY.word)) {
                return new FieldTest(field, Is.EMPTY, List.of());
            }
            Optional<Is> is = Stream.of(Is.values())
                    .filter(one -> !one.word.isEmpty() && text.startsWith(one.word + " "))
                    .findFirst();
            if (is.isPresent()) {
                String value = text.substring(is.get().word.length()).strip();
                return new FieldTest(field, is.get(), List.of(value));
            }
        }
        return new FieldTest(field, Is.EQUAL, texts);
    }

    /** Whether it holds. A field without a value is only ever empty, or not something. */
    public boolean holds(Map<String, String> slots) {
        String value = slots.getOrDefault(field, "").strip();
        if (is.comparesSize()) {
            return compared(value, values.get(0)).filter(this::fits).isPresent();
        }
        return switch (is) {
            case EMPTY -> value.isEmpty();
            case NOT -> !same(value, values.get(0));
            default -> values.stream().anyMatch(one -> same(value, one));
        };
    }

    private boolean fits(int compared) {
        return switch (is) {
            case ABOVE -> compared > 0;
            case BELOW -> compared < 0;
            case AT_LEAST -> compared >= 0;
            default -> compared <= 0;
        };
    }

    private static boolean same(String one, String other) {
        return one.equalsIgnoreCase(other.strip())
                || compared(one, other).filter(sign -> sign == 0).isPresent();
    }

    /** Empty where they can't be compared by size. */
    private static Optional<Integer> compared(String one, String other) {
        Optional<BigDecimal> number = number(one);
        Optional<BigDecimal> limit = number(other);
        if (number.isPresent() && limit.isPresent()) {
            return Optional.of(number.get().compareTo(limit.get()));
        }
        boolean dates = one.matches("\\d{4}-\\d{2}-\\d{2}") && other.matches("\\d{4}-\\d{2}-\\d{2}");
        return dates ? Optional.of(one.compareTo(other)) : Optional.empty();
    }

    private static Optional<BigDecimal> number(String text) {
        String first = text.strip().split("\\s+")[0];
        return first.matches("-?\\d{1,18}(\\.\\d{1,9})?") ? Optional.of(new BigDecimal(first)) : Optional.empty();
    }

    /** For sentences: {@code amount is above 10000}. */
    public String words() {
        return field + " is "
                + switch (is) {
                    case EMPTY -> "empty";
                    case EQUAL -> String.join(" or ", values);
                    default -> is.word + " " + values.get(0);
                };
    }

    /** All of them, joined for a sentence. */
    public static String words(List<FieldTest> tests) {
        return tests.stream().map(FieldTest::words).collect(Collectors.joining(" and "));
    }

    /** The fields that they ask. */
    public static Set<String> fields(List<FieldTest> tests) {
        return tests.stream().map(FieldTest::field).collect(Collectors.toSet());
    }

    @Override
    public String toString() {
        return words().toLowerCase(Locale.ROOT);
    }
}
