package lectomen.engine.naming;

import java.math.BigInteger;
import java.util.Locale;
import java.util.Optional;

/** Transforms for counting: whole numbers keep their width, and letters count like spreadsheet columns (A, Z, AA). */
final class NumberTransforms {
    private static final int LETTERS = 26;
    private static final int MOST_LETTERS = 6;

    private NumberTransforms() {}

    static Optional<Transform> plus(Arguments arguments) {
        return arguments.match("#").map(values -> counted(new BigInteger(values.get(0))));
    }

    static Optional<Transform> minus(Arguments arguments) {
        return arguments.match("#").map(values -> counted(new BigInteger(values.get(0)).negate()));
    }

    private static Transform counted(BigInteger by) {
        return (text, around) -> {
            if (!text.matches("\\d{1,40}")) {
                return text;
            }
            String sum = new BigInteger(text).add(by).max(BigInteger.ZERO).toString();
            return "0".repeat(Math.max(0, text.length() - sum.length())) + sum;
        };
    }

    /** 1 is A, 27 is AA; what is no number from 1 on stays. */
    static String letter(String text) {
        if (!text.matches("\\d{1,8}") || Integer.parseInt(text) == 0) {
            return text;
        }
        StringBuilder letters = new StringBuilder();
        for (int left = Integer.parseInt(text); left > 0; left = (left - 1) / LETTERS) {
            letters.insert(0, (char) ('A' + (left - 1) % LETTERS));
        }
        return letters.toString();
    }

    /** A is 1, AA is 27; what is not made of letters stays. */
    static String number(String text) {
        if (!text.matches("[A-Za-z]{1," + MOST_LETTERS + "}")) {
            return text;
        }
        long number = 0;
        for (char letter : text.toUpperCase(Locale.ROOT).toCharArray()) {
            number = number * LETTERS + (letter - 'A' + 1);
        }
        return Long.toString(number);
    }
}
