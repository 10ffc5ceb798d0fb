package lectomen.engine.convert;

import java.awt.image.BufferedImage;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureFile;
import lectomen.engine.ocr.PictureTextReader;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.office.FlowReader;
import lectomen.engine.office.OlderOffice;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.pdf.PageDrawing;
import lectomen.engine.pdf.PdfReader;
import lectomen.engine.pdf.archive.PdfArchiver;
import lectomen.engine.pdf.write.AddedText;
import lectomen.engine.pdf.write.Attachments;
import lectomen.engine.pdf.write.DocumentDetails;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.pdf.write.PdfWriter;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;

/**
 * Converts pictures of pages, PDF files and office documents to PDF, PDF/A, TIFF, PNG or JPEG. Pages are worked on one by one; memory does
 * not grow with their number.
 *
 * <pre>{@code
 * Source dives = new Source(file, FileType.TIFF, "dives.tif");
 * Made made = new Converter(folder, dives, now, Progress.Listener.NONE).convert(dives, Conversion.to(Form.PDF_A_2B));
 * }</pre>
 */
public final class Converter {
    /** A result that is so much larger than what came in is told of. */
    private static final double LARGER = 1.1;

    private static final int SMALL_BYTES = 20_000;

    private final Path folder;
    private final SourceDocument original;
    private final Instant now;
    private final Progress.Listener listener;
    private Optional<DocumentText> known = Optional.empty();
    private FontBook fonts = FontBook.shipped();

    /**
     * @param folder where what is made is put, under names that are free in it
     * @param original the original document, which a result may carry
     * @param now what PDFs say of when they were made
     * @param listener called for each page
     */
    public Converter(Path folder, SourceDocument original, Instant now, Progress.Listener listener) {
        this.folder = folder;
        this.original = original;
        this.now = now;
        this.listener = listener;
    }

    /** The text of what is converted next, where it was read before: it need not be read again for a searchable PDF. */
    public Converter knowing(Optional<DocumentText> text) {
        known = text;
        return this;
    }

    /** Fonts for documents that are laid out. */
    public Converter with(FontBook book) {
        fonts = book;
        return this;
    }

    private Optional<Page> findKnown(int number) {
        return known.flatMap(text ->
                text.pages().stream().filter(page -> page.number() == number).findFirst());
    }

    /** @throws IOException if bytes can't be had or written; what is wrong with the document is an answer */
    public ConversionResult convert(SourceDocument source, Conversion wanted) throws IOException {
        boolean accessible = wanted.form().pdf().filter(PdfTarget::isAccessible).isPresent();
        if (accessible && !FlowReader.takes(source.type())) {
            return withoutStructure(source, wanted);
        }
        ConversionResult made;
        if (source.type() == FileType.PDF) {
            made = wanted.form().pdf().isPresent()
                    ? pdfToPdf(source, wanted, wanted.form().pdf().get())
                    : new Drawing(source, wanted).toPictures();
        } else if (PictureFile.opens(source.type())) {
            made = pictures(source, wanted);
        } else if (FlowReader.takes(source.type())) {
            made = flowing(source, wanted);
        } else if (source.type() == FileType.OLE2) {
            return ConversionResult.Failed.of(OlderOffice.refusal(source.file()));
        } else if (source.type() == FileType.EMPTY) {
            return ConversionResult.Failed.of(Reason.of("file.empty"));
        } else {
            return ConversionResult.Failed.of(Reason.of(
                    "convert.unsupported",
                    "type",
                    source.type().word(),
                    "form",
                    wanted.form().word()));
        }
        return withSize(source, made);
    }

    /** What was no text that flows does not tell its parts; it can become all but accessible. */
    private ConversionResult withoutStructure(SourceDocument source, Conversion wanted) throws IOException {
        Reason why = Reason.of("archive.no-structure", "target", wanted.form().word());
        if (wanted.ifNotPossible() == PdfaFallback.FAIL) {
            return ConversionResult.Failed.of(why);
        }
        ConversionResult made = convert(source, wanted.as(TargetFormat.PDF_A_2U));
        if (!(made instanceof ConversionResult.Files files)) {
            return made;
        }
        List<Reason> notes = new ArrayList<>(files.notes());
        notes.add(0, why);
        return new ConversionResult.Files(files.files(), files.type(), notes);
    }

    /** Laid out as a PDF first, which is then drawn where pictures are wished. */
    private ConversionResult flowing(SourceDocument source, Conversion wanted) throws IOException {
        Path file = place("pdf");
        ConversionResult made = new FlowConverter(fonts, now, listener).toPdf(source, wanted, original, file);
        if (wanted.form().pdf().isPresent() || !(made instanceof ConversionResult.Files laidOut)) {
            return made;
        }
        ConversionResult pictures =
                new Drawing(new SourceDocument(file, FileType.PDF, source.name()), wanted).toPictures();
        if (!(pictures instanceof ConversionResult.Files drawn)) {
            return pictures;
        }
        List<Reason> notes = new ArrayList<>(laidOut.notes());
        notes.addAll(drawn.notes());
        return new ConversionResult.Files(drawn.files(), drawn.type(), notes);
    }

    private ConversionResult withSize(SourceDocument source, ConversionResult made) throws IOException {
        boolean flowed = FlowReader.takes(source.type());
        if (flowed || !(made instanceof ConversionResult.Files files) || files.type() != FileType.PDF) {
            return made;
        }
        long came = Files.size(source.file());
        long is = Files.size(files.files().get(0));
        if (is <= came * LARGER + SMALL_BYTES) {
            return made;
        }
        List<Reason> notes = new ArrayList<>(files.notes());
        notes.add(Reason.of(
                "convert.larger", "came", Long.toString(came / 1_000), "is", Long.toString(Math.max(1, is / 1_000))));
        return new ConversionResult.Files(files.files(), files.type(), notes);
    }

    private Path place(String ending) throws IOException {
        return Files.createTempFile(folder, "made-", "." + ending);
    }

    private ConversionResult pictures(SourceDocument source, Conversion wanted) throws IOException {
        PictureFile.Opening opening = PictureFile.open(source.file(), source.type());
        if (opening instanceof PictureFile.Opening.Refused refused) {
            return ConversionResult.Failed.of(refused.reason());
        }
        try (PictureFile pictures = ((PictureFile.Opening.Open) opening).file()) {
            Optional<PdfTarget> target = wanted.form().pdf();
            return target.isPresent()
                    ? picturesToPdf(pictures, wanted, target.get())
                    : PictureConverter.toPictures(
                            count(pictures),
                            number -> pictures.read(number, PictureConverter.MOST_POINTS),
                            wanted.form().type(),
                            wanted.look().quality(),
                            this::place,
                            listener);
        }
    }

    private static int count(PictureFile pictures) {
        return pictures.pages().size();
    }

    private ConversionResult picturesToPdf(PictureFile pictures, Conversion wanted, PdfTarget target)
            throws IOException {
        try (PdfWriter pdf = PdfWriter.begin(target, wanted.look())) {
            for (int number = 1; number <= count(pictures); number++) {
                listener.at(new Progress("converting pages", number - 1, count(pictures)));
                try {
                    boolean isWanted =
                            wanted.searchable() && wanted.reading().pages().has(number, count(pictures));
                    Optional<Page> words = isWanted ? findKnown(number) : Optional.empty();
                    if (isWanted && words.isEmpty()) {
                        words = Optional.of(PictureTextReader.readPage(pictures, number, wanted.reading()));
                    }
                    pdf.add(pictures, number, words);
                } catch (IOException e) {
                    return ConversionResult.Failed.of(PictureConverter.broken(number, e));
                }
            }
            attach(pdf, wanted, target);
            return written(pdf, wanted.details().over(DocumentDetails.of(now)), List.of());
        }
    }

    private void attach(PdfWriter pdf, Conversion wanted, PdfTarget target) throws IOException {
        if (wanted.attachOriginal() && target.mayCarryFiles()) {
            pdf.attach(original.file(), original.name(), original.type(), Attachments.Relation.SOURCE);
        }
    }

    private ConversionResult written(PdfWriter pdf, DocumentDetails details, List<Reason> notes) throws IOException {
        Path file = place("pdf");
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
            pdf.write(details, out);
        }
        return new ConversionResult.Files(List.of(file), FileType.PDF, notes);
    }

    /** The PDF with the words of its pictures on it; the same where there is nothing to read. */
    private SourceDocument searchable(SourceDocument source, ReadingOptions wish) throws IOException {
        try (PDDocument document = Loader.loadPDF(source.file().toFile())) {
            List<Page> read = PdfReader.readPictures(document, wish, listener);
            if (read.isEmpty()) {
                return source;
            }
            AddedText text = new AddedText(document);
            for (Page page : read) {
                text.add(page.number(), page);
            }
            Path file = place("pdf");
            document.save(file.toFile());
            return new SourceDocument(file, FileType.PDF, source.name());
        }
    }

    private ConversionResult pdfToPdf(SourceDocument came, Conversion wanted, PdfTarget target) throws IOException {
        SourceDocument source;
        try {
            source = wanted.searchable() ? searchable(came, wanted.reading()) : came;
        } catch (InvalidPasswordException e) {
            return ConversionResult.Failed.of(Reason.of("pdf.password"));
        } catch (IOException | RuntimeException e) {
            return ConversionResult.Failed.of(Reason.of("pdf.broken", "problem", ProblemWords.of(e)));
        }
        if (!target.isArchive() && wanted.details().isEmpty() && !source.file().equals(came.file())) {
            return new ConversionResult.Files(List.of(source.file()), FileType.PDF, List.of());
        }
        if (!target.isArchive() && wanted.details().isEmpty()) {
            return new ConversionResult.Files(
                    List.of(source.file()), FileType.PDF, List.of(Reason.of("convert.is-already")));
        }
        Path file = place("pdf");
        Optional<PdfArchiver.Carried> carried = wanted.attachOriginal() && target.mayCarryFiles()
                ? Optional.of(new PdfArchiver.Carried(original.file(), original.name(), original.type()))
                : Optional.empty();
        PdfArchiver.Result result;
        try {
            result = PdfArchiver.archive(source.file(), target, now, wanted.details()::over, carried, file);
        } catch (IOException | RuntimeException e) {
            return ConversionResult.Failed.of(Reason.of("pdf.broken", "problem", ProblemWords.of(e)));
        }
        if (result instanceof PdfArchiver.Result.Archived archived) {
            return new ConversionResult.Files(List.of(file), FileType.PDF, archived.changes());
        }
        Files.deleteIfExists(file);
        if (result instanceof PdfArchiver.Result.Unreadable unreadable) {
            return ConversionResult.Failed.of(unreadable.reason());
        }
        List<Reason> obstacles = ((PdfArchiver.Result.NotPossible) result).obstacles();
        return switch (wanted.ifNotPossible()) {
            case FAIL -> ConversionResult.Failed.of(notPossible(target, obstacles));
            case KEEP ->
                new ConversionResult.Files(
                        List.of(source.file()), FileType.PDF, List.of(notPossible(target, obstacles)));
            case PICTURES -> new Drawing(source, wanted).toPdf(target, obstacles);
        };
    }

    private static Reason notPossible(PdfTarget target, List<Reason> obstacles) {
        String all =
                String.join(" ", obstacles.stream().limit(5).map(Reason::words).toList());
        int more = obstacles.size() - 5;
        return Reason.of(
                "archive.not-possible",
                "target",
                target.word(),
                "obstacles",
                more > 0 ? all + " And " + more + " more." : all);
    }

    /** Pages of a PDF as pictures. */
    private final class Drawing {
        private final SourceDocument source;
        private final Conversion wanted;

        Drawing(SourceDocument source, Conversion wanted) {
            this.source = source;
            this.wanted = wanted;
        }

        ConversionResult toPictures() throws IOException {
            try (PageDrawing pages = PageDrawing.open(source.file())) {
                return PictureConverter.toPictures(
                        pages.count(),
                        number -> drawn(pages, number),
                        wanted.form().type(),
                        wanted.look().quality(),
                        Converter.this::place,
                        listener);
            } catch (IOException e) {
                return ConversionResult.Failed.of(Reason.of("pdf.broken", "problem", ProblemWords.of(e)));
            }
        }

        private PagePixels drawn(PageDrawing pages, int number) throws IOException {
            int dots = pages.mostDots(number, wanted.dotsPerInch());
            BufferedImage image = pages.draw(number, dots);
            return new PagePixels(image, dots, dots);
        }

        ConversionResult toPdf(PdfTarget target, List<Reason> obstacles) throws IOException {
            try (PageDrawing pages = PageDrawing.open(source.file());
                    PdfWriter pdf = PdfWriter.begin(target, wanted.look())) {
                for (int number = 1; number <= pages.count(); number++) {
                    listener.at(new Progress("drawing pages", number - 1, pages.count()));
                    pdf.add(drawn(pages, number), Optional.of(pages.words(number)));
                }
                attach(pdf, wanted, target);
                List<Reason> notes = new ArrayList<>(obstacles);
                notes.add(0, Reason.of("archive.as-pictures", "target", target.word()));
                return written(pdf, wanted.details().over(DocumentDetails.of(now)), notes);
            } catch (IOException e) {
                return ConversionResult.Failed.of(Reason.of("pdf.broken", "problem", ProblemWords.of(e)));
            }
        }
    }
}
