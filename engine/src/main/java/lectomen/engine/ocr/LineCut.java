package lectomen.engine.ocr;

import java.awt.image.BufferedImage;
import java.util.Arrays;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Points;
import lectomen.engine.image.Resampling;

/**
 * A line cut out of its page as the recogniser wants it: 32 points high, 1.3 times as wide as it was in proportion, so that narrow
 * letters keep apart; paper 0 and ink 2, whatever their greys were. The measures are those that it was trained with.
 *
 * @param points row by row
 * @param perPoint how many of its points make one of the page, across
 */
record LineCut(float[] points, int width, double perPoint) {
    private static final double STRETCH = 1.3;
    private static final double MARGIN = 0.05;
    private static final int NARROWEST = 12;
    private static final int WIDEST = 4_000;
    private static final double LEAST_CONTRAST = 0.12;

    /** @param page in grey */
    static LineCut of(PagePixels page, int left, int top, int right, int bottom) {
        int margin = (int) Math.max(1, Math.round(MARGIN * (bottom - top)));
        int side = Math.max(2, (bottom - top) / 5);
        int x = Math.max(0, left - side);
        int y = Math.max(0, top - margin);
        int width = Math.min(page.width(), right + side) - x;
        int height = Math.min(page.height(), bottom + margin) - y;
        BufferedImage part = Points.part(page.image(), x, y, width, height);
        int wide = (int) Math.round((double) width * LineNet.HEIGHT / height * STRETCH);
        int tall = LineNet.HEIGHT;
        wide = Math.max(NARROWEST, Math.min(WIDEST, wide));
        byte[] scaled = Points.bytes(Resampling.to(part, wide, tall));
        return new LineCut(normalised(scaled, wide), wide, (double) wide / width);
    }

    /** Where the cut begins on the page. */
    static int begin(int left, int top, int bottom) {
        return Math.max(0, left - Math.max(2, (bottom - top) / 5));
    }

    private static float[] normalised(byte[] grey, int width) {
        int across = (width + 1) / 2;
        int[] sample = new int[across * (LineNet.HEIGHT / 2)];
        int count = 0;
        for (int y = 0; y < LineNet.HEIGHT; y += 2) {
            for (int x = 0; x < width; x += 2) {
                sample[count++] = grey[y * width + x] & 0xff;
            }
        }
        Arrays.sort(sample, 0, count);
        double paper = percentile(sample, count, 0.80) / 255;
        double dark = percentile(sample, count, 0.01) / 255;
        double range = Math.max(LEAST_CONTRAST, paper - dark);
        float[] points = new float[width * LineNet.HEIGHT];
        for (int i = 0; i < points.length; i++) {
            double ink = (paper - (grey[i] & 0xff) / 255.0) / range;
            int step = (int) (Math.max(-0.25, Math.min(1, ink)) * 200 + 50);
            points[i] = (step - 50) / 100f;
        }
        return points;
    }

    private static double percentile(int[] sorted, int count, double part) {
        double at = part * (count - 1);
        int below = (int) at;
        int above = Math.min(count - 1, below + 1);
        return sorted[below] + (at - below) * (sorted[above] - sorted[below]);
    }
}
