package lectomen.engine.image;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Iterator;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/**
 * Writes a JPEG from bands of rows, so that a large sheet is never in memory as a whole.
 *
 * <p>Each strip of rows is packed as a JPEG of its own, by the same tables. What is between its head and its end is then joined to
 * that of the others by restart markers: behind such a marker the decoder starts again, just as each strip did (ITU-T T.81, B.2.4.4
 * and E.1.4). The head is that of the first strip with the whole height.
 */
public final class JpegBands implements AutoCloseable {
    private static final int LARGEST_INTERVAL = 65_535;
    private static final int LARGEST_SIDE = 65_500;
    private static final int START_OF_FRAME = 0xc0;
    private static final int START_OF_SCAN = 0xda;
    private static final int APPLICATION = 0xe0;

    private final OutputStream out;
    private final int width;
    private final int height;
    private final int dotsPerInchX;
    private final int dotsPerInchY;
    private final float quality;
    private final ImageWriter writer;
    private final int rowsOfStrip;
    private final int interval;
    private int strips;
    private int rowsDone;

    /**
     * @param out is not closed
     * @param percent of quality, from 1 to 100
     */
    public JpegBands(OutputStream out, PictureSize size, ColourDepth ink, int percent) throws IOException {
        if (size.width() > LARGEST_SIDE || size.height() > LARGEST_SIDE) {
            throw new IOException("a JPEG has at most " + LARGEST_SIDE + " points a side");
        }
        this.out = out;
        this.width = size.width();
        this.height = size.height();
        this.dotsPerInchX = (int) Math.round(size.dotsPerInchX());
        this.dotsPerInchY = (int) Math.round(size.dotsPerInchY());
        this.quality = percent / 100f;
        this.writer = ownWriter();
        int block = ink == ColourDepth.COLOUR ? 16 : 8;
        int perSixteenRows = (width + block - 1) / block * (16 / block);
        this.rowsOfStrip = 16 * Math.max(1, Math.min(64, LARGEST_INTERVAL / perSixteenRows));
        this.interval = perSixteenRows * (rowsOfStrip / 16);
    }

    /** Java's own keeps to the usual tables, which is what lets strips be joined. */
    private static ImageWriter ownWriter() {
        Iterator<ImageWriter> writers = ImageIO.getImageWritersByFormatName("jpeg");
        while (writers.hasNext()) {
            ImageWriter writer = writers.next();
            if (writer.getClass().getName().startsWith("com.sun.")) {
                return writer;
            }
            writer.dispose();
        }
        throw new IllegalStateException("This Java writes no JPEG");
    }

    /** How many rows each band but the last must be a multiple of. */
    public int rowsOfStrip() {
        return rowsOfStrip;
    }

    /** @param band grey or colour, in one of the forms of {@link Pixels} */
    public void add(BufferedImage band) throws IOException {
        for (int top = 0; top < band.getHeight(); top += rowsOfStrip) {
            int rows = Math.min(rowsOfStrip, band.getHeight() - top);
            byte[] packed = pack(band.getSubimage(0, top, width, rows));
            int data = strips == 0 ? head(packed) : dataOf(packed);
            if (strips > 0) {
                out.write(0xff);
                out.write(0xd0 + (strips - 1) % 8);
            }
            out.write(packed, data, packed.length - 2 - data);
            strips++;
            rowsDone += rows;
        }
    }

    private byte[] pack(BufferedImage strip) throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        ImageWriteParam param = writer.getDefaultWriteParam();
        param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
        param.setCompressionQuality(quality);
        try (MemoryCacheImageOutputStream to = new MemoryCacheImageOutputStream(packed)) {
            writer.setOutput(to);
            writer.write(null, new IIOImage(strip, null, null), param);
        }
        return packed.toByteArray();
    }

    /** Writes the head of the whole. @return where the first strip's data begins */
    private int head(byte[] packed) throws IOException {
        out.write(packed, 0, 2);
        int at = 2;
        while (true) {
            int marker = packed[at + 1] & 0xff;
            int length = 2 + (((packed[at + 2] & 0xff) << 8) | (packed[at + 3] & 0xff));
            if (marker == START_OF_FRAME) {
                packed[at + 5] = (byte) (height >> 8);
                packed[at + 6] = (byte) height;
            } else if (marker == APPLICATION) {
                resolution(packed, at + 4);
            } else if (marker == START_OF_SCAN && height > rowsOfStrip) {
                out.write(new byte[] {(byte) 0xff, (byte) 0xdd, 0, 4, (byte) (interval >> 8), (byte) interval});
            }
            out.write(packed, at, length);
            at += length;
            if (marker == START_OF_SCAN) {
                return at;
            }
        }
    }

    /** In the JFIF segment: unit 1 is dots per inch. */
    private void resolution(byte[] packed, int jfif) {
        packed[jfif + 7] = 1;
        packed[jfif + 8] = (byte) (dotsPerInchX >> 8);
        packed[jfif + 9] = (byte) dotsPerInchX;
        packed[jfif + 10] = (byte) (dotsPerInchY >> 8);
        packed[jfif + 11] = (byte) dotsPerInchY;
    }

    private static int dataOf(byte[] packed) {
        int at = 2;
        while (true) {
            int marker = packed[at + 1] & 0xff;
            at += 2 + (((packed[at + 2] & 0xff) << 8) | (packed[at + 3] & 0xff));
            if (marker == START_OF_SCAN) {
                return at;
            }
        }
    }

    /** Writes the end. @throws IOException if rows are missing */
    @Override
    public void close() throws IOException {
        writer.dispose();
        if (rowsDone != height) {
            throw new IOException("the picture ended after " + rowsDone + " of " + height + " rows");
        }
        out.write(0xff);
        out.write(0xd9);
        out.flush();
    }
}
