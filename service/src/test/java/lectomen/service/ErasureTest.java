package lectomen.service;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.FreshStore;
import lectomen.service.store.Store;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Whatever a table can hold of people can be forgotten: each text column is known to be harmless, or says how. */
class ErasureTest {
    /** Ids, codes, hashes, file types and the like. Whoever adds a column here has asked whether it can hold a name or a value. */
    private static final Map<String, String> HARMLESS = new TreeMap<>(Map.ofEntries(
            Map.entry("access_token", "token_hash made_by"),
            Map.entry("arrival", "principal"),
            Map.entry("arrival_file", "role sha256"),
            Map.entry("bytes", "sha256"),
            Map.entry("claim", "job_id state"),
            Map.entry("claim_file", "claim path_key job_id"),
            Map.entry("claim_piece", "claim path_key role sidecar_key job_id fails"),
            Map.entry("connection", "name kind paused_by"),
            Map.entry("counter_change", "counter principal"),
            Map.entry("counter_number", "counter job_id state"),
            Map.entry("counter_run", "counter"),
            Map.entry("desk_asked", "name"),
            Map.entry("desk_correction", "job_id rule_id"),
            Map.entry("desk_correction_words", "job_id"),
            Map.entry("desk_decision", "job_id verdict seen_hash"),
            Map.entry("desk_excluded", "why"),
            Map.entry("desk_task", "job_id kind rule_id binding state outcome"),
            Map.entry("desk_task_words", "job_id"),
            Map.entry("desk_words", "job_id"),
            Map.entry(
                    "effect",
                    "id job_id kind connection settings_hash idempotency_key document_key output depends_on supersedes"
                            + " withdraws state reason_code"),
            Map.entry("effect_attempt", "effect_id outcome reason_code"),
            Map.entry("effect_words", "effect_id"),
            Map.entry("field_words", "job_id"),
            Map.entry("folder_disk", "type name marker"),
            Map.entry("group_member", "group_name"),
            Map.entry("intake_pause", "principal"),
            Map.entry(
                    "job",
                    "id handed_over_from main_sha256 type wanted_rule rule_id document_key state reason_code origin_job"
                            + " part_of waits_for"),
            Map.entry("job_note", "job_id principal"),
            Map.entry("job_note_words", "job_id"),
            Map.entry("job_words", "job_id"),
            Map.entry("ledger", "principal event subject facts previous_hash hash"),
            Map.entry("lookup", "name sha256 principal"),
            Map.entry("notice", "kind rule_id job_id reason_code choice"),
            Map.entry("notice_choice", "kind choice"),
            Map.entry("notice_mail", "connection state answer"),
            Map.entry("output", "job_id name sha256 type"),
            Map.entry("part", "name"),
            Map.entry("part_version", "name principal"),
            Map.entry("person_group", "name"),
            Map.entry("person_session", "token_hash"),
            Map.entry("plan", "job_id cursor waits_for"),
            Map.entry("plan_words", "job_id"),
            Map.entry("print_item", "effect_id job_id queue held_by ticket"),
            Map.entry("receipt", "effect_id job_id rule_id place_key content_key name_key answer document_key"),
            Map.entry("remaining_file", "name_key why job_id"),
            Map.entry("role_grant", "principal role rules granted_by"),
            Map.entry("report_sent", "period first_day"),
            Map.entry("rule", "id state lineage"),
            Map.entry("rule_rename", "rule_id new_id principal"),
            Map.entry("rule_sample", "rule_id sha256 principal"),
            Map.entry("rule_version", "rule_id sha256 principal parts"),
            Map.entry("secret", "name nonce sealed principal"),
            Map.entry("sequence", "name"),
            Map.entry("sidecar_awaited", "name_key job_id"),
            Map.entry("source", "kind"),
            Map.entry("source_pause", "principal"),
            Map.entry("source_run", "cause principal"),
            Map.entry("source_schedule", "times"),
            Map.entry("step_run", "job_id word reason_code input_hash output_hash outcome"),
            Map.entry("step_words", "job_id"),
            Map.entry("store_identity", "store_id"),
            Map.entry("upload_key", "job_id content"),
            Map.entry("welcome_link", "code_hash invitation")));

    /** Columns by which rows of a subject are found, also where they may be empty. */
    private static final Set<String> FOUND_BY = Set.of("job_id", "person_id");

    private static final String WORDS = "Tess Marrow of the Grey Heron";

    /** What the rows of a subject are found by. */
    private static final Map<ErasableColumns.Subject, String> IDS = Map.of(
            ErasableColumns.Subject.JOB,
            "1-1",
            ErasableColumns.Subject.PERSON,
            "1",
            ErasableColumns.Subject.TOKEN,
            "1",
            ErasableColumns.Subject.COUNTED_VALUE,
            WORDS,
            ErasableColumns.Subject.FOLDER,
            WORDS);

    @TempDir
    private Path temp;

    private Store store;
    private Connection rows;

    @BeforeEach
    void open() throws Exception {
        store = FreshStore.open(temp.resolve("store"), InstantSource.system());
        rows = DriverManager.getConnection("jdbc:sqlite:" + temp.resolve("store/lectomen.db"));
    }

    @AfterEach
    void close() throws Exception {
        rows.close();
        store.close();
    }

    private List<String> tables() throws SQLException {
        List<String> tables = new ArrayList<>();
        try (Statement ask = rows.createStatement();
                ResultSet row = ask.executeQuery(
                        "select name from sqlite_master where type = 'table' and name not like 'sqlite%' and name <> 'migration'")) {
            while (row.next()) {
                tables.add(row.getString(1));
            }
        }
        return tables;
    }

    private record Column(String name, boolean holdsText, boolean needed) {}

    private List<Column> columns(String table) throws SQLException {
        List<Column> columns = new ArrayList<>();
        try (Statement ask = rows.createStatement();
                ResultSet row = ask.executeQuery("pragma table_info(" + table + ")")) {
            while (row.next()) {
                boolean text = !row.getString("type").equalsIgnoreCase("integer");
                boolean needed = row.getInt("notnull") != 0 || row.getInt("pk") != 0;
                columns.add(new Column(row.getString("name"), text, needed));
            }
        }
        return columns;
    }

    @Test
    void eachTextColumnIsKnownToBeHarmlessOrSaysHowItIsForgotten() throws SQLException {
        Set<String> unknown = new TreeSet<>();
        for (String table : tables()) {
            Set<String> known =
                    new TreeSet<>(List.of(HARMLESS.getOrDefault(table, "").split(" ")));
            AllErasable.ERASURE.all().stream()
                    .filter(columns -> columns.table().equals(table))
                    .forEach(columns -> known.addAll(columns.columns()));
            columns(table).stream()
                    .filter(column -> column.holdsText() && !known.contains(column.name()))
                    .forEach(column -> unknown.add(table + "." + column.name()));
        }
        assertThat(unknown)
                .as("columns that may hold names, values or words of people, with nothing that forgets them")
                .isEmpty();
    }

    @ParameterizedTest
    @EnumSource(ErasableColumns.Subject.class)
    void whatIsForgottenStandsInNoColumnAnyMore(ErasableColumns.Subject subject) throws SQLException {
        String id = IDS.getOrDefault(subject, "tide-bulletins");
        List<ErasableColumns> own = AllErasable.ERASURE.all().stream()
                .filter(columns -> columns.subject() == subject)
                .toList();
        assertThat(own).isNotEmpty();
        try (Statement off = rows.createStatement()) {
            off.execute("pragma foreign_keys = off");
        }
        for (String table : Stream.concat(Stream.of("effect"), own.stream().map(ErasableColumns::table))
                .distinct()
                .toList()) {
            insert(table, own, id);
        }
        own.forEach(columns ->
                assertThat(count(columns)).as("before: " + columns.table()).isPositive());
        store.write(db -> {
            AllErasable.ERASURE.forget(db, subject, id);
            return id;
        });
        own.forEach(columns -> assertThat(count(columns)).as(columns.table()).isZero());
    }

    private int count(ErasableColumns columns) {
        int found = 0;
        for (String column : columns.columns()) {
            try (PreparedStatement ask =
                    rows.prepareStatement("select count(*) from " + columns.table() + " where " + column + " like ?")) {
                ask.setString(1, "%" + WORDS + "%");
                try (ResultSet row = ask.executeQuery()) {
                    found += row.getInt(1);
                }
            } catch (SQLException e) {
                throw new IllegalStateException(e);
            }
        }
        return found;
    }

    /** A row with the words in each of its columns that can be forgotten. */
    private void insert(String table, List<ErasableColumns> own, String id) throws SQLException {
        Set<String> erasable = new TreeSet<>();
        own.stream()
                .filter(columns -> columns.table().equals(table))
                .forEach(columns -> erasable.addAll(columns.columns()));
        List<String> names = new ArrayList<>();
        List<Object> values = new ArrayList<>();
        for (Column column : columns(table)) {
            if (erasable.contains(column.name())) {
                names.add(column.name());
                values.add(WORDS);
            } else if (column.needed() || FOUND_BY.contains(column.name())) {
                names.add(column.name());
                values.add(value(table, column, id));
            }
        }
        String sql = "insert into " + table + " (" + String.join(", ", names) + ") values ("
                + String.join(", ", names.stream().map(name -> "?").toList()) + ")";
        try (PreparedStatement insert = rows.prepareStatement(sql)) {
            for (int at = 0; at < values.size(); at++) {
                insert.setObject(at + 1, values.get(at));
            }
            insert.executeUpdate();
        }
    }

    private static Object value(String table, Column column, String id) {
        if (!column.holdsText()) {
            return 1;
        }
        return switch (column.name()) {
            case "state" -> table.equals("effect") ? "done" : "used";
            case "kind" -> "folder";
            case "effect_id" -> "e";
            case "id" -> table.equals("effect") ? "e" : id;
            case "job_id", "rule_id", "name" -> id;
            default -> "x";
        };
    }
}
