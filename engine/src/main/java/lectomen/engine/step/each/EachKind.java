package lectomen.engine.step.each;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.reason.Counted;
import lectomen.engine.rulefile.NameParts;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.split.ArchiveUnpacker;
import lectomen.engine.split.PageSplitter;
import lectomen.engine.split.Piece;
import lectomen.engine.split.SplitResult;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.SettingReader;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWorker;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/** {@code - each: page} or {@code - each: file}. */
public final class EachKind implements StepKind<EachStep> {
    private static final String WORD = "each";
    private static final String PAGE = "page";
    private static final String FILE = "file";
    private static final int MOST_PAGES_EACH = 10_000;

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<EachStep> type() {
        return EachStep.class;
    }

    @Override
    public Optional<EachStep> read(Section section, StepReading reading) {
        Optional<Node.Text> word = section.requireText(WORD);
        EachStep.What what =
                word.filter(text -> text.text().equals(FILE)).isPresent() ? EachStep.What.FILE : EachStep.What.PAGE;
        String of = reading.output(section, "of", OutputNames.MAIN);
        PageChoice pages = SettingReader.pages(section, "pages");
        int each = SettingReader.whole(section, "pages per document", 1, MOST_PAGES_EACH)
                .orElse(1);
        Optional<String> like = section.findText("name like").map(Node.Text::text);
        if (word.isEmpty()) {
            return Optional.empty();
        }
        if (!word.get().text().equals(PAGE) && !word.get().text().equals(FILE)) {
            section.report(
                    word.get().spot(),
                    "\"each\" must be page or file, not " + word.get().kind());
            return Optional.empty();
        }
        boolean ofPages = section.find("pages").isPresent()
                || section.find("pages per document").isPresent();
        if (what == EachStep.What.FILE && ofPages) {
            section.report(section.spot(), "\"pages\" and \"pages per document\" go with \"each: page\"");
        }
        if (what == EachStep.What.PAGE && like.isPresent()) {
            section.report(section.spot(), "\"name like\" goes with \"each: file\"");
        }
        reading.beginParts();
        return Optional.of(
                new EachStep(what, of, pages, each, like, section.spot().line()));
    }

    @Override
    public void describe(EachStep step, SentenceList sentences) {
        String of = step.of().equals(OutputNames.MAIN) ? "" : " of the " + SentenceBlanks.of(step.of(), "of");
        String what =
                switch (step.what()) {
                    case PAGE ->
                        (step.pagesEach() == 1
                                        ? SentenceBlanks.of(PAGE, WORD)
                                        : SentenceBlanks.of(
                                                Counted.of(step.pagesEach(), PAGE, "pages"), "pages per document"))
                                + of
                                + (step.pages().equals(PageChoice.ALL)
                                        ? ""
                                        : " (pages "
                                                + SentenceBlanks.of(step.pages().words(), "pages") + ")");
                    case FILE ->
                        SentenceBlanks.of(FILE, WORD)
                                + of
                                + step.nameLike()
                                        .map(like -> " named " + SentenceBlanks.of(like, "name like"))
                                        .orElse("");
                };
        String sentence = step.pagesEach() == 1 ? "Each " + what : "Every " + what;
        sentences.step(sentence + " becomes a document of its own, for the steps below.", step.line(), WORD);
    }

    @Override
    public ObjectNode schema() {
        ObjectNode step = SchemaShapes.words(List.of(WORD), "of", "pages", "pages per document", "name like");
        SchemaShapes.properties(step).set(WORD, SchemaShapes.choice(List.of(PAGE, FILE)));
        return RuleWords.beside(EachKind.class).explain(step, "step");
    }

    @Override
    public StepResult run(EachStep step, StepContext context) {
        String stem = context.facts().stem();
        StepWorker.Parts parts =
                context.worker().split(context.output(step.of()), (source, at) -> split(step, stem, source, at));
        return parts instanceof StepWorker.Parts.Made made
                ? context.done(step, new StepAddition.Parts(made.documents()), List.of())
                : context.failed(step, ((StepWorker.Parts.Failed) parts).reason());
    }

    private static StepWorker.Split split(EachStep step, String stem, SourceDocument source, StepWorker.Surroundings at)
            throws IOException {
        SplitResult result =
                switch (step.what()) {
                    case PAGE ->
                        new PageSplitter(at.folder(), at.listener())
                                .split(source.file(), source.type(), step.pages(), step.pagesEach());
                    case FILE ->
                        new ArchiveUnpacker(at.folder()).unpack(source.file(), source.type(), wanted(step.nameLike()));
                };
        if (result instanceof SplitResult.Refused refused) {
            return new StepWorker.Split.Refused(refused.reason());
        }
        List<Piece> pieces = ((SplitResult.Pieces) result).pieces();
        List<StepWorker.PartFile> files = new ArrayList<>();
        for (Piece piece : pieces) {
            files.add(new StepWorker.PartFile(
                    piece.file(),
                    piece.type(),
                    piece.firstPage() == 0
                            ? piece.name()
                            : stem + pages(piece) + "." + piece.type().ending(),
                    piece.subfolder(),
                    slots(piece, files.size() + 1, pieces.size())));
        }
        return new StepWorker.Split.Files(files);
    }

    private static String pages(Piece piece) {
        return piece.firstPage() == piece.lastPage()
                ? " page " + piece.firstPage()
                : " pages " + piece.firstPage() + " to " + piece.lastPage();
    }

    private static Map<String, String> slots(Piece piece, int number, int count) {
        return Map.of(
                StepReading.PART,
                Integer.toString(number),
                StepReading.PARTS,
                Integer.toString(count),
                StepReading.PAGE,
                piece.firstPage() == 0 ? "" : Integer.toString(piece.firstPage()));
    }

    private static Predicate<String> wanted(Optional<String> like) {
        Optional<NameParts> parts = like.map(NameParts::ofWildcards);
        return name -> parts.map(one -> one.find(name).isPresent()).orElse(true);
    }
}
