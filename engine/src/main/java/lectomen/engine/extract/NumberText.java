package lectomen.engine.extract;

import java.math.BigDecimal;
import java.text.DecimalFormatSymbols;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Finds a number in a piece of text. When both dot and comma occur, the last one is before the decimals; when one occurs
 * several times it groups, but for a last one with other than three digits behind it, as when 9,583.32 was read off a poor scan as
 * 9.583.32; a single one is read as the locale reads it.
 */
final class NumberText {
    private static final Pattern NUMBER = Pattern.compile(
            "[-\u2212]?\\d{1,3}(?:[ \u00a0\u202f'.,]\\d{3})+(?:[.,]\\d+)?(?!\\d)|[-\u2212]?\\d+(?:[.,]\\d+)?");

    private NumberText() {}

    static Optional<BigDecimal> find(String text, Locale locale) {
        Matcher matcher = NUMBER.matcher(text.strip());
        if (!matcher.find()) {
            return Optional.empty();
        }
        String found = matcher.group().replaceAll("[ \u00a0\u202f']", "").replace('\u2212', '-');
        int last = Math.max(found.lastIndexOf('.'), found.lastIndexOf(','));
        boolean groups = last >= 0 && found.indexOf(found.charAt(last)) != last;
        if (groups && found.length() - last != 4) {
            String whole = found.substring(0, last).replaceAll("[.,]", "");
            return Optional.of(new BigDecimal(whole + "." + found.substring(last + 1)));
        }
        char decimal = decimalMark(found, locale);
        String plain = found.replace(decimal == '.' ? "," : ".", "").replace(',', '.');
        return Optional.of(new BigDecimal(plain));
    }

    private static char decimalMark(String number, Locale locale) {
        int dot = number.lastIndexOf('.');
        int comma = number.lastIndexOf(',');
        if (dot >= 0 && comma >= 0) {
            return dot > comma ? '.' : ',';
        }
        int mark = Math.max(dot, comma);
        if (mark < 0) {
            return '.';
        }
        char seen = number.charAt(mark);
        if (number.indexOf(seen) != mark) {
            return seen == '.' ? ',' : '.';
        }
        boolean couldGroup = number.length() - mark == 4;
        char own = DecimalFormatSymbols.getInstance(locale).getDecimalSeparator() == ',' ? ',' : '.';
        return couldGroup ? own : seen;
    }
}
