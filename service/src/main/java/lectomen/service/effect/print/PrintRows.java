package lectomen.service.effect.print;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.print.Printing;
import lectomen.engine.task.ByteRef;
import lectomen.service.effect.EffectRequest;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The stored items of print queues. */
final class PrintRows {
    static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<TreeMap<String, String>> TEXTS = new TypeReference<>() {};

    private static final String SELECT = """
            select p.*, e.state, e.on_hold, e.reason_code, w.request, w.request_form, w.place, w.reason_parameters, o.sha256, o.size,
                j.source_id, j.rule_id
            from print_item p
            join effect e on e.id = p.effect_id
            join effect_words w on w.effect_id = e.id
            join job j on j.id = p.job_id
            left join output o on o.job_id = e.job_id and o.name = e.output and o.generation = e.generation
            """;

    private PrintRows() {}

    static Optional<PrintItem> find(JdbcClient db, String effect) {
        return db.sql(SELECT + " where p.effect_id = ?")
                .param(effect)
                .query(PrintRows::item)
                .optional();
    }

    /** In the order in which they are printed. */
    static List<PrintItem> open(JdbcClient db, String queue, int most) {
        return db.sql(SELECT + " where p.queue = ? and p.ended_at is null order by e.on_hold, p.turn limit ?")
                .params(queue, most)
                .query(PrintRows::item)
                .list();
    }

    /** The last ones first. */
    static List<PrintItem> ended(JdbcClient db, String queue, int most) {
        return db.sql(SELECT + " where p.queue = ? and p.ended_at is not null order by p.ended_at desc limit ?")
                .params(queue, most)
                .query(PrintRows::item)
                .list();
    }

    private static PrintItem item(ResultSet row, int n) throws SQLException {
        String code = row.getString("reason_code");
        long endedAt = row.getLong("ended_at");
        Optional<Instant> ended = row.wasNull() ? Optional.empty() : Optional.of(Instant.ofEpochMilli(endedAt));
        Map<String, String> parameters = JSON.readValue(row.getString("reason_parameters"), TEXTS);
        return new PrintItem(
                row.getString("effect_id"),
                row.getString("job_id"),
                Optional.ofNullable(row.getString("rule_id")),
                row.getLong("source_id"),
                row.getString("queue"),
                state(row, ended.isPresent()),
                new EffectRequest(row.getInt("request_form"), row.getString("request")).as(Printing.class),
                new ByteRef(Optional.ofNullable(row.getString("sha256")).orElse(""), row.getLong("size")),
                JSON.readValue(row.getString("ticket"), TEXTS),
                Optional.ofNullable(code).map(known -> new Reason(known, parameters)),
                Optional.ofNullable(row.getString("place")),
                Optional.ofNullable(row.getString("held_by")),
                row.getInt("pages"),
                row.getInt("copies"),
                row.getInt("sheets"),
                Instant.ofEpochMilli(row.getLong("asked_at")),
                ended);
    }

    private static PrintItem.State state(ResultSet row, boolean ended) throws SQLException {
        if (ended) {
            return row.getInt("printed") == 1 ? PrintItem.State.PRINTED : PrintItem.State.NOT_PRINTED;
        }
        String effect = row.getString("state");
        if (effect.equals("in doubt")) {
            return PrintItem.State.IN_DOUBT;
        }
        if (row.getInt("held") == 1 || effect.equals("held")) {
            return PrintItem.State.HELD;
        }
        return row.getInt("on_hold") == 1 ? PrintItem.State.WAITING : PrintItem.State.PRINTING;
    }
}
