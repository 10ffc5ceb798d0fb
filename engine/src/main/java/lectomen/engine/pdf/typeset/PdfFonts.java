package lectomen.engine.pdf.typeset;

import java.io.IOException;
import java.util.IdentityHashMap;
import lectomen.engine.font.FontFile;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** The fonts of one PDF, each embedded once, with the glyphs that were used. */
final class PdfFonts {
    private final PDDocument document;
    private final IdentityHashMap<FontFile, Used> used = new IdentityHashMap<>();

    PdfFonts(PDDocument document) {
        this.document = document;
    }

    Used use(FontFile file) throws IOException {
        Used known = used.get(file);
        if (known == null) {
            PDType0Font font = PDType0Font.load(document, file.font(), true);
            known = new Used(file, font, font.getCmapLookup(), "F" + (used.size() + 1));
            used.put(file, known);
        }
        return known;
    }

    /** Puts in what was used, once all is drawn. */
    void finish() throws IOException {
        for (Used one : used.values()) {
            one.font().subset();
        }
    }

    /** @param name by which pages refer to it */
    record Used(FontFile file, PDType0Font font, CmapLookup signs, String name) {
        /** The character's code, noted as used. */
        int code(int sign) {
            font.addToSubset(sign);
            return signs.getGlyphId(sign);
        }

        /** As PDF viewers have it: in whole thousandths. */
        double width(int sign) {
            return Math.round(Math.max(0, file.width(sign)) * 1_000) / 1_000.0;
        }
    }
}
