package lectomen.service.desk;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import lectomen.engine.extract.FieldCheck;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.facts.Site;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.page.Box;
import lectomen.engine.plan.ForeseenFilings;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.step.PeopleQuestion;
import lectomen.service.job.Job;
import lectomen.service.job.JobFacts;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;

/** The values of fields that people enter: checked while they type, and what the document would be called with them. */
public final class DeskFields {
    private final Store store;
    private final OpenTasks opened;
    private final Rulebook rulebook;
    private final Sources sources;
    private final Lookups lookups;
    private final Supplier<Site> site;
    private final InstantSource clock;

    DeskFields(
            Store store,
            OpenTasks opened,
            Rulebook rulebook,
            Sources sources,
            Lookups lookups,
            Supplier<Site> site,
            InstantSource clock) {
        this.store = store;
        this.opened = opened;
        this.rulebook = rulebook;
        this.sources = sources;
        this.lookups = lookups;
        this.site = site;
        this.clock = clock;
    }

    /** Where the document will be filed. @param entered values that replace those of the plan */
    List<ForeseenFilings.Foreseen> foreseen(OpenTask open, List<FieldValue> entered) {
        Job job = open.job();
        Optional<RuleDocument> rule = job.rule().flatMap(rulebook::findDocument);
        return rule.map(document -> ForeseenFilings.of(
                        document,
                        open.plan(),
                        entered,
                        JobFacts.of(job, sources.findFolder(job.source()), clock.instant()),
                        site.get(),
                        lookups))
                .orElse(List.of());
    }

    /** The fields that are lists of values. */
    Set<String> lists(OpenTask open) {
        Optional<RuleDocument> rule = open.job().rule().flatMap(rulebook::findDocument);
        return open.question().fields().stream()
                .map(FieldValue::name)
                .filter(name -> rule.flatMap(document -> document.findField(name))
                        .filter(FieldSpec::isList)
                        .isPresent())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Checks a value as it is typed, and says where the document would be filed with it. */
    public record Checked(FieldCheck.Result result, List<ForeseenFilings.Foreseen> filings) {}

    public Checked check(long id, String field, String entered) {
        OpenTask open = store.read(db -> opened.open(db, id));
        FieldCheck.Result result = check(open, field, entered);
        List<FieldValue> value = open.question().fields().stream()
                .filter(one -> one.name().equals(field))
                .map(one -> one.entered(result.value(), ""))
                .toList();
        return new Checked(result, foreseen(open, value));
    }

    private FieldCheck.Result check(OpenTask open, String field, String entered) {
        Optional<FieldSpec> spec =
                open.job().rule().flatMap(rulebook::findDocument).flatMap(rule -> rule.findField(field));
        return spec.map(one ->
                        FieldCheck.check(one, entered, lookups, site.get().locale()))
                .orElseGet(() -> new FieldCheck.Result(entered.strip(), Optional.empty(), List.of()));
    }

    /**
     * A value as a person entered or confirmed it.
     *
     * @param page where they read it, counted from 1; 0 where they did not say
     */
    public record Entered(String value, int page, Optional<Box> box) {}

    static FieldValue field(PeopleQuestion question, String name) {
        return question.fields().stream()
                .filter(field -> field.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new DeskRefusal(
                        DeskRefusal.Why.BAD,
                        "There is no field " + name + " in it.",
                        Map.of(name, "there is no such field")));
    }

    /** The values of a review, checked. @throws DeskRefusal if one won't do */
    List<FieldValue> entered(OpenTask open, Map<String, Entered> values) {
        Map<String, String> problems = new LinkedHashMap<>();
        List<FieldValue> entered = new ArrayList<>();
        Set<String> names = new LinkedHashSet<>(open.question().asked());
        names.addAll(values.keySet());
        for (String name : names) {
            FieldValue read = field(open.question(), name);
            Optional<Entered> given = Optional.ofNullable(values.get(name));
            String text = given.map(Entered::value).orElse(read.value());
            FieldCheck.Result result = check(open, name, text);
            result.problem().ifPresent(problem -> problems.put(name, problem));
            String how = result.value().equals(read.value())
                    ? "confirmed at review"
                    : "entered at review; read as \"" + read.value() + "\"";
            FieldValue value = read.entered(result.value(), how);
            entered.add(given.flatMap(one -> one.box().map(box -> value.at(read.raw(), one.page(), box, read.unit())))
                    .orElse(value));
        }
        if (!problems.isEmpty()) {
            Map.Entry<String, String> first = problems.entrySet().iterator().next();
            throw new DeskRefusal(
                    DeskRefusal.Why.BAD, first.getKey() + " can't be taken: " + first.getValue() + ".", problems);
        }
        return entered;
    }
}
