package lectomen.engine.ocr;

import java.awt.image.BufferedImage;
import java.util.Arrays;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Resampling;

/**
 * A piece of a line as the recogniser's input: 32 pixels high, 1.3 times its proportional width so that narrow letters stay
 * apart; paper is 0 and ink 2, whatever the grey values were. The measures are those that it was trained with.
 *
 * @param points row by row
 * @param perPoint how many of its pixels make one of the page, across
 */
record LineImage(float[] points, int width, double perPoint) {
    private static final double STRETCH = 1.3;
    private static final int NARROWEST = 12;
    private static final int WIDEST = 4_000;
    private static final double LEAST_CONTRAST = 0.12;

    /** @param picture of the piece in grey */
    static LineImage of(BufferedImage picture) {
        double across = (double) picture.getWidth() * LineNet.HEIGHT / picture.getHeight() * STRETCH;
        int wide = (int) Math.max(NARROWEST, Math.min(WIDEST, Math.round(across)));
        byte[] scaled = Pixels.bytes(Resampling.to(picture, wide, LineNet.HEIGHT));
        return new LineImage(normalised(scaled, wide), wide, (double) wide / picture.getWidth());
    }

    private static float[] normalised(byte[] grey, int width) {
        byte[] ink = contrast(grey, width);
        float[] points = new float[ink.length];
        for (int i = 0; i < points.length; i++) {
            points[i] = ((ink[i] & 0xff) - 50) / 100f;
        }
        return points;
    }

    /** Paper about 50 and ink up to 250; the trainer does the same, to the last point. */
    static byte[] contrast(byte[] grey, int width) {
        int height = grey.length / width;
        int[] sample = new int[(width + 1) / 2 * ((height + 1) / 2)];
        int count = 0;
        for (int y = 0; y < height; y += 2) {
            for (int x = 0; x < width; x += 2) {
                sample[count++] = grey[y * width + x] & 0xff;
            }
        }
        Arrays.sort(sample, 0, count);
        double paper = percentile(sample, count, 0.80) / 255;
        double dark = percentile(sample, count, 0.01) / 255;
        double range = Math.max(LEAST_CONTRAST, paper - dark);
        byte[] steps = new byte[grey.length];
        for (int i = 0; i < steps.length; i++) {
            double ink = (paper - (grey[i] & 0xff) / 255.0) / range;
            steps[i] = (byte) (int) (Math.max(-0.25, Math.min(1, ink)) * 200 + 50);
        }
        return steps;
    }

    private static double percentile(int[] sorted, int count, double part) {
        double at = part * (count - 1);
        int below = (int) at;
        int above = Math.min(count - 1, below + 1);
        return sorted[below] + (at - below) * (sorted[above] - sorted[below]);
    }
}
