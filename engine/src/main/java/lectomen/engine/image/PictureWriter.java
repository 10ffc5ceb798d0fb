package lectomen.engine.image;

import java.awt.image.BufferedImage;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.plugins.tiff.BaselineTIFFTagSet;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;
import javax.imageio.plugins.tiff.TIFFTag;
import javax.imageio.stream.ImageOutputStream;
import lectomen.engine.identify.FileType;

/**
 * Writes a picture file: a TIFF of any number of pages (CCITT G4 for one bit per pixel, Deflate for others), or a PNG or JPEG
 * of one page. Each picture carries its resolution.
 */
public final class PictureWriter implements AutoCloseable {
    private static final double METRES_PER_INCH = 0.0254;

    private final FileType type;
    private final Path file;
    private final int quality;
    private final ImageWriter writer;
    private final ImageOutputStream out;
    private int pages;

    private PictureWriter(FileType type, Path file, int quality, ImageWriter writer, ImageOutputStream out) {
        this.type = type;
        this.file = file;
        this.quality = quality;
        this.writer = writer;
        this.out = out;
    }

    /** Whether files of the type are written here. */
    public static boolean writes(FileType type) {
        return type == FileType.TIFF || type == FileType.PNG || type == FileType.JPEG;
    }

    /** @param quality of a JPEG in percent */
    public static PictureWriter begin(FileType type, Path file, int quality) throws IOException {
        if (!writes(type)) {
            throw new IllegalArgumentException("No writer for " + type);
        }
        ImageWriter writer = ownWriter(type.word());
        ImageOutputStream out = ImageIO.createImageOutputStream(file.toFile());
        if (out == null) {
            throw new IOException("the file can't be written");
        }
        writer.setOutput(out);
        if (type == FileType.TIFF) {
            writer.prepareWriteSequence(null);
        }
        return new PictureWriter(type, file, quality, writer, out);
    }

    private static ImageWriter ownWriter(String format) {
        Iterator<ImageWriter> writers = ImageIO.getImageWritersByFormatName(format);
        while (writers.hasNext()) {
            ImageWriter writer = writers.next();
            if (writer.getClass().getName().startsWith("com.sun.")) {
                return writer;
            }
            writer.dispose();
        }
        throw new IllegalStateException("This Java writes no " + format);
    }

    /** @throws IllegalStateException for a second page where there is one only */
    public void add(PagePixels page) throws IOException {
        if (pages > 0 && type != FileType.TIFF) {
            throw new IllegalStateException("A " + type.word() + " has one page");
        }
        pages++;
        switch (type) {
            case TIFF -> tiff(page);
            case PNG -> png(page);
            default -> jpeg(page);
        }
    }

    private void tiff(PagePixels page) throws IOException {
        ImageWriteParam param = writer.getDefaultWriteParam();
        param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
        param.setCompressionType(page.ink() == ColourDepth.BLACK_AND_WHITE ? "CCITT T.6" : "Deflate");
        if (page.ink() != ColourDepth.BLACK_AND_WHITE) {
            param.setCompressionQuality(0); // the quickest; nothing is lost by it
        }
        IIOMetadata usual =
                writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(page.image()), param);
        TIFFDirectory directory = TIFFDirectory.createFromMetadata(usual);
        rational(directory, BaselineTIFFTagSet.TAG_X_RESOLUTION, page.dotsPerInchX());
        rational(directory, BaselineTIFFTagSet.TAG_Y_RESOLUTION, page.dotsPerInchY());
        directory.addTIFFField(new TIFFField(
                BaselineTIFFTagSet.getInstance().getTag(BaselineTIFFTagSet.TAG_RESOLUTION_UNIT),
                BaselineTIFFTagSet.RESOLUTION_UNIT_INCH));
        writer.writeToSequence(new IIOImage(page.image(), null, directory.getAsMetadata()), param);
    }

    private static void rational(TIFFDirectory directory, int tag, double value) {
        long[][] parts = {{Math.round(value * 1_000), 1_000}};
        directory.addTIFFField(
                new TIFFField(BaselineTIFFTagSet.getInstance().getTag(tag), TIFFTag.TIFF_RATIONAL, 1, parts));
    }

    private void png(PagePixels page) throws IOException {
        ImageWriteParam param = writer.getDefaultWriteParam();
        IIOMetadata metadata =
                writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(page.image()), param);
        String format = metadata.getNativeMetadataFormatName();
        IIOMetadataNode root = new IIOMetadataNode(format);
        IIOMetadataNode size = new IIOMetadataNode("pHYs");
        size.setAttribute("pixelsPerUnitXAxis", Long.toString(Math.round(page.dotsPerInchX() / METRES_PER_INCH)));
        size.setAttribute("pixelsPerUnitYAxis", Long.toString(Math.round(page.dotsPerInchY() / METRES_PER_INCH)));
        size.setAttribute("unitSpecifier", "meter");
        root.appendChild(size);
        metadata.mergeTree(format, root);
        writer.write(null, new IIOImage(page.image(), null, metadata), param);
    }

    private void jpeg(PagePixels page) throws IOException {
        ColourDepth ink = page.ink() == ColourDepth.COLOUR ? ColourDepth.COLOUR : ColourDepth.GREY;
        BufferedImage image = Pixels.as(ink, page.image());
        PictureSize size = new PictureSize(page.width(), page.height(), page.dotsPerInchX(), page.dotsPerInchY());
        try (OutputStream bytes = new BufferedOutputStream(Files.newOutputStream(file));
                JpegBands jpeg = new JpegBands(bytes, size, ink, quality)) {
            jpeg.add(image);
        }
    }

    @Override
    public void close() throws IOException {
        try {
            if (type == FileType.TIFF && pages > 0) {
                writer.endWriteSequence();
            }
        } finally {
            writer.dispose();
            out.close();
        }
    }
}
