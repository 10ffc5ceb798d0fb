package lectomen.engine.split;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.multipdf.PageExtractor;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;

/** Makes files of some pages each out of a PDF or a TIFF file. Pages are copied as they are. */
public final class PageSplitter {
    /** More would be a mistake, and a load for everything behind. */
    static final int MOST_PIECES = 2_000;

    private static final long MOST_POINTS = 600_000_000L;
    private static final int QUALITY = 90;

    private final Path folder;
    private final Progress.Listener listener;

    public PageSplitter(Path folder, Progress.Listener listener) {
        this.folder = folder;
        this.listener = listener;
    }

    /**
     * @param choice the pages that are wanted
     * @param each how many go into a file; the last has what is left
     * @throws IOException if bytes can't be had or written; what is wrong with the document is a result
     */
    public SplitResult split(Path file, FileType type, PageChoice choice, int each) throws IOException {
        if (type == FileType.PDF) {
            return pdf(file, choice, each);
        }
        return PictureFile.opens(type)
                ? pictures(file, type, choice, each)
                : new SplitResult.Refused(Reason.of("split.no-pages", "type", type.word()));
    }

    /** First and last page of each piece; empty where there would be none, or too many. */
    private static List<int[]> ranges(int count, PageChoice choice, int each) {
        int[] pages = IntStream.rangeClosed(1, count)
                .filter(page -> choice.has(page, count))
                .toArray();
        List<int[]> ranges = new ArrayList<>();
        for (int at = 0; at < pages.length; at += each) {
            ranges.add(new int[] {pages[at], pages[Math.min(at + each, pages.length) - 1]});
        }
        return ranges;
    }

    private static Reason refusal(int pieces, int pages, PageChoice choice) {
        return pieces == 0
                ? Reason.of("split.no-such-pages", "choice", choice.words(), "pages", Integer.toString(pages))
                : tooMany(pieces);
    }

    static Reason tooMany(int pieces) {
        return Reason.of("split.too-many", "count", Integer.toString(pieces), "most", Integer.toString(MOST_PIECES));
    }

    private SplitResult pdf(Path file, PageChoice choice, int each) throws IOException {
        try (PDDocument document = opened(file)) {
            int count = document.getNumberOfPages();
            List<int[]> ranges = ranges(count, choice, each);
            if (ranges.isEmpty() || ranges.size() > MOST_PIECES) {
                return new SplitResult.Refused(refusal(ranges.size(), count, choice));
            }
            List<Piece> pieces = new ArrayList<>();
            for (int[] range : ranges) {
                listener.at(new Progress("splitting", range[0] - 1, count));
                Path made = Files.createTempFile(folder, "part-", ".pdf");
                Files.write(made, extracted(document, range));
                pieces.add(new Piece(made, FileType.PDF, "", "", range[0], range[1]));
            }
            return new SplitResult.Pieces(pieces);
        } catch (InvalidPasswordException e) {
            return new SplitResult.Refused(Reason.of("pdf.password"));
        } catch (BrokenPdf e) {
            return new SplitResult.Refused(Reason.of("pdf.broken", "problem", e.problem));
        }
    }

    /** That a PDF can't be read, beside an output that can't be written. */
    private static final class BrokenPdf extends IOException {
        private static final long serialVersionUID = 1;
        private final String problem;

        BrokenPdf(Exception cause) {
            super(cause);
            problem = ProblemWords.of(cause);
        }
    }

    private static PDDocument opened(Path file) throws IOException {
        try {
            return Loader.loadPDF(file.toFile());
        } catch (InvalidPasswordException e) {
            throw e;
        } catch (IOException | RuntimeException e) {
            throw new BrokenPdf(e);
        }
    }

    private static byte[] extracted(PDDocument document, int[] range) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (PDDocument part = new PageExtractor(document, range[0], range[1]).extract()) {
            part.save(bytes);
        } catch (IOException | RuntimeException e) {
            throw new BrokenPdf(e);
        }
        return bytes.toByteArray();
    }

    private SplitResult pictures(Path file, FileType type, PageChoice choice, int each) throws IOException {
        PictureFile.Opening opening = PictureFile.open(file, type);
        if (opening instanceof PictureFile.Opening.Refused refused) {
            return new SplitResult.Refused(refused.reason());
        }
        try (PictureFile pictures = ((PictureFile.Opening.Open) opening).file()) {
            int count = pictures.pages().size();
            List<int[]> ranges = ranges(count, choice, each);
            if (ranges.isEmpty() || ranges.size() > MOST_PIECES) {
                return new SplitResult.Refused(refusal(ranges.size(), count, choice));
            }
            if (count == 1) {
                return new SplitResult.Pieces(List.of(new Piece(file, type, "", "", 1, 1)));
            }
            List<Piece> pieces = new ArrayList<>();
            for (int[] range : ranges) {
                listener.at(new Progress("splitting", range[0] - 1, count));
                Path made = Files.createTempFile(folder, "part-", ".tif");
                try (PictureWriter out = PictureWriter.begin(FileType.TIFF, made, QUALITY)) {
                    for (int page = range[0]; page <= range[1]; page++) {
                        out.add(pictures.readAsStored(page, MOST_POINTS));
                    }
                }
                pieces.add(new Piece(made, FileType.TIFF, "", "", range[0], range[1]));
            }
            return new SplitResult.Pieces(pieces);
        }
    }
}
