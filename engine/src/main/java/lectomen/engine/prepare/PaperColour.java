package lectomen.engine.prepare;

import java.awt.image.BufferedImage;
import java.util.Arrays;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;

/** The colour of the bare paper in large blocks of a page, used to paint over what is removed. */
final class PaperColour {
    private static final int ACROSS = 24;

    private final ColourDepth ink;
    private final int block;
    private final int across;
    private final int[][] levels;

    private PaperColour(ColourDepth ink, int block, int across, int[][] levels) {
        this.ink = ink;
        this.block = block;
        this.across = across;
        this.levels = levels;
    }

    /** Of each block what a fifth of its pixels are brighter than; dark blocks take the brightest of the page's middle. */
    static PaperColour of(PagePixels page) {
        int bands = page.ink() == ColourDepth.COLOUR ? 3 : 1;
        int block = Math.max(16, page.width() / ACROSS);
        int across = page.width() / block + 1;
        int down = page.height() / block + 1;
        int[][] levels = new int[across * down][bands];
        if (page.ink() == ColourDepth.BLACK_AND_WHITE) {
            return new PaperColour(page.ink(), block, across, levels);
        }
        byte[] bytes = Pixels.bytes(page.image());
        int[] usual = new int[bands];
        for (int band = 0; band < bands; band++) {
            int[] all = new int[256];
            int[] counts = new int[256];
            for (int by = 0; by < down; by++) {
                for (int bx = 0; bx < across; bx++) {
                    Arrays.fill(counts, 0);
                    int total = 0;
                    for (int y = by * block; y < Math.min(page.height(), (by + 1) * block); y += 3) {
                        for (int x = bx * block; x < Math.min(page.width(), (bx + 1) * block); x += 3) {
                            counts[bytes[(y * page.width() + x) * bands + band] & 0xff]++;
                            total++;
                        }
                    }
                    int level = brighterThan(counts, total / 5);
                    levels[by * across + bx][band] = level;
                    all[level]++;
                }
            }
            usual[band] = brighterThan(all, across * down / 3);
            for (int[] level : levels) {
                if (level[band] < usual[band] * 0.7) {
                    level[band] = usual[band];
                }
            }
        }
        return new PaperColour(page.ink(), block, across, levels);
    }

    private static int brighterThan(int[] counts, int many) {
        int seen = 0;
        for (int value = 255; value > 0; value--) {
            seen += counts[value];
            if (seen > many) {
                return value;
            }
        }
        return 255;
    }

    /** @param to the last point, included */
    void paint(BufferedImage image, int y, int from, int to) {
        byte[] bytes = Pixels.bytes(image);
        if (ink == ColourDepth.BLACK_AND_WHITE) {
            int stride = (image.getWidth() + 7) / 8;
            for (int x = from; x <= to; x++) {
                bytes[y * stride + (x >> 3)] |= (byte) (0x80 >> (x & 7));
            }
            return;
        }
        int bands = ink == ColourDepth.COLOUR ? 3 : 1;
        for (int x = from; x <= to; x++) {
            int[] level = at(x, y);
            int at = (y * image.getWidth() + x) * bands;
            for (int band = 0; band < bands; band++) {
                bytes[at + band] = (byte) level[band];
            }
        }
    }

    int[] at(int x, int y) {
        return levels[Math.min(levels.length / across - 1, y / block) * across + Math.min(across - 1, x / block)];
    }
}
