package lectomen.engine.layout;

import lectomen.engine.prepare.InkMask;

/**
 * A straightened page during layout analysis: its grey values by row, and which of its pixels are ink. Both are changed in
 * place, so that what is no print goes from both.
 */
record Sheet(byte[] grey, InkMask mask, double dotsPerInch) {
    int width() {
        return mask.width();
    }

    int height() {
        return mask.height();
    }

    int greyAt(int at) {
        return grey[at] & 0xff;
    }

    /** So many inches in pixels, at least one. */
    int points(double inches) {
        return (int) Math.max(1, Math.round(inches * dotsPerInch));
    }
}
