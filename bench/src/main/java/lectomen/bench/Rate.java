package lectomen.bench;

import java.io.IOException;
import java.nio.file.Path;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PictureFile;

/** How often work on pages is done in a time, once Java has compiled what it runs. */
final class Rate {
    private Rate() {}

    interface Work {
        void once() throws IOException;
    }

    /** @param pages that are done each time @return pages a second */
    static double pagesASecond(int pages, long warmUpNanos, long measuredNanos, Work work) throws IOException {
        for (long end = System.nanoTime() + warmUpNanos; System.nanoTime() < end; ) {
            work.once();
        }
        long began = System.nanoTime();
        int rounds = 0;
        while (System.nanoTime() - began < measuredNanos) {
            work.once();
            rounds++;
        }
        return rounds * pages / ((System.nanoTime() - began) / 1e9);
    }

    /** Decodes the pages of a TIFF and no more. */
    static void decode(Path file, int pages) throws IOException {
        PictureFile.Opening opening = PictureFile.open(file, FileType.TIFF);
        try (PictureFile pictures = ((PictureFile.Opening.Open) opening).file()) {
            for (int page = 1; page <= pages; page++) {
                pictures.readAsStored(page, Long.MAX_VALUE);
            }
        }
    }
}
