package lectomen.engine.font;

import java.io.IOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.OS2WindowsMetricsTable;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/**
 * One TrueType font and its metrics, relative to its size.
 *
 * <p>A line of it is as high as office programs on the most common system make it: the bounds for clipping of its OS/2 table,
 * and what its line gap is more than they reach beyond its own ascent and descent (OpenType 1.9, OS/2 and hhea).
 */
public final class FontFile {
    private static final int PLAIN = 0x250;

    private final TrueTypeFont font;
    private final CmapLookup signs;
    private final double unit;
    private final double ascent;
    private final double descent;
    private final double gap;
    private final double underlineAt;
    private final double underlineWidth;
    private final double[] plainWidths = new double[PLAIN];
    private final Map<Integer, Double> widths = new ConcurrentHashMap<>();

    private FontFile(TrueTypeFont font) throws IOException {
        this.font = font;
        font.setEnableGsub(false);
        this.signs = font.getUnicodeCmapLookup();
        this.unit = 1.0 / font.getUnitsPerEm();
        double own = font.getHorizontalHeader().getAscender() * unit;
        double below = -font.getHorizontalHeader().getDescender() * unit;
        double ownGap = font.getHorizontalHeader().getLineGap() * unit;
        OS2WindowsMetricsTable bounds = font.getOS2Windows();
        if (bounds == null || bounds.getWinAscent() + bounds.getWinDescent() == 0) {
            this.ascent = own;
            this.descent = below;
            this.gap = Math.max(0, ownGap);
        } else {
            this.ascent = bounds.getWinAscent() * unit;
            this.descent = bounds.getWinDescent() * unit;
            this.gap = Math.max(0, ownGap - (ascent + descent - own - below));
        }
        this.underlineAt = -font.getPostScript().getUnderlinePosition() * unit;
        this.underlineWidth = Math.max(0.02, font.getPostScript().getUnderlineThickness() * unit);
        for (int sign = 0; sign < PLAIN; sign++) {
            int glyph = signs.getGlyphId(sign);
            plainWidths[sign] = glyph == 0 ? -1 : font.getAdvanceWidth(glyph) * unit;
        }
    }

    /** @throws IOException if it is no TrueType font, or broken */
    static FontFile read(byte[] bytes) throws IOException {
        byte[] plain = Woff.is(bytes) ? Woff.unpack(bytes) : bytes;
        return new FontFile(new TTFParser(true).parse(new RandomAccessReadBuffer(plain)));
    }

    /** The structures of the font, for those who put it into files. */
    public TrueTypeFont font() {
        return font;
    }

    public boolean has(int sign) {
        return width(sign) >= 0;
    }

    /** Of a character that it has; below 0 for one that it lacks. */
    public double width(int sign) {
        if (sign >= 0 && sign < PLAIN) {
            return plainWidths[sign];
        }
        Double known = widths.get(sign);
        if (known == null) {
            known = measured(sign);
            widths.put(sign, known);
        }
        return known;
    }

    private double measured(int sign) {
        try {
            int glyph = signs.getGlyphId(sign);
            return glyph == 0 ? -1 : font.getAdvanceWidth(glyph) * unit;
        } catch (IOException e) {
            return -1;
        }
    }

    /** Above the line's foot. */
    public double ascent() {
        return ascent;
    }

    /** Below the line's foot. */
    public double descent() {
        return descent;
    }

    /** Between two lines. */
    public double gap() {
        return gap;
    }

    /** Below the line's foot. */
    public double underlineAt() {
        return underlineAt;
    }

    public double underlineWidth() {
        return underlineWidth;
    }
}
