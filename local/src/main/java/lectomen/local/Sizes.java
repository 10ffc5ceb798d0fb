package lectomen.local;

/** File sizes for people. */
final class Sizes {
    private Sizes() {}

    static String words(long bytes) {
        if (bytes < 10_000) {
            return bytes + " B";
        }
        return bytes < 10_000_000 ? bytes / 1_000 + " kB" : bytes / 1_000_000 + " MB";
    }
}
