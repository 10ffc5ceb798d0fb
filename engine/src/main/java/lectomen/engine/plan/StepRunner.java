package lectomen.engine.plan;

import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import lectomen.engine.counter.Counter;
import lectomen.engine.counter.CounterUse;
import lectomen.engine.extract.ExtractionContext;
import lectomen.engine.extract.Extractor;
import lectomen.engine.extract.FieldFinder;
import lectomen.engine.extract.FieldResult;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.naming.NotADateException;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.FileFacts;
import lectomen.engine.rule.Site;
import lectomen.engine.rule.Step;

/** Runs the steps of the matching rule, up to the end or to the first that fails. */
final class StepRunner {
    private static final DocumentText NOT_READ = new DocumentText(List.of());

    private final Candidate candidate;
    private final FileFacts facts;
    private final Site site;
    private final Lookups lookups;
    private final Map<String, String> slots = new HashMap<>();
    private final List<StepResult> done = new ArrayList<>();
    private final List<Filing> filings = new ArrayList<>();
    private final Outputs outputs;
    private Function<String, ReadResult> text;
    private Optional<NamePattern> name = Optional.empty();

    StepRunner(
            Candidate candidate,
            FileFacts facts,
            Site site,
            Function<String, ReadResult> text,
            Lookups lookups,
            StepWorker stepWorker) {
        this.candidate = candidate;
        this.facts = facts;
        this.site = site;
        this.text = text;
        this.lookups = lookups;
        this.outputs = new Outputs(stepWorker);
        slots.putAll(AnswerSlots.of(candidate.rule(), facts, site, Map.of()));
    }

    Outcome run(List<RuleEvaluation> considered) {
        for (Step step : candidate.rule().steps()) {
            long began = System.nanoTime();
            StepResult result = go(done.size() + 1, step)
                    .in(Duration.ofNanos(System.nanoTime() - began).toMillis());
            done.add(result);
            if (result.failed().isPresent()) {
                return outcome(
                        considered, new Outcome.Ending.Failed(result.failed().get()));
            }
        }
        return outcome(considered, new Outcome.Ending.Planned(filings));
    }

    private Outcome outcome(List<RuleEvaluation> considered, Outcome.Ending ending) {
        return new Outcome(considered, Optional.of(candidate.ref()), done, ending);
    }

    private StepResult go(int number, Step step) {
        if (step instanceof Step.Find find) {
            return find(number, find);
        }
        if (step instanceof Step.Name naming) {
            return name(number, naming);
        }
        if (step instanceof Step.File file) {
            return file(number, file);
        }
        if (step instanceof Step.ReadText read) {
            return read(number, read);
        }
        return work(number, step);
    }

    /** What is read here is the text for all steps behind it. */
    private StepResult read(int number, Step.ReadText step) {
        ReadResult reading = outputs.read(
                step, "step \"read text\" of rule " + candidate.ref().id());
        text = neededBy -> reading;
        if (reading instanceof ReadResult.Unreadable unreadable) {
            return done(number, step, Optional.of(unreadable.reason()));
        }
        DocumentText read = ((ReadResult.Read) reading).text();
        List<Reason> notes = new ArrayList<>();
        notes.add(Reason.of(
                "text.read",
                "pages",
                read.pageRange(),
                "words",
                Long.toString(read.words()),
                "sure",
                Long.toString(Math.round(100 * read.confidence()))));
        return new StepResult(number, step.word(), step.line(), List.of(), notes, Optional.empty());
    }

    private StepResult work(int number, Step step) {
        StepWorker.Result result;
        try {
            result = outputs.work(step, pattern -> pattern.value(slots, site.locale()))
                    .orElseThrow();
        } catch (NotADateException e) {
            return done(number, step, Optional.of(Reason.of("slot.not-a-date", "slot", e.slot(), "value", e.value())));
        } catch (PatternTooSlow e) {
            return done(number, step, Optional.of(Planner.tooSlow(candidate, e.pattern(), step.line())));
        }
        if (result instanceof StepWorker.Result.Failed failed) {
            return done(number, step, Optional.of(failed.reason()));
        }
        StepWorker.Result.Made made = (StepWorker.Result.Made) result;
        return new StepResult(
                number, step.word(), step.line(), List.of(), made.notes(), Optional.empty(), made.product());
    }

    private Optional<String> run(Counter counter) {
        return counter.isKnownAtFiling() ? Optional.empty() : counter.findRun(slots, LocalDate.EPOCH);
    }

    private static StepResult done(int number, Step step, Optional<Reason> failed) {
        return new StepResult(number, step.word(), step.line(), List.of(), List.of(), failed);
    }

    private StepResult find(int number, Step.Find find) {
        DocumentText document = NOT_READ;
        if (find.fields().stream().anyMatch(FieldSpec::needsText)) {
            ReadResult read =
                    text.apply("step \"find\" of rule " + candidate.ref().id());
            if (read instanceof ReadResult.Unreadable unreadable) {
                return done(number, find, Optional.of(unreadable.reason()));
            }
            document = ((ReadResult.Read) read).text();
            if (document.isBlank() && find.fields().stream().anyMatch(StepRunner::cantDoWithoutText)) {
                String neededBy = "Step \"find\" of rule " + candidate.ref().id();
                return done(
                        number,
                        find,
                        Optional.of(Reason.of("text.none", "pages", document.pageRange(), "needed by", neededBy)));
            }
        }
        List<FieldValue> found = new ArrayList<>();
        List<Reason> notes = new ArrayList<>();
        Optional<Reason> failed = Optional.empty();
        FieldFinder finder = new FieldFinder(
                find.fields(),
                new ExtractionContext(slots, document, lookups, facts.more().sidecar()),
                site.locale());
        for (FieldSpec field : find.fields()) {
            FieldResult result;
            try {
                result = finder.find(field);
            } catch (PatternTooSlow e) {
                String pattern = field.pattern().map(Object::toString).orElse("");
                return done(number, find, Optional.of(Planner.tooSlow(candidate, pattern, field.line())));
            } catch (NotADateException e) {
                result = new FieldResult.Missing(
                        field.name(), true, Reason.of("slot.not-a-date", "slot", e.slot(), "value", e.value()));
            }
            if (result instanceof FieldResult.Found hit) {
                found.add(hit.value());
                if (hit.value().isDoubtful()) {
                    notes.add(unsure(hit.value()));
                }
                slots.put(hit.value().name(), hit.value().value());
            } else if (result instanceof FieldResult.Missing missing) {
                notes.add(missing.reason());
                if (missing.required() && failed.isEmpty()) {
                    failed = Optional.of(missing.reason());
                }
            }
        }
        return new StepResult(number, find.word(), find.line(), found, notes, failed);
    }

    private static Reason unsure(FieldValue value) {
        return Reason.of("field.doubtful", "field", value.name(), "value", value.value(), "sure", Long.toString((long)
                Math.floor(100 * value.confidence())));
    }

    private static boolean cantDoWithoutText(FieldSpec field) {
        return field.required() && field.extractors().stream().allMatch(Extractor::needsText);
    }

    /** The key of the document, with every run of blanks as one and without case; empty where the rule has none. */
    private Optional<String> documentKey() {
        return candidate.rule().sameDocument().map(pattern -> {
            try {
                String key = pattern.value(slots, site.locale());
                boolean known = pattern.slots().stream()
                        .anyMatch(slot -> !slots.getOrDefault(slot, "").isBlank());
                return known ? key.strip().replaceAll("\\s+", " ").toLowerCase(Locale.ROOT) : "";
            } catch (NotADateException | PatternTooSlow e) {
                return "";
            }
        });
    }

    /** A later name step may use what the one before made, as {name}. */
    private StepResult name(int number, Step.Name naming) {
        try {
            naming.pattern().text(slots, site.locale());
            name.ifPresent(before -> slots.put("name", before.text(slots, site.locale())));
        } catch (NotADateException | PatternTooSlow saidWhenFiled) {
            // the filing says it with its reason
        }
        name = Optional.of(naming.pattern());
        return done(number, naming, Optional.empty());
    }

    private StepResult file(int number, Step.File file) {
        String name = this.name.map(NamePattern::source).orElse("{file name}");
        List<CounterUse> counters = new ArrayList<>();
        for (Map.Entry<String, Counter> one : candidate.rule().counters().entrySet()) {
            CounterUse use = new CounterUse(one.getKey(), one.getValue(), run(one.getValue()));
            boolean used = Stream.concat(this.name.stream(), file.under().stream())
                    .anyMatch(pattern -> pattern.slots().contains(use.slot()));
            if (used && use.run().isEmpty() && !one.getValue().isKnownAtFiling()) {
                Reason reason = Reason.of(
                        "counter.no-run",
                        "counter",
                        use.name(),
                        "of",
                        one.getValue().of());
                return done(number, file, Optional.of(reason));
            }
            if (used) {
                counters.add(use);
            }
        }
        Optional<String> key = documentKey();
        if (key.filter(String::isBlank).isPresent()) {
            String pattern = candidate.rule().sameDocument().orElseThrow().source();
            return done(number, file, Optional.of(Reason.of("document.no-key", "pattern", pattern)));
        }
        Optional<StepOutput> made = outputs.find(file.output());
        Filing filing = new Filing(
                number,
                file.connection(),
                file.under().map(NamePattern::source).orElse(""),
                name,
                slots,
                made.map(product -> product.type().ending()).orElseGet(() -> SlotValues.ending(facts, site.locale())),
                file.whenTaken(),
                file.numbered().map(NamePattern::source).orElse(""),
                file.olderTo().map(NamePattern::source).orElse(""),
                counters,
                key.orElse(""),
                made.orElse(null));
        Set<Reason> warnings = new LinkedHashSet<>();
        Filing.Target target = filing.withAnyNumbers()
                .target(site.locale(), warning -> warnings.add(Reason.of("name.replaced-often", "warning", warning)));
        if (target instanceof Filing.Target.Impossible impossible) {
            return done(number, file, Optional.of(impossible.reason()));
        }
        filings.add(filing);
        return new StepResult(number, file.word(), file.line(), List.of(), List.copyOf(warnings), Optional.empty());
    }
}
