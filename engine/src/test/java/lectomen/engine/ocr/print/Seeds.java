package lectomen.engine.ocr.print;

import java.util.Random;

/** Chance from a seed. Neighbouring seeds of {@link Random} begin alike; these don't. */
public final class Seeds {
    private static final long STIR = 0x9E3779B97F4A7C15L;

    private Seeds() {}

    public static Random random(long seed) {
        return new Random((seed * STIR) ^ (seed * STIR >>> 29));
    }
}
