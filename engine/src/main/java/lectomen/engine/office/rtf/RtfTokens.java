package lectomen.engine.office.rtf;

import java.util.OptionalInt;

/** Splits a file into groups, control words and text (Rich Text Format 1.9.1, "Syntax"). */
final class RtfTokens {
    enum Kind {
        OPEN,
        CLOSE,
        WORD,
        /** A control symbol; its character is the word. */
        SYMBOL,
        /** One byte of text. */
        BYTE,
        /** Bytes that are no text. */
        BINARY,
        END
    }

    private final byte[] bytes;
    private int at;
    private Kind kind = Kind.END;
    private String word = "";
    private OptionalInt number = OptionalInt.empty();
    private int value;

    RtfTokens(byte[] bytes) {
        this.bytes = bytes;
    }

    Kind kind() {
        return kind;
    }

    String word() {
        return word;
    }

    /** What follows a control word. */
    OptionalInt number() {
        return number;
    }

    /** A byte of text. */
    int value() {
        return value;
    }

    Kind next() {
        kind = read();
        return kind;
    }

    private Kind read() {
        while (at < bytes.length && (bytes[at] == '\r' || bytes[at] == '\n' || bytes[at] == 0)) {
            at++;
        }
        if (at >= bytes.length) {
            return Kind.END;
        }
        int sign = bytes[at++] & 0xff;
        return switch (sign) {
            case '{' -> Kind.OPEN;
            case '}' -> Kind.CLOSE;
            case '\\' -> control();
            default -> {
                value = sign;
                yield Kind.BYTE;
            }
        };
    }

    private Kind control() {
        if (at >= bytes.length) {
            return Kind.END;
        }
        int sign = bytes[at] & 0xff;
        if (!isLetter(sign)) {
            at++;
            if (sign == '\'') {
                return hexByte();
            }
            // A line's end behind a backslash ends the paragraph.
            word = sign == '\r' || sign == '\n' ? "par" : String.valueOf((char) sign);
            number = OptionalInt.empty();
            return sign == '\r' || sign == '\n' ? Kind.WORD : Kind.SYMBOL;
        }
        int start = at;
        while (at < bytes.length && isLetter(bytes[at] & 0xff) && at - start < 40) {
            at++;
        }
        word = new String(bytes, start, at - start, java.nio.charset.StandardCharsets.US_ASCII);
        number = parameter();
        if (at < bytes.length && bytes[at] == ' ') {
            at++;
        }
        if (word.equals("bin")) {
            at = (int) Math.min(bytes.length, (long) at + Math.max(0, number.orElse(0)));
            return Kind.BINARY;
        }
        return Kind.WORD;
    }

    private OptionalInt parameter() {
        int start = at;
        boolean below = at < bytes.length && bytes[at] == '-';
        if (below) {
            at++;
        }
        long number = 0;
        int digits = 0;
        while (at < bytes.length && bytes[at] >= '0' && bytes[at] <= '9' && digits < 10) {
            number = number * 10 + bytes[at++] - '0';
            digits++;
        }
        if (digits == 0) {
            at = start;
            return OptionalInt.empty();
        }
        return OptionalInt.of((int) Math.max(Integer.MIN_VALUE, Math.min(Integer.MAX_VALUE, below ? -number : number)));
    }

    private Kind hexByte() {
        if (at + 2 > bytes.length) {
            at = bytes.length;
            return Kind.END;
        }
        int high = Character.digit(bytes[at], 16);
        int low = Character.digit(bytes[at + 1], 16);
        at += 2;
        value = high < 0 || low < 0 ? '?' : high * 16 + low;
        return Kind.BYTE;
    }

    private static boolean isLetter(int sign) {
        return (sign >= 'a' && sign <= 'z') || (sign >= 'A' && sign <= 'Z');
    }
}
