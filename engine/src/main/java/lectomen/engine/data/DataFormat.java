package lectomen.engine.data;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.identify.FileType;

/** The format of a data file. */
public enum DataFormat {
    XML,
    JSON,
    CSV;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static List<String> words() {
        return Stream.of(values()).map(DataFormat::word).toList();
    }

    public static Optional<DataFormat> findByWord(String word) {
        return Stream.of(values())
                .filter(form -> form.word().equals(word.strip().toLowerCase(Locale.ROOT)))
                .findFirst();
    }

    /** What data looks like; a text with no better sign is taken for CSV, whose rows need none. */
    public static Optional<DataFormat> findFor(byte[] data) {
        return switch (FileType.of(data)) {
            case XML, HTML -> Optional.of(XML);
            case JSON -> Optional.of(JSON);
            case CSV -> Optional.of(CSV);
            case TEXT -> Optional.of(byFirstSign(new String(data, StandardCharsets.ISO_8859_1).strip()));
            default -> Optional.empty();
        };
    }

    private static DataFormat byFirstSign(String text) {
        if (text.startsWith("<")) {
            return XML;
        }
        return text.startsWith("{") || text.startsWith("[") ? JSON : CSV;
    }
}
