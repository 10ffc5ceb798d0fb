package lectomen.engine.ocr;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Future;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.PictureInfo;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;

/** Recognises the text of picture files, page by page. */
public final class PictureTextReader {
    /** Larger pages are read smaller. */
    private static final double MOST_POINTS = 36_000_000;

    private PictureTextReader() {}

    /** @throws IOException if the file's bytes can't be had; a broken picture is {@link ReadResult.Unreadable} */
    public static ReadResult read(Path file, FileType type, ReadingOptions wish, Progress.Listener listener)
            throws IOException {
        PictureFile.Opening opening = PictureFile.open(file, type);
        if (opening instanceof PictureFile.Opening.Refused refused) {
            return new ReadResult.Unreadable(refused.reason());
        }
        try (PictureFile pictures = ((PictureFile.Opening.Open) opening).file();
                ParallelPages atOnce = new ParallelPages(wish)) {
            List<Future<Page>> pages = new ArrayList<>();
            int count = pictures.pages().size();
            for (int number = 1; number <= count; number++) {
                listener.at(new Progress("reading pages", number - 1, count));
                if (!wish.pages().has(number, count)) {
                    continue;
                }
                try {
                    pages.add(atOnce.read(page(pictures, number), number));
                } catch (IOException e) {
                    String problem = ProblemWords.of(e);
                    return new ReadResult.Unreadable(
                            Reason.of("picture.page-broken", "page", Integer.toString(number), "problem", problem));
                }
            }
            return new ReadResult.Read(
                    new DocumentText(pages.stream().map(ParallelPages::page).toList(), List.of(), Map.of()));
        }
    }

    /** One page. @throws IOException if it is broken */
    public static Page readPage(PictureFile pictures, int number, ReadingOptions wish) throws IOException {
        return PageTextReader.read(page(pictures, number), number, wish);
    }

    private static PagePixels page(PictureFile pictures, int number) throws IOException {
        PictureInfo info = pictures.pages().get(number - 1);
        int factor = (int) Math.ceil(Math.sqrt((double) info.width() * info.height() / MOST_POINTS));
        return factor > 1 ? pictures.readSmaller(number, factor) : pictures.read(number, Long.MAX_VALUE);
    }
}
