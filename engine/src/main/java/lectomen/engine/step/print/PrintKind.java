package lectomen.engine.step.print;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.print.facts.PrintFacts;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.print.ticket.TicketPlacing;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.SettingReader;
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

/** {@code - print: { on: plan-room, media: iso_a3_297x420mm, copies: "{copies | or '1'}" }}. */
public final class PrintKind implements StepKind<PrintStep> {
    private static final String WORD = "print";
    private static final String JOB_NAME = "job-name";
    private static final String NONE_SUCH = "print.none-such";

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<PrintStep> type() {
        return PrintStep.class;
    }

    @Override
    public Optional<PrintStep> read(Section outer, StepReading reading) {
        Optional<Section> opened = reading.settings(outer, WORD);
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        Section section = opened.get();
        Optional<String> printer = printer(section, reading);
        String output = reading.output(section, "output", OutputNames.MAIN);
        Map<String, NamePattern> ticket = new TreeMap<>();
        for (TicketAttribute attribute : TicketAttribute.values()) {
            section.findText(attribute.word())
                    .flatMap(text -> value(section, attribute, text, reading))
                    .ifPresent(pattern -> ticket.put(attribute.word(), pattern));
        }
        PrintedPages pages = SettingReader.choice(
                section, "pages", PrintedPages::findByWord, PrintedPages.words(), PrintedPages.ALL);
        Optional<NamePattern> called = section.findText(JOB_NAME).flatMap(reading.slots()::pattern);
        Optional<Boolean> hold = section.find("hold").map(node -> SettingReader.yes(section, "hold", false));
        WhenInDoubt whenInDoubt = SettingReader.choice(
                section, "when in doubt", WhenInDoubt::findByWord, WhenInDoubt.words(), WhenInDoubt.ASK);
        section.close();
        return printer.map(name -> new PrintStep(
                name,
                output,
                ticket,
                pages,
                called,
                hold,
                whenInDoubt,
                outer.spot().line()));
    }

    /** The named printer, or the only one. */
    private static Optional<String> printer(Section section, StepReading reading) {
        Set<String> known = new TreeSet<>(reading.site().printers().keySet());
        Optional<Node.Text> on = section.findText("on");
        if (on.isEmpty() && known.size() == 1) {
            return known.stream().findFirst();
        }
        if (on.filter(text -> known.contains(text.text())).isPresent()) {
            return on.map(Node.Text::text);
        }
        String problem = known.isEmpty()
                ? "there is no printer in lectomen.yaml"
                : on.map(text -> "unknown printer \"" + text.text() + "\"" + Section.suggestion(text.text(), known))
                        .orElse("\"on\" is missing: one of the printers " + String.join(", ", known));
        section.report(on.map(Node.Text::spot).orElse(section.spot()), problem);
        return Optional.empty();
    }

    /** A value without slots is checked at once. */
    private static Optional<NamePattern> value(
            Section section, TicketAttribute attribute, Node.Text text, StepReading reading) {
        Optional<NamePattern> pattern = reading.slots().pattern(text);
        boolean fixed = pattern.filter(one -> one.slots().isEmpty()).isPresent();
        if (fixed && attribute.read(text.text()).isEmpty()) {
            section.report(
                    text.spot(),
                    "\"" + attribute.word() + "\" must be " + attribute.expected() + ", not " + text.kind());
        }
        return pattern;
    }

    @Override
    public void describe(PrintStep print, SentenceList sentences) {
        String what = SentenceBlanks.of(
                print.output().equals(OutputNames.MAIN) ? "it" : "the " + print.output(), WORD, "output");
        String ticket = print.ticket().entrySet().stream()
                .map(one ->
                        one.getKey() + " " + SentenceBlanks.of(one.getValue().source(), WORD, one.getKey()))
                .collect(Collectors.joining(", "));
        String pages = print.pages() == PrintedPages.ALL
                ? ""
                : ", only the pages " + SentenceBlanks.of(print.pages().word(), WORD, "pages");
        sentences.step(
                "Prints " + what + " on " + SentenceBlanks.of(print.printer(), WORD, "on")
                        + (ticket.isEmpty() ? "" : ", " + ticket) + pages + ".",
                print.line(),
                WORD);
        print.name()
                .ifPresent(name -> sentences.detail(
                        "The job is called " + SentenceBlanks.of(name.source(), WORD, JOB_NAME) + ".",
                        print.line(),
                        WORD));
        if (print.whenInDoubt() != WhenInDoubt.ASK) {
            String then = SentenceBlanks.of(
                    print.whenInDoubt() == WhenInDoubt.REPEAT ? "it is printed again" : "it is left, and fails",
                    WORD,
                    "when in doubt");
            sentences.detail("If it can't be proved that it was printed, " + then + ".", print.line(), WORD);
        }
    }

    @Override
    public Map<String, Class<? extends PlannedEffect>> effects() {
        return Map.of(WORD, Printing.class);
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(PrintKind.class);
        ObjectNode print = SchemaShapes.words(List.of(), "on", "output");
        TicketAttribute.words().forEach(word -> SchemaShapes.properties(print).set(word, SchemaShapes.ref("text")));
        SchemaShapes.properties(print).set("pages", SchemaShapes.choice(PrintedPages.words()));
        SchemaShapes.properties(print).set(JOB_NAME, SchemaShapes.ref("text"));
        SchemaShapes.properties(print).set("hold", SchemaShapes.choice(List.of("yes", "no")));
        SchemaShapes.properties(print).set("when in doubt", SchemaShapes.choice(WhenInDoubt.words()));
        ObjectNode step = SchemaShapes.object(List.of(WORD));
        SchemaShapes.properties(step).set(WORD, words.explain(print, WORD));
        return words.explain(step, "step");
    }

    @Override
    public StepResult run(PrintStep print, StepContext context) {
        Map<String, String> ticket = new TreeMap<>();
        for (Map.Entry<String, NamePattern> asked : print.ticket().entrySet()) {
            String value = context.value(asked.getValue()).strip();
            TicketAttribute attribute = TicketAttribute.find(asked.getKey()).orElseThrow();
            if (!value.isEmpty() && attribute.read(value).isEmpty()) {
                return context.failed(
                        print,
                        Reason.of(
                                "print.bad-value",
                                "word",
                                attribute.word(),
                                "value",
                                value,
                                "expected",
                                attribute.expected()));
            }
            if (!value.isEmpty()) {
                ticket.put(attribute.word(), value);
            }
        }
        Optional<Reason> noPages = choosePages(print, ticket, context);
        if (noPages.isPresent()) {
            return noPages.get().code().equals(NONE_SUCH)
                    ? context.result(print, null, List.of(noPages.get()), Optional.empty())
                    : context.failed(print, noPages.get());
        }
        Optional<StepOutput> product = context.findOutput(print.output());
        StepOutput document = context.output(print.output());
        Printing printing = new Printing(
                context.number(),
                print.printer(),
                print.name()
                        .or(() -> usualName(print, context))
                        .map(pattern -> context.value(pattern).strip())
                        .filter(name -> !name.isEmpty())
                        .orElseGet(() -> context.fileName(product)),
                document.type().mediaType(),
                ticket,
                product.orElse(null),
                print.whenInDoubt(),
                context.worker().countPages(document),
                print.hold().orElse(null));
        Reason says = Reason.of("print.planned", "printer", print.printer(), "name", printing.name());
        return context.done(print, new StepAddition.Effect(printing), List.of(says));
    }

    private static Optional<NamePattern> usualName(PrintStep print, StepContext context) {
        return Optional.ofNullable(context.site().printers().get(print.printer()))
                .filter(pattern -> !pattern.isEmpty())
                .flatMap(pattern -> NamePattern.parse(pattern).pattern());
    }

    /** Narrows the ticket to the pages that are printed. @return why there are none; empty where there are */
    private static Optional<Reason> choosePages(PrintStep print, Map<String, String> ticket, StepContext context) {
        if (print.pages() == PrintedPages.ALL) {
            return Optional.empty();
        }
        StepOutput document = context.output(print.output());
        PrintFacts facts = context.worker().inspectForPrint(document);
        if (!facts.isKnown()) {
            return Optional.of(Reason.of("print.no-pdf", "pages", print.pages().word()));
        }
        List<Integer> inColour = facts.colourPages();
        List<Integer> printed = IntStream.rangeClosed(1, context.worker().countPages(document))
                .filter(page -> print.pages().takes(inColour.contains(page)))
                .filter(page -> TicketPlacing.prints(ticket, page))
                .boxed()
                .toList();
        if (printed.isEmpty()) {
            return Optional.of(Reason.of(NONE_SUCH, "pages", print.pages().word()));
        }
        ticket.put(TicketAttribute.PAGE_RANGES.word(), TicketPlacing.ranges(printed));
        return Optional.empty();
    }
}
