package lectomen.engine.convert;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;

/** Writes pages as picture files. */
final class PictureConverter {
    /** An A0 sheet at 300 dots per inch has a little less; one byte per pixel of it is in memory. */
    static final long MOST_POINTS = 140_000_000;

    /** Gives a page. */
    @FunctionalInterface
    interface Pages {
        PagePixels page(int number) throws IOException;
    }

    /** Gives a place for a file. */
    @FunctionalInterface
    interface Places {
        Path place(String ending) throws IOException;
    }

    private PictureConverter() {}

    /** One TIFF, or a file for each page where the form takes only one. */
    static ConversionResult toPictures(
            int count, Pages pages, FileType type, int quality, Places places, Progress.Listener listener)
            throws IOException {
        List<Path> files = new ArrayList<>();
        int number = 1;
        try {
            if (type == FileType.TIFF) {
                Path file = places.place(type.ending());
                try (PictureWriter out = PictureWriter.begin(type, file, quality)) {
                    for (; number <= count; number++) {
                        listener.at(new Progress("converting pages", number - 1, count));
                        out.add(pages.page(number));
                    }
                }
                files.add(file);
            } else {
                for (; number <= count; number++) {
                    listener.at(new Progress("converting pages", number - 1, count));
                    Path file = places.place(type.ending());
                    try (PictureWriter out = PictureWriter.begin(type, file, quality)) {
                        out.add(pages.page(number));
                    }
                    files.add(file);
                }
            }
        } catch (IOException e) {
            return ConversionResult.Failed.of(broken(number, e));
        }
        return new ConversionResult.Files(files, type, List.of());
    }

    static Reason broken(int page, Exception e) {
        return Reason.of("picture.page-broken", "page", Integer.toString(page), "problem", ProblemWords.of(e));
    }
}
