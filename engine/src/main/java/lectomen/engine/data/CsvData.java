package lectomen.engine.data;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.lookup.Lookup;
import lectomen.engine.lookup.LookupReader;

/** CSV data whose first row names the columns; queried by column name. */
final class CsvData implements DataFile {
    private static final Pattern WHERE = Pattern.compile("(?s)(.+?)\\s+where\\s+(.+?)\\s*=\\s*(.*)");

    private final Lookup table;

    private CsvData(Lookup table) {
        this.table = table;
    }

    static Reading read(byte[] bytes) {
        LookupReader.Reading reading = LookupReader.read(text(bytes));
        return reading.problems().isEmpty()
                ? new Reading.Good(new CsvData(reading.lookup()))
                : DataFile.bad(DataFormat.CSV, reading.problems().get(0));
    }

    /** UTF-8, else, where it can't be that, the Western European code page that spreadsheet programs write. */
    private static String text(byte[] bytes) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            return new String(bytes, Charset.forName("windows-1252"));
        }
    }

    @Override
    public Answer ask(String expression, About about) {
        Matcher matcher = WHERE.matcher(expression.strip());
        boolean filtered = matcher.matches() && !table.columns().contains(expression.strip());
        String column = filtered ? matcher.group(1) : expression.strip();
        String key = filtered ? matcher.group(2) : column;
        for (String name : List.of(column, key)) {
            if (!table.columns().contains(name)) {
                return DataFile.wrong(
                        expression, "unknown column \"" + name + "\"; there are " + String.join(", ", table.columns()));
            }
        }
        String value = filtered ? matcher.group(3) : "";
        String wanted = value.startsWith("$") ? about.find(value.substring(1)).orElse(value) : value;
        List<DataValue> hits = new ArrayList<>();
        List<String> sought = table.values(column);
        List<String> by = table.values(key);
        for (int row = 0; row < sought.size() && hits.size() < MOST_HITS; row++) {
            if (!filtered || by.get(row).equals(wanted)) {
                hits.add(new DataValue(sought.get(row), "row " + (row + 2) + ", column " + column));
            }
        }
        return new Answer.Hits(hits);
    }
}
