package lectomen.engine.office.rtf;

import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import java.util.HashMap;
import java.util.Map;
import lectomen.engine.flow.FormatProperty;

/** The font table of a file, by number, and the encoding of each font. */
final class RtfFonts {
    record Font(String name, FormatProperty.FontKind kind, Charset letters, boolean isSymbol) {}

    private final Map<Integer, Font> fonts = new HashMap<>();
    private Charset usual = page(1252);

    void usualPage(int page) {
        usual = page(page);
    }

    Charset usual() {
        return usual;
    }

    void put(int number, String name, FormatProperty.FontKind kind, int charset) {
        String plain = name.replaceFirst(";.*$", "").strip();
        fonts.put(number, new Font(plain, kind, charset < 0 ? usual : ofCharset(charset), charset == 2));
    }

    Font get(int number) {
        return fonts.getOrDefault(number, new Font("Times New Roman", FormatProperty.FontKind.ROMAN, usual, false));
    }

    private Charset ofCharset(int charset) {
        return switch (charset) {
            case 0 -> page(1252);
            case 77 -> named("x-MacRoman");
            case 128 -> named("windows-31j");
            case 129 -> named("x-windows-949");
            case 134 -> named("GBK");
            case 136 -> named("Big5");
            case 161 -> page(1253);
            case 162 -> page(1254);
            case 163 -> page(1258);
            case 177 -> page(1255);
            case 178 -> page(1256);
            case 186 -> page(1257);
            case 204 -> page(1251);
            case 222 -> named("x-windows-874");
            case 238 -> page(1250);
            default -> usual;
        };
    }

    static Charset page(int number) {
        return number == 65001
                ? StandardCharsets.UTF_8
                : named(number == 10000 ? "x-MacRoman" : number < 1000 ? "IBM" + number : "windows-" + number);
    }

    private static Charset named(String name) {
        try {
            return Charset.forName(name);
        } catch (IllegalCharsetNameException | UnsupportedCharsetException e) {
            return Charset.forName("windows-1252");
        }
    }
}
