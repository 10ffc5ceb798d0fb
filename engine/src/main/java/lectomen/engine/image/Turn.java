package lectomen.engine.image;

import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;

/** How a stored picture must be turned or mirrored to stand upright; the eight orientations of TIFF 6.0 and Exif. */
public enum Turn {
    NONE(1, 0, false),
    MIRRORED(2, 0, true),
    HALF(3, 2, false),
    HALF_MIRRORED(4, 2, true),
    LEFT_MIRRORED(5, 3, true),
    RIGHT(6, 1, false),
    RIGHT_MIRRORED(7, 1, true),
    LEFT(8, 3, false);

    private final int code;
    private final int quarters;
    private final boolean mirrored;

    Turn(int code, int quarters, boolean mirrored) {
        this.code = code;
        this.quarters = quarters;
        this.mirrored = mirrored;
    }

    /** Of a value of the tag Orientation; what is none counts as upright. */
    static Turn ofCode(int code) {
        for (Turn turn : values()) {
            if (turn.code == code) {
                return turn;
            }
        }
        return NONE;
    }

    /** Whether width and height change places. */
    public boolean isSideways() {
        return quarters % 2 == 1;
    }

    /** From a stored picture of that size to the upright one. */
    public AffineTransform transform(double width, double height) {
        AffineTransform upright = new AffineTransform();
        double uprightWidth = isSideways() ? height : width;
        double uprightHeight = isSideways() ? width : height;
        upright.translate(uprightWidth / 2, uprightHeight / 2);
        upright.quadrantRotate(quarters);
        if (mirrored) {
            upright.scale(-1, 1);
        }
        upright.translate(-width / 2, -height / 2);
        return upright;
    }

    /** The stored picture set upright, in its own form. */
    public BufferedImage applied(BufferedImage stored) {
        if (this == NONE) {
            return stored;
        }
        ColourDepth ink = Pixels.inkOf(stored);
        int width = stored.getWidth();
        int height = stored.getHeight();
        BufferedImage upright = Pixels.empty(isSideways() ? height : width, isSideways() ? width : height, ink);
        byte[] from = Pixels.bytes(stored);
        byte[] to = Pixels.bytes(upright);
        if (ink == ColourDepth.BLACK_AND_WHITE) {
            turnBits(from, to, width, height);
            return upright;
        }
        int bands = ink == ColourDepth.COLOUR ? 3 : 1;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int at = place(x, y, width, height) * bands;
                for (int band = 0; band < bands; band++) {
                    to[at + band] = from[(y * width + x) * bands + band];
                }
            }
        }
        return upright;
    }

    private void turnBits(byte[] from, byte[] to, int width, int height) {
        int stride = (width + 7) / 8;
        int uprightWidth = isSideways() ? height : width;
        int uprightStride = (uprightWidth + 7) / 8;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                if ((from[y * stride + (x >> 3)] & 0x80 >> (x & 7)) != 0) {
                    int at = place(x, y, width, height);
                    int column = at % uprightWidth;
                    to[at / uprightWidth * uprightStride + (column >> 3)] |= (byte) (0x80 >> (column & 7));
                }
            }
        }
    }

    /** Where a stored pixel goes, counted along the rows of the upright picture. */
    private int place(int storedX, int y, int width, int height) {
        int x = mirrored ? width - 1 - storedX : storedX;
        return switch (quarters) {
            case 1 -> x * height + (height - 1 - y);
            case 2 -> (height - 1 - y) * width + (width - 1 - x);
            case 3 -> (width - 1 - x) * height + y;
            default -> y * width + x;
        };
    }

    /** A turn by quarters to the right. */
    public static Turn ofQuarters(int quartersToTheRight) {
        return switch (Math.floorMod(quartersToTheRight, 4)) {
            case 1 -> RIGHT;
            case 2 -> HALF;
            case 3 -> LEFT;
            default -> NONE;
        };
    }
}
