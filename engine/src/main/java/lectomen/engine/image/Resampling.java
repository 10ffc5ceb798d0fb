package lectomen.engine.image;

import java.awt.image.BufferedImage;
import java.util.Arrays;

/**
 * Enlarges or reduces pictures. Smaller ones take the mean of the area that each new pixel covers, larger ones go smoothly
 * from point to point; both along rows first and columns then, so that memory stays at one row of sums. One bit per pixel stays one
 * bit where it grows by whole rows, and becomes grey where means are needed.
 */
public final class Resampling {
    private Resampling() {}

    /** @param width wanted, at least 1 @param height likewise */
    public static BufferedImage to(BufferedImage image, int width, int height) {
        if (image.getWidth() == width && image.getHeight() == height) {
            return image;
        }
        ColourDepth ink = Pixels.inkOf(image);
        boolean grows = width >= image.getWidth() && height >= image.getHeight();
        if (ink == ColourDepth.BLACK_AND_WHITE && grows) {
            return nearest(Pixels.as(ink, image), width, height);
        }
        return means(
                Pixels.as(ink == ColourDepth.BLACK_AND_WHITE ? ColourDepth.GREY : ink, image),
                Math.max(1, width),
                Math.max(1, height));
    }

    private static BufferedImage nearest(BufferedImage image, int width, int height) {
        BufferedImage larger = Pixels.empty(width, height, ColourDepth.BLACK_AND_WHITE);
        byte[] from = Pixels.bytes(image);
        byte[] to = Pixels.bytes(larger);
        int fromStride = (image.getWidth() + 7) / 8;
        int toStride = (width + 7) / 8;
        for (int y = 0; y < height; y++) {
            int fromRow = (int) ((long) y * image.getHeight() / height) * fromStride;
            for (int x = 0; x < width; x++) {
                int source = (int) ((long) x * image.getWidth() / width);
                if ((from[fromRow + (source >> 3)] & 0x80 >> (source & 7)) != 0) {
                    to[y * toStride + (x >> 3)] |= (byte) (0x80 >> (x & 7));
                }
            }
        }
        return larger;
    }

    private static BufferedImage means(BufferedImage image, int width, int height) {
        ColourDepth ink = Pixels.inkOf(image);
        int bands = ink == ColourDepth.COLOUR ? 3 : 1;
        BufferedImage result = Pixels.empty(width, height, ink);
        byte[] from = Pixels.bytes(image);
        byte[] to = Pixels.bytes(result);
        Weights across = Weights.of(image.getWidth(), width);
        Weights down = Weights.of(image.getHeight(), height);
        float[][] rows = new float[image.getHeight()][];
        int kept = 0;
        float[] sum = new float[width * bands];
        for (int y = 0; y < height; y++) {
            Arrays.fill(sum, 0);
            int last = down.first(y) + down.count(y);
            for (; kept < down.first(y); kept++) {
                rows[kept] = null;
            }
            for (int row = down.first(y); row < last; row++) {
                if (rows[row] == null) {
                    rows[row] = across.row(from, row * image.getWidth() * bands, bands, width);
                }
                float weight = down.weight(y, row - down.first(y));
                float[] values = rows[row];
                for (int i = 0; i < sum.length; i++) {
                    sum[i] += weight * values[i];
                }
            }
            int start = y * width * bands;
            for (int i = 0; i < sum.length; i++) {
                to[start + i] = (byte) Math.max(0, Math.min(255, Math.round(sum[i])));
            }
        }
        return result;
    }

    /** How much each old pixel counts for a new one. */
    private record Weights(int[] firsts, float[][] weights) {
        static Weights of(int from, int to) {
            int[] firsts = new int[to];
            float[][] weights = new float[to][];
            double scale = (double) from / to;
            for (int i = 0; i < to; i++) {
                double begin = scale >= 1 ? i * scale : (i + 0.5) * scale - 0.5;
                double end = scale >= 1 ? (i + 1) * scale : begin + 1;
                int first = (int) Math.max(0, Math.min(from - 1, Math.floor(begin)));
                int last = (int) Math.max(first, Math.min(from - 1, Math.ceil(end) - 1));
                float[] own = new float[last - first + 1];
                float total = 0;
                for (int j = first; j <= last; j++) {
                    double part = scale >= 1
                            ? Math.min(end, j + 1) - Math.max(begin, j)
                            : 1 - Math.abs(Math.max(0, Math.min(from - 1, begin)) - j);
                    own[j - first] = (float) Math.max(0, part);
                    total += own[j - first];
                }
                for (int j = 0; j < own.length; j++) {
                    own[j] = total > 0 ? own[j] / total : 1f / own.length;
                }
                firsts[i] = first;
                weights[i] = own;
            }
            return new Weights(firsts, weights);
        }

        int first(int at) {
            return firsts[at];
        }

        int count(int at) {
            return weights[at].length;
        }

        float weight(int at, int i) {
            return weights[at][i];
        }

        float[] row(byte[] from, int start, int bands, int width) {
            float[] row = new float[width * bands];
            for (int x = 0; x < width; x++) {
                float[] own = weights[x];
                for (int band = 0; band < bands; band++) {
                    float sum = 0;
                    int at = start + firsts[x] * bands + band;
                    for (float weight : own) {
                        sum += weight * (from[at] & 0xff);
                        at += bands;
                    }
                    row[x * bands + band] = sum;
                }
            }
            return row;
        }
    }
}
