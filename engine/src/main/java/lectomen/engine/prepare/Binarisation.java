package lectomen.engine.prepare;

import java.util.Arrays;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;

/**
 * Separates ink from paper in uneven light.
 *
 * <p>A pixel is ink where it is clearly darker than its surroundings: below a threshold that follows the mean and the spread of
 * the greys in a window around it (J. Sauvola, M. Pietikäinen, Adaptive document image binarization, Pattern Recognition 33,
 * 2000). That alone hollows out strokes wider than the window and finds ink in empty paper; so the paper's own grey is
 * estimated too, from the brightest tenth of each block and its neighbours, and a pixel far below it is ink, one close to it is
 * none. Sums are moved along with the window, so that a pixel costs the same whatever the window's size; memory beyond the
 * result is two rows.
 */
public final class Binarisation {
    private static final double WINDOW_INCHES = 0.16;
    /** So that the sum of squares over a window fits 31 bits. */
    private static final int WIDEST_HALF = 88;

    private static final double SPREAD_WEIGHT = 0.2;
    private static final double WIDEST_SPREAD = 128;
    private static final double SURELY_INK = 0.5;
    private static final double SURELY_PAPER = 0.86;

    private Binarisation() {}

    /** Pages of one bit per pixel are taken as they are. */
    public static InkMask of(PagePixels page) {
        if (page.ink() == ColourDepth.BLACK_AND_WHITE) {
            return InkMask.ofBits(page.image());
        }
        byte[] grey = Pixels.bytes(Pixels.as(ColourDepth.GREY, page.image()));
        int width = page.width();
        int height = page.height();
        PaperLevel paper = PaperLevel.of(grey, width, height, page.dotsPerInchX());
        int half = Math.max(4, Math.min(WIDEST_HALF, (int) (WINDOW_INCHES * page.dotsPerInchX() / 2)));
        InkMask mask = InkMask.empty(width, height);
        int[] sums = new int[width];
        int[] squares = new int[width];
        for (int y = 0; y < Math.min(half, height); y++) {
            add(grey, y * width, sums, squares, 1);
        }
        for (int y = 0; y < height; y++) {
            if (y + half < height) {
                add(grey, (y + half) * width, sums, squares, 1);
            }
            if (y - half - 1 >= 0) {
                add(grey, (y - half - 1) * width, sums, squares, -1);
            }
            int rows = Math.min(height - 1, y + half) - Math.max(0, y - half) + 1;
            row(grey, y, rows, half, sums, squares, paper, mask);
        }
        return mask;
    }

    private static void add(byte[] grey, int start, int[] sums, int[] squares, int sign) {
        for (int x = 0; x < sums.length; x++) {
            int value = grey[start + x] & 0xff;
            sums[x] += sign * value;
            squares[x] += sign * value * value;
        }
    }

    private static void row(
            byte[] grey, int y, int rows, int half, int[] sums, int[] squares, PaperLevel paper, InkMask mask) {
        int width = sums.length;
        int levels = y / paper.block * paper.across;
        int sum = 0;
        int square = 0;
        for (int x = 0; x < Math.min(half, width); x++) {
            sum += sums[x];
            square += squares[x];
        }
        for (int x = 0; x < width; x++) {
            if (x + half < width) {
                sum += sums[x + half];
                square += squares[x + half];
            }
            if (x - half - 1 >= 0) {
                sum -= sums[x - half - 1];
                square -= squares[x - half - 1];
            }
            int value = grey[y * width + x] & 0xff;
            int level = paper.levels[levels + paper.columns[x]];
            if (value >= level * SURELY_PAPER) {
                continue;
            }
            if (value < level * SURELY_INK) {
                mask.dark()[y * width + x] = 1;
                continue;
            }
            int columns = Math.min(width - 1, x + half) - Math.max(0, x - half) + 1;
            double count = (double) columns * rows;
            double mean = sum / count;
            double spread = Math.sqrt(Math.max(0, square / count - mean * mean));
            double threshold = mean * (1 + SPREAD_WEIGHT * (spread / WIDEST_SPREAD - 1));
            mask.dark()[y * width + x] = (byte) (value < threshold ? 1 : 0);
        }
    }

    /** The grey of the bare paper, block by block. */
    static final class PaperLevel {
        private static final double BLOCK_INCHES = 0.1;
        private static final int NEIGHBOURS = 3;

        private final int[] levels;
        private final int across;
        private final int block;

        /** The block of each column. */
        private final int[] columns;

        private PaperLevel(int[] levels, int across, int block, int width) {
            this.levels = levels;
            this.across = across;
            this.block = block;
            this.columns = new int[width];
            for (int x = 0; x < width; x++) {
                columns[x] = x / block;
            }
        }

        static PaperLevel of(byte[] grey, int width, int height, double dotsPerInch) {
            int block = Math.max(8, (int) (BLOCK_INCHES * dotsPerInch));
            int across = (width + block - 1) / block;
            int down = (height + block - 1) / block;
            int[] bright = new int[across * down];
            int[] counts = new int[256];
            for (int by = 0; by < down; by++) {
                for (int bx = 0; bx < across; bx++) {
                    Arrays.fill(counts, 0);
                    int total = 0;
                    for (int y = by * block; y < Math.min(height, (by + 1) * block); y += 2) {
                        for (int x = bx * block; x < Math.min(width, (bx + 1) * block); x += 2) {
                            counts[grey[y * width + x] & 0xff]++;
                            total++;
                        }
                    }
                    bright[by * across + bx] = percentile(counts, total / 10);
                }
            }
            int[] widest = extreme(extreme(bright, across, down, true), across, down, false);
            return new PaperLevel(widest, across, block, width);
        }

        private static int percentile(int[] counts, int brighter) {
            int seen = 0;
            for (int value = 255; value > 0; value--) {
                seen += counts[value];
                if (seen > brighter) {
                    return value;
                }
            }
            return 0;
        }

        /** The largest, or the smallest, of each block and its neighbours: both in turn close what is smaller than they reach. */
        private static int[] extreme(int[] levels, int across, int down, boolean largest) {
            int[] result = new int[levels.length];
            for (int y = 0; y < down; y++) {
                for (int x = 0; x < across; x++) {
                    int found = largest ? 0 : 255;
                    for (int ny = Math.max(0, y - NEIGHBOURS); ny <= Math.min(down - 1, y + NEIGHBOURS); ny++) {
                        for (int nx = Math.max(0, x - NEIGHBOURS); nx <= Math.min(across - 1, x + NEIGHBOURS); nx++) {
                            int value = levels[ny * across + nx];
                            found = largest ? Math.max(found, value) : Math.min(found, value);
                        }
                    }
                    result[y * across + x] = found;
                }
            }
            return result;
        }
    }
}
