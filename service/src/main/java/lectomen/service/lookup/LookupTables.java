package lectomen.service.lookup;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import lectomen.engine.lookup.LookupReader;
import lectomen.engine.lookup.LookupRef;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** All lookups in their latest version. A change counts for every document that is planned from then on. Safe for threads. */
public final class LookupTables {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "lookup", List.of("columns"), ErasableColumns.Subject.LOOKUP, "delete from lookup where name = ?"));

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<List<String>> COLUMNS = new TypeReference<>() {};
    private static final Pattern NAME = Pattern.compile("[a-z][a-z0-9-]{0,62}");

    /** @param rows without the one that names the columns @param version grows with each change */
    public record Entry(
            String name,
            ByteRef bytes,
            List<String> columns,
            int rows,
            int version,
            String principal,
            Instant changedAt) {
        public Entry {
            columns = List.copyOf(columns);
        }
    }

    private final Store store;
    private final Ledger ledger;
    private final ByteStore bytes;
    private final InstantSource clock;
    private final List<Runnable> listeners = new ArrayList<>();
    private volatile Map<String, LookupRef> refs;

    public LookupTables(Store store, Ledger ledger, ByteStore bytes, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.bytes = bytes;
        this.clock = clock;
        this.refs = load();
    }

    /** Called after each change. Register while the service is put together. */
    public void onChange(Runnable listener) {
        listeners.add(listener);
    }

    /** The tables as rules name them. */
    public Map<String, LookupRef> refs() {
        return refs;
    }

    /** What is wrong with a table, line by line; empty when it can be used. */
    public static List<String> problems(String name, String csv) {
        if (!NAME.matcher(name).matches()) {
            return List.of(
                    "a lookup name may have lower-case letters, digits and hyphens (vessels), not \"" + name + "\"");
        }
        return LookupReader.read(csv).problems();
    }

    /**
     * Writes a table, or what it is from now on.
     *
     * @param csv without {@link #problems}
     */
    public Entry put(String name, String csv, String principal) {
        LookupReader.Reading reading = LookupReader.read(csv);
        byte[] content = csv.getBytes(StandardCharsets.UTF_8);
        ByteRef ref = keep(content);
        store.write(db -> {
            ByteStore.use(db, ref, clock.millis());
            db.sql("""
                            insert into lookup (name, sha256, size, row_count, columns, version, principal, changed_at)
                            values (?, ?, ?, ?, ?, 1, ?, ?)
                            on conflict (name) do update
                            set sha256 = excluded.sha256, size = excluded.size, row_count = excluded.row_count,
                                columns = excluded.columns, version = version + 1, principal = excluded.principal,
                                changed_at = excluded.changed_at
                            """)
                    .params(
                            name,
                            ref.sha256(),
                            ref.size(),
                            reading.lookup().size(),
                            JSON.writeValueAsString(reading.lookup().columns()),
                            principal,
                            clock.millis())
                    .update();
            ledger.append(
                    db,
                    principal,
                    "lookup.written",
                    "lookup " + name,
                    "rows",
                    "" + reading.lookup().size());
            return name;
        });
        changed();
        return require(name);
    }

    private ByteRef keep(byte[] content) {
        try {
            return bytes.put(new ByteArrayInputStream(content));
        } catch (IOException e) {
            throw new UncheckedIOException("The lookup can't be stored", e);
        }
    }

    /** Removes a table. */
    public void remove(String name, String principal) {
        store.write(db -> {
            if (db.sql("delete from lookup where name = ?").param(name).update() == 0) {
                throw new NoSuchLookupException(name);
            }
            ledger.append(db, principal, "lookup.removed", "lookup " + name);
            return name;
        });
        changed();
    }

    private void changed() {
        refs = load();
        listeners.forEach(Runnable::run);
    }

    private Map<String, LookupRef> load() {
        Map<String, LookupRef> loaded = new TreeMap<>();
        list().forEach(entry -> loaded.put(
                entry.name(),
                new LookupRef(entry.bytes().sha256(), entry.bytes().size(), entry.columns())));
        return Map.copyOf(loaded);
    }

    public List<Entry> list() {
        return store.read(db -> db.sql("select * from lookup order by name")
                .query(LookupTables::entry)
                .list());
    }

    /** @throws NoSuchLookupException if there is no such table */
    public Entry require(String name) {
        return store.read(db -> find(db, name));
    }

    private static Entry find(JdbcClient db, String name) {
        return db.sql("select * from lookup where name = ?")
                .param(name)
                .query(LookupTables::entry)
                .optional()
                .orElseThrow(() -> new NoSuchLookupException(name));
    }

    /** The table as it was written. */
    public String csv(Entry entry) {
        try (InputStream in = bytes.open(entry.bytes().sha256())) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException("Lookup " + entry.name() + " can't be read", e);
        }
    }

    private static Entry entry(ResultSet row, int n) throws SQLException {
        return new Entry(
                row.getString("name"),
                new ByteRef(row.getString("sha256"), row.getLong("size")),
                JSON.readValue(row.getString("columns"), COLUMNS),
                row.getInt("row_count"),
                row.getInt("version"),
                row.getString("principal"),
                Instant.ofEpochMilli(row.getLong("changed_at")));
    }
}
