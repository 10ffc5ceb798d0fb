package lectomen.engine.layered;

import java.awt.image.BufferedImage;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.prepare.InkMask;

/** The mean colours of one layer in large blocks; a block without pixels of the layer is filled from its neighbours. */
final class Coarse {
    private static final float SEAM = 0.01f;

    private final int width;
    private final int height;
    private final int bands;
    private final float[] sums;
    private final float[] weights;

    private Coarse(int width, int height, int bands) {
        this.width = width;
        this.height = height;
        this.bands = bands;
        this.sums = new float[width * height * bands];
        this.weights = new float[width * height];
    }

    /**
     * @param ofInk whether the means are over the points that the mask shows, or over the others; the seam where ink fades into
     *     paper counts for nothing in the background, and for little in the ink, where thin strokes have nothing else
     */
    static Coarse of(PagePixels page, InkMask mask, boolean ofInk, int width, int height) {
        int bands = page.ink() == ColourDepth.COLOUR ? 3 : 1;
        Coarse coarse = new Coarse(width, height, bands);
        byte[] bytes = Pixels.bytes(page.image());
        byte[] dark = mask.dark();
        int pageWidth = page.width();
        int pageHeight = page.height();
        int[] columns = new int[pageWidth];
        for (int x = 0; x < pageWidth; x++) {
            columns[x] = (int) ((long) x * width / pageWidth);
        }
        for (int y = 0; y < pageHeight; y++) {
            int row = (int) ((long) y * height / pageHeight) * width;
            int start = y * pageWidth;
            for (int x = 0; x < pageWidth; x++) {
                int at = start + x;
                int wanted = ofInk ? 1 : 0;
                if (dark[at] != wanted) {
                    continue;
                }
                boolean inside = (x == 0 || dark[at - 1] == wanted)
                        && (x + 1 == pageWidth || dark[at + 1] == wanted)
                        && (y == 0 || dark[at - pageWidth] == wanted)
                        && (y + 1 == pageHeight || dark[at + pageWidth] == wanted);
                float weight = inside ? 1 : ofInk ? SEAM : 0;
                int to = row + columns[x];
                coarse.weights[to] += weight;
                for (int band = 0; band < bands; band++) {
                    coarse.sums[to * bands + band] += weight * (bytes[at * bands + band] & 0xff);
                }
            }
        }
        return coarse;
    }

    /** Gives every place that is unknown the mean of what is known around it, looking as far as it needs. */
    void fill() {
        if (width == 1 && height == 1) {
            return;
        }
        Coarse half = new Coarse((width + 1) / 2, (height + 1) / 2, bands);
        boolean complete = true;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int at = y * width + x;
                complete &= weights[at] > 0;
                int to = y / 2 * half.width + x / 2;
                half.weights[to] += weights[at];
                for (int band = 0; band < bands; band++) {
                    half.sums[to * bands + band] += sums[at * bands + band];
                }
            }
        }
        if (complete) {
            return;
        }
        half.fill();
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int at = y * width + x;
                if (weights[at] == 0) {
                    takeFrom(half, at, x, y);
                }
            }
        }
    }

    private void takeFrom(Coarse half, int at, int x, int y) {
        int from = y / 2 * half.width + x / 2;
        if (half.weights[from] > 0) {
            weights[at] = 1;
            for (int band = 0; band < bands; band++) {
                sums[at * bands + band] = half.sums[from * bands + band] / half.weights[from];
            }
        }
    }

    BufferedImage image(ColourDepth ink) {
        BufferedImage image = Pixels.empty(width, height, ink);
        byte[] bytes = Pixels.bytes(image);
        for (int i = 0; i < weights.length; i++) {
            for (int band = 0; band < bands; band++) {
                float value = weights[i] == 0 ? 255 : sums[i * bands + band] / weights[i];
                bytes[i * bands + band] = (byte) Math.round(value);
            }
        }
        return image;
    }
}
