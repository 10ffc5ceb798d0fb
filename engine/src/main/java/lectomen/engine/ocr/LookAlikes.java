package lectomen.engine.ocr;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.page.Word;

/** Characters that look alike in small or poor print, decided by their neighbours. */
final class LookAlikes {
    /**
     * No way to write amounts has two dots of which the last stands before two digits: {@code £9.583.32} was printed with a
     * comma.
     */
    private static final Pattern TWO_DOTS = Pattern.compile("[£€$]\\d{1,3}(?:\\.\\d{3})+\\.\\d{2}[.,;]?");
    /** Roman numbers, and words that begin as none in any of the languages: their small l is a capital I. */
    private static final Pattern ROMAN = Pattern.compile("(?=[IlVX]*l)[IlVX]{2,5}[.,;:)]?");

    private static final Pattern CAPITAL =
            Pattern.compile("l(?=[bcdfgkmnpqrstvwxz]\\p{Ll}*[aeiouyàáâäåæèéêëíîïòóôöøùúûü])\\p{Ll}+\\P{L}*");
    /** How much rarer a dot is than a comma before a word in small letters. */
    private static final double DOT_BEFORE_SMALL = 0.1;

    private LookAlikes() {}

    /** The words of a line or a piece of one, with those characters put right that their neighbours tell. */
    static List<Word> settled(List<Word> words) {
        List<Word> settled = new ArrayList<>();
        for (int i = 0; i < words.size(); i++) {
            Word word = words.get(i);
            String next = i + 1 < words.size() ? words.get(i + 1).text() : "";
            Word stopped = withStop(word, next);
            String text = mended(stopped.text());
            settled.add(
                    text.equals(stopped.text())
                            ? stopped
                            : new Word(text, stopped.box(), stopped.confidence(), stopped.doubts()));
        }
        return settled;
    }

    /** A doubtful dot before a word in small letters is mostly a comma. */
    private static Word withStop(Word word, String next) {
        String text = word.text();
        if (!text.endsWith(".") || next.isEmpty() || !Character.isLowerCase(next.charAt(0))) {
            return word;
        }
        String comma = text.substring(0, text.length() - 1) + ",";
        double dot = word.confidence() * DOT_BEFORE_SMALL;
        return word.doubts().others().stream()
                .filter(other -> other.text().equals(comma) && other.confidence() > dot)
                .findFirst()
                .map(other -> word.readAs(other, other.confidence() / (other.confidence() + dot)))
                .orElse(word);
    }

    /** The text as it must have been printed. */
    static String mended(String text) {
        if (TWO_DOTS.matcher(text).matches()) {
            int last = text.lastIndexOf('.', text.length() - 2);
            return text.substring(0, last).replace('.', ',') + text.substring(last);
        }
        if (ROMAN.matcher(text).matches()) {
            return text.replace('l', 'I');
        }
        Matcher capital = CAPITAL.matcher(text);
        return capital.matches() ? "I" + text.substring(1) : text;
    }
}
