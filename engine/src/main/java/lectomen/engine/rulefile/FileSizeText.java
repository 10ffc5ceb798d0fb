package lectomen.engine.rulefile;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** File sizes as rules write them and as people read them. */
public final class FileSizeText {
    /** What to say that a size looks like. */
    public static final String EXPECTED = "a size such as 500 kB, 5 MB or 1 GB";

    private static final Pattern SIZE = Pattern.compile("(\\d{1,9}) ?(B|kB|KB|MB|GB)");
    private static final long KILO = 1_000;

    private FileSizeText() {}

    /** In bytes; empty for what is no size. */
    public static Optional<Long> find(String text) {
        Matcher matcher = SIZE.matcher(text);
        if (!matcher.matches()) {
            return Optional.empty();
        }
        long unit =
                switch (matcher.group(2)) {
                    case "B" -> 1;
                    case "kB", "KB" -> KILO;
                    case "MB" -> KILO * KILO;
                    default -> KILO * KILO * KILO;
                };
        return Optional.of(Long.parseLong(matcher.group(1)) * unit);
    }

    public static String shown(long bytes) {
        if (bytes < KILO) {
            return bytes + " B";
        }
        boolean small = bytes < KILO * KILO;
        long tenths = Math.round(10.0 * bytes / (small ? KILO : KILO * KILO));
        return tenths / 10 + "." + tenths % 10 + (small ? " kB" : " MB");
    }
}
