package lectomen.engine.convert;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.Properties;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.office.FlowReadResult;
import lectomen.engine.office.FlowReader;
import lectomen.engine.pdf.typeset.TypesetPdf;
import lectomen.engine.pdf.write.DocumentDetails;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Counted;
import lectomen.engine.reason.Reason;
import lectomen.engine.typeset.Mark;
import lectomen.engine.typeset.SetPage;
import lectomen.engine.typeset.Typeset;
import lectomen.engine.typeset.Typesetter;

/** Lays a document out on pages, writes them as a PDF, and reports what differs from the document. */
final class FlowConverter {
    private static final int MOST_SIGNS = 20;

    private final FontBook fonts;
    private final Instant now;
    private final Progress.Listener listener;

    FlowConverter(FontBook fonts, Instant now, Progress.Listener listener) {
        this.fonts = fonts;
        this.now = now;
        this.listener = listener;
    }

    ConversionResult toPdf(SourceDocument source, Conversion wanted, SourceDocument original, Path to)
            throws IOException {
        listener.at(new Progress("reading the document", 0, 3));
        FlowReadResult reading = FlowReader.read(source.file(), source.type(), wanted.flow());
        if (reading instanceof FlowReadResult.Unreadable unreadable) {
            return ConversionResult.Failed.of(unreadable.reason());
        }
        FlowDocument document = ((FlowReadResult.Read) reading).document();
        listener.at(new Progress("laying out pages", 1, 3));
        Typeset set = Typesetter.set(document, fonts);
        PdfTarget target = wanted.form().pdf().orElse(PdfTarget.PDF);
        DocumentDetails details = wanted.details().over(details(document));
        List<Reason> notes = new ArrayList<>();
        List<String> obstacles = target.isAccessible() ? Accessible.obstacles(set, details) : List.of();
        if (!obstacles.isEmpty()) {
            Reason why = Reason.of(
                    "office.not-accessible", "target", target.word(), "obstacles", String.join(" ", obstacles));
            if (wanted.ifNotPossible() == PdfaFallback.FAIL) {
                return ConversionResult.Failed.of(why);
            }
            notes.add(why);
            target = PdfTarget.PDF_A_2U;
        }
        listener.at(new Progress("drawing pages", 2, 3));
        Optional<TypesetPdf.Carried> carried = wanted.attachOriginal() && target.mayCarryFiles()
                ? Optional.of(new TypesetPdf.Carried(original.file(), original.name(), original.type()))
                : Optional.empty();
        int broken;
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(to))) {
            broken = TypesetPdf.write(set, details, target, carried, out);
        }
        notes.addAll(notes(document, set, broken));
        return new ConversionResult.Files(List.of(to), FileType.PDF, notes);
    }

    private DocumentDetails details(FlowDocument document) {
        Properties said = document.properties();
        String keywords = said.get("keywords");
        String language = said.get("language").isEmpty() ? document.apart().language() : said.get("language");
        return new DocumentDetails(
                said.get("title"),
                said.get("author"),
                said.get("subject"),
                keywords.isEmpty() ? List.of() : List.of(keywords.split("\\s*[,;]\\s*")),
                DocumentDetails.isLanguage(language) ? language : "",
                now);
    }

    private static List<Reason> notes(FlowDocument document, Typeset set, int broken) {
        List<Reason> notes = new ArrayList<>();
        for (Typeset.StandIn font : set.fonts()) {
            notes.add(Reason.of(
                    font.sameWidths() ? "office.font-same" : "office.font", "font", font.font(), "by", font.by()));
        }
        if (!set.missingSigns().isEmpty()) {
            StringBuilder signs = new StringBuilder();
            set.missingSigns().stream().limit(MOST_SIGNS).forEach(sign -> signs.appendCodePoint(sign)
                    .append(' '));
            notes.add(Reason.of(
                    "office.missing-characters", "signs", signs.toString().strip()));
        }
        notes.addAll(leftOut(document.inventory()));
        if (broken > 0) {
            notes.add(Reason.of(
                    "office.left-out",
                    "count",
                    Integer.toString(broken),
                    "found",
                    Integer.toString(document.inventory().count(ContentInventory.Kind.PICTURE)),
                    "kind",
                    ContentInventory.Kind.PICTURE.word(),
                    "why",
                    Why.words(ContentInventory.Why.BROKEN)));
        }
        return notes;
    }

    private record Group(ContentInventory.Kind kind, ContentInventory.Why why) implements Comparable<Group> {
        @Override
        public int compareTo(Group other) {
            int byKind = kind.compareTo(other.kind);
            return byKind != 0 ? byKind : why.compareTo(other.why);
        }
    }

    private static List<Reason> leftOut(ContentInventory inventory) {
        Map<Group, List<String>> groups = new TreeMap<>();
        for (ContentInventory.LeftOut one : inventory.leftOut()) {
            groups.computeIfAbsent(new Group(one.kind(), one.why()), key -> new ArrayList<>())
                    .add(one.what());
        }
        List<Reason> notes = new ArrayList<>();
        groups.forEach((group, whats) -> {
            String what = String.join(
                    ", ",
                    whats.stream()
                            .filter(text -> !text.isBlank())
                            .distinct()
                            .limit(5)
                            .toList());
            notes.add(Reason.of(
                    "office.left-out",
                    "count",
                    Integer.toString(whats.size()),
                    "found",
                    Integer.toString(inventory.count(group.kind())),
                    "kind",
                    group.kind().word(),
                    "why",
                    Why.words(group.why()) + (what.isEmpty() ? "" : " (" + what + ")")));
        });
        return notes;
    }

    /** Reasons in the words of a note. */
    private static final class Why {
        private Why() {}

        static String words(ContentInventory.Why why) {
            return switch (why) {
                case NOT_DRAWN -> "this kind is not drawn";
                case MISSING -> "the file does not hold what it names";
                case BROKEN -> "it can't be decoded, or is too large";
                case NOT_WANTED -> "not requested";
                case OUTSIDE -> "it is outside the file, and external content is not loaded";
                case NOT_RUN -> "active content is not run";
                case TOO_DEEP -> "nested too deeply";
            };
        }
    }

    /** What PDF/A-2a asks of a document that only its author can give. */
    private static final class Accessible {
        private Accessible() {}

        static List<String> obstacles(Typeset set, DocumentDetails details) {
            List<String> obstacles = new ArrayList<>();
            if (details.language().isEmpty()) {
                obstacles.add("It has no language; set one such as \"language: en\".");
            } else if (!DocumentDetails.isLanguage(details.language())) {
                obstacles.add(
                        "Its language is given as \"" + details.language() + "\"; it should be such as en or nb-NO.");
            }
            long pictures = 0;
            for (SetPage page : set.pages()) {
                pictures += page.marks().stream()
                        .filter(mark -> mark instanceof Mark.Image || mark instanceof Mark.Outline)
                        .filter(mark -> !mark.node().isOrnament()
                                && mark.node().alternative().isBlank())
                        .map(Mark::node)
                        .distinct()
                        .count();
            }
            if (pictures > 0) {
                obstacles.add(Counted.of(pictures, "picture has", "pictures have") + " no alternative text.");
            }
            return obstacles;
        }
    }
}
