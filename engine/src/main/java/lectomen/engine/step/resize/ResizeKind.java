package lectomen.engine.step.resize;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.convert.PictureResizer;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.identify.FileType;
import lectomen.engine.pdf.write.PageLook;
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

/** {@code - resize: { width: 800, to: jpeg }}. */
public final class ResizeKind implements StepKind<ResizeStep> {
    private static final String WORD = "resize";
    private static final Pattern PERCENT = Pattern.compile("(\\d{1,4}(?:\\.\\d+)?) ?%");
    private static final int MOST_POINTS_A_SIDE = 30_000;

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<ResizeStep> type() {
        return ResizeStep.class;
    }

    @Override
    public Optional<ResizeStep> read(Section section, StepReading reading) {
        OutputNames outputs = reading.outputs(section);
        int line = section.spot().line();
        return reading.settings(section, WORD).map(wanted -> new ResizeStep(settings(wanted), outputs, line));
    }

    private static PictureResizer.Wanted settings(Section wanted) {
        OptionalInt width = SettingReader.whole(wanted, "width", 1, MOST_POINTS_A_SIDE);
        OptionalInt height = SettingReader.whole(wanted, "height", 1, MOST_POINTS_A_SIDE);
        OptionalDouble percent = OptionalDouble.empty();
        Optional<Node.Text> written = wanted.findText("percent");
        if (written.isPresent()) {
            Matcher part = PERCENT.matcher(written.get().text());
            if (part.matches() && Double.parseDouble(part.group(1)) > 0) {
                percent = OptionalDouble.of(Double.parseDouble(part.group(1)));
            } else {
                wanted.report(
                        written.get().spot(),
                        "\"percent\" must be such as 50 %, not " + written.get().kind());
            }
        }
        if (percent.isPresent() && (width.isPresent() || height.isPresent())) {
            wanted.report(written.get().spot(), "\"percent\" can't be combined with \"width\" and \"height\"");
        }
        int quarters =
                switch (SettingReader.choice(wanted, "turn", Optional::of, List.of(), "no")) {
                    case "no" -> 0;
                    case "right" -> 1;
                    case "half" -> 2;
                    case "left" -> 3;
                    default -> {
                        wanted.report(wanted.spot(), "\"turn\" must be one of: left, right, half, no");
                        yield 0;
                    }
                };
        Optional<FileType> type = wanted.findText("to").flatMap(text -> {
            Optional<FileType> found = TargetFormat.findByWord(text.text())
                    .filter(form -> form.pdf().isEmpty())
                    .map(TargetFormat::type);
            if (found.isEmpty()) {
                wanted.report(text.spot(), "\"to\" must be one of: tiff, png, jpeg; not " + text.kind());
            }
            return found;
        });
        int quality = SettingReader.whole(wanted, "quality", 1, 100).orElse(PageLook.USUAL_QUALITY);
        wanted.close();
        return new PictureResizer.Wanted(width, height, percent, quarters, type, quality);
    }

    @Override
    public void describe(ResizeStep step, SentenceList sentences) {
        String how = SentenceBlanks.of(resized(step.settings()), WORD);
        OutputNames outputs = step.outputs();
        sentences.step(
                "Makes " + outputs.object() + " " + how + SentenceBlanks.output(outputs.as()) + ".", step.line(), WORD);
    }

    private static String resized(PictureResizer.Wanted wanted) {
        List<String> how = new ArrayList<>();
        side(how, wanted.width(), "wide");
        side(how, wanted.height(), "high");
        wanted.percent().ifPresent(percent -> how.add(percent + " % of its size"));
        switch (wanted.quarters()) {
            case 1 -> how.add("turned to the right");
            case 2 -> how.add("turned upside down");
            case 3 -> how.add("turned to the left");
            default -> {}
        }
        wanted.type().ifPresent(type -> how.add("a " + type.word()));
        return how.isEmpty() ? "as it is" : String.join(", ", how);
    }

    private static void side(List<String> how, OptionalInt points, String word) {
        points.ifPresent(count -> how.add("at most " + count + " points " + word));
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(ResizeKind.class);
        ObjectNode size = SchemaShapes.words(List.of(), "width", "height", "percent", "quality");
        SchemaShapes.properties(size).set("to", SchemaShapes.choice(List.of("tiff", "png", "jpeg")));
        SchemaShapes.properties(size).set("turn", SchemaShapes.choice(List.of("left", "right", "half", "no")));
        return words.explain(SchemaShapes.workingStep(WORD, words.explain(size, WORD)), "step");
    }

    @Override
    public StepResult run(ResizeStep step, StepContext context) {
        return context.make(
                step, step.outputs(), step.settings(), (source, at) -> new PictureResizer(at.folder(), at.listener())
                        .resize(source, step.settings()));
    }
}
