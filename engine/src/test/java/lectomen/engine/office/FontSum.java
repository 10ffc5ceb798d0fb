package lectomen.engine.office;

import java.io.IOException;
import java.io.InputStream;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.apache.fontbox.ttf.OS2WindowsMetricsTable;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/**
 * Works out sums of lengths in points. Besides numbers, brackets and + - * / they may hold {@code cm(2)}, and of a font and size {@code
 * width(serif, 12, 'Berth 4')}, {@code line(serif, 12)} for the height of a line and {@code below(serif, 12)} for what of it lies
 * below the letters' feet. It reads fonts by itself, apart from what it checks.
 */
final class FontSum {
    private static final Map<String, TrueTypeFont> FONTS = new HashMap<>();

    private final String text;
    private int at;

    private FontSum(String text) {
        this.text = text;
    }

    static double of(String sum) {
        FontSum work = new FontSum(sum);
        double value = work.sum();
        work.blanks();
        if (work.at < sum.length()) {
            throw new IllegalArgumentException("A sum ends at " + work.at + ": " + sum);
        }
        return value;
    }

    private void blanks() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
            at++;
        }
    }

    private boolean takes(char sign) {
        blanks();
        if (at < text.length() && text.charAt(at) == sign) {
            at++;
            return true;
        }
        return false;
    }

    private double sum() {
        double value = product();
        while (true) {
            if (takes('+')) {
                value += product();
            } else if (takes('-')) {
                value -= product();
            } else {
                return value;
            }
        }
    }

    private double product() {
        double value = part();
        while (true) {
            if (takes('*')) {
                value *= part();
            } else if (takes('/')) {
                value /= part();
            } else {
                return value;
            }
        }
    }

    private double part() {
        if (takes('(')) {
            double value = sum();
            require(')');
            return value;
        }
        blanks();
        int start = at;
        while (at < text.length() && (Character.isLetterOrDigit(text.charAt(at)) || text.charAt(at) == '.')) {
            at++;
        }
        String word = text.substring(start, at);
        return Character.isLetter(word.charAt(0)) ? function(word) : Double.parseDouble(word);
    }

    private void require(char sign) {
        if (!takes(sign)) {
            throw new IllegalArgumentException("A sum lacks " + sign + " at " + at + ": " + text);
        }
    }

    private double function(String name) {
        require('(');
        if (name.equals("cm")) {
            double value = sum() * 72 / 2.54;
            require(')');
            return value;
        }
        blanks();
        int start = at;
        while (text.charAt(at) != ',') {
            at++;
        }
        TrueTypeFont font = font(text.substring(start, at++).strip());
        double size = sum();
        double value;
        try {
            value = switch (name) {
                case "width" -> width(font, quoted()) * size;
                case "line" -> line(font) * size;
                case "below" -> bounds(font).getWinDescent() * size / font.getUnitsPerEm();
                default -> throw new IllegalArgumentException("A sum knows no " + name);
            };
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        require(')');
        return value;
    }

    private String quoted() {
        require(',');
        require('\'');
        int end = text.indexOf('\'', at);
        String quoted = text.substring(at, end);
        at = end + 1;
        return quoted;
    }

    private static double width(TrueTypeFont font, String letters) throws IOException {
        double width = 0;
        for (char letter : letters.toCharArray()) {
            width += font.getAdvanceWidth(font.getUnicodeCmapLookup().getGlyphId(letter));
        }
        return width / font.getUnitsPerEm();
    }

    private static OS2WindowsMetricsTable bounds(TrueTypeFont font) throws IOException {
        return Objects.requireNonNull(font.getOS2Windows());
    }

    private static double line(TrueTypeFont font) throws IOException {
        int bounds = bounds(font).getWinAscent() + bounds(font).getWinDescent();
        int own = font.getHorizontalHeader().getAscender()
                - font.getHorizontalHeader().getDescender();
        int gap = Math.max(0, font.getHorizontalHeader().getLineGap() - (bounds - own));
        return (double) (bounds + gap) / font.getUnitsPerEm();
    }

    private static TrueTypeFont font(String name) {
        return FONTS.computeIfAbsent(name, key -> {
            String file =
                    switch (key) {
                        case "serif" -> "Serif-Regular";
                        case "serifBold" -> "Serif-Bold";
                        case "sans" -> "Sans-Regular";
                        case "sansBold" -> "Sans-Bold";
                        case "mono" -> "Mono-Regular";
                        default -> throw new IllegalArgumentException("A sum knows no font " + key);
                    };
            try (InputStream in = FontSum.class.getResourceAsStream("/liberation/Liberation" + file + ".ttf")) {
                return new TTFParser()
                        .parse(new RandomAccessReadBuffer(
                                Objects.requireNonNull(in).readAllBytes()));
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
        });
    }
}
