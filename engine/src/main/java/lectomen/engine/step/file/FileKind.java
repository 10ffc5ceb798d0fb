package lectomen.engine.step.file;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import lectomen.engine.counter.Counter;
import lectomen.engine.counter.CounterUse;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.naming.NotADateException;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.SettingReader;
import lectomen.engine.step.SlotValues;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/** {@code - file: { in: archive, under: "Permits/{arrived | date yyyy}" }}. */
public final class FileKind implements StepKind<FileStep> {
    private static final String WORD = "file";

    /** Where older versions of the same document go, unless the rule says otherwise. */
    private static final String OLDER = "{under}/older/{name} ({n})";

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<FileStep> type() {
        return FileStep.class;
    }

    @Override
    public Optional<FileStep> read(Section outer, StepReading reading) {
        Optional<Section> opened = reading.settings(outer, WORD);
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        Section section = opened.get();
        String output = reading.output(section, "output", OutputNames.MAIN);
        Optional<String> connection = section.requireText("in").flatMap(text -> connection(text, reading));
        Optional<Node.Text> underText = section.findText("under");
        Optional<NamePattern> under = underText.flatMap(reading.slots()::folders);
        Optional<WhenTaken> whenTaken = whenTaken(section);
        Optional<NamePattern> numbered = counted(reading, section, "numbered", whenTaken, WhenTaken.NUMBER_IT);
        Optional<NamePattern> olderTo = reading.replaces()
                ? olderOfSameDocument(reading, section, whenTaken)
                : counted(reading, section, "move older to", whenTaken, WhenTaken.NEW_VERSION);
        if (!reading.replaces() && whenTaken.equals(Optional.of(WhenTaken.NEW_VERSION)) && olderTo.isEmpty()) {
            section.report(
                    section.spot(),
                    "\"when taken: new version\" needs \"move older to:\", such as \"{under}/older/{name} ({n})\"");
        }
        WhenInDoubt whenInDoubt = SettingReader.choice(
                section, "when in doubt", WhenInDoubt::findByWord, WhenInDoubt.words(), WhenInDoubt.ASK);
        boolean mayReplace = SettingReader.yes(section, "may replace", false);
        section.close();
        if (connection.isEmpty() || whenTaken.isEmpty() || (underText.isPresent() && under.isEmpty())) {
            return Optional.empty();
        }
        return Optional.of(new FileStep(
                output,
                connection.get(),
                under,
                whenTaken.get(),
                numbered,
                olderTo,
                whenInDoubt,
                mayReplace,
                outer.spot().line()));
    }

    /** Where what earlier documents of the key filed goes, once a later one takes its place. */
    private static Optional<NamePattern> olderOfSameDocument(
            StepReading reading, Section section, Optional<WhenTaken> whenTaken) {
        whenTaken
                .filter(choice -> choice == WhenTaken.NEW_VERSION || choice == WhenTaken.REPLACE_OWN)
                .ifPresent(choice -> section.report(
                        section.spot(),
                        "\"same document when\" manages older versions itself; \"when taken\" says what happens where"
                                + " something else has the name: number it, leave or fail"));
        return counted(reading, section, "move older to", Optional.empty(), WhenTaken.NEW_VERSION)
                .or(() -> NamePattern.parse(OLDER).pattern());
    }

    private static Optional<String> connection(Node.Text text, StepReading reading) {
        if (reading.site().connections().contains(text.text())) {
            return Optional.of(text.text());
        }
        Set<String> known = new TreeSet<>(reading.site().connections());
        String words = "unknown connection \"" + text.text() + "\" in lectomen.yaml";
        Section.report(reading.problems(), text.spot(), words + Section.suggestion(text.text(), known));
        return Optional.empty();
    }

    private static Optional<WhenTaken> whenTaken(Section section) {
        Optional<Node.Text> text = section.findText("when taken");
        if (text.isEmpty()) {
            return Optional.of(WhenTaken.NUMBER_IT);
        }
        Optional<WhenTaken> choice = WhenTaken.findByWord(text.get().text());
        if (choice.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"when taken\" must be one of: " + String.join(", ", WhenTaken.words()) + "; not "
                            + text.get().kind());
        }
        return choice;
    }

    /** A pattern in which {@code {n}} counts, and that goes with one choice alone. */
    private static Optional<NamePattern> counted(
            StepReading reading, Section section, String word, Optional<WhenTaken> choice, WhenTaken goesWith) {
        Optional<Node.Text> text = section.findText(word);
        Optional<NamePattern> pattern =
                text.flatMap(written -> reading.slots().pattern(written, FileStep.COUNTED_SLOTS));
        if (pattern.isPresent() && !pattern.get().slots().contains("n")) {
            section.report(
                    text.get().spot(), "\"" + word + "\" needs the slot {n}, which counts up to a name that is free");
        }
        if (text.isPresent() && choice.isPresent() && choice.get() != goesWith) {
            section.report(text.get().spot(), "\"" + word + "\" requires \"when taken: " + goesWith.word() + "\"");
        }
        return pattern;
    }

    @Override
    public void describe(FileStep file, SentenceList sentences) {
        String under = file.under()
                .map(pattern -> " under " + SentenceBlanks.of(pattern.source(), "file", "under"))
                .orElse("");
        String what = SentenceBlanks.of(
                file.output().equals(OutputNames.MAIN) ? "it" : "the " + file.output(), "file", "output");
        String in = SentenceBlanks.of(file.connection(), "file", "in");
        sentences.step("Files " + what + " in " + in + under + ".", file.line(), WORD);
        String taken =
                switch (file.whenTaken()) {
                    case NUMBER_IT ->
                        "If the name is taken, it " + whenTaken("gets a number")
                                + file.numbered()
                                        .map(pattern -> ": " + SentenceBlanks.of(pattern.source(), "file", "numbered"))
                                        .orElse("")
                                + ".";
                    case NEW_VERSION ->
                        "If the name is taken, " + whenTaken("the existing file is moved") + " to "
                                + file.olderTo()
                                        .map(pattern -> SentenceBlanks.of(pattern.source(), "file", "move older to"))
                                        .orElse("")
                                + ", and this one replaces it.";
                    case LEAVE ->
                        "If the name is taken, " + whenTaken("the existing file is left") + " and this is rejected.";
                    case REPLACE_OWN ->
                        "A file that this rule filed there before " + whenTaken("is replaced")
                                + "; any other file is left, and the document fails.";
                    case FAIL -> "If the name is taken, " + whenTaken("it fails") + ".";
                };
        sentences.detail(taken, file.line(), WORD);
        if (file.mayReplace()) {
            String may = SentenceBlanks.of("may be replaced", WORD, "may replace");
            sentences.detail("A file that somebody puts there at the same moment " + may + ".", file.line(), WORD);
        }
        if (file.whenInDoubt() != WhenInDoubt.ASK) {
            String choice = file.whenInDoubt() == WhenInDoubt.REPEAT ? "it is filed again" : "it is left, and fails";
            String then = SentenceBlanks.of(choice, WORD, "when in doubt");
            sentences.detail("If it can't be proved that it was filed, " + then + ".", file.line(), WORD);
        }
    }

    private static String whenTaken(String words) {
        return SentenceBlanks.of(words, "file", "when taken");
    }

    @Override
    public Map<String, Class<? extends PlannedEffect>> effects() {
        return Map.of(WORD, Filing.class);
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(FileKind.class);
        ObjectNode where = SchemaShapes.words(List.of("in"), "in", "under", "numbered", "move older to", "output");
        SchemaShapes.properties(where).set("when taken", SchemaShapes.choice(WhenTaken.words()));
        SchemaShapes.properties(where).set("may replace", SchemaShapes.ref("yes"));
        SchemaShapes.properties(where).set("when in doubt", SchemaShapes.choice(WhenInDoubt.words()));
        ObjectNode step = SchemaShapes.object(List.of(WORD));
        SchemaShapes.properties(step).set(WORD, words.explain(where, WORD));
        return words.explain(step, "step");
    }

    @Override
    public StepResult run(FileStep file, StepContext context) {
        String name = context.name().map(NamePattern::source).orElse("{file name}");
        List<CounterUse> counters = new ArrayList<>();
        for (Map.Entry<String, Counter> one : context.counters().entrySet()) {
            CounterUse use = new CounterUse(one.getKey(), one.getValue(), run(one.getValue(), context));
            boolean used = Stream.concat(context.name().stream(), file.under().stream())
                    .anyMatch(pattern -> pattern.slots().contains(use.slot()));
            if (used && use.run().isEmpty() && !one.getValue().isKnownAtFiling()) {
                Reason reason = Reason.of(
                        "counter.no-run",
                        "counter",
                        use.name(),
                        "of",
                        one.getValue().of());
                return context.failed(file, reason);
            }
            if (used) {
                counters.add(use);
            }
        }
        Optional<String> key = documentKey(context);
        if (key.filter(String::isBlank).isPresent()) {
            String pattern = context.sameDocument().orElseThrow().source();
            return context.failed(file, Reason.of("document.no-key", "pattern", pattern));
        }
        Optional<StepOutput> made = context.findOutput(file.output());
        Filing filing = new Filing(
                context.number(),
                file.connection(),
                file.under().map(NamePattern::source).orElse(""),
                name,
                context.slots(),
                made.map(product -> product.type().ending())
                        .orElseGet(() -> SlotValues.ending(
                                context.facts(), context.site().locale())),
                file.whenTaken(),
                file.numbered().map(NamePattern::source).orElse(""),
                file.olderTo().map(NamePattern::source).orElse(""),
                counters,
                key.orElse(""),
                made.orElse(null),
                file.whenInDoubt(),
                file.mayReplace());
        Set<Reason> warnings = new LinkedHashSet<>();
        Filing.Target target = filing.withAnyNumbers()
                .target(
                        context.site().locale(),
                        warning -> warnings.add(Reason.of("name.replaced-often", "warning", warning)));
        if (target instanceof Filing.Target.Impossible impossible) {
            return context.failed(file, impossible.reason());
        }
        return context.done(file, new StepAddition.Effect(filing), List.copyOf(warnings));
    }

    private static Optional<String> run(Counter counter, StepContext context) {
        return counter.isKnownAtFiling() ? Optional.empty() : counter.findRun(context.slots(), LocalDate.EPOCH);
    }

    /** The key of the document, with every run of blanks as one and without case; empty where the rule has none. */
    private static Optional<String> documentKey(StepContext context) {
        return context.sameDocument().map(pattern -> {
            try {
                String key = context.value(pattern);
                boolean known = pattern.slots().stream()
                        .anyMatch(
                                slot -> !context.slots().getOrDefault(slot, "").isBlank());
                return known ? key.strip().replaceAll("\\s+", " ").toLowerCase(Locale.ROOT) : "";
            } catch (NotADateException | PatternTooSlow e) {
                return "";
            }
        });
    }
}
