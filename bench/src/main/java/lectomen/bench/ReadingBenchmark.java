package lectomen.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.demo.DemoPaper;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.Ink;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureOut;
import lectomen.engine.image.Points;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.ocr.PictureTextReader;
import lectomen.engine.ocr.ReadingWish;
import lectomen.engine.page.Reading;
import lectomen.engine.progress.Progress;

/**
 * How many pages of A4 at 300 dots per inch are read in a minute on one core, beside what it takes to decode them; and how much memory
 * a whole process needs that reads them one by one.
 */
final class ReadingBenchmark implements Benchmark {
    private static final int DOTS = 300;
    private static final int PAGES = 4;
    private static final int PAGES_OF_MEMORY = 12;
    private static final int QUALITY = 85;
    private static final long WARM_UP_NANOS = 15_000_000_000L;
    private static final long MEASURED_NANOS = 15_000_000_000L;

    @Override
    public String name() {
        return "reading";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Path file = scans(folder.resolve("pages.tif"), PAGES);
        double decoding = aMinute(() -> Rate.decode(file, PAGES));
        List<Figure> figures = new ArrayList<>();
        for (ReadingWish.Care care : ReadingWish.Care.values()) {
            double pages = aMinute(() -> read(file, care));
            figures.add(Figure.without(
                    "pages read, " + care.word(),
                    pages,
                    "pages/min",
                    Optional.of(decoding),
                    "decoding the same pages"));
        }
        figures.add(memory(folder));
        return figures;
    }

    private static Path scans(Path file, int count) throws IOException {
        PagePixels page = new PagePixels(Points.as(Ink.GREY, DemoPaper.form(DOTS)), DOTS, DOTS);
        try (PictureOut out = PictureOut.begin(FileType.TIFF, file, QUALITY)) {
            for (int i = 0; i < count; i++) {
                out.add(page);
            }
        }
        return file;
    }

    private static double aMinute(Rate.Work work) throws IOException {
        return 60 * Rate.pagesASecond(PAGES, WARM_UP_NANOS, MEASURED_NANOS, work);
    }

    private static void read(Path file, ReadingWish.Care care) throws IOException {
        ReadingWish wish = new ReadingWish(List.of(), care, PageChoice.ALL, ReadingWish.Layer.GOOD, 1);
        if (PictureTextReader.read(file, FileType.TIFF, wish, Progress.Listener.NONE)
                instanceof Reading.Unreadable unreadable) {
            throw new IllegalStateException(unreadable.reason().words());
        }
    }

    private static Figure memory(Path folder) throws Exception {
        Path file = scans(folder.resolve("many.tif"), PAGES_OF_MEMORY);
        return Figure.without(
                "peak memory, " + PAGES_OF_MEMORY + " pages of A4 read one by one",
                LauncherProcess.peakMegabytes(folder, "", "read", file.toString(), "--cores", "1"),
                "MB",
                Optional.empty(),
                "");
    }
}
