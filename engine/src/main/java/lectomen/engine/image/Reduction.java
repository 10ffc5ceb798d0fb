package lectomen.engine.image;

import java.awt.image.BufferedImage;
import java.util.Arrays;

/**
 * Reduces a picture by a whole factor as its bands are read: each new pixel is the mean of a square of old ones. Never more
 * is in memory than the small picture and one row of sums.
 */
final class Reduction {
    private final int factor;
    private final int bands;
    private final int width;
    private final BufferedImage small;
    private final int[] sums;
    private int rowsIn;
    private int rowsOut;

    /** @param factor at least 1; what is left over at the right and at the bottom goes */
    Reduction(PictureInfo info, int factor) {
        this.factor = factor;
        ColourDepth ink = info.ink() == ColourDepth.COLOUR ? ColourDepth.COLOUR : ColourDepth.GREY;
        this.bands = ink == ColourDepth.COLOUR ? 3 : 1;
        this.width = Math.max(1, info.width() / factor);
        this.small = Pixels.empty(width, Math.max(1, info.height() / factor), ink);
        this.sums = new int[width * bands];
    }

    void add(BufferedImage band) {
        BufferedImage points = Pixels.as(bands == 3 ? ColourDepth.COLOUR : ColourDepth.GREY, band);
        byte[] from = Pixels.bytes(points);
        int stride = points.getWidth() * bands;
        int across = Math.min(points.getWidth(), width * factor);
        for (int y = 0; y < points.getHeight(); y++) {
            for (int x = 0; x < across; x++) {
                int to = x / factor * bands;
                int at = y * stride + x * bands;
                for (int i = 0; i < bands; i++) {
                    sums[to + i] += from[at + i] & 0xff;
                }
            }
            rowsIn++;
            if (rowsIn % factor == 0) {
                flush();
            }
        }
    }

    private void flush() {
        if (rowsOut < small.getHeight()) {
            byte[] to = Pixels.bytes(small);
            int area = factor * factor;
            for (int i = 0; i < sums.length; i++) {
                to[rowsOut * sums.length + i] = (byte) ((sums[i] + area / 2) / area);
            }
            rowsOut++;
        }
        Arrays.fill(sums, 0);
    }

    BufferedImage image() {
        return small;
    }
}
