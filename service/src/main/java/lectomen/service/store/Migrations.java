package lectomen.service.store;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationInfoService;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.sqlite.SQLiteDataSource;

/** Updates the database to the schema of this version, with the numbered scripts beside this class. */
final class Migrations {
    private Migrations() {}

    static void bringUpToDate(Path file, String url, Instant now) {
        SQLiteDataSource source = new SQLiteDataSource();
        source.setUrl(url);
        Flyway flyway = Flyway.configure(Migrations.class.getClassLoader())
                .dataSource(source)
                .locations("classpath:lectomen/service/store")
                .sqlMigrationPrefix("v")
                .table("migration")
                .validateMigrationNaming(true)
                .load();
        boolean existing = Files.exists(file);
        MigrationInfoService info = flyway.info();
        MigrationInfo current = info.current();
        for (MigrationInfo applied : info.applied()) {
            if (applied.getState().isApplied() && !applied.getState().isResolved()) {
                throw new NewerStoreException(String.valueOf(applied.getVersion()));
            }
        }
        if (existing && current != null && info.pending().length > 0) {
            Path copy = file.resolveSibling(
                    "lectomen-before-" + info.pending()[0].getVersion() + "-" + now.toEpochMilli() + ".db");
            JdbcClient.create(source)
                    .sql("vacuum into :copy")
                    .param("copy", copy.toString())
                    .update();
        }
        flyway.migrate();
    }
}
