package lectomen.engine.extract;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.data.DataValue;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.reason.Reason;

/**
 * Finds the fields of a rule in a document and in its facts.
 *
 * <p>The extractors of a field are tried in their order; the first that gives a value of its type wins. When several values fit, the
 * field says which counts. Then its checks are asked.
 */
public final class FieldFinder {
    private static final int MOST_OTHERS = 8;

    private final ExtractionContext known;
    private final Locale locale;
    private final List<Label> allLabels;

    /**
     * @param fields those of the same step, whose labels end a value
     * @param known grows while fields are found, where they are slots of each other
     * @param locale for dates and numbers
     */
    public FieldFinder(List<FieldSpec> fields, ExtractionContext known, Locale locale) {
        this.known = known;
        this.locale = locale;
        List<Label> labels = new ArrayList<>();
        for (FieldSpec field : fields) {
            for (Extractor extractor : field.extractors()) {
                labels.addAll(extractor.labels());
            }
        }
        this.allLabels = labels;
    }

    /**
     * Looks for one field in a text alone.
     *
     * @throws PatternTooSlow if the pattern backtracks without end
     */
    public static FieldResult find(List<FieldSpec> all, FieldSpec field, DocumentText text, Locale locale) {
        return new FieldFinder(all, new ExtractionContext(Map.of(), text, Lookups.NONE), locale).find(field);
    }

    /**
     * A candidate with its value in the spelling of the field's type.
     *
     * @param sure how likely its words are read right
     * @param how empty unless another reading of them was taken
     * @param others what else they may be read as
     */
    private record Read(Candidate candidate, String value, double sure, String how, List<FieldValue.Other> others) {
        Read(Candidate candidate, String value) {
            this(candidate, value, candidate.read(), "", List.of());
        }

        FieldValue as(FieldSpec field, String kept, String changed) {
            String both = String.join(
                    ", ", Stream.of(how, changed).filter(one -> !one.isEmpty()).toList());
            return candidate.value(field, kept, both, sure).orElse(others);
        }
    }

    /**
     * Looks for one field.
     *
     * @throws PatternTooSlow if the pattern backtracks without end
     */
    public FieldResult find(FieldSpec field) {
        Candidate unreadable = null;
        for (Extractor extractor : field.extractors()) {
            List<Read> read = new ArrayList<>();
            Iterator<Candidate> candidates = candidates(field, extractor);
            while (candidates.hasNext() && (read.isEmpty() || field.take() != FieldSpec.Take.FIRST)) {
                Candidate candidate = candidates.next();
                Optional<Read> value = AlternativeReadings.has(candidate.words())
                        ? likeliest(field, extractor, candidate)
                        : read(field, extractor, candidate);
                value.ifPresent(read::add);
                if (unreadable == null && value.isEmpty()) {
                    unreadable = narrowed(field, extractor, candidate).orElse(null);
                }
            }
            if (!read.isEmpty()) {
                return taken(field, read);
            }
        }
        if (!field.otherwise().isEmpty()) {
            return checked(
                    field, new Read(Candidate.given(field.otherwise(), "the rule's default"), field.otherwise()));
        }
        return unreadable == null
                ? new FieldResult.Missing(field.name(), field.required(), missing(field))
                : new FieldResult.Missing(
                        field.name(),
                        field.required(),
                        invalid(field, unreadable),
                        Optional.of(unreadable.value(field, unreadable.raw(), "", unreadable.read())));
    }

    private FieldResult taken(FieldSpec field, List<Read> read) {
        return switch (field.take()) {
            case FIRST -> checked(field, read.get(0));
            case LAST -> checked(field, read.get(read.size() - 1));
            case ALL -> all(field, read);
            case ONLY -> {
                List<String> values = read.stream().map(Read::value).distinct().toList();
                yield values.size() == 1
                        ? checked(field, read.get(0))
                        : new FieldResult.Missing(
                                field.name(),
                                true,
                                Reason.of(
                                        "field.ambiguous", "field", field.name(), "values", String.join("; ", values)),
                                Optional.of(several(field, read, values)));
            }
        };
    }

    /** The first of several values, with the others. */
    private static FieldValue several(FieldSpec field, List<Read> read, List<String> values) {
        double share = 1.0 / values.size();
        List<FieldValue.Other> others = values.stream()
                .skip(1)
                .map(value -> new FieldValue.Other(value, share))
                .toList();
        return read.get(0).as(field, values.get(0), "").orElse(others);
    }

    private FieldResult all(FieldSpec field, List<Read> read) {
        Set<String> values = new LinkedHashSet<>();
        Optional<FieldResult.Missing> failed = Optional.empty();
        for (Read one : read) {
            Checks.Verdict verdict = field.checks().check(one.value(), field.type(), known.lookups());
            if (verdict instanceof Checks.Verdict.Bad bad) {
                failed = failed.or(() -> Optional.of(failed(field, one, bad.problem())));
                values.add(one.value());
            } else {
                values.add(((Checks.Verdict.Good) verdict).value());
            }
        }
        String joined = String.join(FieldType.LIST_MARK, values);
        return failed.<FieldResult>map(missing -> missing.withSeen(joined))
                .orElseGet(() -> new FieldResult.Found(read.get(0).as(field, joined, "")));
    }

    private FieldResult checked(FieldSpec field, Read read) {
        Checks.Verdict verdict = field.checks().check(read.value(), field.type(), known.lookups());
        if (verdict instanceof Checks.Verdict.Bad bad) {
            return failed(field, read, bad.problem());
        }
        Checks.Verdict.Good good = (Checks.Verdict.Good) verdict;
        return new FieldResult.Found(read.as(field, good.value(), good.how()));
    }

    /** A value that fails its check stops the document, whether the field is required or not: it is there, and it is wrong. */
    private static FieldResult.Missing failed(FieldSpec field, Read read, String problem) {
        return new FieldResult.Missing(
                field.name(),
                true,
                Reason.of(
                        "field.check",
                        "field",
                        field.name(),
                        "value",
                        read.value(),
                        "problem",
                        problem,
                        "say",
                        field.checks().say()),
                Optional.of(read.as(field, read.value(), "")));
    }

    /** The part of a candidate that counts. */
    private static Optional<Candidate> narrowed(FieldSpec field, Extractor extractor, Candidate candidate) {
        return field.pattern().isEmpty() || usesPattern(extractor)
                ? Optional.of(candidate)
                : candidate.narrowed(field.pattern().get());
    }

    /** Whether it offers only what the pattern matches. */
    private static boolean usesPattern(Extractor extractor) {
        return extractor instanceof FieldSpec.Place place
                && (place.where() == FieldSpec.Where.ANYWHERE || place.where() == FieldSpec.Where.NEAR);
    }

    private Optional<Read> read(FieldSpec field, Extractor extractor, Candidate candidate) {
        return narrowed(field, extractor, candidate)
                .flatMap(part ->
                        field.type().read(part.raw(), field.form(), locale).map(value -> new Read(part, value)));
    }

    /**
     * The value that the likeliest readings of doubtful words have in common, among those that fit the field. It is as sure as
     * its share of all that fit, and of what was not even thought of.
     */
    private Optional<Read> likeliest(FieldSpec field, Extractor extractor, Candidate offered) {
        List<AlternativeReadings.Combination> all = AlternativeReadings.of(offered.words());
        Map<String, Fitting> values = new LinkedHashMap<>();
        double thoughtOf = 0;
        double fitting = 0;
        for (AlternativeReadings.Combination combination : all) {
            thoughtOf += combination.share();
            Candidate candidate = offered.with(combination.words());
            Optional<Read> read = usesPattern(extractor) && field.pattern().isPresent()
                    ? candidate.narrowed(field.pattern().get()).flatMap(part -> read(field, extractor, part))
                    : read(field, extractor, candidate);
            if (read.isPresent() && fits(field, read.get().value())) {
                fitting += combination.share();
                values.merge(
                        read.get().value(),
                        new Fitting(read.get(), combination.share()),
                        (one, other) -> new Fitting(one.first(), one.share() + other.share()));
            }
        }
        Optional<Fitting> best = values.values().stream().max(Comparator.comparingDouble(Fitting::share));
        if (best.isEmpty()) {
            return read(field, extractor, offered);
        }
        Read first = best.get().first();
        double sure = best.get().share() / (fitting + Math.max(0, 1 - thoughtOf));
        boolean asItStands = offered.raw().contains(first.candidate().raw());
        String how = asItStands ? "" : "read as \"" + Candidate.text(offered.words()) + "\" at first";
        double total = fitting + Math.max(0, 1 - thoughtOf);
        List<FieldValue.Other> others = values.entrySet().stream()
                .filter(other -> !other.getKey().equals(first.value()))
                .sorted(Comparator.comparingDouble(other -> -other.getValue().share()))
                .limit(MOST_OTHERS)
                .map(other ->
                        new FieldValue.Other(other.getKey(), other.getValue().share() / total))
                .toList();
        return Optional.of(new Read(first.candidate(), first.value(), sure, how, others));
    }

    /** A value that fits, as it was read first, and the share of all readings that give it. */
    private record Fitting(Read first, double share) {}

    /** Whether a value is one of those that the field knows. */
    private boolean fits(FieldSpec field, String value) {
        Checks checks = field.checks();
        boolean limited = checks.lookup().isPresent()
                || checks.form().isPresent()
                || !checks.oneOf().isEmpty();
        return !limited || checks.check(value, field.type(), known.lookups()) instanceof Checks.Verdict.Good;
    }

    /** What an extractor offers, in the order in which it counts. */
    private Iterator<Candidate> candidates(FieldSpec field, Extractor extractor) {
        Iterator<Candidate> offered = offered(field, extractor, known.text());
        if (offered.hasNext() || !usesPattern(extractor)) {
            return offered;
        }
        DocumentText otherwise =
                AlternativeReadings.matching(known.text(), field.pattern().orElseThrow());
        return offered(field, extractor, otherwise);
    }

    private Iterator<Candidate> offered(FieldSpec field, Extractor extractor, DocumentText text) {
        if (extractor instanceof FieldSpec.Place place) {
            List<Label> ends = new ArrayList<>(allLabels);
            ends.addAll(place.ends());
            return new LabelPlaces(text, ends).find(place, field.pattern());
        } else if (extractor instanceof Extractor.Zone zone) {
            return Zones.find(known.text(), zone).stream().iterator();
        } else if (extractor instanceof Extractor.Column column) {
            return Columns.find(known.text(), column).iterator();
        } else if (extractor instanceof Extractor.InSidecar asked) {
            return inSidecar(asked.expression()).iterator();
        }
        Extractor.Given given = (Extractor.Given) extractor;
        return given.giving().values(known).stream()
                .filter(value -> !value.isBlank())
                .map(value -> Candidate.given(value, given.words()))
                .iterator();
    }

    private List<Candidate> inSidecar(String expression) {
        List<DataValue> hits = known.sidecar().flatMap(sidecar -> sidecar.ask(expression)).orElse(List.of()).stream()
                .filter(hit -> !hit.value().isBlank())
                .toList();
        String others = hits.size() > 1 ? ", one of " + hits.size() + " there" : "";
        return hits.stream()
                .map(hit -> Candidate.given(hit.value(), "in the sidecar at " + hit.where() + others))
                .toList();
    }

    private Reason missing(FieldSpec field) {
        return Reason.of(
                "field.missing",
                "field",
                field.name(),
                "pages",
                field.needsText() ? known.text().pageRange() : "the file",
                "sought",
                field.sought(),
                "nearest",
                nearest(field));
    }

    private String nearest(FieldSpec field) {
        List<Labels.Hit> labelSeen = field.labels().stream()
                .flatMap(label -> Labels.find(known.text(), label).stream())
                .toList();
        if (!labelSeen.isEmpty()) {
            Labels.Hit hit = labelSeen.get(0);
            return "\"" + Candidate.text(hit.words()) + "\" is on page "
                    + hit.page().number() + ", but without a matching value";
        }
        return Labels.nearest(known.text(), field.labels())
                .map(near -> "nearest: \"" + near.text() + "\", page " + near.page())
                .orElse("nothing similar was found");
    }

    private static Reason invalid(FieldSpec field, Candidate seen) {
        return Reason.of(
                "field.invalid",
                "field",
                field.name(),
                "page",
                seen.page()
                        .map(Page::number)
                        .map(number -> " on page " + number)
                        .orElse(""),
                "raw",
                seen.raw(),
                "type",
                field.type().word(),
                "form",
                field.form().isEmpty() ? "" : " in the form " + field.form());
    }
}
