package lectomen.engine.plaintext;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import lectomen.engine.identify.WideText;

/**
 * The characters of a text file. The encoding is the one of the byte order mark; else UTF-16 without a mark if every other byte of the
 * start is nought; else UTF-8 if the file decodes as that; else Windows-1252.
 */
public final class PlainText {
    private PlainText() {}

    /** @throws IOException if the file can't be read at all */
    public static String read(Path file) throws IOException {
        return decode(Files.readAllBytes(file));
    }

    static String decode(byte[] bytes) {
        Optional<Charset> wide = WideText.findOrder(bytes);
        if (wide.isPresent()) {
            String text = new String(bytes, wide.get());
            return text.startsWith("\ufeff") ? text.substring(1) : text;
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
