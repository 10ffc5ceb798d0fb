package lectomen.engine.pdf;

import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/**
 * Whether the text layer of a page matches what is visible. Some programs write fonts whose codes stand for no letters, or
 * for wrong ones; what comes out is then no text, though it looks like some to a program.
 *
 * <p>Garbage is a page where more than a fifth of the glyphs stand for no letter, or where hardly a word of at least
 * {@value #FEWEST_WORDS} could be one: all letters of one script, with a vowel where the script is Latin, or a number, date or
 * code; or where many could not and too few letters are vowels, as when each letter was exchanged for another. A page with few
 * words is given the benefit of the doubt.
 *
 * @param sample the first words, for the reason
 */
record Legibility(double withoutLetter, double plausible, double vowels, int words, String sample) {
    private static final double MOST_WITHOUT_LETTER = 0.2;
    private static final double FEWEST_PLAUSIBLE = 0.4;
    private static final double USUALLY_PLAUSIBLE = 0.8;
    private static final double FEWEST_VOWELS = 0.22;
    private static final String VOWELS = "aeiouy\u00e6\u00f8\u0153\u0131";
    private static final int FEWEST_WORDS = 8;
    private static final int SAMPLE = 40;

    static Legibility of(Page page, int glyphs, int glyphsWithoutLetter) {
        List<Word> words = page.lines().stream()
                .map(Line::words)
                .flatMap(List::stream)
                .filter(word -> word.text().length() > 2)
                .toList();
        long plausible = words.stream().filter(word -> isPlausible(word.text())).count();
        String text = page.text().replaceAll("\\s+", " ");
        return new Legibility(
                glyphs == 0 ? 0 : (double) glyphsWithoutLetter / glyphs,
                words.isEmpty() ? 1 : (double) plausible / words.size(),
                vowels(page.text()),
                words.size(),
                text.length() > SAMPLE ? text.substring(0, SAMPLE) : text);
    }

    boolean isGarbage() {
        return withoutLetter > MOST_WITHOUT_LETTER || (words >= FEWEST_WORDS && isNoLanguage());
    }

    private boolean isNoLanguage() {
        return plausible < FEWEST_PLAUSIBLE || (plausible < USUALLY_PLAUSIBLE && vowels < FEWEST_VOWELS);
    }

    /** The share of vowels among the Latin letters; languages have about two in five. */
    private static double vowels(String text) {
        String plain = plain(text);
        long letters = plain.codePoints()
                .filter(c -> Character.isLetter(c) && Character.UnicodeScript.of(c) == Character.UnicodeScript.LATIN)
                .count();
        long vowels = plain.codePoints().filter(c -> VOWELS.indexOf(c) >= 0).count();
        return letters == 0 ? 1 : (double) vowels / letters;
    }

    private static String plain(String text) {
        return Normalizer.normalize(text.toLowerCase(Locale.ROOT), Normalizer.Form.NFD);
    }

    /** Whether it could be a word, a number, or a code such as MHP-2027-0101. */
    static boolean isPlausible(String word) {
        String bare = word.replaceAll(
                "^[\\p{Punct}\\u2018-\\u201f\\u00ab\\u00bb]+|[\\p{Punct}\\u2018-\\u201f\\u00ab\\u00bb]+$", "");
        if (bare.isEmpty() || bare.codePoints().allMatch(c -> Character.isDigit(c) || ".,:/-+".indexOf(c) >= 0)) {
            return true;
        }
        boolean codeLike = bare.matches("[\\p{Lu}\\d]+([-/._][\\p{Alnum}]+)+|\\p{Lu}{1,4}\\d+|\\d+\\p{L}{1,3}");
        if (codeLike) {
            return true;
        }
        for (String part : bare.split("[-\u2013/&'\u2019.]")) {
            if (!part.isEmpty() && !isLetters(part)) {
                return false;
            }
        }
        return true;
    }

    private static boolean isLetters(String part) {
        boolean letters = part.codePoints().allMatch(Character::isLetter);
        if (!letters) {
            return false;
        }
        boolean latin = part.codePoints().allMatch(c -> Character.UnicodeScript.of(c) == Character.UnicodeScript.LATIN);
        boolean shortForm = part.equals(part.toUpperCase(Locale.ROOT)) && part.length() < 6;
        if (!latin || part.length() < 3 || shortForm) {
            return true;
        }
        return plain(part).codePoints().anyMatch(c -> VOWELS.indexOf(c) >= 0);
    }
}
