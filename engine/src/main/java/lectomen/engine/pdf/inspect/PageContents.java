package lectomen.engine.pdf.inspect;

import java.io.IOException;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.graphics.PDXObject;
import org.apache.pdfbox.pdmodel.graphics.color.PDColorSpace;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceN;
import org.apache.pdfbox.pdmodel.graphics.color.PDSeparation;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/** The fonts and spot colours that pages name, also within what is drawn on them as a whole. */
final class PageContents {
    /** Inks that every printing process has, or that stand for all or none. */
    private static final Set<String> PROCESS = Set.of("Cyan", "Magenta", "Yellow", "Black", "All", "None");

    private final Map<String, PdfFacts.Font> fonts = new TreeMap<>();
    private final Set<String> spotColours = new TreeSet<>();
    private final Set<COSBase> seen = Collections.newSetFromMap(new IdentityHashMap<>());

    /** @throws IOException if the PDF is broken */
    void add(PDPage page) throws IOException {
        if (page.getResources() != null) {
            add(page.getResources());
        }
    }

    Map<String, PdfFacts.Font> fonts() {
        return fonts;
    }

    Set<String> spotColours() {
        return spotColours;
    }

    private void add(PDResources resources) throws IOException {
        if (!seen.add(resources.getCOSObject())) {
            return;
        }
        for (COSName name : resources.getFontNames()) {
            PDFont font = resources.getFont(name);
            if (font != null) {
                String called = String.valueOf(font.getName()).replaceFirst("^[A-Z]{6}\\+", "");
                fonts.put(called, new PdfFacts.Font(called, String.valueOf(font.getSubType()), font.isEmbedded()));
            }
        }
        for (COSName name : resources.getColorSpaceNames()) {
            add(resources.getColorSpace(name));
        }
        for (COSName name : resources.getXObjectNames()) {
            add(resources.getXObject(name), resources);
        }
    }

    private void add(PDXObject object, PDResources outer) throws IOException {
        if (object instanceof PDFormXObject form && form.getResources() != null) {
            add(form.getResources());
        }
        COSBase space =
                object instanceof PDImageXObject ? object.getCOSObject().getDictionaryObject(COSName.COLORSPACE) : null;
        if (space != null) {
            add(PDColorSpace.create(space, outer));
        }
    }

    private void add(PDColorSpace space) {
        if (space instanceof PDSeparation spot) {
            addInk(spot.getColorantName());
        } else if (space instanceof PDDeviceN mixed) {
            mixed.getColorantNames().forEach(this::addInk);
        }
    }

    private void addInk(String name) {
        if (!PROCESS.contains(name)) {
            spotColours.add(name);
        }
    }
}
