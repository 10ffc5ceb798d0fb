package lectomen.engine.font;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/** Unpacks WOFF 1.0 (W3C Recommendation, 13 December 2012): the separately compressed tables of a TrueType font. */
final class Woff {
    private static final int SIGNATURE = 0x774F4646;
    private static final int HEADER_BYTES = 44;
    private static final int ENTRY_BYTES = 16;
    private static final int MOST_BYTES = 64 * 1024 * 1024;

    private Woff() {}

    static boolean is(byte[] bytes) {
        return bytes.length > HEADER_BYTES && ByteBuffer.wrap(bytes).getInt() == SIGNATURE;
    }

    /** @throws IOException if it is broken */
    static byte[] unpack(byte[] woff) throws IOException {
        ByteBuffer in = ByteBuffer.wrap(woff);
        int flavour = in.getInt(4);
        int tables = in.getShort(12) & 0xffff;
        ByteArrayOutputStream directory = new ByteArrayOutputStream();
        ByteArrayOutputStream bodies = new ByteArrayOutputStream();
        DataOutputStream out = new DataOutputStream(directory);
        out.writeInt(flavour);
        out.writeShort(tables);
        int power = Integer.highestOneBit(Math.max(1, tables));
        out.writeShort(power * ENTRY_BYTES);
        out.writeShort(Integer.numberOfTrailingZeros(power));
        out.writeShort((tables - power) * ENTRY_BYTES);
        int start = 12 + tables * ENTRY_BYTES;
        for (int i = 0; i < tables; i++) {
            int entry = HEADER_BYTES + i * 20;
            int length = in.getInt(entry + 12);
            byte[] table = table(woff, in.getInt(entry + 4), in.getInt(entry + 8), length);
            out.writeInt(in.getInt(entry));
            out.writeInt(in.getInt(entry + 16));
            out.writeInt(start + bodies.size());
            out.writeInt(length);
            bodies.write(table);
            bodies.write(new byte[(4 - length % 4) % 4]);
        }
        bodies.writeTo(directory);
        return directory.toByteArray();
    }

    private static byte[] table(byte[] woff, int offset, int packed, int length) throws IOException {
        if (length < 0 || length > MOST_BYTES || offset < 0 || packed < 0 || offset + packed > woff.length) {
            throw new IOException("a table of the font lies outside of it");
        }
        byte[] table = new byte[length];
        if (packed == length) {
            System.arraycopy(woff, offset, table, 0, length);
            return table;
        }
        Inflater inflater = new Inflater();
        try {
            inflater.setInput(woff, offset, packed);
            int got = 0;
            while (got < length) {
                int more = inflater.inflate(table, got, length - got);
                if (more == 0) {
                    throw new IOException("a table of the font is incomplete");
                }
                got += more;
            }
            return table;
        } catch (DataFormatException e) {
            throw new IOException("a table of the font is broken", e);
        } finally {
            inflater.end();
        }
    }
}
