package lectomen.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.InstantSource;
import java.util.Random;
import lectomen.service.store.Store;
import org.jspecify.annotations.Nullable;

/**
 * Fills a store with the jobs of several years: nearly all filed, most of them from a few rules, failures in clusters, and
 * similar file names.
 */
final class ManyJobs {
    private static final String[] VESSELS = {"Grey Heron", "Storm Petrel", "Turnstone", "Patient Eider", "Sea Robin"};
    private static final int PER_COMMIT = 20_000;
    private static final long FIRST = 1_700_000_000_000L;
    private static final long APART_MILLIS = 30_000;

    private final Random random = new Random(17);
    private final int jobs;

    ManyJobs(int jobs) {
        this.jobs = jobs;
    }

    /** About when a job changed last. */
    static long changedAbout(long number) {
        return FIRST + number * APART_MILLIS + 45_000_000;
    }

    void fill(Path home) throws SQLException, IOException {
        try (Store store = Store.open(home.resolve("store"), InstantSource.system())) {
            store.write(db -> db.sql("insert or ignore into source (id, kind, folder) values (1, 'folder', '/in')")
                    .update());
        }
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + home.resolve("store/lectomen.db"));
                Statement settings = connection.createStatement()) {
            settings.execute("pragma synchronous = off");
            connection.setAutoCommit(false);
            insert(connection);
            settings.execute("insert or replace into sequence (name, next) values ('job', " + (jobs + 1) + ")");
            connection.commit();
        }
    }

    private void insert(Connection connection) throws SQLException {
        try (PreparedStatement job = connection.prepareStatement("""
                        insert into job (id, incarnation, number, source_id, size, type, rule_id, rule_version, state,
                            reason_code, created_at, changed_at) values (?, 1, ?, 1, ?, 'PDF', ?, 1, ?, ?, ?, ?)
                        """);
                PreparedStatement words = connection.prepareStatement(
                        "insert into job_words (job_id, name, considered) values (?, ?, ?)");
                PreparedStatement effect = connection.prepareStatement("""
                        insert into effect (id, incarnation, job_id, generation, step, kind, connection, settings_hash,
                            idempotency_key, document_key, arrival_seq, output, state, created_at, changed_at)
                        values (?, 1, ?, 1, 3, 'file', 'archive', '', ?, ?, ?, 'main', 'done', ?, ?)
                        """);
                PreparedStatement place = connection.prepareStatement(
                        "insert into effect_words (effect_id, request, place) values (?, '{}', ?)");
                PreparedStatement receipt = connection.prepareStatement("""
                        insert into receipt (effect_id, incarnation, at, job_id, rule_id, place_key, content_key, size, answer)
                        values (?, 1, ?, ?, ?, ?, ?, 1000, 'in place and read back, 1000 bytes')
                        """)) {
            for (int number = 1; number <= jobs; number++) {
                String id = "1-" + number;
                long at = FIRST + number * APART_MILLIS;
                String state = state(number);
                String rule = state.equals("unmatched") ? null : rule();
                String name = name(number);
                set(
                        job,
                        id,
                        number,
                        1_000 + random.nextInt(900_000),
                        rule,
                        state,
                        state.equals("failed") ? "pdf.broken" : null,
                        at,
                        at + 2_000 + random.nextInt(90_000_000));
                set(words, id, name, "[{\"rule\":{\"id\":\"" + rule + "\",\"version\":1},\"takes\":true}]");
                if (state.equals("filed")) {
                    String effectId = "1-e" + number;
                    set(effect, effectId, id, id + "/1/3/file", "key " + id, number, at, at);
                    set(place, effectId, "Filed/" + name);
                    set(receipt, effectId, at, id, rule, "place " + id, "content " + id);
                }
                if (number % PER_COMMIT == 0 || number == jobs) {
                    for (PreparedStatement each : new PreparedStatement[] {job, words, effect, place, receipt}) {
                        each.executeBatch();
                    }
                    connection.commit();
                }
            }
        }
    }

    private static void set(PreparedStatement statement, @Nullable Object... values) throws SQLException {
        for (int i = 0; i < values.length; i++) {
            statement.setObject(i + 1, values[i]);
        }
        statement.addBatch();
    }

    /** Failures come in clusters: a broken scanner, a vendor's odd files. */
    private String state(int number) {
        if (number % 50_000 < 400) {
            return "failed";
        }
        int lot = random.nextInt(1_000);
        if (lot < 12) {
            return "unmatched";
        }
        return lot < 14 ? "held" : lot < 15 ? "cancelled" : "filed";
    }

    /** Half of the jobs are of the first rule, half of the rest of the next, and so on; the last is rare. */
    private String rule() {
        for (int rule = 1; rule < 12; rule++) {
            if (random.nextBoolean()) {
                return "rule-" + rule;
            }
        }
        return "rule-12";
    }

    private String name(int number) {
        return number == jobs / 3
                ? "The Only Kestrel.pdf"
                : "permit %07d %s.pdf".formatted(number, VESSELS[random.nextInt(VESSELS.length)]);
    }
}
