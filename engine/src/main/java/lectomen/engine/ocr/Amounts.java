package lectomen.engine.ocr;

import java.util.regex.Pattern;

/**
 * Amounts of money, where small commas were taken for dots: no way to write them has two dots of which the last stands before two digits,
 * so that {@code £9.583.32} was printed as {@code £9,583.32}.
 */
final class Amounts {
    private static final Pattern TWO_DOTS = Pattern.compile("[£€$]\\d{1,3}(?:\\.\\d{3})+\\.\\d{2}[.,;]?");

    private Amounts() {}

    /** The text with the dots between groups as commas; the same where it is no such amount. */
    static String mended(String text) {
        if (!TWO_DOTS.matcher(text).matches()) {
            return text;
        }
        int last = text.lastIndexOf('.', text.length() - 2);
        return text.substring(0, last).replace('.', ',') + text.substring(last);
    }
}
