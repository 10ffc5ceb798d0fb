package lectomen.engine.print.raster;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.stream.Stream;

/** The header of each page: numbers and texts at fixed places (PWG 5102.4, section 4.3). */
final class RasterHeader {
    static final int LENGTH = 1_796;
    private static final String KIND = "PwgRaster";
    private static final int TEXT = 64;
    private static final int MOST_PIXELS_A_SIDE = 1 << 22;

    // Places in the header.
    private static final int DUPLEX = 272;
    private static final int RESOLUTION = 276;
    private static final int PAGE_SIZE = 352;
    private static final int TUMBLE = 368;
    private static final int WIDTH = 372;
    private static final int HEIGHT = 376;
    private static final int BITS_PER_PART = 384;
    private static final int BITS_PER_PIXEL = 388;
    private static final int BYTES_PER_LINE = 392;
    private static final int COLOUR_SPACE = 400;
    private static final int PARTS = 420;
    private static final int SIDES = 452;
    private static final int ACROSS = 456;
    private static final int ALONG = 460;
    private static final int QUALITY = 484;
    private static final int MEDIA = 1_732;

    private RasterHeader() {}

    static byte[] write(RasterSide side) {
        RasterColour colour = side.colour();
        ByteBuffer header = ByteBuffer.allocate(LENGTH);
        text(header, 0, KIND);
        header.putInt(DUPLEX, side.duplex() ? 1 : 0)
                .putInt(RESOLUTION, side.dotsAcross())
                .putInt(RESOLUTION + 4, side.dotsAlong())
                .putInt(PAGE_SIZE, side.widthPoints())
                .putInt(PAGE_SIZE + 4, side.heightPoints())
                .putInt(TUMBLE, side.tumble() ? 1 : 0)
                .putInt(WIDTH, side.width())
                .putInt(HEIGHT, side.height())
                .putInt(BITS_PER_PART, colour.bitsPerPart())
                .putInt(BITS_PER_PIXEL, colour.bitsPerPixel())
                .putInt(BYTES_PER_LINE, colour.bytesPerLine(side.width()))
                .putInt(COLOUR_SPACE, colour.space())
                .putInt(PARTS, colour.parts())
                .putInt(SIDES, side.sides())
                .putInt(ACROSS, side.mirroredAcross() ? -1 : 1)
                .putInt(ALONG, side.mirroredAlong() ? -1 : 1)
                .putInt(QUALITY, side.quality());
        text(header, MEDIA, side.media());
        return header.array();
    }

    /** Cut where it is too long; a zero ends it. */
    private static void text(ByteBuffer header, int at, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.US_ASCII);
        header.put(at, bytes, 0, Math.min(bytes.length, TEXT - 1));
    }

    /** @throws IOException if it is none, or its numbers contradict each other */
    static RasterSide read(byte[] bytes) throws IOException {
        ByteBuffer header = ByteBuffer.wrap(bytes);
        if (!text(header, 0).equals(KIND)) {
            throw new IOException("it is no page header");
        }
        Optional<RasterColour> colour = Stream.of(RasterColour.values())
                .filter(one -> one.space() == header.getInt(COLOUR_SPACE)
                        && one.bitsPerPart() == header.getInt(BITS_PER_PART)
                        && one.parts() == header.getInt(PARTS)
                        && one.bitsPerPixel() == header.getInt(BITS_PER_PIXEL))
                .findFirst();
        if (colour.isEmpty()) {
            throw new IOException("unknown colours: space " + header.getInt(COLOUR_SPACE) + ", "
                    + header.getInt(BITS_PER_PIXEL) + " bits per pixel");
        }
        int width = header.getInt(WIDTH);
        int height = header.getInt(HEIGHT);
        if (width < 1 || height < 1 || width > MOST_PIXELS_A_SIDE || height > MOST_PIXELS_A_SIDE) {
            throw new IOException("a page of " + width + " by " + height + " pixels");
        }
        if (header.getInt(BYTES_PER_LINE) != colour.get().bytesPerLine(width)) {
            throw new IOException(header.getInt(BYTES_PER_LINE) + " bytes for a line of " + width + " pixels");
        }
        return new RasterSide(
                width,
                height,
                header.getInt(RESOLUTION),
                header.getInt(RESOLUTION + 4),
                colour.get(),
                text(header, MEDIA),
                header.getInt(PAGE_SIZE),
                header.getInt(PAGE_SIZE + 4),
                header.getInt(SIDES),
                header.getInt(DUPLEX) != 0,
                header.getInt(TUMBLE) != 0,
                header.getInt(ACROSS) < 0,
                header.getInt(ALONG) < 0,
                header.getInt(QUALITY));
    }

    private static String text(ByteBuffer header, int at) {
        byte[] text = new byte[TEXT];
        header.get(at, text);
        int length = 0;
        while (length < TEXT && text[length] != 0) {
            length++;
        }
        return new String(text, 0, length, StandardCharsets.US_ASCII);
    }
}
