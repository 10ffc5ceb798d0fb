package lectomen.service.connection;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The stored connections. Safe for several threads. */
public final class ConnectionRecords {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "connection",
            List.of("settings"),
            ErasableColumns.Subject.CONNECTION,
            "update connection set settings = '{}' where name = ?"));

    /** How much may be under way on a connection at once, unless somebody says otherwise. */
    public static final int USUAL_AT_ONCE = 24;

    public static final int MOST_AT_ONCE = 100;

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Store store;
    private final Ledger ledger;
    private final InstantSource clock;
    private final Map<String, ConnectionKind> kinds;
    private volatile Map<String, ConnectionRecord> all = Map.of();

    public ConnectionRecords(Store store, Ledger ledger, List<ConnectionKind> kinds, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.clock = clock;
        this.kinds = kinds.stream().collect(Collectors.toUnmodifiableMap(ConnectionKind::code, Function.identity()));
        load();
    }

    private void load() {
        Map<String, ConnectionRecord> read = new TreeMap<>();
        store.read(db -> db.sql("select * from connection")
                        .query(ConnectionRecords::record)
                        .list())
                .forEach(record -> read.put(record.name(), record));
        all = Collections.unmodifiableMap(read);
    }

    private static ConnectionRecord record(ResultSet row, int n) throws SQLException {
        String by = row.getString("paused_by");
        return new ConnectionRecord(
                row.getString("name"),
                row.getString("kind"),
                row.getString("settings"),
                row.getInt("version"),
                row.getInt("declared") != 0,
                row.getInt("at_once"),
                by == null
                        ? Optional.empty()
                        : Optional.of(new ConnectionRecord.Pause(by, Instant.ofEpochMilli(row.getLong("paused_at")))));
    }

    /** The settings of each kind, as JSON Schemas by the code of the kind. */
    public Map<String, JsonNode> schemas() {
        Map<String, JsonNode> schemas = new TreeMap<>();
        kinds.values().forEach(kind -> schemas.put(kind.code(), kind.schema()));
        return schemas;
    }

    /** Where a connection leads, for people. */
    public String addressOf(ConnectionRecord record) {
        return Objects.requireNonNull(kinds.get(record.kind()), record.kind())
                .address(JSON.readTree(record.settings()));
    }

    /** By name, in their order; the same object as long as nothing changes. */
    public Map<String, ConnectionRecord> all() {
        return all;
    }

    public Optional<ConnectionRecord> find(String name) {
        return Optional.ofNullable(all.get(name));
    }

    /** @throws NoSuchConnectionException if there is none of that name */
    public ConnectionRecord require(String name) {
        return find(name).orElseThrow(() -> new NoSuchConnectionException(name));
    }

    /**
     * Takes over the connections of one kind that lectomen.yaml declares. Their limits and pauses stay; one that is no longer declared
     * goes.
     *
     * @param declared settings by name
     * @throws IllegalArgumentException if settings are not as the kind wants them
     */
    public void declare(String kind, Map<String, ? extends JsonNode> declared) {
        ConnectionKind known = Objects.requireNonNull(kinds.get(kind), kind);
        declared.forEach((name, settings) -> {
            List<String> problems = known.problems(settings);
            if (!problems.isEmpty()) {
                throw new IllegalArgumentException("Connection " + name + ": " + String.join("; ", problems));
            }
        });
        store.write(db -> {
            all.values().stream()
                    .filter(record -> record.declared() && record.kind().equals(kind))
                    .filter(record -> !declared.containsKey(record.name()))
                    .forEach(record -> {
                        db.sql("delete from connection where name = ?")
                                .param(record.name())
                                .update();
                        ledger.append(db, "service", "connection.removed", "connection " + record.name());
                    });
            declared.forEach((name, settings) -> declare(db, name, known, JSON.writeValueAsString(settings)));
            return declared.size();
        });
        load();
    }

    private void declare(JdbcClient db, String name, ConnectionKind kind, String settings) {
        boolean same = find(name)
                .filter(record ->
                        record.kind().equals(kind.code()) && record.settings().equals(settings))
                .isPresent();
        if (same) {
            return;
        }
        db.sql("""
                        insert into connection (name, kind, settings, declared, at_once) values (?, ?, ?, 1, ?)
                        on conflict (name) do update set kind = excluded.kind, settings = excluded.settings, declared = 1,
                            version = version + 1
                        """).params(name, kind.code(), settings, kind.usualAtOnce()).update();
        ledger.append(db, "service", "connection.declared", "connection " + name, "kind", kind.code());
    }

    /** Has nothing sent on a connection until it is resumed. What is under way is completed. */
    public void pause(String name, String principal) {
        require(name);
        change(
                name,
                "connection.paused",
                principal,
                "update connection set paused_by = coalesce(paused_by, ?), paused_at = coalesce(paused_at, ?) where name = ?",
                principal,
                clock.millis(),
                name);
    }

    public void resume(String name, String principal) {
        require(name);
        change(
                name,
                "connection.resumed",
                principal,
                "update connection set paused_by = null, paused_at = null where name = ?",
                name);
    }

    /** Says how much may be under way on a connection at once. */
    public void limit(String name, int atOnce, String principal) {
        require(name);
        if (atOnce < 1 || atOnce > MOST_AT_ONCE) {
            throw new IllegalArgumentException("Between 1 and " + MOST_AT_ONCE + " at once, not " + atOnce);
        }
        change(name, "connection.limited", principal, "update connection set at_once = ? where name = ?", atOnce, name);
    }

    private void change(String name, String event, String principal, String sql, Object... parameters) {
        store.write(db -> {
            ledger.append(db, principal, event, "connection " + name);
            return db.sql(sql).params(parameters).update();
        });
        load();
    }
}
