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
 * none; only pixels in between need the window. Sums are moved along with it, so that a pixel costs the same whatever the
 * window's size; memory beyond the result is a few rows.
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
        Window window = new Window(grey, width, height, half);
        int[] doubtful = new int[width];
        for (int y = 0; y < height; y++) {
            window.moveTo(y);
            int count = surely(grey, y * width, width, paper, y / paper.block * paper.across, mask, doubtful);
            if (count > 0) {
                window.sumUpRow();
            }
            for (int i = 0; i < count; i++) {
                int x = doubtful[i];
                if ((grey[y * width + x] & 0xff) < window.threshold(x)) {
                    mask.dark()[y * width + x] = 1;
                }
            }
        }
        return mask;
    }

    /**
     * Marks what is ink by the paper's own grey alone.
     *
     * @param doubtful receives the columns for which that is not enough
     * @return how many they are
     */
    private static int surely(
            byte[] grey, int start, int width, PaperLevel paper, int levels, InkMask mask, int[] doubtful) {
        byte[] dark = mask.dark();
        int count = 0;
        for (int block = 0; block < paper.across; block++) {
            int level = paper.levels[levels + block];
            int paperFrom = (int) Math.ceil(level * SURELY_PAPER);
            int inkBelow = (int) Math.ceil(level * SURELY_INK);
            int end = Math.min(width, (block + 1) * paper.block);
            for (int x = block * paper.block; x < end; x++) {
                int value = grey[start + x] & 0xff;
                if (value >= paperFrom) {
                    continue;
                }
                if (value < inkBelow) {
                    dark[start + x] = 1;
                } else {
                    doubtful[count++] = x;
                }
            }
        }
        return count;
    }

    /**
     * The mean and the spread of the greys around a pixel, row by row.
     *
     * <p>The sum of greys is in the lower half of a number, that of their squares in the upper half: both are moved along with
     * one addition. The upper half of a row's sums may overflow; the differences that are taken of them do not.
     */
    private static final class Window {
        private static final long[] GREY_AND_SQUARE = new long[256];

        static {
            for (int grey = 0; grey < 256; grey++) {
                GREY_AND_SQUARE[grey] = (((long) grey * grey) << 32) + grey;
            }
        }

        private final byte[] grey;
        private final int width;
        private final int height;
        private final int half;
        /** Of each column, over the rows of the window. */
        private final long[] columns;
        /** Of all columns before one. */
        private final long[] before;

        private int rows;

        Window(byte[] grey, int width, int height, int half) {
            this.grey = grey;
            this.width = width;
            this.height = height;
            this.half = half;
            this.columns = new long[width];
            this.before = new long[width + 1];
            for (int y = 0; y < Math.min(half, height); y++) {
                add(y * width);
            }
        }

        void moveTo(int y) {
            int in = (y + half) * width;
            int out = (y - half - 1) * width;
            boolean comesIn = y + half < height;
            if (comesIn && out >= 0) {
                for (int x = 0; x < width; x++) {
                    columns[x] += GREY_AND_SQUARE[grey[in + x] & 0xff] - GREY_AND_SQUARE[grey[out + x] & 0xff];
                }
            } else if (comesIn) {
                add(in);
            } else if (out >= 0) {
                for (int x = 0; x < width; x++) {
                    columns[x] -= GREY_AND_SQUARE[grey[out + x] & 0xff];
                }
            }
            rows = Math.min(height - 1, y + half) - Math.max(0, y - half) + 1;
        }

        private void add(int start) {
            for (int x = 0; x < width; x++) {
                columns[x] += GREY_AND_SQUARE[grey[start + x] & 0xff];
            }
        }

        void sumUpRow() {
            long sum = 0;
            for (int x = 0; x < width; x++) {
                sum += columns[x];
                before[x + 1] = sum;
            }
        }

        /** Below it a pixel of this row is ink. */
        double threshold(int x) {
            int from = Math.max(0, x - half);
            int to = Math.min(width - 1, x + half) + 1;
            long both = before[to] - before[from];
            int sum = (int) both;
            int square = (int) (both >>> 32);
            double count = (double) (to - from) * rows;
            double mean = sum / count;
            double spread = Math.sqrt(Math.max(0, square / count - mean * mean));
            return mean * (1 + SPREAD_WEIGHT * (spread / WIDEST_SPREAD - 1));
        }
    }

    /** The grey of the bare paper, block by block. */
    static final class PaperLevel {
        private static final double BLOCK_INCHES = 0.1;
        private static final int NEIGHBOURS = 3;

        private final int[] levels;
        private final int across;
        private final int block;

        private PaperLevel(int[] levels, int across, int block) {
            this.levels = levels;
            this.across = across;
            this.block = block;
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
            return new PaperLevel(widest, across, block);
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
