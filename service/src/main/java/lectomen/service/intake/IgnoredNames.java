package lectomen.service.intake;

import java.util.List;
import java.util.Locale;

/** Names that programs give to files that are hidden, temporary or still on their way. */
final class IgnoredNames {
    private static final List<String> STARTS = List.of(".", "~$");
    private static final List<String> ENDS = List.of(
            "~", ".tmp", ".temp", ".part", ".partial", ".crdownload", ".download", ".filepart", ".swp", ".lock");

    private IgnoredNames() {}

    static boolean ignores(String name) {
        String lower = name.toLowerCase(Locale.ROOT);
        return STARTS.stream().anyMatch(lower::startsWith) || ENDS.stream().anyMatch(lower::endsWith);
    }
}
