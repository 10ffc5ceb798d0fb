package lectomen.service.rulebook;

import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.zip.CRC32C;
import lectomen.engine.rulefile.RuleFile;
import lectomen.service.ledger.Ledger;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The stored versions of all rules, each with the versions of the shared parts that it uses. */
final class RuleVersions {
    /** The texts of a version's parts, as a JSON object. */
    static final String PART_TEXTS = """
            (select json_group_object(p.name, p.text) from json_each(v.parts) j
             join part_version p on p.name = j.key and p.version = j.value)
            """;

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<Map<String, String>> TEXTS = new TypeReference<>() {};

    private final Ledger ledger;
    private final InstantSource clock;

    RuleVersions(Ledger ledger, InstantSource clock) {
        this.ledger = ledger;
        this.clock = clock;
    }

    /**
     * Writes a new version, the first or the next.
     *
     * @param parts the versions of the parts that it names
     */
    void insert(
            JdbcClient db,
            String id,
            Optional<RuleEntry> known,
            String text,
            Map<String, Integer> parts,
            String reason,
            String principal) {
        int version = known.map(entry -> entry.latestVersion() + 1).orElse(1);
        if (known.isEmpty()) {
            db.sql("""
                            insert into rule (id, position, state, latest_version, lineage)
                            values (:id, (select coalesce(max(position), 0) + 1 from rule), 'draft', 1,
                                case when exists (select 1 from rule where lineage = :id)
                                then :id || ' ' || (select count(*) from rule) else :id end)
                            """).param("id", id).update();
        } else {
            db.sql("update rule set latest_version = :version where id = :id")
                    .param("version", version)
                    .param("id", id)
                    .update();
        }
        db.sql("""
                        insert into rule_version (rule_id, version, text, sha256, principal, added_at, reason, parts)
                        values (:id, :version, :text, :sum, :principal, :now, :reason, :parts)
                        """)
                .param("id", id)
                .param("version", version)
                .param("text", text)
                .param("sum", checksum(text))
                .param("principal", principal)
                .param("now", clock.millis())
                .param("reason", reason)
                .param("parts", JSON.writeValueAsString(parts))
                .update();
        ledger.append(
                db, principal, "rule.added", "rule " + id, "version", Integer.toString(version), "sum", checksum(text));
    }

    /**
     * Gives a rule another id, in all its versions and wherever its jobs, samples and receipts name it.
     *
     * @param text what becomes of the text of each version
     */
    void rename(JdbcClient db, String from, String to, UnaryOperator<String> text, String principal) {
        db.sql("pragma defer_foreign_keys = on").update();
        db.sql("update rule set id = ? where id = ?").params(to, from).update();
        for (Rulebook.Version version : list(db, from)) {
            String renamed = text.apply(require(db, from, version.version()).text());
            db.sql("update rule_version set rule_id = ?, text = ?, sha256 = ? where rule_id = ? and version = ?")
                    .params(to, renamed, checksum(renamed), from, version.version())
                    .update();
        }
        for (String naming : List.of(
                "update rule_sample set rule_id = ? where rule_id = ?",
                "update job set rule_id = ? where rule_id = ?",
                "update job set wanted_rule = ? where wanted_rule = ?",
                "update receipt set rule_id = ? where rule_id = ?")) {
            db.sql(naming).params(to, from).update();
        }
        ledger.append(db, principal, "rule.renamed", "rule " + from, "to", to);
    }

    private static String checksum(String text) {
        CRC32C sum = new CRC32C();
        sum.update(text.getBytes(StandardCharsets.UTF_8));
        return Long.toHexString(sum.getValue());
    }

    /** All versions of a rule, the newest first. */
    static List<Rulebook.Version> list(JdbcClient db, String id) {
        return db.sql("select * from rule_version where rule_id = ? order by version desc")
                .param(id)
                .query((row, n) -> new Rulebook.Version(
                        row.getInt("version"),
                        row.getString("principal"),
                        Instant.ofEpochMilli(row.getLong("added_at")),
                        row.getString("reason")))
                .list();
    }

    /** One version of a rule as it was written, with its parts as they were. */
    static RuleFile require(JdbcClient db, String id, int version) {
        return db.sql("select v.text, " + PART_TEXTS + " part_texts from rule_version v"
                        + " where v.rule_id = ? and v.version = ?")
                .params(id, version)
                .query((row, n) -> file(row))
                .optional()
                .orElseThrow(
                        () -> isKnown(db, id) ? new NoSuchRuleException(id, version) : new NoSuchRuleException(id));
    }

    private static boolean isKnown(JdbcClient db, String id) {
        return db.sql("select exists (select 1 from rule where id = ?)")
                .param(id)
                .query(Boolean.class)
                .single();
    }

    /** @param row with the columns {@code text} and {@code part_texts} */
    static RuleFile file(ResultSet row) throws SQLException {
        return new RuleFile(row.getString("text"), JSON.readValue(row.getString("part_texts"), TEXTS));
    }
}
