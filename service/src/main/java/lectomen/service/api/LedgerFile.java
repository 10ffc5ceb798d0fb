package lectomen.service.api;

import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.service.ledger.Ledger;
import org.springframework.http.MediaType;
import tools.jackson.databind.json.JsonMapper;

/** The forms in which entries of the ledger are exported. */
enum LedgerFile {
    /** Comma-separated values (RFC 4180). */
    CSV("text/csv;charset=UTF-8", "number,time,who,event,subject,facts,hash\r\n", "") {
        @Override
        String entry(Ledger.Entry entry, boolean first) {
            String facts = new TreeMap<>(entry.facts())
                    .entrySet().stream().map(LedgerFile::fact).collect(Collectors.joining("; "));
            return Stream.of(
                                    Long.toString(entry.seq()),
                                    entry.at().toString(),
                                    entry.principal(),
                                    entry.event(),
                                    entry.subject(),
                                    facts,
                                    entry.hash())
                            .map(LedgerFile::cell)
                            .collect(Collectors.joining(","))
                    + "\r\n";
        }
    },
    /** A list of entries, each on a line, as the interface gives them. */
    JSON("application/json", "[", "\n]\n") {
        @Override
        String entry(Ledger.Entry entry, boolean first) {
            return (first ? "\n" : ",\n") + MAPPER.writeValueAsString(entry);
        }
    };

    private static final JsonMapper MAPPER = JsonMapper.builder().build();

    private final MediaType type;
    private final String head;
    private final String foot;

    LedgerFile(String type, String head, String foot) {
        this.type = MediaType.parseMediaType(type);
        this.head = head;
        this.foot = foot;
    }

    /** @throws BadRequestException if there is no such form */
    static LedgerFile require(String format) {
        return Stream.of(values())
                .filter(one -> one.name().toLowerCase(Locale.ROOT).equals(format))
                .findFirst()
                .orElseThrow(() -> new BadRequestException("format", "format must be csv or json, not " + format));
    }

    MediaType type() {
        return type;
    }

    String head() {
        return head;
    }

    String foot() {
        return foot;
    }

    /** @param first whether it is the first of the file */
    abstract String entry(Ledger.Entry entry, boolean first);

    private static String fact(Map.Entry<String, String> fact) {
        return fact.getKey() + "=" + fact.getValue();
    }

    /** Quoted where it has to be; a spreadsheet takes none for a formula. */
    private static String cell(String text) {
        String safe = text.matches("[=+@-].*") ? "'" + text : text;
        return safe.matches("(?s).*[\",\r\n].*") ? "\"" + safe.replace("\"", "\"\"") + "\"" : safe;
    }
}
