package lectomen.engine.pdf.archive;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.pdf.StandardFonts;
import org.apache.fontbox.ttf.TTFSubsetter;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSFloat;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.font.PDSimpleFont;
import org.apache.pdfbox.pdmodel.font.encoding.Encoding;
import org.apache.pdfbox.pdmodel.font.encoding.GlyphList;
import org.apache.pdfbox.pdmodel.font.encoding.WinAnsiEncoding;

/**
 * A font of the product with the metrics of a common office font, embedded where a file does not have that font. Only the characters
 * that are shown go in.
 */
final class SubstituteFont {
    private static final double ALIKE = 12;

    private final String name;
    private final TrueTypeFont font;

    private SubstituteFont(String name, TrueTypeFont font) {
        this.name = name;
        this.font = font;
    }

    String name() {
        return name;
    }

    /** Empty where none has the same measures, or all the characters that are shown. */
    static Optional<SubstituteFont> findFor(PDSimpleFont missing, Set<Integer> codes) throws IOException {
        Optional<String> file = StandardFonts.findFile(String.valueOf(missing.getName()));
        if (file.isEmpty() || missing.getEncoding() == null) {
            return Optional.empty();
        }
        SubstituteFont standIn =
                new SubstituteFont(file.get().replace("Liberation", "Liberation "), StandardFonts.open(file.get()));
        return standIn.fits(missing, codes) ? Optional.of(standIn) : Optional.empty();
    }

    private boolean fits(PDSimpleFont missing, Set<Integer> codes) throws IOException {
        for (int code : codes) {
            Optional<Integer> sign = sign(missing, code);
            if (sign.isEmpty() || font.getUnicodeCmapLookup().getGlyphId(sign.get()) == 0) {
                return false;
            }
            if (Math.abs(width(sign.get()) - missing.getWidth(code)) > ALIKE) {
                return false;
            }
        }
        return true;
    }

    /** Whether all characters that are shown have their usual codes. */
    static boolean hasUsualSigns(PDSimpleFont missing, Set<Integer> codes) {
        Encoding encoding = Objects.requireNonNull(missing.getEncoding());
        return codes.stream().allMatch(code -> encoding.getName(code).equals(WinAnsiEncoding.INSTANCE.getName(code)));
    }

    private static Optional<Integer> sign(PDSimpleFont missing, int code) {
        Encoding encoding = Objects.requireNonNull(missing.getEncoding());
        String text = GlyphList.getAdobeGlyphList().toUnicode(encoding.getName(code));
        return text == null || text.isEmpty() ? Optional.empty() : Optional.of(text.codePointAt(0));
    }

    private double width(int sign) throws IOException {
        int glyph = font.getUnicodeCmapLookup().getGlyphId(sign);
        return font.getAdvanceWidth(glyph) * 1_000.0 / font.getUnitsPerEm();
    }

    /** Changes the font's own dictionary, so that all that refers to it goes on to. */
    void putInPlaceOf(PDSimpleFont missing, Set<Integer> codes) throws IOException {
        Encoding encoding = Objects.requireNonNull(missing.getEncoding());
        COSArray differences = new COSArray();
        COSArray widths = new COSArray();
        int first = codes.stream().mapToInt(Integer::intValue).min().orElse(0);
        int last = codes.stream().mapToInt(Integer::intValue).max().orElse(0);
        TTFSubsetter subset = new TTFSubsetter(font);
        for (int code = first; code <= last; code++) {
            boolean shown = codes.contains(code);
            if (shown) {
                int sign = sign(missing, code).orElseThrow();
                subset.add(sign);
                widths.add(new COSFloat((float) width(sign)));
                String name = encoding.getName(code);
                if (!name.equals(WinAnsiEncoding.INSTANCE.getName(code))) {
                    differences.add(COSInteger.get(code));
                    differences.add(COSName.getPDFName(name));
                }
            } else {
                widths.add(COSInteger.ZERO);
            }
        }
        subset.setPrefix("LECTOM");
        ByteArrayOutputStream program = new ByteArrayOutputStream();
        subset.writeToStream(program);
        COSDictionary dictionary = missing.getCOSObject();
        dictionary.clear();
        String baseName = "LECTOM+" + font.getName();
        dictionary.setItem(COSName.TYPE, COSName.FONT);
        dictionary.setItem(COSName.SUBTYPE, COSName.TRUE_TYPE);
        dictionary.setName(COSName.BASE_FONT, baseName);
        dictionary.setInt(COSName.FIRST_CHAR, first);
        dictionary.setInt(COSName.LAST_CHAR, last);
        dictionary.setItem(COSName.WIDTHS, widths);
        COSDictionary encoded = new COSDictionary();
        encoded.setItem(COSName.TYPE, COSName.ENCODING);
        encoded.setItem(COSName.BASE_ENCODING, COSName.WIN_ANSI_ENCODING);
        if (differences.size() > 0) {
            encoded.setItem(COSName.DIFFERENCES, differences);
        }
        dictionary.setItem(COSName.ENCODING, differences.size() > 0 ? encoded : COSName.WIN_ANSI_ENCODING);
        dictionary.setItem(COSName.FONT_DESC, descriptor(baseName, program.toByteArray()));
    }

    private COSDictionary descriptor(String baseName, byte[] program) throws IOException {
        double unit = 1_000.0 / font.getUnitsPerEm();
        COSDictionary descriptor = new COSDictionary();
        descriptor.setItem(COSName.TYPE, COSName.FONT_DESC);
        descriptor.setName(COSName.FONT_NAME, baseName);
        descriptor.setInt(COSName.FLAGS, 32); // not symbolic
        COSArray box = new COSArray();
        box.add(new COSFloat((float) (font.getHeader().getXMin() * unit)));
        box.add(new COSFloat((float) (font.getHeader().getYMin() * unit)));
        box.add(new COSFloat((float) (font.getHeader().getXMax() * unit)));
        box.add(new COSFloat((float) (font.getHeader().getYMax() * unit)));
        descriptor.setItem(COSName.FONT_BBOX, box);
        descriptor.setFloat(COSName.ITALIC_ANGLE, font.getPostScript().getItalicAngle());
        descriptor.setFloat(COSName.ASCENT, (float) (font.getHorizontalHeader().getAscender() * unit));
        descriptor.setFloat(COSName.DESCENT, (float) (font.getHorizontalHeader().getDescender() * unit));
        descriptor.setFloat(COSName.CAP_HEIGHT, (float) (font.getOS2Windows().getCapHeight() * unit));
        descriptor.setInt(COSName.STEM_V, 80);
        COSStream file = new COSStream();
        file.setInt(COSName.LENGTH1, program.length);
        try (var out = file.createOutputStream(COSName.FLATE_DECODE)) {
            new ByteArrayInputStream(program).transferTo(out);
        }
        descriptor.setItem(COSName.FONT_FILE2, file);
        return descriptor;
    }
}
