package lectomen.engine.plaintext;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * The characters of a text file. The encoding is the one of the byte order mark; else UTF-16 without a mark if every other byte of the
 * start is nought; else UTF-8 if the file decodes as that; else Windows-1252.
 */
public final class PlainText {
    private static final int LOOKED_AT = 1_024;

    private PlainText() {}

    /** @throws IOException if the file can't be read at all */
    public static String read(Path file) throws IOException {
        return decode(Files.readAllBytes(file));
    }

    static String decode(byte[] bytes) {
        if (startsWith(bytes, 0xff, 0xfe)) {
            return new String(bytes, 2, bytes.length - 2, StandardCharsets.UTF_16LE);
        }
        if (startsWith(bytes, 0xfe, 0xff)) {
            return new String(bytes, 2, bytes.length - 2, StandardCharsets.UTF_16BE);
        }
        if (noughts(bytes, 1)) {
            return new String(bytes, StandardCharsets.UTF_16LE);
        }
        if (noughts(bytes, 0)) {
            return new String(bytes, StandardCharsets.UTF_16BE);
        }
        int mark = startsWith(bytes, 0xef, 0xbb, 0xbf) ? 3 : 0;
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes, mark, bytes.length - mark))
                    .toString();
        } catch (CharacterCodingException notUtf8) {
            return new String(bytes, Charset.forName("windows-1252"));
        }
    }

    /** Whether bytes at odd or even places are nought, and the others not, as far as most text goes. */
    private static boolean noughts(byte[] bytes, int at) {
        int looked = Math.min(bytes.length, LOOKED_AT) / 2;
        int noughts = 0;
        for (int i = 0; i < looked; i++) {
            if (bytes[2 * i + 1 - at] == 0) {
                return false;
            }
            noughts += bytes[2 * i + at] == 0 ? 1 : 0;
        }
        return looked > 1 && noughts > looked * 3 / 4;
    }

    private static boolean startsWith(byte[] bytes, int... mark) {
        if (bytes.length < mark.length) {
            return false;
        }
        for (int i = 0; i < mark.length; i++) {
            if ((bytes[i] & 0xff) != mark[i]) {
                return false;
            }
        }
        return true;
    }

    /** A line with blanks up to the next stop in place of each tab. @param every how many columns a stop stands */
    public static String withoutTabs(String line, int every) {
        if (line.indexOf('\t') < 0) {
            return line;
        }
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < line.length(); i++) {
            if (line.charAt(i) == '\t') {
                out.append(" ".repeat(every - out.length() % every));
            } else {
                out.append(line.charAt(i));
            }
        }
        return out.toString();
    }
}
