package lectomen.engine.propose;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Pattern;
import lectomen.engine.extract.FieldFinder;
import lectomen.engine.extract.FieldResult;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldType;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.page.ComparableText;
import lectomen.engine.page.DocumentText;

/**
 * Infers extractors for a field from samples with marked values: by the label beside or above it, by the pattern of its values,
 * by its place on the page. Each way is tried on all samples, as rules would; the ways that hold come first, the more telling
 * before the others.
 *
 * <p>Cost is, for each way and sample, that of finding one field.
 */
public final class Proposals {
    private static final int MOST = 8;
    private static final double SURE_OF_ONE = 0.75;
    private static final double SURE_OF_TWO = 0.93;
    private static final double SURE_OF_MORE = 0.97;
    /** Proposals that count when it is asked whether they agree. */
    private static final int ASKED = 3;

    /**
     * What was inferred.
     *
     * @param name for the field, made of its label
     * @param proposals the best first; none when nobody pointed at anything
     * @param sure how likely the first one is right on other documents, 0 to 1
     * @param next the sample, from 0, in which it would help most to know the value; empty when all is clear
     */
    public record Inferred(String name, List<Proposal> proposals, double sure, OptionalInt next) {
        public Inferred {
            proposals = List.copyOf(proposals);
        }
    }

    private final List<Sample> samples;
    private final List<FieldSpec> others;
    private final Locale locale;
    private final Map<Integer, MarkedValue> pointed = new LinkedHashMap<>();
    private final Optional<Pattern> pattern;

    private Proposals(List<Sample> samples, List<FieldSpec> others, Locale locale) {
        this.samples = samples;
        this.others = others;
        this.locale = locale;
        for (int i = 0; i < samples.size(); i++) {
            int number = i;
            DocumentText text = samples.get(i).text();
            if (samples.get(i).mark() instanceof Sample.Mark.At at) {
                MarkedValue.of(text, at).ifPresent(value -> pointed.put(number, value));
            }
        }
        this.pattern = pattern();
    }

    /**
     * Infers the ways to one field.
     *
     * @param others the fields that are found in the same step, whose labels end a value
     */
    public static Inferred of(List<Sample> samples, List<FieldSpec> others, Locale locale) {
        return new Proposals(samples, others, locale).infer();
    }

    private Optional<Pattern> pattern() {
        List<String> texts = pointed.values().stream().map(MarkedValue::text).toList();
        return texts.isEmpty() ? Optional.empty() : ValueForms.pattern(texts);
    }

    private Inferred infer() {
        if (pointed.isEmpty()) {
            return new Inferred("", List.of(), 0, OptionalInt.empty());
        }
        List<Proposal> tried = new ArrayList<>();
        List<String> printed = FormText.in(samples.stream().map(Sample::text).toList());
        for (ExtractorCandidates.Way way : ExtractorCandidates.of(List.copyOf(pointed.values()), printed, locale)) {
            tried.add(tried(way));
        }
        tried.sort(Comparator.comparingDouble(Proposal::score).reversed());
        List<Proposal> best = tried.stream()
                .filter(proposal -> proposal.right() > 0)
                .limit(MOST)
                .toList();
        String name = best.isEmpty()
                ? ""
                : FieldNames.of(best.stream().map(Proposal::field).toList());
        return new Inferred(name, best, best.isEmpty() ? 0 : sureness(best), next(best));
    }

    private Proposal tried(ExtractorCandidates.Way way) {
        List<FieldSpec> all = new ArrayList<>(others);
        all.add(way.field());
        List<Optional<FieldValue>> values = new ArrayList<>();
        int right = 0;
        int said = 0;
        int open = 0;
        int found = 0;
        for (int i = 0; i < samples.size(); i++) {
            FieldResult result =
                    FieldFinder.find(all, way.field(), samples.get(i).text(), locale);
            Optional<FieldValue> value =
                    result instanceof FieldResult.Found one ? Optional.of(one.value()) : Optional.empty();
            values.add(value);
            boolean isOpen = samples.get(i).mark() instanceof Sample.Mark.Open;
            open += isOpen ? 1 : 0;
            found += isOpen && value.filter(this::isWrittenAlike).isPresent() ? 1 : 0;
            said += isOpen ? 0 : 1;
            right += !isOpen && isRight(i, way.field().type(), value) ? 1 : 0;
        }
        double holds = right == said ? 1 : 0.3 * right / said;
        double givesValues = open == 0 ? 1 : 0.7 + 0.3 * found / open;
        return new Proposal(
                way.field(), FieldYaml.of(way.field()), values, right, said, way.telling() * holds * givesValues);
    }

    /** Whether a value is written as those that were pointed at, where they are all written alike. */
    private boolean isWrittenAlike(FieldValue value) {
        return pattern.filter(code -> !code.matcher(value.raw()).find()).isEmpty();
    }

    private boolean isRight(int sample, FieldType type, Optional<FieldValue> value) {
        MarkedValue wanted = pointed.get(sample);
        if (wanted == null || value.isEmpty()) {
            return wanted == null && value.isEmpty();
        }
        return type == FieldType.TEXT
                ? ComparableText.fold(value.get().raw()).equals(ComparableText.fold(wanted.text()))
                : type.read(wanted.text(), "", locale)
                        .equals(Optional.of(value.get().value()));
    }

    private double sureness(List<Proposal> best) {
        double sure =
                switch (pointed.size()) {
                    case 1 -> SURE_OF_ONE;
                    case 2 -> SURE_OF_TWO;
                    default -> SURE_OF_MORE;
                };
        int open = 0;
        int clear = 0;
        for (int i = 0; i < samples.size(); i++) {
            if (samples.get(i).mark() instanceof Sample.Mark.Open) {
                open++;
                clear += isClear(best, i) ? 1 : 0;
            }
        }
        Proposal first = best.get(0);
        return sure * first.right() / first.said() * (open == 0 ? 1 : 0.6 + 0.4 * clear / open);
    }

    /**
     * The sample that tells the best ways apart: first one where the best finds nothing, then one where others find something
     * else.
     */
    private OptionalInt next(List<Proposal> best) {
        OptionalInt unclear = OptionalInt.empty();
        for (int i = 0; i < samples.size() && !best.isEmpty(); i++) {
            if (!(samples.get(i).mark() instanceof Sample.Mark.Open)) {
                continue;
            }
            if (best.get(0).values().get(i).isEmpty()) {
                return OptionalInt.of(i);
            }
            if (unclear.isEmpty() && !isClear(best, i)) {
                unclear = OptionalInt.of(i);
            }
        }
        return unclear;
    }

    /** Whether the best way finds something there, and the next best that hold nothing else. */
    private static boolean isClear(List<Proposal> best, int sample) {
        return best.get(0).values().get(sample).isPresent()
                && best.stream()
                                .filter(Proposal::holds)
                                .limit(ASKED)
                                .flatMap(proposal -> proposal.values().get(sample).map(FieldValue::value).stream())
                                .distinct()
                                .count()
                        <= 1;
    }
}
