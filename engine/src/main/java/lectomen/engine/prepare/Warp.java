package lectomen.engine.prepare;

import java.awt.image.BufferedImage;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;

/** Moves pixels: each pixel of the new page is interpolated at its place on the old page. */
final class Warp {
    /** Where a new pixel comes from. */
    @FunctionalInterface
    interface From {
        /** @param old receives the place: x, then y */
        void find(int x, int y, double[] old);
    }

    private static final int WHITE_FROM = 150;

    private Warp() {}

    /** What comes from outside becomes paper. */
    static BufferedImage of(PagePixels page, int width, int height, From from) {
        ColourDepth ink = page.ink();
        boolean bits = ink == ColourDepth.BLACK_AND_WHITE;
        BufferedImage old = Pixels.as(bits ? ColourDepth.GREY : ink, page.image());
        BufferedImage moved = Pixels.empty(width, height, bits ? ColourDepth.GREY : ink);
        byte[] source = Pixels.bytes(old);
        byte[] target = Pixels.bytes(moved);
        int bands = ink == ColourDepth.COLOUR ? 3 : 1;
        int oldWidth = page.width();
        int oldHeight = page.height();
        PaperColour paper = PaperColour.of(bits ? page.with(old) : page);
        double[] at = new double[2];
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                from.find(x, y, at);
                int left = (int) at[0];
                int top = (int) at[1];
                int to = (y * width + x) * bands;
                if (at[0] < 0 || at[1] < 0 || left + 1 >= oldWidth || top + 1 >= oldHeight) {
                    outside(source, target, to, at, bands, oldWidth, oldHeight, paper);
                    continue;
                }
                int partX = (int) ((at[0] - left) * 256);
                int partY = (int) ((at[1] - top) * 256);
                int first = (top * oldWidth + left) * bands;
                int below = first + oldWidth * bands;
                for (int band = 0; band < bands; band++) {
                    byte own = source[first + band];
                    if (own == source[first + bands + band]
                            && own == source[below + band]
                            && own == source[below + bands + band]) {
                        target[to + band] = own; // bare paper, mostly
                        continue;
                    }
                    int upper = (source[first + band] & 0xff) * (256 - partX)
                            + (source[first + bands + band] & 0xff) * partX;
                    int lower = (source[below + band] & 0xff) * (256 - partX)
                            + (source[below + bands + band] & 0xff) * partX;
                    target[to + band] = (byte) ((upper * (256 - partY) + lower * partY + 32_768) >> 16);
                }
            }
        }
        return bits ? inked(moved) : moved;
    }

    /** A pixel stays ink where a good part of it is, so that lines one pixel wide don't break. */
    private static BufferedImage inked(BufferedImage grey) {
        byte[] points = Pixels.bytes(grey);
        for (int i = 0; i < points.length; i++) {
            points[i] = (byte) ((points[i] & 0xff) > WHITE_FROM ? 255 : 0);
        }
        return Pixels.as(ColourDepth.BLACK_AND_WHITE, grey);
    }

    private static void outside(
            byte[] source, byte[] target, int to, double[] at, int bands, int width, int height, PaperColour paper) {
        int x = (int) Math.round(at[0]);
        int y = (int) Math.round(at[1]);
        boolean onTheEdge = x >= 0 && y >= 0 && x < width && y < height;
        int[] level = paper.at(Math.max(0, Math.min(width - 1, x)), Math.max(0, Math.min(height - 1, y)));
        for (int band = 0; band < bands; band++) {
            target[to + band] = onTheEdge ? source[(y * width + x) * bands + band] : (byte) level[band];
        }
    }

    /** The page turned about its middle against the lean of its text. */
    static BufferedImage straightened(PagePixels page, double degrees) {
        double cos = Math.cos(Math.toRadians(degrees));
        double sin = Math.sin(Math.toRadians(degrees));
        double middleX = (page.width() - 1) / 2.0;
        double middleY = (page.height() - 1) / 2.0;
        return of(page, page.width(), page.height(), (x, y, old) -> {
            old[0] = middleX + (x - middleX) * cos - (y - middleY) * sin;
            old[1] = middleY + (x - middleX) * sin + (y - middleY) * cos;
        });
    }
}
