package lectomen.engine.identify;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Recognises text files, once no binary signature matched. */
final class TextKinds {
    private static final Pattern MAIL_HEADER = Pattern.compile(
            "(?i)^(from|to|subject|date|received|return-path|message-id|mime-version|delivered-to): ?.*");
    private static final Pattern DXF_START =
            Pattern.compile("(?s)^(\\s*999\\r?\\n[^\\n]*\\n)*\\s*0\\r?\\nSECTION\\r?\\n.*");

    private TextKinds() {}

    static FileType of(byte[] head) {
        String text = decode(head);
        if (text == null) {
            return FileType.UNKNOWN;
        }
        String start = text.stripLeading();
        String lower = start.substring(0, Math.min(start.length(), 2048)).toLowerCase(Locale.ROOT);
        if (DXF_START.matcher(text.substring(0, Math.min(text.length(), 4096))).matches()) {
            return FileType.DXF;
        }
        if (lower.startsWith("<!doctype html") || lower.startsWith("<html")) {
            return FileType.HTML;
        }
        if (lower.startsWith("<?xml") || lower.matches("(?s)^<[a-z_][\\w:.-]*[\\s/>].*")) {
            return lower.contains("<svg") ? FileType.SVG : FileType.XML;
        }
        if (looksLikeJson(start)) {
            return FileType.JSON;
        }
        String[] lines = text.split("\\R", 12);
        if (looksLikeMail(lines)) {
            return FileType.MAIL;
        }
        return looksLikeCsv(lines) ? FileType.CSV : FileType.TEXT;
    }

    private static boolean looksLikeJson(String start) {
        return start.matches("(?s)^\\{\\s*(\"[^\"]*\"\\s*:.*|\\}\\s*)")
                || start.matches("(?s)^\\[\\s*[\\[{\"\\d\\]tfn-].*");
    }

    private static boolean looksLikeMail(String[] lines) {
        int headers = 0;
        for (String line : lines) {
            if (line.isBlank()) {
                break;
            }
            if (MAIL_HEADER.matcher(line).matches()) {
                headers++;
            }
        }
        return headers >= 3 && MAIL_HEADER.matcher(lines[0]).matches();
    }

    /**
     * At least three lines with the same number of one separator: two or more, or one in each line and no blank beside any, which
     * sentences have.
     */
    private static boolean looksLikeCsv(String[] lines) {
        for (String separator : new String[] {";", ",", "\t"}) {
            int wanted = count(lines[0], separator);
            int same = 0;
            boolean strict = true;
            for (int i = 0; i < Math.min(lines.length, 11); i++) {
                if (lines[i].isBlank()) {
                    continue;
                }
                boolean fits = count(lines[i], separator) == wanted;
                same += fits ? 1 : 0;
                strict &= fits && !lines[i].contains(separator + " ");
            }
            if (same >= 3 && (wanted >= 2 || (wanted == 1 && strict))) {
                return true;
            }
        }
        return false;
    }

    private static int count(String line, String separator) {
        return line.length() - line.replace(separator, "").length();
    }

    /** The text of the head, or null when it is no text. The last character may be cut off by the end of the head. */
    private static @Nullable String decode(byte[] head) {
        Optional<Charset> wide = WideText.findOrder(head);
        if (wide.isPresent()) {
            String text = strict(head, wide.get());
            return text == null || text.chars().anyMatch(TextKinds::isControl) ? null : text;
        }
        for (byte b : head) {
            if (isControl(b)) {
                return null;
            }
        }
        String utf8 = strict(head, StandardCharsets.UTF_8);
        return utf8 != null ? utf8 : new String(head, StandardCharsets.ISO_8859_1);
    }

    /** A sign that text does not hold; ends of pages and files, and the sign before printers' commands, are not among them. */
    private static boolean isControl(int sign) {
        boolean harmless = sign == '\n' || sign == '\r' || sign == '\t' || sign == '\f' || sign == 0x1a || sign == 0x1b;
        return sign == 0x7f || (sign >= 0 && sign < 0x20 && !harmless);
    }

    private static @Nullable String strict(byte[] head, Charset charset) {
        CharsetDecoder decoder = charset.newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        CharBuffer out = CharBuffer.allocate(head.length + 1);
        CoderResult result = decoder.decode(ByteBuffer.wrap(head), out, head.length < FileType.HEAD_BYTES);
        if (result.isError()) {
            return null;
        }
        String text = out.flip().toString();
        return text.startsWith("\ufeff") ? text.substring(1) : text;
    }
}
