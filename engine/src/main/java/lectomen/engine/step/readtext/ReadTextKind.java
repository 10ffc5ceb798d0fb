package lectomen.engine.step.readtext;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import lectomen.engine.ocr.Languages;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.SettingReader;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** {@code - read text: { languages: [en], care: careful }}, or {@code usual}. */
public final class ReadTextKind implements StepKind<ReadTextStep> {
    private static final String WORD = "read text";
    private static final String USUAL = "usual";

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<ReadTextStep> type() {
        return ReadTextStep.class;
    }

    @Override
    public Optional<ReadTextStep> read(Section section, StepReading reading) {
        String of = reading.output(section, "of", OutputNames.MAIN);
        int line = section.spot().line();
        Optional<Node> node = section.require(WORD);
        if (node.isPresent() && node.get() instanceof Node.Text text) {
            if (text.text().equals(USUAL)) {
                return Optional.of(new ReadTextStep(ReadingOptions.USUAL, of, line));
            }
            section.report(
                    text.spot(),
                    "\"read text\" must be \"usual\" or settings such as { languages: [en], care: careful }, not "
                            + text.kind());
            return Optional.empty();
        }
        return node.flatMap(one -> reading.settings(WORD, one)).map(wanted -> {
            ReadingOptions options = new ReadingOptions(
                    languages(wanted),
                    SettingReader.choice(
                            wanted,
                            "care",
                            ReadingOptions.Care::findByWord,
                            ReadingOptions.Care.words(),
                            ReadingOptions.Care.USUAL),
                    SettingReader.pages(wanted, "pages"),
                    SettingReader.choice(
                            wanted,
                            "keep",
                            ReadingOptions.Layer::findByWord,
                            ReadingOptions.Layer.words(),
                            ReadingOptions.Layer.GOOD),
                    1);
            wanted.close();
            return new ReadTextStep(options, of, line);
        });
    }

    private static List<String> languages(Section wanted) {
        List<String> languages = new ArrayList<>();
        for (Node.Text text : wanted.texts("languages")) {
            if (Languages.known().contains(text.text())) {
                languages.add(text.text());
            } else {
                wanted.report(
                        text.spot(),
                        "\"languages\" are of: " + String.join(", ", Languages.known()) + "; not " + text.kind());
            }
        }
        return languages;
    }

    @Override
    public void describe(ReadTextStep step, SentenceList sentences) {
        String what = step.of().equals(OutputNames.MAIN) ? "the text" : "the text of the " + step.of();
        String how = SentenceBlanks.of(what + read(step.options()), WORD);
        sentences.step("Reads " + how + ".", step.line(), WORD);
    }

    private static String read(ReadingOptions options) {
        StringBuilder how = new StringBuilder();
        if (!options.languages().isEmpty()) {
            how.append(" in ")
                    .append(options.languages().stream()
                            .map(language -> Locale.forLanguageTag(language).getDisplayLanguage(Locale.ENGLISH))
                            .collect(Collectors.joining(" and ")));
        }
        if (!options.pages().equals(PageChoice.ALL)) {
            how.append(", pages ").append(options.pages().words());
        }
        switch (options.care()) {
            case QUICK -> how.append(", quickly");
            case CAREFUL -> how.append(", thoroughly");
            case USUAL -> {}
        }
        switch (options.layer()) {
            case ALL -> how.append("; existing PDF text is used");
            case NONE -> how.append("; existing text on pictures is not used");
            case GOOD -> {}
        }
        return how.toString();
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(ReadTextKind.class);
        ObjectNode step = SchemaShapes.words(List.of(WORD), "of");
        ArrayNode forms = SchemaShapes.properties(step).putObject(WORD).putArray("anyOf");
        forms.add(SchemaShapes.choice(List.of(USUAL)));
        forms.add(words.explain(settings(), WORD));
        return words.explain(step, "step");
    }

    private static ObjectNode settings() {
        ObjectNode wanted = SchemaShapes.words(List.of(), "pages");
        ObjectNode one = SchemaShapes.choice(Languages.known());
        ArrayNode languages =
                SchemaShapes.properties(wanted).putObject("languages").putArray("anyOf");
        languages.add(one);
        languages.addObject().put("type", "array").set("items", one);
        SchemaShapes.properties(wanted).set("care", SchemaShapes.choice(ReadingOptions.Care.words()));
        SchemaShapes.properties(wanted).set("keep", SchemaShapes.choice(ReadingOptions.Layer.words()));
        return wanted;
    }

    @Override
    public StepResult run(ReadTextStep step, StepContext context) {
        String neededBy = "step \"read text\" of rule " + context.rule().id();
        ReadResult result = context.read(context.output(step.of()), step.options(), neededBy);
        if (result instanceof ReadResult.Unreadable unreadable) {
            return context.failed(step, unreadable.reason());
        }
        DocumentText read = ((ReadResult.Read) result).text();
        Reason note = Reason.of(
                "text.read",
                "pages",
                read.pageRange(),
                "words",
                Long.toString(read.words()),
                "sure",
                Long.toString(Math.round(100 * read.confidence())));
        return context.done(step, new StepAddition.Text(step.of(), step.options()), List.of(note));
    }
}
