package lectomen.engine.print.raster;

import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.Optional;

/** Reads PWG Raster, side by side. Bytes that are none, or end too early, are refused. */
public final class PwgRasterReader {
    private static final int FILL = 128;
    private static final int COUNTED_DOWN = 257;

    private final InputStream in;
    private Optional<RasterSide> side = Optional.empty();
    private byte[] line = new byte[0];
    private int linesLeft;
    private int same;

    /** @param in buffered; is not closed */
    public PwgRasterReader(InputStream in) throws IOException {
        this.in = in;
        if (!Arrays.equals(in.readNBytes(PwgRasterWriter.BEGINNING.length), PwgRasterWriter.BEGINNING)) {
            throw new IOException("it is no PWG Raster");
        }
    }

    /** The next side, after what is left of the one before; empty where there is no more. */
    public Optional<RasterSide> next() throws IOException {
        while (linesLeft > 0) {
            line();
        }
        byte[] header = in.readNBytes(RasterHeader.LENGTH);
        if (header.length == 0) {
            return Optional.empty();
        }
        if (header.length < RasterHeader.LENGTH) {
            throw new EOFException("it ends within a page header");
        }
        RasterSide found = RasterHeader.read(header);
        side = Optional.of(found);
        line = new byte[found.colour().bytesPerLine(found.width())];
        linesLeft = found.height();
        same = 0;
        return side;
    }

    /** The next line of the side, unpacked, until another is read. */
    public byte[] line() throws IOException {
        if (linesLeft == 0) {
            throw new EOFException("the side has no more lines");
        }
        if (same == 0) {
            same = byteOrEnd() + 1;
            if (same > linesLeft) {
                throw new IOException("a line is repeated beyond the end of its side");
            }
            unpack(side.orElseThrow().colour());
        }
        same--;
        linesLeft--;
        return line;
    }

    private void unpack(RasterColour colour) throws IOException {
        int unit = colour.unit();
        int at = 0;
        while (at < line.length) {
            int count = byteOrEnd();
            if (count == FILL) {
                Arrays.fill(line, at, line.length, (byte) (colour.isLight() ? 0xff : 0));
                return;
            }
            int units = count < FILL ? count + 1 : COUNTED_DOWN - count;
            if (at + units * unit > line.length) {
                throw new IOException("a line is longer than its page is wide");
            }
            int given = count < FILL ? unit : units * unit;
            if (in.readNBytes(line, at, given) < given) {
                throw new EOFException("it ends within a line");
            }
            for (int i = given; i < units * unit; i++) {
                line[at + i] = line[at + i - unit];
            }
            at += units * unit;
        }
    }

    private int byteOrEnd() throws IOException {
        int read = in.read();
        if (read < 0) {
            throw new EOFException("it ends within a side");
        }
        return read;
    }
}
