package lectomen.engine.pdf.archive;

import java.io.IOException;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import lectomen.engine.pdf.PageWatcher;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.util.Matrix;
import org.apache.pdfbox.util.Vector;

/** Which character codes of which fonts are shown; invisible ones don't count. */
final class UsedCodes extends PageWatcher {
    private final IdentityHashMap<COSDictionary, PDFont> fonts = new IdentityHashMap<>();
    private final Map<COSDictionary, Set<Integer>> codes = new LinkedHashMap<>();

    private UsedCodes(PDPage page) {
        super(page);
    }

    static Map<PDFont, Set<Integer>> of(PDDocument document) throws IOException {
        Map<PDFont, Set<Integer>> all = new LinkedHashMap<>();
        IdentityHashMap<COSDictionary, PDFont> known = new IdentityHashMap<>();
        for (PDPage page : document.getPages()) {
            UsedCodes engine = new UsedCodes(page);
            engine.processPage(page);
            for (PDAnnotation annotation : page.getAnnotations()) {
                engine.showAnnotation(annotation);
            }
            engine.codes.forEach((dictionary, used) -> {
                PDFont font = known.computeIfAbsent(dictionary, key -> Objects.requireNonNull(engine.fonts.get(key)));
                all.computeIfAbsent(font, key -> new TreeSet<>()).addAll(used);
            });
        }
        return all;
    }

    @Override
    protected void showText(byte[] text) throws IOException {
        PDFont font = getGraphicsState().getTextState().getFont();
        if (font != null) {
            note(font);
        }
        super.showText(text);
    }

    private Set<Integer> note(PDFont font) {
        COSDictionary dictionary = font.getCOSObject();
        fonts.putIfAbsent(dictionary, font);
        return codes.computeIfAbsent(dictionary, key -> new TreeSet<>());
    }

    @Override
    protected void showGlyph(Matrix matrix, PDFont font, int code, Vector displacement) throws IOException {
        note(font).add(code);
        super.showGlyph(matrix, font, code, displacement);
    }
}
