package lectomen.engine.pdf.archive;

import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.contentstream.PDContentStream;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSNumber;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdfparser.PDFStreamParser;
import org.apache.pdfbox.pdfwriter.ContentStreamWriter;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;

/** Everything that draws: pages, forms, tiling patterns, Type 3 glyphs. */
final class ContentStreams {
    /** Changes the tokens of one stream. */
    @FunctionalInterface
    interface Rewriting {
        /** @return the new tokens, or the very same list where nothing changes */
        List<Object> rewrite(List<Object> tokens) throws IOException;
    }

    private ContentStreams() {}

    static void rewrite(PDDocument document, Rewriting rewriting) throws IOException {
        for (PDPage page : document.getPages()) {
            if (page.hasContents()) {
                List<Object> tokens = tokens(page);
                List<Object> rewritten = rewriting.rewrite(tokens);
                if (rewritten != tokens) {
                    PDStream stream = new PDStream(document);
                    write(rewritten, stream);
                    page.setContents(stream);
                }
            }
        }
        for (COSStream stream : AllDictionaries.streams(document)) {
            boolean draws = AllDictionaries.isSubtype(stream, "Form") || stream.getInt(COSName.PATTERN_TYPE) == 1;
            if (draws) {
                rewrite(stream, rewriting);
            }
        }
        for (COSDictionary font : AllDictionaries.dictionaries(document)) {
            COSDictionary glyphs =
                    AllDictionaries.isSubtype(font, "Type3") ? font.getCOSDictionary(COSName.CHAR_PROCS) : null;
            if (glyphs != null) {
                for (COSName glyph : new ArrayList<>(glyphs.keySet())) {
                    if (glyphs.getDictionaryObject(glyph) instanceof COSStream stream) {
                        rewrite(stream, rewriting);
                    }
                }
            }
        }
    }

    private static void rewrite(COSStream stream, Rewriting rewriting) throws IOException {
        PDFormXObject content = new PDFormXObject(stream);
        List<Object> tokens = tokens(content);
        List<Object> rewritten = rewriting.rewrite(tokens);
        if (rewritten != tokens) {
            stream.removeItem(COSName.DECODE_PARMS);
            write(rewritten, new PDStream(stream));
        }
    }

    private static List<Object> tokens(PDContentStream content) throws IOException {
        PDFStreamParser parser = new PDFStreamParser(content);
        return parser.parse();
    }

    private static void write(List<Object> tokens, PDStream to) throws IOException {
        try (OutputStream out = to.createOutputStream(COSName.FLATE_DECODE)) {
            new ContentStreamWriter(out).writeTokens(tokens);
        }
    }

    /** The last so many numbers before an operator, as they are written. */
    static float[] numbers(List<Object> tokens, int end, int count) {
        float[] numbers = new float[count];
        for (int i = 0; i < count; i++) {
            Object token = end - count + i >= 0 ? tokens.get(end - count + i) : null;
            numbers[i] = token instanceof COSNumber number ? number.floatValue() : 0;
        }
        return numbers;
    }

    static boolean isName(COSBase base, String... names) {
        if (base instanceof COSName name) {
            for (String one : names) {
                if (name.getName().equals(one)) {
                    return true;
                }
            }
        }
        return base instanceof COSArray array && array.size() == 1 && isName(array.getObject(0), names);
    }
}
