package lectomen.service.effect.send;

import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.FileSizeText;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.SystemAnswer;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.step.send.SendForm;
import lectomen.engine.step.send.Sending;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectKind;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.Effects;
import lectomen.service.effect.Replies;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.web.CallBody;
import lectomen.service.web.CallResult;
import lectomen.service.web.WebSystem;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Sends a document with its fields to another system. The plan goes on with the answer. A system can't be asked afterwards what it
 * has; the idempotency key, the effect's for good, lets it know what comes again.
 */
public final class SendEffect implements EffectKind {
    static final String CODE = "send";

    private final Effects effects;
    private final ByteStore bytes;
    private final Function<String, Optional<WebSystem>> systems;

    /** @param systems finds one by the name of its connection */
    public SendEffect(Effects effects, ByteStore bytes, Function<String, Optional<WebSystem>> systems) {
        this.effects = effects;
        this.bytes = bytes;
        this.systems = systems;
    }

    @Override
    public String code() {
        return CODE;
    }

    @Override
    public String title() {
        return "Sent";
    }

    @Override
    public boolean isOfTheJob() {
        return true;
    }

    @Override
    public boolean isAskedForBySteps() {
        return true;
    }

    @Override
    public boolean comesAfterOthers() {
        return true;
    }

    @Override
    public boolean canBeAsked(Effect effect) {
        return false;
    }

    @Override
    public WhenInDoubt whenInDoubt(Effect effect) {
        return sending(effect).whenInDoubt();
    }

    private static Sending sending(Effect effect) {
        return effect.request().as(Sending.class);
    }

    @Override
    public boolean takes(PlannedEffect planned) {
        return planned instanceof Sending;
    }

    /** What an earlier run sent is not sent again: its answer still stands. */
    @Override
    public boolean intend(JdbcClient db, Job job, List<Effect> before, PlannedEffect planned) {
        if (findSent(before, planned).isPresent()) {
            return false;
        }
        Sending sending = (Sending) planned;
        effects.intend(db, job, Effects.Intent.of(sending.step(), CODE, sending.connection(), "", sending));
        return true;
    }

    /** The last of the effects that sent just that. */
    private static Optional<Effect> findSent(List<Effect> ofTheJob, PlannedEffect planned) {
        return ofTheJob.stream()
                .filter(effect -> effect.kind().equals(CODE) && effect.state() == Effect.State.DONE)
                .filter(effect -> sending(effect).equals(planned))
                .max(Comparator.comparingInt(Effect::generation));
    }

    @Override
    public Optional<SystemAnswer> findReply(JdbcClient db, Job job, List<Effect> ofTheJob, PlannedEffect asked) {
        return ofTheJob.stream()
                .filter(effect -> effect.kind().equals(CODE) && effect.state() == Effect.State.DONE)
                .filter(effect -> effect.generation() == job.generation() && effect.step() == asked.step())
                .findFirst()
                .or(() -> findSent(ofTheJob, asked))
                .flatMap(effect -> Replies.find(db, effect));
    }

    /** A person says that the system has it: what it answered is not known. */
    @Override
    public void confirmed(JdbcClient db, Effect effect) {
        Replies.keep(db, effect, new SystemAnswer(0, "", ""));
    }

    @Override
    public EffectResult act(Effect effect, Attempt attempt) {
        String connection = effect.connection();
        Sending sending = sending(effect);
        Optional<WebSystem> system = systems.apply(connection);
        if (system.isEmpty()) {
            return failed(Reason.of("connection.unknown", "connection", connection));
        }
        boolean hasDocument = !sending.fileName().isEmpty();
        if (hasDocument && !bytes.has(effect.bytes().sha256())) {
            return failed(Reason.of("bytes.missing"));
        }
        if (hasDocument && sending.form() == SendForm.JSON && effect.bytes().size() > SendBody.MOST_AS_JSON) {
            return failed(Reason.of(
                    "send.too-large",
                    "size",
                    FileSizeText.shown(effect.bytes().size()),
                    "most",
                    FileSizeText.shown(SendBody.MOST_AS_JSON)));
        }
        CallBody body;
        try {
            body = SendBody.of(effect, sending, bytes);
        } catch (IOException e) {
            return new EffectResult.NotNow(
                    Reason.of("send.away", "connection", connection, "problem", "the document can't be read"));
        }
        CallResult result =
                system.get().call("lectomen-" + effect.id(), body, sending::isTaken, () -> attempt.begins(connection));
        return result(effect, body, result);
    }

    private static EffectResult failed(Reason reason) {
        return new EffectResult.Failed(reason, JobState.FAILED);
    }

    private static EffectResult result(Effect effect, CallBody body, CallResult result) {
        String connection = effect.connection();
        if (result instanceof CallResult.Taken taken) {
            SystemAnswer answer = new SystemAnswer(taken.status(), taken.type(), taken.answer());
            return new EffectResult.Done(
                    connection,
                    new ByteRef(taken.sha256(), body.size()),
                    Integer.toString(taken.status()),
                    Optional.empty(),
                    false,
                    (db, job) -> Replies.keep(db, effect, answer),
                    () -> {});
        }
        if (result instanceof CallResult.Refused refused) {
            return failed(Reason.of("send.refused", "connection", connection, "answer", refused.answer()));
        }
        if (result instanceof CallResult.NotAllowed not) {
            return failed(Reason.of("call.not-allowed", "connection", connection, "address", not.address()));
        }
        return result instanceof CallResult.NotNow notNow
                ? new EffectResult.NotNow(Reason.of("send.away", "connection", connection, "problem", notNow.problem()))
                : new EffectResult.InDoubt();
    }

    @Override
    public String shown(String connection, String place) {
        return "to " + place;
    }
}
