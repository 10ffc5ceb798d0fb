package lectomen.engine.pdf.typeset;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import javax.imageio.ImageIO;
import lectomen.engine.flow.FlowObject;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/** The pictures of one PDF, each stored once however often it is shown. A plain JPEG file is put in as it is. */
final class PdfPictures {
    /** Colours in printing inks mean nothing beside red, green and blue ones; such a picture is decoded. */
    private static final int INKS = 4;

    private final PDDocument document;
    private final boolean opaque;
    private int broken;
    private final Map<ByteBuffer, Optional<PDImageXObject>> stored = new HashMap<>();

    /** @param opaque whether nothing may shine through, as the first part of ISO 19005 asks */
    PdfPictures(PDDocument document, boolean opaque) {
        this.document = document;
        this.opaque = opaque;
    }

    /** Empty for one that can't be decoded. */
    Optional<PDImageXObject> find(FlowObject.Picture picture) {
        ByteBuffer key = ByteBuffer.wrap(picture.bytes());
        Optional<PDImageXObject> known = stored.get(key);
        if (known == null) {
            known = store(picture.bytes());
            stored.put(key, known);
        }
        if (known.isEmpty()) {
            broken++;
        }
        return known;
    }

    /** How often one should have been shown that can't be decoded. */
    int broken() {
        return broken;
    }

    private Optional<PDImageXObject> store(byte[] bytes) {
        try {
            if (isJpeg(bytes)) {
                PDImageXObject same = JPEGFactory.createFromByteArray(document, bytes);
                if (same.getColorSpace().getNumberOfComponents() != INKS) {
                    return Optional.of(same);
                }
            }
            BufferedImage image = ImageIO.read(new ByteArrayInputStream(bytes));
            if (image == null) {
                return Optional.empty();
            }
            boolean flatten = opaque && image.getColorModel().hasAlpha();
            return Optional.of(LosslessFactory.createFromImage(document, flatten ? onWhite(image) : image));
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    private static boolean isJpeg(byte[] bytes) {
        return bytes.length > 3 && (bytes[0] & 0xff) == 0xff && (bytes[1] & 0xff) == 0xd8;
    }

    private static BufferedImage onWhite(BufferedImage image) {
        BufferedImage flat = new BufferedImage(image.getWidth(), image.getHeight(), BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = flat.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, flat.getWidth(), flat.getHeight());
        graphics.drawImage(image, 0, 0, null);
        graphics.dispose();
        return flat;
    }
}
