package lectomen.engine.pdf.archive;

import java.awt.image.BufferedImage;
import java.io.IOException;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/** Pictures have no alternates and are shown as they are (ISO 19005-2, 6.2.8); forms draw only themselves. */
final class Pictures implements ArchiveFix {
    private static final COSName OTHERS = COSName.getPDFName("Alternates");
    private static final COSName PRESS = COSName.getPDFName("OPI");
    private static final COSName REFERENCE = COSName.getPDFName("Ref");
    private static final COSName POSTSCRIPT = COSName.getPDFName("PS");

    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) throws IOException {
        for (COSStream stream : AllDictionaries.streams(document)) {
            stream.removeItem(PRESS);
            if (AllDictionaries.isSubtype(stream, "Image")) {
                stream.removeItem(OTHERS);
                if (stream.getBoolean(COSName.INTERPOLATE, false)) {
                    stream.setBoolean(COSName.INTERPOLATE, false);
                    findings.changed("archive.smoothing-off");
                }
                if (target.part() == 1 && uses(stream.getFilters(), COSName.JPX_DECODE)) {
                    repack(stream, findings);
                }
            } else if (AllDictionaries.isSubtype(stream, "Form")) {
                if (stream.containsKey(REFERENCE)) {
                    findings.obstacle("archive.page-outside");
                }
                stream.removeItem(POSTSCRIPT);
                stream.removeItem(COSName.getPDFName("Subtype2"));
            } else if (AllDictionaries.isSubtype(stream, "PS")) {
                findings.obstacle("archive.postscript");
            }
        }
    }

    private static void repack(COSStream stream, Findings findings) throws IOException {
        BufferedImage picture = new PDImageXObject(new PDStream(stream), null).getImage();
        PictureRewriter.replace(stream, picture);
        findings.changedLooks("archive.picture-repacked", "from", "JPEG 2000");
    }

    static boolean uses(COSBase filters, COSName filter) {
        if (filters instanceof COSArray several) {
            for (COSBase one : several) {
                if (filter.equals(one)) {
                    return true;
                }
            }
            return false;
        }
        return filter.equals(filters);
    }

    /** Whether a picture has a soft edge of its own. */
    static boolean hasSoftMask(COSDictionary picture) {
        return picture.getDictionaryObject(COSName.SMASK) instanceof COSStream;
    }
}
