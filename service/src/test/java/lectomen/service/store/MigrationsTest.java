package lectomen.service.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.stream.Stream;
import lectomen.service.access.Groups;
import lectomen.service.access.Invitations;
import lectomen.service.access.PasswordHashing;
import lectomen.service.access.People;
import lectomen.service.access.Secrets;
import lectomen.service.access.Sessions;
import lectomen.service.access.SignInAttempts;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.Grant;
import lectomen.service.role.RoleGrants;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder.SecretKeyFactoryAlgorithm;
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

    @Test
    void theNewestScriptIsTheOneThatAStoreIsMarkedWith() throws Exception {
        Path scripts = Path.of(
                Migrations.class.getResource("v001__lay_foundations.sql").toURI());
        try (Stream<Path> files = Files.list(scripts.getParent())) {
            assertThat(files.map(file -> file.getFileName().toString())
                            .filter(name -> name.endsWith(".sql"))
                            .max(Comparator.naturalOrder()))
                    .hasValueSatisfying(name -> assertThat(name).startsWith("v%03d__".formatted(Migrations.NEWEST)));
        }
        try (Store store = Store.open(temp, Clock.systemUTC())) {
            assertThat(one(store, "select user_version from pragma_user_version"))
                    .isEqualTo(Integer.toString(Migrations.NEWEST));
        }
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

    @Test
    void peopleStaySignedInAndAreAdministratorsAndTheirLinksStayGood() {
        InstantSource clock = InstantSource.fixed(Instant.parse("2027-03-01T10:00:00Z"));
        JdbcClient old = storeOfVersion("16");
        PasswordHashing hashing = new PasswordHashing(1);
        String hash = new Pbkdf2PasswordEncoder("", 16, 1, SecretKeyFactoryAlgorithm.PBKDF2WithHmacSHA256)
                .encode("the tide turns at nine");
        insert(old, "person (id, name, sign_in, password_hash, made_at) values (1, 'Tess', 'tess', '" + hash + "', 0)");
        insert(
                old,
                "person_session (token_hash, person_id, made_at, seen_at) values ('%s', 1, %2$d, %2$d)"
                        .formatted(Sessions.hashOf("of her browser"), clock.millis()));
        insert(
                old,
                "welcome_link (code_hash, made_at) values ('%s', %d)"
                        .formatted(Secrets.hash("welcome", "a link"), clock.millis()));
        try (Store store = Store.open(temp, clock)) {
            Ledger ledger = new Ledger(store, clock);
            People people = new People(store, ledger, clock, hashing, name -> true);
            RoleGrants grants = new RoleGrants(store, ledger, clock);
            Sessions.Session session =
                    new Sessions(store, ledger, clock).find("of her browser").orElseThrow();
            assertThat(session.person().name()).isEqualTo("Tess");
            assertThat(session.isFresh()).as("she has not proved it since").isFalse();
            assertThat(people.findBy("tess", "the tide turns at nine")).contains(session.person());
            assertThat(grants.of("person 1")).containsExactly(Grant.ADMINISTRATOR);
            Invitations invitations = new Invitations(
                    store,
                    ledger,
                    people,
                    grants,
                    new Groups(store, ledger, clock),
                    clock,
                    new SignInAttempts(10, Duration.ofMinutes(15), () -> 0));
            assertThat(invitations.follow(
                            new Invitations.Form("a link", "Ivo Marsh", "ivo", "another long password"), "127.0.0.1"))
                    .isInstanceOf(Invitations.Followed.By.class);
            assertThat(grants.of("person 2")).containsExactly(Grant.ADMINISTRATOR);
        }
    }

    @Test
    void effectsKeepWhatRefersToThemAndTakeAnyKind() {
        JdbcClient old = storeOfVersion("12");
        insert(old, "source (id, kind, folder) values (1, 'folder', '/in')");
        insert(old, """
                job (id, incarnation, number, source_id, size, type, state, created_at, changed_at)
                values ('1-1', 1, 1, 1, 9, 'txt', 'filed', 0, 0)
                """);
        String effect = """
                effect (id, incarnation, job_id, generation, step, kind, connection, settings_hash, idempotency_key,
                    document_key, by_document, arrival_seq, output, supersedes, state, created_at, changed_at)
                values ('%1$s', 1, '1-1', 1, 1, '%2$s', 'archive', '', '%1$s', 'd', 1, 7, 'main', %3$s, 'done', 0, 0)
                """;
        insert(old, effect.formatted("1-e1", "file", "null"));
        insert(old, effect.formatted("1-e2", "file", "'1-e1'"));
        insert(old, "effect_words (effect_id, request) values ('1-e1', '{}'), ('1-e2', '{}')");
        try (Store store = Store.open(temp, Clock.systemUTC())) {
            assertThat(one(store, "select group_concat(id || by_document || arrival_seq, ' ') from effect"))
                    .isEqualTo("1-e117 1-e217");
            assertThat(one(store, "select supersedes from effect where id = '1-e2'"))
                    .isEqualTo("1-e1");
            assertThat(one(store, "select count(*) from effect_words")).isEqualTo("2");
            assertThat(one(store, "select count(*) from pragma_foreign_key_check"))
                    .isEqualTo("0");
            store.write(db -> db.sql("insert into " + effect.formatted("1-e3", "print", "null"))
                    .update());
        }
    }

    private static String one(Store store, String query) {
        return store.read(db -> db.sql(query).query(String.class).single());
    }
}
