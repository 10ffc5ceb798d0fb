package lectomen.engine.image;

import java.awt.geom.AffineTransform;

/** How a picture that is stored must be turned or mirrored to stand upright; the eight orientations of TIFF 6.0 and Exif. */
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
    AffineTransform transform(double width, double height) {
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
}
