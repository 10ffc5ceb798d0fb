package lectomen.engine.identify;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** Text in UTF-16, with or without a byte order mark. */
public final class WideText {
    private static final int LOOKED_AT = 1_024;

    private WideText() {}

    /** In which order its bytes stand; empty where it is no such text. */
    public static Optional<Charset> findOrder(byte[] head) {
        if (startsWith(head, 0xff, 0xfe) || noughts(head, 1)) {
            return Optional.of(StandardCharsets.UTF_16LE);
        }
        if (startsWith(head, 0xfe, 0xff) || noughts(head, 0)) {
            return Optional.of(StandardCharsets.UTF_16BE);
        }
        return Optional.empty();
    }

    private static boolean startsWith(byte[] head, int first, int second) {
        return head.length >= 2 && (head[0] & 0xff) == first && (head[1] & 0xff) == second;
    }

    /** Whether bytes at odd or even places are nought, and the others not, as far as most text goes. */
    private static boolean noughts(byte[] head, int at) {
        int looked = Math.min(head.length, LOOKED_AT) / 2;
        int noughts = 0;
        for (int i = 0; i < looked; i++) {
            if (head[2 * i + 1 - at] == 0) {
                return false;
            }
            noughts += head[2 * i + at] == 0 ? 1 : 0;
        }
        return looked > 1 && noughts > looked * 3 / 4;
    }
}
