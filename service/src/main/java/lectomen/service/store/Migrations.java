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
    /** The number of the last script. */
    static final int NEWEST = 23;

    private Migrations() {}

    /** A database that was brought up to date before says so by its user version, and the scripts are not looked at. */
    static void bringUpToDate(Path file, String url, Instant now) {
        boolean existing = Files.exists(file);
        SQLiteDataSource source = new SQLiteDataSource();
        source.setUrl(url);
        JdbcClient db = JdbcClient.create(source);
        if (existing && db.sql("pragma user_version").query(Integer.class).single() == NEWEST) {
            return;
        }
        Flyway flyway = Flyway.configure(Migrations.class.getClassLoader())
                .dataSource(source)
                .locations("classpath:lectomen/service/store")
                .sqlMigrationPrefix("v")
                .table("migration")
                .validateMigrationNaming(true)
                .load();
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
            db.sql("vacuum into :copy").param("copy", copy.toString()).update();
        }
        flyway.migrate();
        db.sql("pragma user_version = " + NEWEST).update();
    }
}
