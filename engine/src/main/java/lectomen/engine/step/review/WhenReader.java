package lectomen.engine.step.review;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import lectomen.engine.step.FieldTest;
import lectomen.engine.step.StepReading;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;

/**
 * Reads {@code when:} of a review: {@code always}, {@code [checks fail, confidence below: 0.95]}, or the same as a map. A word alone
 * in a map means yes.
 */
final class WhenReader {
    static final String CONFIDENCE = "confidence below";
    static final String CHECKS = "checks fail";
    static final String ALWAYS = "always";
    static final String SAMPLE = "sample";
    static final String VALUE = "value";

    private static final Set<String> WORDS = new TreeSet<>(Set.of(CONFIDENCE, CHECKS, ALWAYS, SAMPLE, VALUE));
    private static final Pattern SHARE = Pattern.compile("0?\\.\\d{1,4}|1(\\.0+)?");
    private static final Pattern PERCENT = Pattern.compile("(\\d{1,3}(?:\\.\\d{1,2})?) ?%");

    private final StepReading reading;
    private Optional<Double> confidence = Optional.empty();
    private boolean checksFail;
    private boolean always;
    private double sample;
    private final List<FieldTest> values = new ArrayList<>();

    WhenReader(StepReading reading) {
        this.reading = reading;
    }

    ReviewStep.When read(Node node) {
        List<Node> items = node instanceof Node.Items list ? list.items() : List.of(node);
        for (Node item : items) {
            if (item instanceof Node.Entries map) {
                map.entries().forEach(entry -> condition(entry.key(), entry.value()));
            } else if (item instanceof Node.Text word) {
                condition(word, new Node.Text(word.spot(), "", false));
            } else {
                Section.report(reading.problems(), item.spot(), "\"when\" needs " + words() + ", not " + item.kind());
            }
        }
        return new ReviewStep.When(confidence, checksFail, always, sample, values);
    }

    private static String words() {
        return WORDS.stream().map(word -> "\"" + word + "\"").collect(Collectors.joining(" or "));
    }

    private void condition(Node.Text word, Node value) {
        switch (word.text()) {
            case CHECKS -> checksFail = yes(word, value);
            case ALWAYS -> always = yes(word, value);
            case CONFIDENCE ->
                confidence = text(word, value, "a share such as 0.95", SHARE).map(Double::valueOf);
            case SAMPLE ->
                sample = text(word, value, "a share such as 5 %", PERCENT)
                        .map(WhenReader::percent)
                        .orElse(0.0);
            case VALUE ->
                Section.open("\"" + VALUE + "\"", value, reading.problems())
                        .ifPresent(section -> values.addAll(FieldTest.read(section, reading.slots())));
            default ->
                Section.report(
                        reading.problems(),
                        word.spot(),
                        "\"" + word.text() + "\" is not known in \"when\"" + Section.suggestion(word.text(), WORDS));
        }
    }

    private static double percent(String text) {
        return Double.parseDouble(text.replace("%", "").strip());
    }

    private Optional<String> text(Node.Text word, Node value, String expected, Pattern form) {
        Optional<String> text = value instanceof Node.Text written
                        && form.matcher(written.text()).matches()
                ? Optional.of(written.text())
                : Optional.empty();
        if (text.isEmpty()) {
            Section.report(
                    reading.problems(),
                    value.spot(),
                    "\"" + word.text() + "\" must be " + expected + ", not " + value.kind());
        }
        return text;
    }

    private boolean yes(Node.Text word, Node value) {
        String text = value instanceof Node.Text written ? written.text().toLowerCase(Locale.ROOT) : "?";
        if (!Set.of("", "yes", "no").contains(text)) {
            Section.report(
                    reading.problems(), value.spot(), "\"" + word.text() + "\" must be yes or no, not " + value.kind());
        }
        return !text.equals("no");
    }
}
