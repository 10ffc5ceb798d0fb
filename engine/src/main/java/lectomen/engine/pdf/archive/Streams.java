package lectomen.engine.pdf.archive;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.List;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;

/** Streams are inside the file, with filters that everyone can decode: no LZW, no encryption (ISO 19005-2, 6.1.7). */
final class Streams implements ArchiveFix {
    private static final List<COSName> FORBIDDEN =
            List.of(COSName.LZW_DECODE, COSName.getPDFName("LZW"), COSName.CRYPT);

    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) throws IOException {
        for (COSStream stream : AllDictionaries.streams(document)) {
            if (stream.containsKey(COSName.F) && !AllDictionaries.isType(stream, "EmbeddedFile")) {
                findings.obstacle("archive.stream-outside");
                continue;
            }
            if (usesForbidden(stream.getFilters())) {
                repack(stream);
                findings.changed("archive.repacked");
            }
        }
    }

    private static boolean usesForbidden(COSBase filters) {
        if (filters instanceof COSArray several) {
            for (COSBase one : several) {
                if (one instanceof COSName name && FORBIDDEN.contains(name)) {
                    return true;
                }
            }
            return false;
        }
        return filters instanceof COSName name && FORBIDDEN.contains(name);
    }

    private static void repack(COSStream stream) throws IOException {
        byte[] content;
        try (InputStream in = stream.createInputStream()) {
            content = in.readAllBytes();
        }
        stream.removeItem(COSName.DECODE_PARMS);
        stream.removeItem(COSName.DP);
        try (OutputStream out = stream.createOutputStream(COSName.FLATE_DECODE)) {
            out.write(content);
        }
    }
}
