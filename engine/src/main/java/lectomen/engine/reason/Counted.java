package lectomen.engine.reason;

import java.util.Locale;

/** Counts with their nouns in sentences: "1 page", "1,200 pages". */
public final class Counted {
    private Counted() {}

    public static String of(long count, String singular, String plural) {
        return String.format(Locale.ENGLISH, "%,d %s", count, count == 1 ? singular : plural);
    }
}
