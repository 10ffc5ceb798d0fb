package lectomen.service.effect.call;

import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.function.Function;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.WhenInDoubt;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectKind;
import lectomen.service.effect.EffectResult;
import lectomen.service.job.JobState;
import lectomen.service.web.CallBody;
import lectomen.service.web.CallResult;
import lectomen.service.web.WebSystem;

/**
 * Tells another system of the end of a document. Its idempotency key is the effect's, so that the system can know a call that comes
 * again.
 */
public final class CallEffect implements EffectKind {
    static final String CODE = "call";

    private final Function<String, Optional<WebSystem>> systems;

    /** @param systems finds one by the name of its connection */
    public CallEffect(Function<String, Optional<WebSystem>> systems) {
        this.systems = systems;
    }

    @Override
    public String code() {
        return CODE;
    }

    @Override
    public String title() {
        return "Call";
    }

    @Override
    public boolean isOfTheJob() {
        return false;
    }

    @Override
    public boolean canBeAsked(Effect effect) {
        return false;
    }

    @Override
    public WhenInDoubt whenInDoubt(Effect effect) {
        return effect.request().as(CallRequest.class).whenInDoubt();
    }

    @Override
    public EffectResult act(Effect effect, Attempt attempt) {
        String connection = effect.connection();
        Optional<WebSystem> system = systems.apply(connection);
        if (system.isEmpty()) {
            return new EffectResult.Failed(Reason.of("connection.unknown", "connection", connection), JobState.FAILED);
        }
        String json = effect.request().as(CallRequest.class).json();
        CallResult result = system.get()
                .call(
                        "lectomen-" + effect.id(),
                        CallBody.ofJson(json),
                        CallEffect::isGood,
                        () -> attempt.begins(connection));
        if (result instanceof CallResult.Taken taken) {
            return new EffectResult.Done(
                    connection,
                    ByteStore.refOf(json.getBytes(StandardCharsets.UTF_8)),
                    Integer.toString(taken.status()),
                    Optional.empty(),
                    false,
                    EffectResult.Also.NOTHING,
                    () -> {});
        }
        if (result instanceof CallResult.Refused refused) {
            return new EffectResult.Failed(
                    Reason.of("call.refused", "connection", connection, "answer", refused.answer()), JobState.FAILED);
        }
        if (result instanceof CallResult.NotAllowed not) {
            return new EffectResult.Failed(
                    Reason.of("call.not-allowed", "connection", connection, "address", not.address()), JobState.FAILED);
        }
        return result instanceof CallResult.NotNow notNow
                ? new EffectResult.NotNow(Reason.of("call.away", "connection", connection, "problem", notNow.problem()))
                : new EffectResult.InDoubt();
    }

    private static boolean isGood(int status) {
        return status >= 200 && status < 300;
    }

    @Override
    public String shown(String connection, String place) {
        return place;
    }
}
