package lectomen.engine.convert;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.PictureInfo;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.pdf.write.PageLook;
import lectomen.engine.pdf.write.PdfPages;
import lectomen.engine.prepare.PagePreparer;
import lectomen.engine.prepare.Preparation;
import lectomen.engine.prepare.Prepared;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;

/**
 * Prepares the pages of a document. Pictures come out as a TIFF, a PDF as a PDF whose scanned pages are prepared and whose others are
 * as they were. A document that needs nothing comes out as the very file that it was.
 */
public final class DocumentPreparer {
    /** Larger pages would need more memory than a worker has. */
    private static final long MOST_POINTS = 40_000_000;

    private static final int QUALITY = 92;

    private final Path folder;
    private final Progress.Listener listener;
    private final List<Reason> notes = new ArrayList<>();

    /** @param folder where what is made is put, under names that are free in it */
    public DocumentPreparer(Path folder, Progress.Listener listener) {
        this.folder = folder;
        this.listener = listener;
    }

    /** @throws IOException if bytes can't be had or written; what is wrong with the document is an answer */
    public ConversionResult prepare(SourceDocument source, Preparation wanted) throws IOException {
        if (source.type() == FileType.PDF) {
            return pdf(source, wanted);
        }
        if (!PictureFile.opens(source.type())) {
            return ConversionResult.Failed.of(
                    Reason.of("prepare.not-pages", "type", source.type().word()));
        }
        PictureFile.Opening opening = PictureFile.open(source.file(), source.type());
        if (opening instanceof PictureFile.Opening.Refused refused) {
            return ConversionResult.Failed.of(refused.reason());
        }
        try (PictureFile pictures = ((PictureFile.Opening.Open) opening).file()) {
            return pictures(source, pictures, wanted);
        }
    }

    private ConversionResult pictures(SourceDocument source, PictureFile pictures, Preparation wanted)
            throws IOException {
        int count = pictures.pages().size();
        for (int number = 1; number <= count; number++) {
            PictureInfo info = pictures.pages().get(number - 1);
            if ((long) info.width() * info.height() > MOST_POINTS) {
                return new ConversionResult.Files(
                        List.of(source.file()), source.type(), List.of(tooLarge(number, info)));
            }
        }
        Path file = Files.createTempFile(folder, "prepared-", ".tif");
        boolean changed = false;
        int kept = 0;
        try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, QUALITY)) {
            for (int number = 1; number <= count; number++) {
                listener.at(new Progress("preparing pages", number - 1, count));
                PagePixels page;
                try {
                    page = pictures.read(number, MOST_POINTS);
                } catch (IOException e) {
                    return ConversionResult.Failed.of(PictureConverter.broken(number, e));
                }
                Prepared prepared = PagePreparer.prepare(page, number, wanted);
                changed |= noteChanges(prepared, number, wanted);
                if (!prepared.blank()) {
                    out.add(prepared.page());
                    kept++;
                }
            }
        }
        if (kept == 0) {
            return allBlank(count);
        }
        return changed
                ? new ConversionResult.Files(List.of(file), FileType.TIFF, notes)
                : new ConversionResult.Files(List.of(source.file()), source.type(), notes);
    }

    private static Reason tooLarge(int number, PictureInfo info) {
        return Reason.of(
                "picture.page-large",
                "page",
                Integer.toString(number),
                "width",
                Integer.toString(info.width()),
                "height",
                Integer.toString(info.height()));
    }

    private ConversionResult allBlank(int count) {
        return ConversionResult.Failed.of(Reason.of("convert.all-blank", "pages", Integer.toString(count)));
    }

    /** @return whether the page is not as it was */
    private boolean noteChanges(Prepared prepared, int number, Preparation wanted) {
        notes.addAll(prepared.done());
        if (prepared.blank()) {
            notes.add(Reason.of(
                    "page.blank",
                    "page",
                    Integer.toString(number),
                    "ink",
                    ReadableFigures.oneDigit(prepared.inkMm2()),
                    "least",
                    ReadableFigures.oneDigit(wanted.blankBelow().orElse(0))));
        }
        return prepared.blank()
                || prepared.done().stream().anyMatch(note -> !note.code().equals("page.no-sheet"));
    }

    private ConversionResult pdf(SourceDocument source, Preparation wanted) throws IOException {
        try (PdfPages pages = PdfPages.open(source.file(), PageLook.USUAL)) {
            boolean changed = false;
            List<Integer> blank = new ArrayList<>();
            int scans = 0;
            for (int number = 1; number <= pages.count(); number++) {
                listener.at(new Progress("preparing pages", number - 1, pages.count()));
                Optional<PagePixels> scan = pages.findScan(number);
                if (scan.isEmpty()) {
                    continue;
                }
                scans++;
                Prepared prepared = PagePreparer.prepare(scan.get(), number, wanted);
                boolean changes = noteChanges(prepared, number, wanted);
                if (prepared.blank()) {
                    blank.add(0, number);
                } else if (changes) {
                    pages.replace(number, prepared.page());
                }
                changed |= changes;
            }
            if (scans == 0) {
                notes.add(Reason.of("prepare.no-scans"));
            }
            if (!blank.isEmpty() && blank.size() == pages.count()) {
                return allBlank(pages.count());
            }
            blank.forEach(pages::remove);
            if (!changed) {
                return new ConversionResult.Files(List.of(source.file()), source.type(), notes);
            }
            Path file = Files.createTempFile(folder, "prepared-", ".pdf");
            pages.write(file);
            return new ConversionResult.Files(List.of(file), FileType.PDF, notes);
        } catch (IOException | RuntimeException e) {
            return ConversionResult.Failed.of(Reason.of("pdf.broken", "problem", ProblemWords.of(e)));
        }
    }
}
