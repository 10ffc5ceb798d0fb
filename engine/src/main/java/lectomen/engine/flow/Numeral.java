package lectomen.engine.flow;

import java.util.Locale;

/** A number format. */
public enum Numeral {
    DECIMAL,
    /** With a nought before a single digit. */
    TWO_DIGITS,
    ROMAN,
    ROMAN_SMALL,
    LETTER,
    LETTER_SMALL,
    ORDINAL,
    SYMBOL,
    BULLET,
    NONE;

    private static final int[] VALUES = {1000, 900, 500, 400, 100, 90, 50, 40, 10, 9, 5, 4, 1};
    private static final String[] SIGNS = {"M", "CM", "D", "CD", "C", "XC", "L", "XL", "X", "IX", "V", "IV", "I"};
    private static final int LARGEST_ROMAN = 3_999;
    private static final int LARGEST_REPEATED = 780;
    private static final String[] SYMBOLS = {"*", "†", "‡", "§"};

    public String of(int number) {
        return switch (this) {
            case DECIMAL -> Integer.toString(number);
            case TWO_DIGITS -> number >= 0 && number < 10 ? "0" + number : Integer.toString(number);
            case ROMAN -> roman(number);
            case ROMAN_SMALL -> roman(number).toLowerCase(Locale.ROOT);
            case LETTER -> letters(number);
            case LETTER_SMALL -> letters(number).toLowerCase(Locale.ROOT);
            case ORDINAL -> ordinal(number);
            case SYMBOL -> symbol(number);
            case BULLET, NONE -> "";
        };
    }

    private static String roman(int number) {
        if (number < 1 || number > LARGEST_ROMAN) {
            return Integer.toString(number);
        }
        StringBuilder out = new StringBuilder();
        int left = number;
        for (int i = 0; i < VALUES.length; i++) {
            while (left >= VALUES[i]) {
                out.append(SIGNS[i]);
                left -= VALUES[i];
            }
        }
        return out.toString();
    }

    /** A to Z, then AA to ZZ, then AAA: the letter is repeated. */
    private static String letters(int number) {
        if (number < 1 || number > LARGEST_REPEATED) {
            return Integer.toString(number);
        }
        return Character.toString('A' + (number - 1) % 26).repeat((number - 1) / 26 + 1);
    }

    private static String ordinal(int number) {
        int two = Math.abs(number % 100);
        String ending =
                switch (two / 10 == 1 ? 0 : two % 10) {
                    case 1 -> "st";
                    case 2 -> "nd";
                    case 3 -> "rd";
                    default -> "th";
                };
        return number + ending;
    }

    private static String symbol(int number) {
        return number < 1 ? "" : SYMBOLS[(number - 1) % SYMBOLS.length].repeat((number - 1) / SYMBOLS.length + 1);
    }
}
