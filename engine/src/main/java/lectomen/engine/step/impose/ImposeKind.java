package lectomen.engine.step.impose;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.identify.FileType;
import lectomen.engine.pdf.impose.PdfImposer;
import lectomen.engine.print.media.MediaSize;
import lectomen.engine.print.place.Medium;
import lectomen.engine.print.place.PlacedPage;
import lectomen.engine.print.place.Placing;
import lectomen.engine.print.place.Position;
import lectomen.engine.print.place.Scale;
import lectomen.engine.print.place.Sheet;
import lectomen.engine.print.place.Turn;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
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
import lectomen.engine.step.StepWorker;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import tools.jackson.databind.node.ObjectNode;

/** {@code - impose: { on: iso_a1_594x841mm, scale: fit, turn: to fit, margin: 5 mm }}. */
public final class ImposeKind implements StepKind<ImposeStep> {
    private static final String WORD = "impose";
    private static final Pattern LENGTH = Pattern.compile("(\\d{1,5}(?:\\.\\d{1,2})?) ?mm");
    private static final double USUAL_MARGIN = 5;

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<ImposeStep> type() {
        return ImposeStep.class;
    }

    @Override
    public Optional<ImposeStep> read(Section section, StepReading reading) {
        OutputNames outputs = reading.outputs(section);
        int line = section.spot().line();
        return reading.settings(section, WORD).flatMap(settings -> {
            Optional<Node.Text> roll = settings.findText("roll");
            List<Node.Text> on = settings.texts("on");
            if (roll.isPresent() && !on.isEmpty()) {
                settings.report(roll.get().spot(), "\"roll\" can't be combined with \"on\"");
            }
            if (roll.isEmpty() && on.isEmpty()) {
                settings.requireText("on");
            }
            double margin = length(settings, "margin").orElse(USUAL_MARGIN);
            List<Medium> media = roll.isPresent()
                    ? boxed(length(settings, "roll")).map(width -> Medium.roll(width, margin)).stream()
                            .toList()
                    : on.stream()
                            .flatMap(text -> sheet(settings, text).stream())
                            .map(size -> Medium.of(size, margin))
                            .toList();
            Scale scale = settings.findText("scale")
                    .flatMap(text -> scale(settings, text))
                    .orElse(new Scale.AutoFit());
            Turn turn = SettingReader.choice(settings, "turn", Turn::findByWord, Turn.words(), Turn.TO_FIT);
            Position position =
                    SettingReader.choice(settings, "position", Position::findByWord, Position.words(), Position.CENTER);
            int pages = SettingReader.whole(settings, "pages per sheet", 1, Placing.MOST_PAGES_PER_SHEET)
                    .orElse(1);
            boolean marks = SettingReader.yes(settings, "crop marks", false);
            boolean reversed = SettingReader.yes(settings, "reverse order", false);
            boolean hasRoom = media.stream().allMatch(Medium::hasRoom);
            if (!hasRoom) {
                settings.report(settings.spot(), "a margin of " + margin + " mm leaves nothing to print on");
            }
            settings.close();
            if (media.isEmpty() || !hasRoom) {
                return Optional.empty();
            }
            String written = roll.map(text -> "a roll of " + text.text())
                    .orElseGet(() -> on.stream().map(Node.Text::text).collect(Collectors.joining(" or ")));
            return Optional.of(new ImposeStep(
                    written, new Placing(media, scale, turn, position, pages, marks, reversed), outputs, line));
        });
    }

    private static Optional<Double> boxed(OptionalDouble value) {
        return value.isPresent() ? Optional.of(value.getAsDouble()) : Optional.empty();
    }

    private static Optional<MediaSize> sheet(Section section, Node.Text text) {
        Optional<MediaSize> size = MediaSize.find(text.text());
        if (size.isEmpty()) {
            section.report(
                    text.spot(),
                    "\"on\" must be a medium that states its size, such as iso_a1_594x841mm, not " + text.kind());
        }
        return size;
    }

    private static Optional<Scale> scale(Section section, Node.Text text) {
        Optional<Scale> scale = Scale.find(text.text());
        if (scale.isEmpty()) {
            section.report(text.spot(), "\"scale\" must be " + Scale.EXPECTED + "; not " + text.kind());
        }
        return scale;
    }

    /** In millimetres. */
    private static OptionalDouble length(Section section, String word) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty()) {
            return OptionalDouble.empty();
        }
        Matcher length = LENGTH.matcher(text.get().text());
        if (length.matches()) {
            return OptionalDouble.of(Double.parseDouble(length.group(1)));
        }
        section.report(
                text.get().spot(),
                "\"" + word + "\" must be a length such as 5 mm, not "
                        + text.get().kind());
        return OptionalDouble.empty();
    }

    @Override
    public void describe(ImposeStep step, SentenceList sentences) {
        Placing placing = step.placing();
        List<String> how = new ArrayList<>();
        how.add("scale " + placing.scale());
        if (placing.pagesPerSheet() > 1) {
            how.add(placing.pagesPerSheet() + " pages on each sheet");
        }
        if (placing.turn() != Turn.NO) {
            how.add("turned " + placing.turn().word());
        }
        if (placing.position() != Position.CENTER) {
            how.add("at the " + placing.position().word());
        }
        if (placing.cropMarks()) {
            how.add("with crop marks");
        }
        if (placing.reversed()) {
            how.add("the last page first");
        }
        sentences.step(
                "Places the pages" + step.outputs().ofWhich() + " on "
                        + SentenceBlanks.of(step.on() + ", " + String.join(", ", how), WORD)
                        + SentenceBlanks.output(step.outputs().as()) + ".",
                step.line(),
                WORD);
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(ImposeKind.class);
        ObjectNode impose = SchemaShapes.words(List.of(), "roll", "margin", "scale", "pages per sheet");
        SchemaShapes.properties(impose).set("on", SchemaShapes.ref("texts"));
        SchemaShapes.properties(impose).set("turn", SchemaShapes.choice(Turn.words()));
        SchemaShapes.properties(impose).set("position", SchemaShapes.choice(Position.words()));
        for (String word : List.of("crop marks", "reverse order")) {
            SchemaShapes.properties(impose).set(word, SchemaShapes.choice(List.of("yes", "no")));
        }
        return words.explain(SchemaShapes.workingStep(WORD, words.explain(impose, WORD)), "step");
    }

    @Override
    public StepResult run(ImposeStep step, StepContext context) {
        return context.make(step, step.outputs(), step.placing(), (source, at) -> impose(step, source, at));
    }

    private static ConversionResult impose(ImposeStep step, SourceDocument source, StepWorker.Surroundings at)
            throws IOException {
        if (source.type() != FileType.PDF) {
            return failed(Reason.of("impose.not-pdf", "type", source.type().word()));
        }
        Path sheets = at.folder().resolve("sheets.pdf");
        try {
            List<Sheet> made = PdfImposer.impose(source.file(), step.placing(), sheets);
            return new ConversionResult.Files(List.of(sheets), FileType.PDF, notes(step, made));
        } catch (InvalidPasswordException e) {
            return failed(Reason.of("pdf.password"));
        } catch (IOException | RuntimeException e) {
            return failed(Reason.of("pdf.broken", "problem", ProblemWords.of(e)));
        }
    }

    private static ConversionResult failed(Reason reason) {
        return new ConversionResult.Failed(List.of(reason));
    }

    private static List<Reason> notes(ImposeStep step, List<Sheet> sheets) {
        List<Reason> notes = new ArrayList<>();
        notes.add(Reason.of("impose.done", "sheets", Integer.toString(sheets.size()), "medium", step.on()));
        List<PlacedPage> cut = sheets.stream()
                .flatMap(sheet -> sheet.pages().stream())
                .filter(page -> page.cut() > 0)
                .toList();
        if (!cut.isEmpty()) {
            double most = cut.stream().mapToDouble(PlacedPage::cut).max().orElse(0);
            notes.add(Reason.of(
                    "impose.cut",
                    "page",
                    Integer.toString(cut.get(0).page() + 1),
                    "pages",
                    Integer.toString(cut.size()),
                    "most",
                    Long.toString(Math.max(1, Math.round(most / Medium.MILLIMETRE)))));
        }
        return notes;
    }
}
