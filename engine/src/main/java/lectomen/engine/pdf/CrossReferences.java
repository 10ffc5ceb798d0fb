package lectomen.engine.pdf;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Whether the cross-reference pointers of a PDF (ISO 32000-1, 7.5.5) lead anywhere. */
public final class CrossReferences {
    private static final int TAIL_BYTES = 2_048;
    private static final int HEAD_BYTES = 1_024;
    private static final Pattern START = Pattern.compile("startxref\\s+(\\d{1,18})");
    private static final Pattern TABLE_OR_STREAM = Pattern.compile("\\s*(xref|\\d+\\s+\\d+\\s+obj).*", Pattern.DOTALL);

    private CrossReferences() {}

    /** Whether the last mark in the file points at no table of its parts, so that readers must look for them one by one. */
    public static boolean areDamaged(Path pdf) throws IOException {
        try (RandomAccessFile in = new RandomAccessFile(pdf.toFile(), "r")) {
            int length = (int) Math.min(TAIL_BYTES, in.length());
            String tail = text(in, in.length() - length, length);
            Matcher start = START.matcher(tail);
            long at = -1;
            while (start.find()) {
                at = Long.parseLong(start.group(1));
            }
            int junk = Math.max(
                    0, text(in, 0, (int) Math.min(HEAD_BYTES, in.length())).indexOf("%PDF-"));
            return at < 0
                    || at >= in.length()
                    || !(leadsSomewhere(in, at) || (junk > 0 && leadsSomewhere(in, at + junk)));
        }
    }

    private static boolean leadsSomewhere(RandomAccessFile in, long at) throws IOException {
        int length = (int) Math.min(40, in.length() - at);
        return length > 0 && TABLE_OR_STREAM.matcher(text(in, at, length)).matches();
    }

    private static String text(RandomAccessFile in, long at, int length) throws IOException {
        byte[] bytes = new byte[length];
        in.seek(at);
        in.readFully(bytes);
        return new String(bytes, StandardCharsets.ISO_8859_1);
    }
}
