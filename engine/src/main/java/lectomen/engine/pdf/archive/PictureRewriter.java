package lectomen.engine.pdf.archive;

import java.awt.image.BufferedImage;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.JpegBands;
import lectomen.engine.image.PictureSize;
import lectomen.engine.image.Pixels;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;

/**
 * Replaces the pixels of a picture stream: as a high-quality JPEG where it was one or is large, else losslessly. Its masks stay.
 */
final class PictureRewriter {
    private static final int QUALITY = 92;
    private static final long SMALL = 1_000_000;

    private PictureRewriter() {}

    static void replace(COSStream stream, BufferedImage picture) throws IOException {
        ColourDepth ink = Pixels.inkOf(picture) == ColourDepth.COLOUR ? ColourDepth.COLOUR : ColourDepth.GREY;
        boolean lossless = (long) picture.getWidth() * picture.getHeight() < SMALL
                && !Pictures.uses(stream.getFilters(), COSName.DCT_DECODE);
        stream.removeItem(COSName.DECODE_PARMS);
        stream.removeItem(COSName.DECODE);
        if (lossless) {
            writeAll(stream, picture);
        } else {
            PictureSize size = new PictureSize(picture.getWidth(), picture.getHeight(), 72, 72);
            try (OutputStream raw = new BufferedOutputStream(stream.createRawOutputStream());
                    JpegBands jpeg = new JpegBands(raw, size, ink, QUALITY)) {
                jpeg.add(Pixels.as(ink, picture));
            }
            stream.setItem(COSName.FILTER, COSName.DCT_DECODE);
        }
        boolean colour = lossless || ink == ColourDepth.COLOUR;
        stream.setItem(COSName.COLORSPACE, colour ? COSName.DEVICERGB : COSName.DEVICEGRAY);
        stream.setInt(COSName.BITS_PER_COMPONENT, 8);
        stream.setInt(COSName.WIDTH, picture.getWidth());
        stream.setInt(COSName.HEIGHT, picture.getHeight());
    }

    private static void writeAll(COSStream stream, BufferedImage picture) throws IOException {
        try (OutputStream out = new BufferedOutputStream(stream.createOutputStream(COSName.FLATE_DECODE))) {
            for (int y = 0; y < picture.getHeight(); y++) {
                for (int x = 0; x < picture.getWidth(); x++) {
                    int rgb = picture.getRGB(x, y);
                    out.write(rgb >> 16);
                    out.write(rgb >> 8);
                    out.write(rgb);
                }
            }
        }
    }
}
