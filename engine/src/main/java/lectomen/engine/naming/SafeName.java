package lectomen.engine.naming;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Locale;
import java.util.Set;
import lectomen.engine.page.ComparableText;

/**
 * Makes names that every common file system accepts: no control characters, none of {@code / \ : * ? " < > |}, no space, dot or
 * separator at either end, no device name of old systems, composed Unicode (NFC), and at most 255 bytes of UTF-8.
 */
public final class SafeName {
    /** The longest name that common file systems take, in bytes of UTF-8. */
    public static final int MAX_BYTES = 255;

    private static final String FORBIDDEN = "/\\:*?\"<>|";
    private static final String NOT_AT_THE_ENDS = " .-_,;";
    private static final Set<String> DEVICES = Set.of(
            "con", "prn", "aux", "nul", "com1", "com2", "com3", "com4", "com5", "com6", "com7", "com8", "com9", "lpt1",
            "lpt2", "lpt3", "lpt4", "lpt5", "lpt6", "lpt7", "lpt8", "lpt9");

    private SafeName() {}

    /** A file name of stem and extension (without its dot; may be empty). Empty when nothing usable is left of the stem. */
    public static String file(String stem, String ending) {
        String tail = ending.isEmpty() ? "" : "." + ending;
        String safe = clean(stem);
        String cut = cut(safe, MAX_BYTES - bytes(tail));
        return cut.isEmpty() ? "" : cut + tail;
    }

    /**
     * A file name for a program that waits for exactly this one: only what no name may hold is replaced, blanks stay as many as
     * they are. Empty when nothing usable is left.
     */
    public static String exact(String name) {
        String kept = part(name);
        return clean(kept).isEmpty() || isDevice(kept) || bytes(kept) > MAX_BYTES ? folder(kept) : kept;
    }

    /** A folder name. Empty when nothing usable is left. */
    public static String folder(String name) {
        return cut(clean(name), MAX_BYTES);
    }

    /** The name with a number before its ending: {@code plan.pdf} becomes {@code plan (2).pdf}. */
    public static String numbered(String name, int number) {
        int dot = name.lastIndexOf('.');
        String stem = dot > 0 ? name.substring(0, dot) : name;
        String tail = " (" + number + ")" + (dot > 0 ? name.substring(dot) : "");
        return cut(stem, MAX_BYTES - bytes(tail)) + tail;
    }

    /** The name with a suffix behind its ending, cut so that both fit. */
    public static String withSuffix(String name, String suffix) {
        return cut(name, MAX_BYTES - bytes(suffix)) + suffix;
    }

    /** What may stand inside a name, for a part of one: forbidden characters as hyphens, control characters as blanks. */
    static String part(String text) {
        String composed = Normalizer.normalize(text, Normalizer.Form.NFC);
        StringBuilder out = new StringBuilder(composed.length());
        for (int i = 0; i < composed.length(); i += Character.charCount(composed.codePointAt(i))) {
            int c = composed.codePointAt(i);
            out.appendCodePoint(FORBIDDEN.indexOf(c) >= 0 ? '-' : usable(c) ? c : ' ');
        }
        return out.toString();
    }

    private static boolean usable(int c) {
        if (c >= ' ' && c < 127) {
            return true;
        }
        return switch (Character.getType(c)) {
            case Character.CONTROL,
                    Character.FORMAT,
                    Character.SURROGATE,
                    Character.UNASSIGNED,
                    Character.PRIVATE_USE,
                    Character.LINE_SEPARATOR,
                    Character.PARAGRAPH_SEPARATOR -> false;
            default -> c != 0xfffd;
        };
    }

    private static String clean(String text) {
        String folded = trimEnds(ComparableText.withSingleBlanks(part(text)));
        return isDevice(folded) ? "_" + folded : folded;
    }

    private static boolean isDevice(String name) {
        int dot = name.indexOf('.');
        return DEVICES.contains((dot < 0 ? name : name.substring(0, dot)).toLowerCase(Locale.ROOT));
    }

    private static String trimEnds(String text) {
        int from = 0;
        int to = text.length();
        while (from < to && NOT_AT_THE_ENDS.indexOf(text.charAt(from)) >= 0) {
            from++;
        }
        while (to > from && NOT_AT_THE_ENDS.indexOf(text.charAt(to - 1)) >= 0) {
            to--;
        }
        return text.substring(from, to);
    }

    private static int bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8).length;
    }

    private static String cut(String text, int maxBytes) {
        if (bytes(text) <= maxBytes) {
            return text;
        }
        int used = 0;
        int at = 0;
        while (at < text.length()) {
            int next = text.offsetByCodePoints(at, 1);
            used += bytes(text.substring(at, next));
            if (used > maxBytes) {
                break;
            }
            at = next;
        }
        return trimEnds(text.substring(0, at));
    }
}
