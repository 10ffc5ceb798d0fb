package lectomen.service.effect;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.reason.Reason;
import lectomen.engine.task.ByteRef;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** An effect as stored. */
final class EffectRow {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<TreeMap<String, String>> PARAMETERS = new TypeReference<>() {};

    static final String SELECT = """
            select e.*, w.request, w.request_form, w.place, w.reason_parameters, o.sha256, o.size, r.ended_at
            from effect e
            join effect_words w on w.effect_id = e.id
            left join receipt r on r.effect_id = e.id
            join output o on o.job_id = e.job_id and o.name = e.output and o.generation = e.generation
            """;

    private EffectRow() {}

    static Effect effect(ResultSet row, int n) throws SQLException {
        return new Effect(
                row.getString("id"),
                row.getString("job_id"),
                row.getString("kind"),
                row.getString("connection"),
                Effect.State.ofCode(row.getString("state")),
                row.getInt("attempts"),
                new EffectRequest(row.getInt("request_form"), row.getString("request")),
                Optional.ofNullable(row.getString("place")),
                new ByteRef(row.getString("sha256"), row.getLong("size")),
                row.getInt("generation"),
                row.getInt("step"),
                Optional.ofNullable(row.getString("supersedes")),
                row.getObject("ended_at") != null);
    }

    static EffectView view(ResultSet row, int n) throws SQLException {
        String code = row.getString("reason_code");
        long nextTry = row.getLong("next_try_at");
        Optional<Instant> next = nextTry == 0 ? Optional.empty() : Optional.of(Instant.ofEpochMilli(nextTry));
        long doneAt = row.getLong("done_at");
        Optional<Instant> done = row.wasNull() ? Optional.empty() : Optional.of(Instant.ofEpochMilli(doneAt));
        long endedAt = row.getLong("ended_at");
        Optional<Instant> ended = row.wasNull() ? Optional.empty() : Optional.of(Instant.ofEpochMilli(endedAt));
        return new EffectView(
                row.getString("id"),
                row.getString("job_id"),
                row.getString("kind"),
                "",
                row.getString("connection"),
                row.getString("state"),
                Optional.ofNullable(row.getString("place")),
                code == null
                        ? Optional.empty()
                        : Optional.of(new Reason(code, JSON.readValue(row.getString("reason_parameters"), PARAMETERS))),
                row.getInt("attempts"),
                next,
                done,
                Optional.ofNullable(row.getString("answer")),
                ended,
                row.getInt("generation"),
                Optional.ofNullable(row.getString("older")));
    }
}
