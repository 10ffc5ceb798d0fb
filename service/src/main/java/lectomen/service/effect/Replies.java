package lectomen.service.effect;

import java.util.Optional;
import lectomen.engine.step.SystemAnswer;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/** What other systems answered to what was sent to them, as stored. */
public final class Replies {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private Replies() {}

    public static void keep(JdbcClient db, Effect effect, SystemAnswer answer) {
        db.sql("update effect_words set reply = ? where effect_id = ?")
                .params(JSON.writeValueAsString(answer), effect.id())
                .update();
    }

    /** Empty as long as there was no answer. */
    public static Optional<SystemAnswer> find(JdbcClient db, Effect effect) {
        return db.sql("select reply from effect_words where effect_id = ? and reply is not null")
                .param(effect.id())
                .query(String.class)
                .optional()
                .map(json -> JSON.readValue(json, SystemAnswer.class));
    }
}
