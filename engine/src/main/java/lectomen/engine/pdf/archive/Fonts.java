package lectomen.engine.pdf.archive;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDCIDFontType2;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDFontDescriptor;
import org.apache.pdfbox.pdmodel.font.PDSimpleFont;
import org.apache.pdfbox.pdmodel.font.PDTrueTypeFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.font.PDType3Font;

/**
 * Fonts are embedded (ISO 19005-2, 6.2.11). One that does not is replaced by one of the same measures where the product has it;
 * else it prevents the conversion. Programs that lack a character which is shown, or disagree with the widths that the file gives, stand
 * in the way too: no honest change mends them.
 */
final class Fonts implements ArchiveFix {
    /** How far widths may lie apart, in thousandths of the font's size. */
    private static final double ALIKE = 1;

    private static final COSName SIGNS_OF_SUBSET = COSName.getPDFName("CIDSet");
    private static final COSName NAMES_OF_SUBSET = COSName.getPDFName("CharSet");

    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) throws IOException {
        boolean first = target.part() == 1;
        for (Map.Entry<PDFont, Set<Integer>> used : UsedCodes.of(document).entrySet()) {
            PDFont font = used.getKey();
            if (font instanceof PDType3Font) {
                continue;
            }
            if (!font.isEmbedded()) {
                replace(font, used.getValue(), first, findings);
            } else {
                check(font, used.getValue(), target, findings);
            }
            if (target == PdfTarget.PDF_A_2U) {
                checkText(font, used.getValue(), findings);
            }
        }
    }

    /** @param plainly whether the font's usual table of characters must do, as the first part wants it (ISO 19005-1, 6.3.7) */
    private static void replace(PDFont font, Set<Integer> codes, boolean plainly, Findings findings)
            throws IOException {
        String name = name(font);
        Optional<SubstituteFont> standIn =
                font instanceof PDSimpleFont simple ? SubstituteFont.findFor(simple, codes) : Optional.empty();
        if (standIn.isEmpty()) {
            findings.obstacle("archive.font-missing", "font", name);
        } else if (plainly && !SubstituteFont.hasUsualSigns((PDSimpleFont) font, codes)) {
            findings.obstacle("archive.font-codes", "font", name);
        } else {
            standIn.get().putInPlaceOf((PDSimpleFont) font, codes);
            findings.changedLooks(
                    "archive.font-replaced", "font", name, "by", standIn.get().name());
        }
    }

    private static void check(PDFont font, Set<Integer> codes, PdfTarget target, Findings findings) throws IOException {
        PDFontDescriptor descriptor = font.getFontDescriptor();
        COSDictionary dictionary = descriptor == null ? new COSDictionary() : descriptor.getCOSObject();
        if (target.part() > 1) { // what they list must be complete there, and they need not be there
            dictionary.removeItem(SIGNS_OF_SUBSET);
            dictionary.removeItem(NAMES_OF_SUBSET);
        }
        if (font instanceof PDType0Font composed
                && composed.getDescendantFont() instanceof PDCIDFontType2 drawn
                && !drawn.getCOSObject().containsKey(COSName.CID_TO_GID_MAP)) {
            drawn.getCOSObject().setItem(COSName.CID_TO_GID_MAP, COSName.IDENTITY);
        }
        if (target.part() == 1
                && font instanceof PDType0Font composed
                && !dictionary.containsKey(SIGNS_OF_SUBSET)
                && !listSigns(composed, dictionary)) {
            findings.obstacle("archive.font-list", "font", name(font));
        }
        if (font instanceof PDTrueTypeFont && descriptor != null && descriptor.isSymbolic()) {
            if (font.getCOSObject().containsKey(COSName.ENCODING)) {
                font.getCOSObject().removeItem(COSName.ENCODING);
                findings.changedLooks("archive.encoding-dropped", "font", name(font));
            }
        }
        Set<String> missing = new TreeSet<>();
        boolean widthsDiffer = false;
        for (int code : codes) {
            if (!hasSign(font, code)) {
                missing.add(Integer.toHexString(code));
            } else {
                widthsDiffer |= Math.abs(font.getWidth(code) - font.getWidthFromFont(code)) > ALIKE;
            }
        }
        if (!missing.isEmpty()) {
            findings.obstacle("archive.font-sign", "font", name(font), "signs", String.join(", ", missing));
        } else if (widthsDiffer) {
            findings.obstacle("archive.font-widths", "font", name(font));
        }
    }

    /** Writes which characters a subset has, a bit for each, as the first part wants it (6.3.5). */
    private static boolean listSigns(PDType0Font font, COSDictionary descriptor) throws IOException {
        if (!(font.getDescendantFont() instanceof PDCIDFontType2 drawn)
                || !COSName.IDENTITY.equals(drawn.getCOSObject().getDictionaryObject(COSName.CID_TO_GID_MAP))) {
            return false;
        }
        int signs = drawn.getTrueTypeFont().getNumberOfGlyphs();
        byte[] bits = new byte[(signs + 7) / 8];
        for (int sign = 0; sign < signs; sign++) {
            bits[sign / 8] |= (byte) (0x80 >> sign % 8);
        }
        COSStream list = new COSStream();
        try (OutputStream out = list.createOutputStream(COSName.FLATE_DECODE)) {
            out.write(bits);
        }
        descriptor.setItem(SIGNS_OF_SUBSET, list);
        return true;
    }

    private static boolean hasSign(PDFont font, int code) throws IOException {
        if (font instanceof PDType0Font composed) {
            return composed.codeToGID(code) != 0;
        }
        if (font instanceof PDTrueTypeFont drawn) {
            return drawn.codeToGID(code) != 0;
        }
        if (font instanceof PDSimpleFont simple && simple.getEncoding() != null) {
            String name = simple.getEncoding().getName(code);
            return !".notdef".equals(name) && simple.hasGlyph(name);
        }
        return true;
    }

    private static void checkText(PDFont font, Set<Integer> codes, Findings findings) {
        for (int code : codes) {
            String text = font.toUnicode(code);
            if (text == null || text.isEmpty() || text.indexOf('\uFFFD') >= 0 || text.indexOf('\0') >= 0) {
                findings.obstacle("archive.font-no-text", "font", name(font));
                return;
            }
        }
    }

    private static String name(PDFont font) {
        String name = String.valueOf(font.getName());
        return name.replaceFirst("^[A-Z]{6}\\+", "");
    }
}
