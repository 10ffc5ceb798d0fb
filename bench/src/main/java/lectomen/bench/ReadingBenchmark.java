package lectomen.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.demo.DemoPaper;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.image.Pixels;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.ocr.PictureTextReader;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.ReadResult;
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
        for (ReadingOptions.Care care : ReadingOptions.Care.values()) {
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
        PagePixels page = new PagePixels(Pixels.as(ColourDepth.GREY, DemoPaper.form(DOTS)), DOTS, DOTS);
        try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, QUALITY)) {
            for (int i = 0; i < count; i++) {
                out.add(page);
            }
        }
        return file;
    }

    private static double aMinute(Rate.Work work) throws IOException {
        return 60 * Rate.pagesASecond(PAGES, WARM_UP_NANOS, MEASURED_NANOS, work);
    }

    private static void read(Path file, ReadingOptions.Care care) throws IOException {
        ReadingOptions wish = new ReadingOptions(List.of(), care, PageChoice.ALL, ReadingOptions.Layer.GOOD, 1);
        if (PictureTextReader.read(file, FileType.TIFF, wish, Progress.Listener.NONE)
                instanceof ReadResult.Unreadable unreadable) {
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
