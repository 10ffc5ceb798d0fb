package lectomen.engine.print.raster;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * How the colours of raster pages are written (PWG 5102.4, sections 4.3.4 and 5.3.8). Those of devices with inks of their own are
 * not among them: what a page's colours would be in such inks only the device knows.
 */
public enum RasterColour {
    SRGB_8(19, 8, 3),
    ADOBE_RGB_8(20, 8, 3),
    RGB_8(1, 8, 3),
    CMYK_8(6, 8, 4),
    SRGB_16(19, 16, 3),
    ADOBE_RGB_16(20, 16, 3),
    RGB_16(1, 16, 3),
    CMYK_16(6, 16, 4),
    SGRAY_8(18, 8, 1),
    BLACK_8(3, 8, 1),
    SGRAY_16(18, 16, 1),
    BLACK_16(3, 16, 1),
    SGRAY_1(18, 1, 1),
    BLACK_1(3, 1, 1);

    private static final List<RasterColour> BITS = List.of(BLACK_1, SGRAY_1);

    private final int space;
    private final int bits;
    private final int parts;

    RasterColour(int space, int bits, int parts) {
        this.space = space;
        this.bits = bits;
        this.parts = parts;
    }

    /** As IPP calls it, such as {@code adobe-rgb_8}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace("adobe_", "adobe-");
    }

    public static Optional<RasterColour> find(String word) {
        return Stream.of(values()).filter(one -> one.word().equals(word)).findFirst();
    }

    /** The number of its colour space in a page's header. */
    int space() {
        return space;
    }

    int bitsPerPart() {
        return bits;
    }

    int parts() {
        return parts;
    }

    int bitsPerPixel() {
        return bits * parts;
    }

    int bytesPerLine(int width) {
        return (width * bitsPerPixel() + 7) / 8;
    }

    /** How many bytes are counted together where the same follows several times: a pixel, or eight of one bit. */
    int unit() {
        return Math.max(1, bitsPerPixel() / 8);
    }

    /** Whether a pixel is one bit. */
    public boolean isBits() {
        return bits == 1;
    }

    public boolean isGrey() {
        return parts == 1;
    }

    /** Whether high numbers are light, so that white is all ones. */
    boolean isLight() {
        return this != CMYK_8 && this != CMYK_16 && this != BLACK_8 && this != BLACK_16 && this != BLACK_1;
    }

    /**
     * Of those that a printer takes, the one that shows most of a page's colours.
     *
     * @param grey whether it is printed without colours
     * @param bits whether it is printed in black and white alone
     */
    public static Optional<RasterColour> choose(List<RasterColour> taken, boolean grey, boolean bits) {
        Stream<RasterColour> best = Stream.of(values());
        if (grey || bits) {
            best = Stream.concat(Stream.of(values()).filter(RasterColour::isGrey), best);
        }
        if (bits) {
            best = Stream.concat(BITS.stream(), best);
        }
        return best.filter(taken::contains).findFirst();
    }
}
