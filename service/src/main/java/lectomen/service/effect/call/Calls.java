package lectomen.service.effect.call;

import java.time.InstantSource;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.webcall.CallOrder;
import lectomen.service.effect.Effects;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Records the calls that tell other systems how documents ended. */
public final class Calls {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Effects effects;
    private final InstantSource clock;

    public Calls(Effects effects, InstantSource clock) {
        this.effects = effects;
        this.clock = clock;
    }

    /** @param slots what is known of the document, from which the order's values are taken */
    public void intend(
            JdbcClient db, Job job, CallOrder order, JobState end, Optional<Reason> reason, Map<String, String> slots) {
        ObjectNode body = JSON.createObjectNode();
        body.put("event", end.code());
        body.put("at", clock.instant().toString());
        body.put("job", job.id());
        job.rule().map(RuleRef::id).ifPresent(rule -> body.put("rule", rule));
        body.put("document", job.name());
        reason.ifPresent(why -> {
            ObjectNode said = body.putObject("reason");
            said.put("code", why.code());
            said.put("words", why.words());
        });
        ObjectNode fields = body.putObject("fields");
        order.values().stream().filter(slots::containsKey).forEach(name -> fields.put(name, slots.get(name)));
        CallRequest request = new CallRequest(JSON.writeValueAsString(body), order.whenInDoubt());
        effects.intend(db, job, Effects.Intent.of(0, CallEffect.CODE, order.connection(), "", request));
    }
}
