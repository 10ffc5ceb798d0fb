package lectomen.engine.print.raster;

/** Turns pixels of the screen's colours into those of a raster page. */
final class PixelInk {
    private static final int LEVELS = 256;
    private static final int FINE = 4_096;

    /** 8-bit values of sRGB as amounts of light (IEC 61966-2-1). */
    private static final double[] LIGHT = new double[LEVELS];

    /** The inverse for Adobe RGB (1998), whose gamma is 2 + 51/256, in 16 bits. */
    private static final int[] ADOBE = new int[FINE + 1];

    /** Thresholds of an ordered dither, in rows and columns of eight. */
    private static final int[][] DITHER = new int[8][8];

    static {
        for (int i = 0; i < LEVELS; i++) {
            double value = i / 255.0;
            LIGHT[i] = value <= 0.04045 ? value / 12.92 : Math.pow((value + 0.055) / 1.055, 2.4);
        }
        for (int i = 0; i <= FINE; i++) {
            ADOBE[i] = (int) Math.round(Math.pow((double) i / FINE, 256.0 / 563) * 65_535);
        }
        for (int y = 0; y < 8; y++) {
            for (int x = 0; x < 8; x++) {
                DITHER[y][x] = 4 * mixed(x ^ y, y) + 2;
            }
        }
    }

    private final RasterColour colour;

    PixelInk(RasterColour colour) {
        this.colour = colour;
    }

    /** The bits of both numbers in turn, the lowest first and the most significant: neighbours lie far apart. */
    private static int mixed(int first, int second) {
        int mixed = 0;
        for (int bit = 0; bit < 3; bit++) {
            mixed = (mixed << 2) | ((first >> bit & 1) << 1) | (second >> bit & 1);
        }
        return mixed;
    }

    static int grey(int rgb) {
        return ((rgb >> 16 & 0xff) * 299 + (rgb >> 8 & 0xff) * 587 + (rgb & 0xff) * 114 + 500) / 1_000;
    }

    /** Writes a pixel's bytes. Not for pixels of one bit. */
    void write(int rgb, byte[] to, int at) {
        int red = rgb >> 16 & 0xff;
        int green = rgb >> 8 & 0xff;
        int blue = rgb & 0xff;
        switch (colour) {
            case SRGB_8, RGB_8 -> {
                to[at] = (byte) red;
                to[at + 1] = (byte) green;
                to[at + 2] = (byte) blue;
            }
            case SRGB_16, RGB_16 -> {
                put(to, at, red);
                put(to, at + 2, green);
                put(to, at + 4, blue);
            }
            case SGRAY_8, SGRAY_16 -> put(to, at, grey(rgb));
            case BLACK_8, BLACK_16 -> put(to, at, 255 - grey(rgb));
            case CMYK_8, CMYK_16 -> {
                int white = Math.max(red, Math.max(green, blue));
                int step = colour.bitsPerPart() / 8;
                put(to, at, white - red);
                put(to, at + step, white - green);
                put(to, at + 2 * step, white - blue);
                put(to, at + 3 * step, 255 - white);
            }
            case ADOBE_RGB_8, ADOBE_RGB_16 -> writeAdobe(LIGHT[red], LIGHT[green], LIGHT[blue], to, at);
            case SGRAY_1, BLACK_1 -> throw new IllegalStateException("Pixels of one bit are written by lines");
        }
    }

    private void put(byte[] to, int at, int value) {
        to[at] = (byte) value;
        if (colour.bitsPerPart() == 16) {
            to[at + 1] = (byte) value;
        }
    }

    /** Its green goes beyond that of sRGB, its red and blue are the same (Adobe RGB (1998), section 4.3.6). */
    private void writeAdobe(double red, double green, double blue, byte[] to, int at) {
        int step = colour.bitsPerPart() / 8;
        putFine(to, at, 0.71513 * red + 0.28487 * green);
        putFine(to, at + step, green);
        putFine(to, at + 2 * step, 0.04117 * green + 0.95883 * blue);
    }

    private void putFine(byte[] to, int at, double light) {
        int value = ADOBE[(int) Math.round(light * FINE)];
        if (colour.bitsPerPart() == 16) {
            to[at] = (byte) (value >> 8);
            to[at + 1] = (byte) value;
        } else {
            to[at] = (byte) ((value + 128) / 257);
        }
    }

    /**
     * A line of one bit per pixel. Grey becomes a pattern of dots; black and white stay what they are.
     *
     * @param y of the line on the page
     * @param plain whether grey becomes black or white instead
     */
    void bits(int[] rgb, int offset, int width, int y, boolean plain, byte[] line) {
        int[] thresholds = DITHER[y & 7];
        boolean light = colour.isLight();
        for (int at = 0; at < line.length; at++) {
            int eight = 0;
            for (int bit = 0; bit < 8; bit++) {
                int x = at * 8 + bit;
                boolean black = x < width && grey(rgb[offset + x]) < (plain ? 128 : thresholds[bit]);
                eight = (eight << 1) | (black == light ? 0 : 1);
            }
            line[at] = (byte) eight;
        }
    }
}
