package lectomen.engine.pdf;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Future;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.ocr.ParallelPages;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.rendering.ImageType;

/** Reads the words of a born-digital PDF with their pages and boxes. */
public final class PdfReader {
    /** Where the end-of-file mark is looked for: the last bytes of the file; some writers pad behind it. */
    private static final int TAIL_BYTES = 2048;

    private static final double MOST_DOTS = 400;
    private static final double MOST_POINTS = 36_000_000;

    private PdfReader() {}

    /**
     * Reads all pages.
     *
     * <p>A file without an end-of-file mark is refused even where its structure could be guessed back, because what was
     * cut off can't be known.
     *
     * @param listener called for each page before it is read
     * @throws IOException if the file itself can't be read; a broken PDF is {@link ReadResult.Unreadable}
     */
    public static ReadResult read(Path file, Progress.Listener listener) throws IOException {
        return read(file, ReadingOptions.USUAL, listener);
    }

    /** @param wish how pages are read that are pictures */
    public static ReadResult read(Path file, ReadingOptions wish, Progress.Listener listener) throws IOException {
        if (!endsWithMark(file)) {
            return new ReadResult.Unreadable(Reason.of(
                    "pdf.truncated", "bytes", Long.toString(file.toFile().length())));
        }
        try (PDDocument document = Loader.loadPDF(file.toFile())) {
            Optional<Reason> problem = PageCount.findProblem(document);
            return problem.isPresent() ? new ReadResult.Unreadable(problem.get()) : read(document, wish, listener);
        } catch (InvalidPasswordException e) {
            return new ReadResult.Unreadable(Reason.of("pdf.password"));
        } catch (IOException | RuntimeException e) {
            return new ReadResult.Unreadable(Reason.of("pdf.broken", "problem", ProblemWords.of(e)));
        }
    }

    private static ReadResult read(PDDocument document, ReadingOptions wish, Progress.Listener listener)
            throws IOException {
        List<Future<Page>> pages = new ArrayList<>();
        List<Integer> illegible = new ArrayList<>();
        String garbage = "";
        PageWords words = new PageWords();
        int count = document.getNumberOfPages();
        try (ParallelPages atOnce = new ParallelPages(wish)) {
            for (int number = 1; number <= count; number++) {
                listener.at(new Progress("reading pages", number - 1, count));
                if (!wish.pages().has(number, count)) {
                    continue;
                }
                OwnText own = OwnText.of(document, number, words, wish);
                if (own.scan().isPresent()) {
                    pages.add(atOnce.read(picture(document, number, own.scan().get()), number));
                    continue;
                }
                Page page = own.page();
                if (own.isGarbage()) {
                    illegible.add(number);
                    garbage = garbage.isEmpty() ? own.legibility().sample() : garbage;
                    page = Page.ofWords(number, page.width(), page.height(), page.unit(), List.of());
                }
                pages.add(CompletableFuture.completedFuture(page));
            }
            DocumentText text = new DocumentText(
                    pages.stream().map(ParallelPages::page).toList(), illegible, PdfProperties.of(document));
            return text.isBlank() && !illegible.isEmpty()
                    ? new ReadResult.Unreadable(Reason.of(
                            "text.garbage", "pages", new DocumentText(text.pages()).pageRange(), "sample", garbage))
                    : new ReadResult.Read(text);
        }
    }

    /**
     * What a page says itself.
     *
     * @param isGarbage whether that is not to be used
     * @param scan the picture that is to be read instead, if there is one and the page's text is not kept
     */
    private record OwnText(Page page, Legibility legibility, boolean isGarbage, Optional<ScannedPage> scan) {
        static OwnText of(PDDocument document, int number, PageWords words, ReadingOptions wish) throws IOException {
            Page page = words.read(document, number);
            Legibility legibility = Legibility.of(page, words.glyphs(), words.glyphsWithoutLetter());
            boolean isGarbage = wish.layer() != ReadingOptions.Layer.ALL && legibility.isGarbage();
            boolean anew = page.lines().isEmpty() || isGarbage || wish.layer() == ReadingOptions.Layer.NONE;
            Optional<ScannedPage> scan = anew ? ScannedPage.find(document.getPage(number - 1)) : Optional.empty();
            return new OwnText(page, legibility, isGarbage, scan);
        }
    }

    /** The words of those pages alone that are pictures and whose text is not kept. @throws IOException if it is broken */
    public static List<Page> readPictures(PDDocument document, ReadingOptions wish, Progress.Listener listener)
            throws IOException {
        List<Future<Page>> pages = new ArrayList<>();
        PageWords words = new PageWords();
        int count = document.getNumberOfPages();
        try (ParallelPages atOnce = new ParallelPages(wish)) {
            for (int number = 1; number <= count; number++) {
                listener.at(new Progress("reading pages", number - 1, count));
                if (!wish.pages().has(number, count)) {
                    continue;
                }
                Optional<ScannedPage> scan =
                        OwnText.of(document, number, words, wish).scan();
                if (scan.isPresent()) {
                    pages.add(atOnce.read(picture(document, number, scan.get()), number));
                }
            }
            return pages.stream().map(ParallelPages::page).toList();
        }
    }

    /** The page as it is seen, as fine as its picture is. */
    private static PagePixels picture(PDDocument document, int number, ScannedPage scan) throws IOException {
        PDRectangle crop = document.getPage(number - 1).getCropBox();
        double square = Math.max(0.01, crop.getWidth() / 72.0 * crop.getHeight() / 72.0);
        double dots = Math.min(Math.min(scan.dotsPerInch(), MOST_DOTS), Math.sqrt(MOST_POINTS / square));
        BufferedImage drawn = new StrictRenderer(document).renderImageWithDPI(number - 1, (float) dots, ImageType.GRAY);
        return new PagePixels(Pixels.as(ColourDepth.GREY, drawn), dots, dots);
    }

    private static boolean endsWithMark(Path file) throws IOException {
        try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
            int length = (int) Math.min(TAIL_BYTES, in.length());
            byte[] tail = new byte[length];
            in.seek(in.length() - length);
            in.readFully(tail);
            return new String(tail, StandardCharsets.ISO_8859_1).contains("%%EOF");
        }
    }
}
