package lectomen.engine.extract;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.data.Hit;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.reason.Reason;

/**
 * Finds the fields of a rule in a document and in what is known besides.
 *
 * <p>The ways to a field are tried in their order; the first that gives a value of its type wins. When several values fit, the
 * field says which counts. Then its checks are asked.
 */
public final class FieldFinder {
    private final Known known;
    private final Locale locale;
    private final List<Label> allLabels;

    /**
     * @param fields those of the same step, whose labels end a value
     * @param known grows while fields are found, where they are slots of each other
     * @param locale for dates and numbers
     */
    public FieldFinder(List<FieldSpec> fields, Known known, Locale locale) {
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
        return new FieldFinder(all, new Known(Map.of(), text, Lookups.NONE), locale).find(field);
    }

    /** A candidate with its value in the spelling of the field's type. */
    private record Read(Candidate candidate, String value) {}

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
                Optional<String> value = field.type().read(candidate.raw(), field.form(), locale);
                value.ifPresent(found -> read.add(new Read(candidate, found)));
                unreadable = unreadable == null && value.isEmpty() ? candidate : unreadable;
            }
            if (!read.isEmpty()) {
                return taken(field, read);
            }
        }
        if (!field.otherwise().isEmpty()) {
            return checked(
                    field, new Read(Candidate.given(field.otherwise(), "the rule's default"), field.otherwise()));
        }
        return new FieldResult.Missing(
                field.name(), field.required(), unreadable == null ? missing(field) : invalid(field, unreadable));
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
                                Reason.of("field.doubt", "field", field.name(), "values", String.join("; ", values)));
            }
        };
    }

    private FieldResult all(FieldSpec field, List<Read> read) {
        Set<String> values = new LinkedHashSet<>();
        for (Read one : read) {
            Checks.Verdict verdict = field.checks().check(one.value(), field.type(), known.lookups());
            if (verdict instanceof Checks.Verdict.Bad bad) {
                return failed(field, one, bad.problem());
            }
            values.add(((Checks.Verdict.Good) verdict).value());
        }
        String joined = String.join(FieldType.LIST_MARK, values);
        return new FieldResult.Found(read.get(0).candidate().value(field, joined, ""));
    }

    private FieldResult checked(FieldSpec field, Read read) {
        Checks.Verdict verdict = field.checks().check(read.value(), field.type(), known.lookups());
        if (verdict instanceof Checks.Verdict.Bad bad) {
            return failed(field, read, bad.problem());
        }
        Checks.Verdict.Good good = (Checks.Verdict.Good) verdict;
        return new FieldResult.Found(read.candidate().value(field, good.value(), good.how()));
    }

    /** A value that fails its check stops the document, whether the field is required or not: it is there, and it is wrong. */
    private static FieldResult failed(FieldSpec field, Read read, String problem) {
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
                        field.checks().say()));
    }

    /** What an extractor offers, in the order in which it counts. */
    private Iterator<Candidate> candidates(FieldSpec field, Extractor extractor) {
        boolean patternIsUsed = extractor instanceof FieldSpec.Place place
                && (place.where() == FieldSpec.Where.ANYWHERE || place.where() == FieldSpec.Where.NEAR);
        Iterator<Candidate> offered = offered(field, extractor);
        if (patternIsUsed || field.pattern().isEmpty()) {
            return offered;
        }
        List<Candidate> narrowed = new ArrayList<>();
        offered.forEachRemaining(
                candidate -> candidate.narrowed(field.pattern().get()).ifPresent(narrowed::add));
        return narrowed.iterator();
    }

    private Iterator<Candidate> offered(FieldSpec field, Extractor extractor) {
        if (extractor instanceof FieldSpec.Place place) {
            return new LabelPlaces(known.text(), allLabels).find(place, field.pattern());
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
        List<Hit> hits = known.sidecar().flatMap(sidecar -> sidecar.ask(expression)).orElse(List.of()).stream()
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
            return "\"" + Candidate.text(hit.words()) + "\" stands on page "
                    + hit.page().number() + ", but no such value with it";
        }
        return Labels.nearest(known.text(), field.labels())
                .map(near -> "nearest: \"" + near.text() + "\", page " + near.page())
                .orElse("nothing like it was seen");
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
