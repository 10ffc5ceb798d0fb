package lectomen.engine.step.prepare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.convert.DocumentPreparer;
import lectomen.engine.prepare.Preparation;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.SettingReader;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/** {@code - prepare pages: usual}, or with settings. */
public final class PrepareKind implements StepKind<PrepareStep> {
    private static final String WORD = "prepare pages";
    private static final String USUAL = "usual";
    private static final Pattern INK = Pattern.compile("(\\d{1,3}(?:\\.\\d+)?) ?mm(?:²|2)");

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<PrepareStep> type() {
        return PrepareStep.class;
    }

    @Override
    public Optional<PrepareStep> read(Section section, StepReading reading) {
        OutputNames outputs = reading.outputs(section);
        int line = section.spot().line();
        Optional<Node> node = section.require(WORD);
        if (node.isPresent() && node.get() instanceof Node.Text text) {
            if (text.text().equals(USUAL)) {
                return Optional.of(new PrepareStep(Preparation.USUAL, outputs, line));
            }
            section.report(
                    text.spot(),
                    "\"prepare pages\" must be \"usual\" or settings such as { straighten: yes, edges: no }, not "
                            + text.kind());
            return Optional.empty();
        }
        return node.flatMap(one -> reading.settings(WORD, one)).map(wanted -> {
            Preparation preparation = new Preparation(
                    SettingReader.yes(wanted, "cut out sheet", false),
                    SettingReader.yes(wanted, "upright", true),
                    SettingReader.yes(wanted, "straighten", true),
                    SettingReader.yes(wanted, "edges", true),
                    SettingReader.yes(wanted, "specks", false),
                    SettingReader.yes(wanted, "black and white", false),
                    SettingReader.yes(wanted, "crop", false),
                    blank(wanted));
            wanted.close();
            return new PrepareStep(preparation, outputs, line);
        });
    }

    private static OptionalDouble blank(Section section) {
        Optional<Node.Text> text = section.findText("drop blank below");
        if (text.isEmpty()) {
            return OptionalDouble.empty();
        }
        Matcher ink = INK.matcher(text.get().text());
        if (!ink.matches()) {
            section.report(
                    text.get().spot(),
                    "\"drop blank below\" must be an amount of ink such as 0.5 mm² (a printed word has 2 to 6), not "
                            + text.get().kind());
            return OptionalDouble.empty();
        }
        return OptionalDouble.of(Double.parseDouble(ink.group(1)));
    }

    @Override
    public void describe(PrepareStep step, SentenceList sentences) {
        String done = SentenceBlanks.of(prepared(step.settings()), WORD);
        OutputNames outputs = step.outputs();
        sentences.step(
                "Prepares the pages" + outputs.ofWhich() + ": " + done + SentenceBlanks.output(outputs.as()) + ".",
                step.line(),
                WORD);
    }

    private static String prepared(Preparation wanted) {
        List<String> done = new ArrayList<>();
        add(done, wanted.findPage(), "the sheet cut out of its photograph");
        add(done, wanted.upright(), "turned upright");
        add(done, wanted.straighten(), "straightened");
        add(done, wanted.cleanEdges(), "borders and punched holes removed");
        add(done, wanted.removeSpecks(), "specks removed");
        add(done, wanted.blackAndWhite(), "converted to black and white");
        add(done, wanted.crop(), "cut to what is on them");
        wanted.blankBelow().ifPresent(ink -> done.add("those with less than " + ink + " mm² of ink dropped"));
        return done.isEmpty() ? "nothing" : String.join(", ", done);
    }

    private static void add(List<String> done, boolean wanted, String words) {
        if (wanted) {
            done.add(words);
        }
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(PrepareKind.class);
        ObjectNode wanted = SchemaShapes.words(List.of(), "drop blank below");
        for (String word :
                List.of("cut out sheet", "upright", "straighten", "edges", "specks", "black and white", "crop")) {
            SchemaShapes.properties(wanted).set(word, SchemaShapes.ref("yes"));
        }
        ObjectNode usual = SchemaShapes.choice(List.of(USUAL));
        return words.explain(SchemaShapes.workingStep(WORD, usual, words.explain(wanted, WORD)), "step");
    }

    @Override
    public StepResult run(PrepareStep step, StepContext context) {
        return context.make(
                step, step.outputs(), step.settings(), (source, at) -> new DocumentPreparer(at.folder(), at.listener())
                        .prepare(source, step.settings()));
    }
}
