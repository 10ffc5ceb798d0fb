package lectomen.engine.prepare;

import java.awt.image.BufferedImage;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.Pixels;

/**
 * Which pixels of a page are dark: one byte per pixel, 1 where there is ink.
 *
 * @param dark row by row
 */
public record InkMask(byte[] dark, int width, int height) {
    public static InkMask empty(int width, int height) {
        return new InkMask(new byte[width * height], width, height);
    }

    public InkMask copy() {
        return new InkMask(dark.clone(), width, height);
    }

    /** Of a picture of one bit per pixel. */
    static InkMask ofBits(BufferedImage image) {
        InkMask mask = empty(image.getWidth(), image.getHeight());
        byte[] bits = Pixels.bytes(Pixels.as(ColourDepth.BLACK_AND_WHITE, image));
        int stride = (mask.width + 7) / 8;
        for (int y = 0; y < mask.height; y++) {
            for (int x = 0; x < mask.width; x++) {
                mask.dark[y * mask.width + x] = (byte) (1 - (bits[y * stride + (x >> 3)] >> (7 - (x & 7)) & 1));
            }
        }
        return mask;
    }

    public boolean isDark(int x, int y) {
        return dark[y * width + x] != 0;
    }

    /** As a picture of one bit per pixel. */
    public BufferedImage image() {
        BufferedImage image = Pixels.empty(width, height, ColourDepth.BLACK_AND_WHITE);
        byte[] bits = Pixels.bytes(image);
        int stride = (width + 7) / 8;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                if (dark[y * width + x] == 0) {
                    bits[y * stride + (x >> 3)] |= (byte) (0x80 >> (x & 7));
                }
            }
        }
        return image;
    }

    /** Smaller by a whole factor; a new pixel is dark where any of its own were. */
    InkMask smaller(int factor) {
        if (factor <= 1) {
            return this;
        }
        InkMask small = empty(Math.max(1, width / factor), Math.max(1, height / factor));
        for (int y = 0; y < small.height * factor && y < height; y++) {
            for (int x = 0; x < small.width * factor && x < width; x++) {
                if (dark[y * width + x] != 0) {
                    small.dark[y / factor * small.width + x / factor] = 1;
                }
            }
        }
        return small;
    }

    /** Turned by a quarter to the right. */
    @SuppressWarnings("ArgumentSelectionDefectChecker") // what was high is wide now
    InkMask turned() {
        InkMask turned = empty(height, width);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                turned.dark[x * height + (height - 1 - y)] = dark[y * width + x];
            }
        }
        return turned;
    }
}
