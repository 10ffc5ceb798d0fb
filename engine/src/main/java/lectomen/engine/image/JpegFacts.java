package lectomen.engine.image;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Path;

/**
 * What a JPEG's markers say, read without decoding it (ITU-T T.81, annex B).
 *
 * @param components 1 for grey, 3 for colour, 4 for CMYK
 * @param bits of each component
 * @param usual whether it is packed in one of the two ways that PDF readers must know: baseline or progressive, by Huffman codes
 * @param complete whether its end is there
 * @param saysInks whether it carries the marker by which CMYK says how its inks are stored
 */
public record JpegFacts(
        int width, int height, int components, int bits, boolean usual, boolean complete, boolean saysInks) {
    private static final int TAIL = 4_096;

    /** @throws IOException if it can't be read, or is no JPEG */
    public static JpegFacts of(Path file) throws IOException {
        try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
            boolean complete = endsProperly(in);
            in.seek(2);
            boolean saysInks = false;
            while (true) {
                int marker = in.readUnsignedShort();
                while (marker == 0xffff) {
                    marker = 0xff00 | in.readUnsignedByte();
                }
                if (marker >> 8 != 0xff) {
                    throw new IOException("it has no frame");
                }
                int length = in.readUnsignedShort();
                boolean frame = marker >= 0xffc0
                        && marker <= 0xffcf
                        && marker != 0xffc4
                        && marker != 0xffc8
                        && marker != 0xffcc;
                if (frame) {
                    int bits = in.readUnsignedByte();
                    int height = in.readUnsignedShort();
                    int width = in.readUnsignedShort();
                    return new JpegFacts(
                            width, height, in.readUnsignedByte(), bits, marker <= 0xffc2, complete, saysInks);
                }
                saysInks |= marker == 0xffee;
                in.seek(in.getFilePointer() + length - 2);
            }
        }
    }

    private static boolean endsProperly(RandomAccessFile in) throws IOException {
        int length = (int) Math.min(TAIL, in.length());
        byte[] tail = new byte[length];
        in.seek(in.length() - length);
        in.readFully(tail);
        for (int i = length - 2; i >= 0; i--) {
            if ((tail[i] & 0xff) == 0xff && (tail[i + 1] & 0xff) == 0xd9) {
                return true;
            }
        }
        return false;
    }
}
