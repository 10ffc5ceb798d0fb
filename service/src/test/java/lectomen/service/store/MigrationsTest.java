package lectomen.service.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Clock;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.sqlite.SQLiteDataSource;

/** Stores of earlier versions, brought up to date. */
class MigrationsTest {
    @TempDir
    private Path temp;

    private JdbcClient storeOfVersion(String version) {
        SQLiteDataSource source = new SQLiteDataSource();
        source.setUrl("jdbc:sqlite:" + temp.resolve("lectomen.db"));
        Flyway.configure(Migrations.class.getClassLoader())
                .dataSource(source)
                .locations("classpath:lectomen/service/store")
                .sqlMigrationPrefix("v")
                .table("migration")
                .target(version)
                .load()
                .migrate();
        return JdbcClient.create(source);
    }

    private static void insert(JdbcClient db, String row) {
        db.sql("insert into " + row).update();
    }

    @Test
    void unwantedJobsBecomeUnmatchedAndReasonsGetTheirNewCodes() {
        JdbcClient old = storeOfVersion("11");
        insert(old, "source (id, kind, folder) values (1, 'folder', '/in')");
        insert(old, """
                job (id, incarnation, number, source_id, size, type, state, reason_code, created_at, changed_at)
                values ('1-1', 1, 1, 1, 9, 'txt', 'unwanted', 'rule.none-wants', 0, 0)
                """);
        insert(old, """
                step_words (job_id, generation, attempt, step, reasons)
                values ('1-1', 1, 1, 1, '[{"code":"field.unsure","parameters":{"field":"field.unsure"}}]')
                """);
        insert(old, """
                lying_file (source_id, name_key, size, mtime, ctime, why, rulebook_version, job_id)
                values (1, 'k', 1, 2, 3, 'unwanted', 1, '1-1')
                """);
        try (Store store = Store.open(temp, Clock.systemUTC())) {
            assertThat(one(store, "select state || ' ' || reason_code from job"))
                    .isEqualTo("unmatched rule.none-matches");
            assertThat(one(store, "select reasons from step_words"))
                    .isEqualTo("[{\"code\":\"field.doubtful\",\"parameters\":{\"field\":\"field.unsure\"}}]");
            assertThat(one(store, "select why || job_id from remaining_file")).isEqualTo("unmatched1-1");
        }
    }

    private static String one(Store store, String query) {
        return store.read(db -> db.sql(query).query(String.class).single());
    }
}
