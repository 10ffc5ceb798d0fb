package lectomen.engine.task;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.PictureInfo;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.Word;
import lectomen.engine.pdf.PagePicture;
import lectomen.engine.pdf.impose.SheetPicture;
import lectomen.engine.progress.Progress;
import lectomen.engine.read.DocumentReader;
import lectomen.engine.reason.Reason;

/** Draws pages: of a PDF, an office document or a picture file as pictures, of plain text as its lines. */
public final class PageShower {
    private PageShower() {}

    /** @throws IOException if the document's bytes are not available */
    public static PageAnswer show(PageTask task, Examiner.ByteFetch bytes) throws IOException {
        return show(task, bytes, FontBook.shipped());
    }

    /** @param fonts for documents that are laid out */
    public static PageAnswer show(PageTask task, Examiner.ByteFetch bytes, FontBook fonts) throws IOException {
        if (task.wanted() == PageTask.Wanted.WORDS) {
            return task.findRegion().isPresent()
                    ? RegionReader.read(task, task.findRegion().get(), picture(task, bytes, fonts), fonts)
                    : words(task, bytes, fonts);
        }
        return picture(task, bytes, fonts);
    }

    private static PageAnswer picture(PageTask task, Examiner.ByteFetch bytes, FontBook fonts) throws IOException {
        if (task.findSheets().isPresent()) {
            return flowing(task, bytes, fonts);
        }
        return switch (task.type()) {
            case PDF -> draw(task, bytes.fetch(task.document()));
            case DOCX, ODT, RTF -> flowing(task, bytes, fonts);
            case TIFF, JPEG, PNG, GIF, BMP -> picture(task, bytes);
            case TEXT, CSV, XML, HTML, JSON, MAIL -> text(task, bytes);
            default ->
                PageAnswer.not(
                        task, Reason.of("page.no-picture", "type", task.type().word()));
        };
    }

    private static PageAnswer words(PageTask task, Examiner.ByteFetch bytes, FontBook fonts) throws IOException {
        ReadingOptions wish = new ReadingOptions(
                List.of(),
                ReadingOptions.Care.USUAL,
                new PageChoice(task.page(), task.page()),
                ReadingOptions.Layer.GOOD,
                1);
        ReadResult reading = new DocumentReader(fonts)
                .read(bytes.fetch(task.document()), task.type(), wish, "its words on the page", Progress.Listener.NONE);
        if (reading instanceof ReadResult.Unreadable unreadable) {
            return PageAnswer.not(task, unreadable.reason());
        }
        Optional<Page> found = ((ReadResult.Read) reading)
                .text().pages().stream()
                        .filter(page -> page.number() == task.page())
                        .findFirst();
        if (found.isEmpty()) {
            return PageAnswer.not(task, Reason.of("page.broken", "page", Integer.toString(task.page())));
        }
        return words(task, found.get());
    }

    static PageAnswer words(PageTask task, Page page) {
        List<PageAnswer.PlacedWord> words = new ArrayList<>();
        int line = 0;
        for (List<Line> block : page.blocks()) {
            for (Line one : block) {
                for (Word word : one.words()) {
                    words.add(new PageAnswer.PlacedWord(
                            word.text(),
                            page.asItCame(word.box()),
                            line,
                            word.confidence(),
                            word.doubts().others()));
                }
                line++;
            }
        }
        return new PageAnswer(
                task.id(),
                Optional.empty(),
                0,
                page.widthAsItCame(),
                page.heightAsItCame(),
                page.unit(),
                List.of(),
                new byte[0],
                words);
    }

    /** Laid out as it would be converted. */
    private static PageAnswer flowing(PageTask task, Examiner.ByteFetch bytes, FontBook fonts) throws IOException {
        return PdfOfDocument.of(
                bytes.fetch(task.document()),
                task.type(),
                fonts,
                pdf -> draw(task, pdf),
                why -> PageAnswer.not(task, why));
    }

    private static PageAnswer draw(PageTask task, Path file) {
        try {
            PagePicture picture = task.findSheets().isPresent()
                    ? SheetPicture.draw(file, task.findSheets().get(), task.page(), task.widthPixels())
                    : PagePicture.draw(file, task.page(), task.widthPixels());
            return new PageAnswer(
                    task.id(),
                    Optional.empty(),
                    picture.pages(),
                    picture.width(),
                    picture.height(),
                    Page.Unit.POINT,
                    List.of(),
                    picture.png(),
                    List.of());
        } catch (IOException | RuntimeException e) {
            return PageAnswer.not(task, Reason.of("page.broken", "page", Integer.toString(task.page())));
        }
    }

    private static PageAnswer picture(PageTask task, Examiner.ByteFetch bytes) throws IOException {
        PictureFile.Opening opening = PictureFile.open(bytes.fetch(task.document()), task.type());
        if (opening instanceof PictureFile.Opening.Refused refused) {
            return PageAnswer.not(task, refused.reason());
        }
        try (PictureFile pictures = ((PictureFile.Opening.Open) opening).file()) {
            ByteArrayOutputStream png = new ByteArrayOutputStream();
            ImageIO.write(pictures.draw(task.page(), task.widthPixels()), "png", png);
            PictureInfo info = pictures.pages().get(task.page() - 1);
            return new PageAnswer(
                    task.id(),
                    Optional.empty(),
                    pictures.pages().size(),
                    info.pageWidth(),
                    info.pageHeight(),
                    Page.Unit.POINT,
                    List.of(),
                    png.toByteArray(),
                    List.of());
        } catch (IOException e) {
            return PageAnswer.not(task, Reason.of("page.broken", "page", Integer.toString(task.page())));
        }
    }

    private static PageAnswer text(PageTask task, Examiner.ByteFetch bytes) throws IOException {
        ReadResult reading = DocumentReader.usual()
                .read(bytes.fetch(task.document()), FileType.TEXT, "page", Progress.Listener.NONE);
        if (reading instanceof ReadResult.Unreadable unreadable) {
            return PageAnswer.not(task, unreadable.reason());
        }
        List<Page> pages = ((ReadResult.Read) reading).text().pages();
        if (task.page() < 1 || task.page() > pages.size()) {
            return PageAnswer.not(task, Reason.of("page.broken", "page", Integer.toString(task.page())));
        }
        Page page = pages.get(task.page() - 1);
        return new PageAnswer(
                task.id(),
                Optional.empty(),
                pages.size(),
                page.width(),
                page.height(),
                page.unit(),
                cells(page),
                new byte[0],
                List.of());
    }

    /** Each word at the row and column of its box. */
    private static List<String> cells(Page page) {
        TreeMap<Integer, StringBuilder> rows = new TreeMap<>();
        for (Line line : page.lines()) {
            for (Word word : line.words()) {
                StringBuilder row = rows.computeIfAbsent((int) word.box().top(), key -> new StringBuilder());
                int column = (int) word.box().left();
                row.append(" ".repeat(Math.max(0, column - row.length())));
                row.append(word.text());
            }
        }
        int last = rows.isEmpty() ? -1 : rows.lastKey();
        return IntStream.rangeClosed(0, last)
                .mapToObj(row -> rows.getOrDefault(row, new StringBuilder()).toString())
                .toList();
    }
}
