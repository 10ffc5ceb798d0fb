package lectomen.engine.pdf.write;

import java.awt.image.BufferedImage;
import java.io.BufferedOutputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.util.List;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.JpegBands;
import lectomen.engine.image.JpegFacts;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.PictureInfo;
import lectomen.engine.image.PictureSize;
import lectomen.engine.image.Pixels;
import lectomen.engine.layered.Layers;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.filter.FilterFactory;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.graphics.color.PDColorSpace;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceGray;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceRGB;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/** Makes the image objects of a page, each compressed as the page settings ask. */
final class PageImages {
    /** What may be in memory as a whole. */
    private static final long MOST_POINTS = 60_000_000;

    private static final int LAYER_QUALITY = 55;
    private static final int FOREGROUND_QUALITY = 60;

    private final PDDocument document;
    private final PageLook look;

    PageImages(PDDocument document, PageLook look) {
        this.document = document;
        this.look = look;
    }

    /**
     * Images that lie over each other on the same place.
     *
     * @param width of the upright page on paper, in points
     * @param stored whether they lie as they were stored, and must still be set upright
     */
    record Drawn(List<PDImageXObject> images, double width, double height, boolean stored) {}

    Drawn of(PictureFile pictures, int number) throws IOException {
        PictureInfo info = pictures.pages().get(number - 1);
        boolean small = (long) info.width() * info.height() <= MOST_POINTS;
        if (look.pictures() == PictureChoice.LAYERED && info.ink() != ColourDepth.BLACK_AND_WHITE && small) {
            return of(pictures.read(number, MOST_POINTS));
        }
        Optional<PDImageXObject> same = Optional.empty();
        if (look.pictures() != PictureChoice.JPEG) {
            same = asItIs(pictures, info);
        }
        PDImageXObject image = same.isPresent() ? same.get() : packed(pictures, number, info);
        return new Drawn(List.of(image), info.pageWidth(), info.pageHeight(), true);
    }

    /** The file's own stream, where any PDF may hold it. */
    private Optional<PDImageXObject> asItIs(PictureFile pictures, PictureInfo info) throws IOException {
        if (pictures.type() == FileType.JPEG) {
            JpegFacts facts = JpegFacts.of(pictures.path());
            if (!facts.complete()) {
                return Optional.empty(); // the decoder reports it
            }
            boolean holds = facts.usual() && facts.bits() == 8 && (facts.components() == 1 || facts.components() == 3);
            if (holds) {
                PDColorSpace colours = facts.components() == 1 ? PDDeviceGray.INSTANCE : PDDeviceRGB.INSTANCE;
                try (InputStream bytes = Files.newInputStream(pictures.path())) {
                    return Optional.of(new PDImageXObject(
                            document, bytes, COSName.DCT_DECODE, facts.width(), facts.height(), 8, colours));
                }
            }
        }
        boolean exact = pictures.type() == FileType.PNG || pictures.type() == FileType.GIF;
        boolean small = (long) info.width() * info.height() <= MOST_POINTS / 3;
        return exact && small && info.ink() != ColourDepth.BLACK_AND_WHITE ? lossless(pictures) : Optional.empty();
    }

    /** Drawings on screens come as these: few colours and sharp edges, which JPEG would blur and make larger. */
    private Optional<PDImageXObject> lossless(PictureFile pictures) throws IOException {
        PagePixels page = pictures.readAsStored(1, MOST_POINTS);
        PDImageXObject image = LosslessFactory.createFromImage(document, page.image());
        long came = Files.size(pictures.path());
        return image.getCOSObject().getLength() <= came * 1.1 ? Optional.of(image) : Optional.empty();
    }

    private PDImageXObject packed(PictureFile pictures, int number, PictureInfo info) throws IOException {
        if (info.ink() == ColourDepth.BLACK_AND_WHITE) {
            return bits(pictures.readAsStored(number, Long.MAX_VALUE).image());
        }
        COSStream stream = document.getDocument().createCOSStream();
        try (OutputStream raw = new BufferedOutputStream(stream.createRawOutputStream());
                JpegBands jpeg = new JpegBands(raw, info.size(), info.ink(), look.quality())) {
            pictures.bands(number, jpeg.rowsOfStrip(), jpeg::add);
        }
        return image(stream, info.width(), info.height(), info.ink());
    }

    private static PDImageXObject image(COSStream stream, int width, int height, ColourDepth ink) throws IOException {
        stream.setItem(COSName.FILTER, COSName.DCT_DECODE);
        stream.setItem(COSName.SUBTYPE, COSName.IMAGE);
        PDImageXObject image = new PDImageXObject(new PDStream(stream), null);
        image.setWidth(width);
        image.setHeight(height);
        image.setBitsPerComponent(8);
        image.setColorSpace(ink == ColourDepth.COLOUR ? PDDeviceRGB.INSTANCE : PDDeviceGray.INSTANCE);
        return image;
    }

    Drawn of(PagePixels page) throws IOException {
        if (page.ink() == ColourDepth.BLACK_AND_WHITE) {
            return new Drawn(List.of(bits(page.image())), page.pageWidth(), page.pageHeight(), false);
        }
        if (look.pictures() == PictureChoice.LAYERED) {
            return layered(page);
        }
        PDImageXObject image = jpeg(page.image(), look.quality());
        return new Drawn(List.of(image), page.pageWidth(), page.pageHeight(), false);
    }

    private Drawn layered(PagePixels page) throws IOException {
        Layers layers = Layers.of(page);
        PDImageXObject background = jpeg(layers.background(), Math.min(look.quality(), LAYER_QUALITY));
        PDImageXObject foreground = jpeg(layers.foreground(), Math.min(look.quality(), FOREGROUND_QUALITY));
        PDImageXObject mask = bits(layers.mask());
        mask.setStencil(true);
        mask.getCOSObject().removeItem(COSName.COLORSPACE);
        foreground.getCOSObject().setItem(COSName.MASK, mask);
        return new Drawn(List.of(background, foreground), page.pageWidth(), page.pageHeight(), false);
    }

    private PDImageXObject jpeg(BufferedImage image, int quality) throws IOException {
        ColourDepth ink = Pixels.inkOf(image);
        COSStream stream = document.getDocument().createCOSStream();
        PictureSize size = new PictureSize(image.getWidth(), image.getHeight(), 72, 72);
        try (OutputStream raw = new BufferedOutputStream(stream.createRawOutputStream());
                JpegBands jpeg = new JpegBands(raw, size, ink, quality)) {
            jpeg.add(image);
        }
        return image(stream, image.getWidth(), image.getHeight(), ink);
    }

    /** One bit per pixel by ITU-T T.6, which scanners and fax machines use too. */
    private PDImageXObject bits(BufferedImage image) throws IOException {
        byte[] bits =
                Pixels.bytes(Pixels.as(ColourDepth.BLACK_AND_WHITE, image)).clone();
        for (int i = 0; i < bits.length; i++) {
            bits[i] = (byte) ~bits[i];
        }
        COSDictionary parameters = new COSDictionary();
        parameters.setInt(COSName.K, -1);
        parameters.setInt(COSName.COLUMNS, image.getWidth());
        parameters.setInt(COSName.ROWS, image.getHeight());
        COSStream stream = document.getDocument().createCOSStream();
        stream.setItem(COSName.SUBTYPE, COSName.IMAGE);
        stream.setItem(COSName.DECODE_PARMS, parameters);
        stream.setInt(COSName.COLUMNS, image.getWidth());
        stream.setInt(COSName.ROWS, image.getHeight());
        try (OutputStream raw = stream.createRawOutputStream()) {
            FilterFactory.INSTANCE
                    .getFilter(COSName.CCITTFAX_DECODE)
                    .encode(new ByteArrayInputStream(bits), raw, stream, 0);
        }
        stream.removeItem(COSName.COLUMNS);
        stream.removeItem(COSName.ROWS);
        PDImageXObject packed = image(stream, image.getWidth(), image.getHeight(), ColourDepth.GREY);
        stream.setItem(COSName.FILTER, COSName.CCITTFAX_DECODE);
        packed.setBitsPerComponent(1);
        return packed;
    }
}
