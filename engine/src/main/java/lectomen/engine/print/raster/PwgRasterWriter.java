package lectomen.engine.print.raster;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Writes pages as PWG Raster, line by line, so that a page is never in memory as a whole. Lines that are the same are written
 * once; within a line, pixels that are the same are (PWG 5102.4, section 4.4).
 */
public final class PwgRasterWriter {
    /** The media type of what is written. */
    public static final String MEDIA_TYPE = "image/pwg-raster";

    static final byte[] BEGINNING = "RaS2".getBytes(StandardCharsets.US_ASCII);

    /** Where the first side begins. */
    public static final int FIRST_SIDE = 4;

    private static final int MOST_LINES = 256;
    private static final int MOST_UNITS = 128;
    private static final int COUNTED_DOWN = 257;

    /** As Java draws it. */
    private static final int WHITE = 0xffffffff;

    private final OutputStream out;
    private final boolean plain;

    /** @param out buffered; is not closed @param plain whether grey becomes black or white on pages of one bit per pixel */
    public PwgRasterWriter(OutputStream out, boolean plain) throws IOException {
        this.out = out;
        this.plain = plain;
        out.write(BEGINNING);
    }

    /** Begins a side of a sheet, once the one before was closed. */
    public Lines begin(RasterSide side) throws IOException {
        out.write(RasterHeader.write(side));
        return new Lines(side);
    }

    /** The lines of a side, in the order in which they are written. */
    public final class Lines implements AutoCloseable {
        private final RasterSide side;
        private final PixelInk ink;
        private final int unit;
        private final int[] before;
        private final int[] white;
        private final byte[] bits;
        private final byte[] bitsBefore;
        private final byte[] packed;
        private int packedLength;
        private int same;
        private int done;

        private Lines(RasterSide side) {
            this.side = side;
            this.ink = new PixelInk(side.colour());
            this.unit = side.colour().unit();
            int length = side.colour().bytesPerLine(side.width());
            boolean ofBits = side.colour().isBits();
            this.before = new int[ofBits ? 0 : side.width()];
            this.white = before.clone();
            Arrays.fill(white, WHITE);
            this.bits = new byte[ofBits ? length : 0];
            this.bitsBefore = new byte[ofBits ? length : 0];
            this.packed = new byte[length + length / unit + 1];
        }

        /** @param pixels in the screen's colours, red in bits 16 to 23 @param offset of the line's first */
        public void add(int[] pixels, int offset) throws IOException {
            if (isSame(pixels, offset)) {
                same++;
            } else {
                flush();
                pack(pixels, offset);
                same = 1;
            }
            done++;
            if (same == MOST_LINES) {
                flush();
            }
        }

        private boolean isSame(int[] pixels, int offset) {
            if (side.colour().isBits()) {
                ink.bits(pixels, offset, side.width(), done, plain, bits);
                return same > 0 && Arrays.equals(bits, bitsBefore);
            }
            return same > 0 && Arrays.equals(pixels, offset, offset + side.width(), before, 0, side.width());
        }

        private void flush() throws IOException {
            if (same > 0) {
                out.write(same - 1);
                out.write(packed, 0, packedLength);
                same = 0;
            }
        }

        private void pack(int[] pixels, int offset) {
            packedLength = 0;
            if (side.colour().isBits()) {
                System.arraycopy(bits, 0, bitsBefore, 0, bits.length);
                packBits();
            } else {
                System.arraycopy(pixels, offset, before, 0, before.length);
                packPixels();
            }
        }

        private void packPixels() {
            int width = before.length;
            int at = 0;
            while (at < width) {
                int end = endOfRun(at);
                if (end - at > 1) {
                    repeatPixel(before[at], end - at);
                    at = end;
                } else {
                    int last = Math.min(width, at + MOST_UNITS);
                    while (end < last && (end + 1 >= width || before[end] != before[end + 1])) {
                        end++;
                    }
                    each(end - at);
                    for (; at < end; at++) {
                        ink.write(before[at], packed, packedLength);
                        packedLength += unit;
                    }
                }
            }
        }

        /** Most of a page is white, and that is compared many pixels at a time. */
        private int endOfRun(int at) {
            int pixel = before[at];
            int end = at + 1;
            if (pixel == white[0]) {
                int differs = Arrays.mismatch(before, at, before.length, white, at, before.length);
                return differs < 0 ? before.length : at + differs;
            }
            while (end < before.length && before[end] == pixel) {
                end++;
            }
            return end;
        }

        private void repeatPixel(int pixel, int count) {
            for (int left = count; left > 0; left -= MOST_UNITS) {
                packed[packedLength++] = (byte) (Math.min(left, MOST_UNITS) - 1);
                ink.write(pixel, packed, packedLength);
                packedLength += unit;
            }
        }

        private void packBits() {
            int at = 0;
            while (at < bits.length) {
                int end = at + 1;
                while (end < bits.length && bits[end] == bits[at]) {
                    end++;
                }
                if (end - at > 1) {
                    repeat(end - at, bits[at]);
                    at = end;
                } else {
                    int last = Math.min(bits.length, at + MOST_UNITS);
                    while (end < last && (end + 1 >= bits.length || bits[end] != bits[end + 1])) {
                        end++;
                    }
                    each(end - at);
                    System.arraycopy(bits, at, packed, packedLength, end - at);
                    packedLength += end - at;
                    at = end;
                }
            }
        }

        private void repeat(int count, byte eight) {
            for (int left = count; left > 0; left -= MOST_UNITS) {
                packed[packedLength++] = (byte) (Math.min(left, MOST_UNITS) - 1);
                packed[packedLength++] = eight;
            }
        }

        /** So many units follow; one that stands alone is written as one that is repeated once. */
        private void each(int count) {
            packed[packedLength++] = (byte) (count == 1 ? 0 : COUNTED_DOWN - count);
        }

        /** @throws IOException if lines are missing */
        @Override
        public void close() throws IOException {
            flush();
            if (done != side.height()) {
                throw new IOException("the side ended after " + done + " of " + side.height() + " lines");
            }
        }
    }
}
