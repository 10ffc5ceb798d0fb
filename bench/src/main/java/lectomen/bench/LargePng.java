package lectomen.bench;

import java.io.BufferedOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.CRC32;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;

/** Writes a large colour sheet row by row, so that the whole sheet is never in memory. */
final class LargePng {
    private static final double INCHES_PER_METRE = 39.3701;
    private static final int CHUNK = 1 << 20;

    private LargePng() {}

    static void write(Path file, int width, int height, int dotsPerInch) throws IOException {
        try (DataOutputStream out = new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(file)))) {
            out.write(new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'});
            ByteArrayOutputStream head = new ByteArrayOutputStream();
            DataOutputStream fields = new DataOutputStream(head);
            fields.writeInt(width);
            fields.writeInt(height);
            fields.write(new byte[] {8, 2, 0, 0, 0});
            chunk(out, "IHDR", head.toByteArray());
            ByteArrayOutputStream size = new ByteArrayOutputStream();
            DataOutputStream dots = new DataOutputStream(size);
            dots.writeInt((int) Math.round(dotsPerInch * INCHES_PER_METRE));
            dots.writeInt((int) Math.round(dotsPerInch * INCHES_PER_METRE));
            dots.writeByte(1);
            chunk(out, "pHYs", size.toByteArray());
            try (Pieces pieces = new Pieces(out);
                    DeflaterOutputStream packed = new DeflaterOutputStream(pieces, new Deflater(1))) {
                byte[] row = new byte[1 + 3 * width];
                for (int y = 0; y < height; y++) {
                    fill(row, width, y);
                    packed.write(row);
                }
            }
            chunk(out, "IEND", new byte[0]);
        }
    }

    /** Ruled paper with a little grain. */
    private static void fill(byte[] row, int width, int y) {
        for (int x = 0; x < width; x++) {
            int value = x % 400 < 4 || y % 400 < 4 ? 40 : 230 + (x * 7 + y * 13) % 20;
            for (int band = 0; band < 3; band++) {
                row[1 + 3 * x + band] = (byte) (value - 4 * band);
            }
        }
    }

    private static void chunk(DataOutputStream out, String type, byte[] content) throws IOException {
        byte[] name = type.getBytes(StandardCharsets.US_ASCII);
        CRC32 sum = new CRC32();
        sum.update(name);
        sum.update(content);
        out.writeInt(content.length);
        out.write(name);
        out.write(content);
        out.writeInt((int) sum.getValue());
    }

    /** Gathers packed bytes into chunks. */
    private static final class Pieces extends OutputStream {
        private final DataOutputStream out;
        private final ByteArrayOutputStream piece = new ByteArrayOutputStream();

        Pieces(DataOutputStream out) {
            this.out = out;
        }

        @Override
        public void write(int one) throws IOException {
            write(new byte[] {(byte) one}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int from, int count) throws IOException {
            piece.write(bytes, from, count);
            if (piece.size() > CHUNK) {
                end();
            }
        }

        private void end() throws IOException {
            if (piece.size() > 0) {
                chunk(out, "IDAT", piece.toByteArray());
                piece.reset();
            }
        }

        @Override
        public void close() throws IOException {
            end();
        }
    }
}
