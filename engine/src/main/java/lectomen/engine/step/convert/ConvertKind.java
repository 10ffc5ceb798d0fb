package lectomen.engine.step.convert;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.PdfaFallback;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.image.Paper;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.pdf.write.PageLook;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.pdf.write.PictureChoice;
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

/** {@code - convert: PDF/A-2b}, or with settings. */
public final class ConvertKind implements StepKind<ConvertStep> {
    private static final String WORD = "convert";
    private static final int LEAST_DOTS = 50;
    private static final int MOST_DOTS = 1_200;

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<ConvertStep> type() {
        return ConvertStep.class;
    }

    @Override
    public Optional<ConvertStep> read(Section section, StepReading reading) {
        OutputNames outputs = reading.outputs(section);
        int line = section.spot().line();
        Optional<Node> node = section.require(WORD);
        if (node.isPresent() && node.get() instanceof Node.Text text) {
            return form(section, text).map(form -> new ConvertStep(Conversion.to(form), Map.of(), outputs, line));
        }
        return node.flatMap(one -> reading.settings(WORD, one)).flatMap(wanted -> read(wanted, reading, outputs, line));
    }

    private static Optional<ConvertStep> read(Section wanted, StepReading reading, OutputNames outputs, int line) {
        Optional<TargetFormat> form = wanted.requireText("to").flatMap(text -> form(wanted, text));
        PictureChoice pictures = SettingReader.choice(
                wanted, "pictures", PictureChoice::findByWord, PictureChoice.words(), PictureChoice.AS_THEY_ARE);
        int quality = SettingReader.whole(wanted, "quality", 1, 100).orElse(PageLook.USUAL_QUALITY);
        Optional<Paper> paper = wanted.findText("paper").flatMap(text -> {
            Optional<Paper> found = Paper.findByWord(text.text());
            if (found.isEmpty()) {
                wanted.report(text.spot(), "\"paper\" must be one of: " + String.join(", ", Paper.words()));
            }
            return found;
        });
        int dots = SettingReader.whole(wanted, "dots per inch", LEAST_DOTS, MOST_DOTS)
                .orElse(Conversion.USUAL_DOTS);
        PdfaFallback otherwise = SettingReader.choice(
                wanted, "if not possible", PdfaFallback::findByWord, PdfaFallback.words(), PdfaFallback.FAIL);
        boolean attach = attach(wanted, form);
        boolean searchable = SettingReader.yes(wanted, "searchable", false);
        FlowOptions.Changes changes = SettingReader.choice(
                wanted,
                "tracked changes",
                FlowOptions.Changes::findByWord,
                FlowOptions.Changes.words(),
                FlowOptions.Changes.ACCEPTED);
        FlowOptions flow = new FlowOptions(changes, SettingReader.yes(wanted, "comments", false));
        Map<String, NamePattern> details = new LinkedHashMap<>();
        for (String detail : ConvertStep.DETAILS) {
            wanted.findText(detail)
                    .flatMap(reading.slots()::pattern)
                    .ifPresent(pattern -> details.put(detail, pattern));
        }
        wanted.close();
        return form.map(to -> new ConvertStep(
                new Conversion(
                        to,
                        new PageLook(pictures, quality, paper),
                        dots,
                        otherwise,
                        Conversion.Saying.NOTHING,
                        attach,
                        searchable,
                        ReadingOptions.USUAL,
                        flow),
                details,
                outputs,
                line));
    }

    private static boolean attach(Section wanted, Optional<TargetFormat> form) {
        Optional<Node> node = wanted.find("attach original");
        boolean attach = node.isPresent() && wanted.yes("attach original");
        boolean may =
                form.flatMap(TargetFormat::pdf).filter(PdfTarget::mayCarryFiles).isPresent();
        if (attach && form.isPresent() && !may) {
            wanted.report(node.get().spot(), "\"attach original\" is only allowed with PDF and PDF/A-3b");
        }
        return attach;
    }

    private static Optional<TargetFormat> form(Section section, Node.Text text) {
        Optional<TargetFormat> form = TargetFormat.findByWord(text.text());
        if (form.isEmpty()) {
            section.report(
                    text.spot(),
                    "\"convert\" must be one of: " + String.join(", ", TargetFormat.words()) + "; not " + text.kind());
        }
        return form;
    }

    @Override
    public void describe(ConvertStep step, SentenceList sentences) {
        String form = SentenceBlanks.of(step.settings().form().word() + converted(step), WORD);
        OutputNames outputs = step.outputs();
        sentences.step(
                "Converts " + outputs.object() + " to " + form + SentenceBlanks.output(outputs.as()) + ".",
                step.line(),
                WORD);
    }

    private static String converted(ConvertStep step) {
        Conversion wanted = step.settings();
        List<String> how = new ArrayList<>();
        add(how, wanted.look().pictures() == PictureChoice.LAYERED, "pictures in layers");
        add(
                how,
                wanted.look().pictures() == PictureChoice.JPEG,
                "pictures as JPEG of " + wanted.look().quality() + " %");
        wanted.look().paper().ifPresent(paper -> how.add("fitted to " + paper.word()));
        ConvertStep.DETAILS.forEach(detail -> Optional.ofNullable(step.details().get(detail))
                .map(NamePattern::source)
                .ifPresent(pattern -> how.add(detail + " " + pattern)));
        add(how, wanted.searchable(), "searchable");
        add(how, wanted.attachOriginal(), "carrying the original");
        add(
                how,
                wanted.flow().changes() != FlowOptions.Changes.ACCEPTED,
                "tracked changes " + wanted.flow().changes().word());
        add(how, wanted.flow().comments(), "comments at its end");
        boolean mayFail =
                wanted.form().pdf().filter(target -> target.isArchive()).isPresent();
        add(how, mayFail && wanted.ifNotPossible() == PdfaFallback.KEEP, "left unchanged if that is not possible");
        add(
                how,
                mayFail && wanted.ifNotPossible() == PdfaFallback.PICTURES,
                "pictures of its pages where that can't be");
        return how.isEmpty() ? "" : ", " + String.join(", ", how);
    }

    private static void add(List<String> done, boolean wanted, String words) {
        if (wanted) {
            done.add(words);
        }
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(ConvertKind.class);
        ObjectNode wanted = SchemaShapes.words(List.of("to"), "to", "quality", "dots per inch");
        ObjectNode settings = SchemaShapes.properties(wanted);
        ConvertStep.DETAILS.forEach(detail -> settings.set(detail, SchemaShapes.ref("text")));
        settings.set("pictures", SchemaShapes.choice(PictureChoice.words()));
        settings.set("paper", SchemaShapes.choice(Paper.words()));
        settings.set("if not possible", SchemaShapes.choice(PdfaFallback.words()));
        settings.set("attach original", SchemaShapes.ref("yes"));
        settings.set("searchable", SchemaShapes.ref("yes"));
        settings.set("tracked changes", SchemaShapes.choice(FlowOptions.Changes.words()));
        settings.set("comments", SchemaShapes.ref("yes"));
        ObjectNode form = SchemaShapes.ref("text");
        return words.explain(SchemaShapes.workingStep(WORD, form, words.explain(wanted, WORD)), "step");
    }

    @Override
    public StepResult run(ConvertStep step, StepContext context) {
        Conversion.Saying details = new Conversion.Saying(
                detail(step, "title", context),
                detail(step, "author", context),
                detail(step, "subject", context),
                detail(step, "keywords", context),
                detail(step, "language", context));
        Conversion settings = step.settings().with(details);
        return context.make(step, step.outputs(), settings, (source, at) -> new Converter(
                        at.folder(), at.original(), at.arrived(), at.listener())
                .knowing(at.knownText())
                .with(at.fonts())
                .convert(source, settings));
    }

    private static Optional<String> detail(ConvertStep step, String detail, StepContext context) {
        return Optional.ofNullable(step.details().get(detail))
                .map(context::value)
                .filter(text -> !text.isBlank());
    }
}
