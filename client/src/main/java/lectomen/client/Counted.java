package lectomen.client;

import java.util.Locale;

/** Counts with their nouns in sentences: "1 job", "1,200 jobs". */
final class Counted {
    private Counted() {}

    static String of(long count, String singular, String plural) {
        return String.format(Locale.ENGLISH, "%,d %s", count, count == 1 ? singular : plural);
    }
}
