package lectomen.engine.font;

import java.io.IOException;
import org.apache.fontbox.ttf.NamingTable;
import org.apache.fontbox.ttf.OS2WindowsMetricsTable;
import org.apache.fontbox.ttf.OpenTypeFont;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/** The names in a font file. */
record FontNames(String family, boolean bold, boolean italic) {
    private static final int ITALIC = 1;
    private static final int BOLD = 1 << 5;
    private static final int NO_EMBEDDING = 0x0002;

    /** @throws IOException if it is no TrueType font, or may not be put into files */
    static FontNames of(byte[] bytes) throws IOException {
        byte[] plain = Woff.is(bytes) ? Woff.unpack(bytes) : bytes;
        try (TrueTypeFont font = new TTFParser(true).parse(new RandomAccessReadBuffer(plain))) {
            NamingTable names = font.getNaming();
            OS2WindowsMetricsTable says = font.getOS2Windows();
            boolean outlines = !(font instanceof OpenTypeFont open) || !open.isPostScript();
            if (names == null || names.getFontFamily() == null || says == null || !outlines) {
                throw new IOException("the font has no name, or no TrueType outlines");
            }
            if ((says.getFsType() & 0xf) == NO_EMBEDDING) {
                throw new IOException("the font may not be put into files");
            }
            int style = says.getFsSelection();
            return new FontNames(names.getFontFamily(), (style & BOLD) != 0, (style & ITALIC) != 0);
        }
    }
}
