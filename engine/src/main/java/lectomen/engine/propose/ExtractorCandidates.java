package lectomen.engine.propose;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import lectomen.engine.extract.Extractor;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldType;
import lectomen.engine.extract.Label;
import lectomen.engine.page.Box;
import lectomen.engine.page.ComparableText;

/** The extractors that may find the marked values. */
final class ExtractorCandidates {
    private static final double LABEL_AND_PATTERN = 0.97;
    private static final double LABEL_AND_TYPE = 0.95;
    private static final double LABEL = 0.92;
    private static final double NEAR = 0.88;
    private static final double PATTERN = 0.8;
    private static final double PATTERN_IN_FIGURES = 0.5;
    private static final double ZONE = 0.5;
    /** What a label counts that is only a part of what stands there, and one with figures, which may be a value itself. */
    private static final double PART = 0.95;

    private static final double WITH_FIGURES = 0.9;
    private static final double ANOTHER_LABEL = 0.99;
    /** Around a zone, in parts of the page. */
    private static final double SLACK = 0.6;

    /** @param telling how much is to be expected of it, 0 to 1 */
    record Way(FieldSpec field, double telling) {}

    /** A label that was seen at values. @param seen which of the values it stands right of or above */
    private record SeenLabel(String written, double telling, Map<FieldSpec.Where, Set<Integer>> seen) {
        Set<Integer> values() {
            Set<Integer> all = new HashSet<>();
            seen.values().forEach(all::addAll);
            return all;
        }
    }

    private final List<MarkedValue> values;
    private final FieldType type;
    private final Optional<Pattern> pattern;
    private final int lines;
    private final List<String> printed;
    private final List<Way> ways = new ArrayList<>();

    private ExtractorCandidates(List<MarkedValue> values, List<String> printed, Locale locale) {
        this.values = values;
        List<String> texts = values.stream().map(MarkedValue::text).toList();
        this.type = ValueForms.type(texts, locale);
        this.pattern = type == FieldType.TEXT ? ValueForms.pattern(texts) : Optional.empty();
        this.lines = values.stream().mapToInt(MarkedValue::lines).max().orElse(1);
        this.printed = printed;
    }

    /** @param printed what the form itself says, see {@link FormText} */
    static List<Way> of(List<MarkedValue> values, List<String> printed, Locale locale) {
        return new ExtractorCandidates(values, printed, locale).all();
    }

    private List<Way> all() {
        List<SeenLabel> labels = labels();
        labels.forEach(label -> byLabels(List.of(label)));
        List<SeenLabel> whole =
                labels.stream().filter(label -> label.telling() == 1).toList();
        Set<List<SeenLabel>> together = new HashSet<>(List.of(enough(labels), enough(whole)));
        together.stream().filter(some -> some.size() > 1).forEach(this::byLabels);
        pattern.ifPresent(code -> {
            boolean lettered = code.pattern().chars().anyMatch(Character::isUpperCase);
            FieldSpec.Place anywhere = new FieldSpec.Place(FieldSpec.Where.ANYWHERE, List.of());
            add(List.of(anywhere), pattern, lettered ? PATTERN : PATTERN_IN_FIGURES);
        });
        zone().ifPresent(zone -> add(List.of(zone), Optional.empty(), ZONE));
        return ways;
    }

    private List<SeenLabel> labels() {
        Map<String, SeenLabel> labels = new LinkedHashMap<>();
        for (int i = 0; i < values.size(); i++) {
            for (LabelCandidates.Clue clue : LabelCandidates.of(values.get(i))) {
                boolean figures = clue.label().chars().anyMatch(Character::isDigit);
                double telling = (clue.whole() ? 1 : PART) * (figures ? WITH_FIGURES : 1);
                labels.computeIfAbsent(
                                ComparableText.bare(clue.label()),
                                bare -> new SeenLabel(clue.label(), telling, new EnumMap<>(FieldSpec.Where.class)))
                        .seen()
                        .computeIfAbsent(clue.where(), where -> new HashSet<>())
                        .add(i);
            }
        }
        return List.copyOf(labels.values());
    }

    /** The fewest labels, the most frequent first, of which each value has one. */
    private List<SeenLabel> enough(List<SeenLabel> labels) {
        List<SeenLabel> enough = new ArrayList<>();
        Set<Integer> missing = new HashSet<>();
        for (int i = 0; i < values.size(); i++) {
            missing.add(i);
        }
        List<SeenLabel> rest = new ArrayList<>(labels);
        while (!missing.isEmpty() && !rest.isEmpty()) {
            SeenLabel best = rest.stream()
                    .max(Comparator.comparingDouble(label -> label.telling() * shared(label.values(), missing)))
                    .orElseThrow();
            rest.remove(best);
            if (shared(best.values(), missing) > 0) {
                enough.add(best);
                missing.removeAll(best.values());
            }
        }
        return enough;
    }

    private static long shared(Set<Integer> one, Set<Integer> other) {
        return one.stream().filter(other::contains).count();
    }

    private void byLabels(List<SeenLabel> labels) {
        Map<FieldSpec.Where, List<Label>> places = new EnumMap<>(FieldSpec.Where.class);
        double telling = Math.pow(ANOTHER_LABEL, labels.size() - 1.0);
        for (SeenLabel label : labels) {
            telling *= label.telling();
            label.seen().keySet().forEach(where -> places.computeIfAbsent(where, key -> new ArrayList<>())
                    .add(Label.of(label.written())));
        }
        List<Extractor> extractors = new ArrayList<>();
        List<Label> ends = type == FieldType.TEXT && pattern.isEmpty() ? ends(labels) : List.of();
        places.forEach((where, of) -> extractors.add(new FieldSpec.Place(where, of, lines, ends)));
        if (pattern.isPresent()) {
            add(extractors, pattern, LABEL_AND_PATTERN * telling);
            List<Label> all =
                    labels.stream().map(label -> Label.of(label.written())).toList();
            add(List.of(new FieldSpec.Place(FieldSpec.Where.NEAR, all)), pattern, NEAR * telling);
        }
        add(extractors, Optional.empty(), (type == FieldType.TEXT ? LABEL : LABEL_AND_TYPE) * telling);
    }

    /** What else is printed on the form, which is no value where the field is left empty. */
    private List<Label> ends(List<SeenLabel> labels) {
        Set<String> own = new HashSet<>();
        labels.forEach(label -> own.add(ComparableText.bare(label.written())));
        values.forEach(value -> own.add(ComparableText.bare(value.text())));
        return printed.stream()
                .filter(text -> !own.contains(ComparableText.bare(text)))
                .map(Label::of)
                .toList();
    }

    private void add(List<? extends Extractor> extractors, Optional<Pattern> code, double telling) {
        ways.add(new Way(new FieldSpec("value", type, true, extractors, code, "", 1), telling));
    }

    /** Where all values lie, if that is on one page and no larger than a line or the value asks for. */
    private Optional<Extractor> zone() {
        int page = values.get(0).page().number();
        if (values.stream().anyMatch(value -> value.page().number() != page)) {
            return Optional.empty();
        }
        Box around = Box.around(values, MarkedValue::box);
        double tallest =
                values.stream().mapToDouble(value -> value.box().height()).max().orElse(0);
        if (around.height() > 1.5 * tallest) {
            return Optional.empty();
        }
        double slack = SLACK * tallest / lines;
        double width = values.get(0).page().width();
        double height = values.get(0).page().height();
        return Optional.of(new Extractor.Zone(
                page,
                part(around.left() - slack, width),
                part(around.top() - slack / 2, height),
                part(around.width() + 2 * slack, width),
                part(around.height() + slack, height),
                "in the zone on page " + page));
    }

    private static Extractor.Length part(double of, double whole) {
        double rounded = Math.round(Math.max(0, of) / whole * 1000) / 10.0;
        return new Extractor.Length(rounded, Extractor.Length.Unit.PERCENT);
    }
}
