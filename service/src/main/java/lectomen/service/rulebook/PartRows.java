package lectomen.service.rulebook;

import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.rulefile.RuleFile;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The stored shared parts. */
final class PartRows {
    /** A part as it was last written. */
    record Row(String name, int version, String text, String reason, String principal, long addedAt) {}

    private static final String LATEST = """
            select v.* from part p join part_version v on v.name = p.name and v.version = p.latest_version
            where p.removed = 0
            """;

    private PartRows() {}

    static List<Row> list(JdbcClient db) {
        return db.sql(LATEST + " order by v.name").query(Row.class).list();
    }

    static Optional<Row> find(JdbcClient db, String name) {
        return db.sql(LATEST + " and v.name = ?").param(name).query(Row.class).optional();
    }

    /** The latest texts by name. */
    static Map<String, String> texts(JdbcClient db) {
        Map<String, String> texts = new TreeMap<>();
        list(db).forEach(row -> texts.put(row.name(), row.text()));
        return texts;
    }

    /** The versions of the parts that a rule is written with. */
    static Map<String, Integer> versionsOf(JdbcClient db, RuleFile file) {
        Map<String, Integer> versions = new TreeMap<>();
        file.parts()
                .forEach((name, text) -> versions.put(
                        name,
                        db.sql("select max(version) from part_version where name = ? and text = ?")
                                .params(name, text)
                                .query(Integer.class)
                                .single()));
        return versions;
    }

    /** Writes the next version of a part; gives its number. */
    static int insert(JdbcClient db, String name, String text, String reason, String principal, InstantSource clock) {
        db.sql("""
                        insert into part (name, latest_version) values (?, 1)
                        on conflict (name) do update set latest_version = latest_version + 1, removed = 0
                        """).param(name).update();
        int version = db.sql("select latest_version from part where name = ?")
                .param(name)
                .query(Integer.class)
                .single();
        db.sql("""
                        insert into part_version (name, version, text, reason, principal, added_at)
                        values (?, ?, ?, ?, ?, ?)
                        """)
                .params(name, version, text, reason, principal, clock.millis())
                .update();
        return version;
    }

    static void remove(JdbcClient db, String name) {
        db.sql("update part set removed = 1 where name = ?").param(name).update();
    }
}
