package lectomen.engine.office;

import java.util.Locale;
import java.util.Map;
import org.apache.pdfbox.pdmodel.font.encoding.Encoding;
import org.apache.pdfbox.pdmodel.font.encoding.GlyphList;
import org.apache.pdfbox.pdmodel.font.encoding.SymbolEncoding;
import org.apache.pdfbox.pdmodel.font.encoding.ZapfDingbatsEncoding;

/** Unicode for characters of fonts that have pictures or Greek in place of letters. */
public final class SymbolSigns {
    private static final int PRIVATE = 0xF000;

    /** The characters of the most used of them, by their codes. */
    private static final Map<Integer, Integer> PICTURES = Map.ofEntries(
            Map.entry(0x28, 0x260E),
            Map.entry(0x2A, 0x2709),
            Map.entry(0x4A, 0x263A),
            Map.entry(0x6C, 0x25CF),
            Map.entry(0x6E, 0x25A0),
            Map.entry(0x6F, 0x25A1),
            Map.entry(0x71, 0x2751),
            Map.entry(0x72, 0x2752),
            Map.entry(0x74, 0x2B27),
            Map.entry(0x75, 0x25C6),
            Map.entry(0x76, 0x2756),
            Map.entry(0x77, 0x2B25),
            Map.entry(0x9F, 0x2022),
            Map.entry(0xA7, 0x25AA),
            Map.entry(0xA8, 0x25FB),
            Map.entry(0xD8, 0x27A2),
            Map.entry(0xDF, 0x2190),
            Map.entry(0xE0, 0x2192),
            Map.entry(0xE1, 0x2191),
            Map.entry(0xE2, 0x2193),
            Map.entry(0xE8, 0x2794),
            Map.entry(0xF0, 0x21E8),
            Map.entry(0xFB, 0x2717),
            Map.entry(0xFC, 0x2713),
            Map.entry(0xFD, 0x2612),
            Map.entry(0xFE, 0x2611));

    private SymbolSigns() {}

    /** Whether the font's letters mean other characters. */
    public static boolean isSymbolFont(String font) {
        String name = font.toLowerCase(Locale.ROOT);
        return name.equals("symbol")
                || name.startsWith("wingdings")
                || name.startsWith("webdings")
                || name.contains("dingbats");
    }

    /** The text with Unicode's own characters; what has no place there stays a filled bullet. */
    public static String plain(String text, String font) {
        StringBuilder out = new StringBuilder();
        text.codePoints().forEach(sign -> out.appendCodePoint(plain(sign, font)));
        return out.toString();
    }

    private static int plain(int sign, String font) {
        boolean isPrivate = sign >= PRIVATE && sign <= PRIVATE + 0xff;
        if (!isPrivate && (sign > 0xff || !isSymbolFont(font))) {
            return sign;
        }
        int code = isPrivate ? sign - PRIVATE : sign;
        if (code == ' ') {
            return ' ';
        }
        String name = font.toLowerCase(Locale.ROOT);
        if (name.equals("symbol") || (isPrivate && !isSymbolFont(font))) {
            return named(SymbolEncoding.INSTANCE, GlyphList.getAdobeGlyphList(), code);
        }
        if (name.contains("zapf")) {
            return named(ZapfDingbatsEncoding.INSTANCE, GlyphList.getZapfDingbats(), code);
        }
        return PICTURES.getOrDefault(code, 0x2022);
    }

    /** Letters that are symbols of units elsewhere are Greek here. */
    private static int greek(int sign) {
        return switch (sign) {
            case 0x00B5 -> 0x03BC;
            case 0x2126 -> 0x03A9;
            case 0x2206 -> 0x0394;
            default -> sign;
        };
    }

    private static int named(Encoding encoding, GlyphList list, int code) {
        String text = list.toUnicode(encoding.getName(code));
        return text == null || text.isEmpty() ? 0x2022 : greek(text.codePointAt(0));
    }
}
