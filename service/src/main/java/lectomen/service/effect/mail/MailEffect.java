package lectomen.service.effect.mail;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.step.mail.MailHtml;
import lectomen.engine.step.mail.Mailing;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectKind;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.Effects;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.mail.MailResult;
import lectomen.service.mail.MailServer;
import lectomen.service.mail.OutgoingMail;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Sends a mail. A server can't be asked afterwards whether it has a mail: where the connection broke while it was sent, or the
 * service was ended, the effect is in doubt.
 */
public final class MailEffect implements EffectKind {
    static final String CODE = "mail";

    /** The code of mails that tell of a filed document: the job doesn't wait for them. */
    public static final String CONFIRMATION = "confirmation";

    private final boolean isConfirmation;
    private final Effects effects;
    private final ByteStore bytes;
    private final Function<String, Optional<MailServer>> servers;

    /** @param servers finds one by the name of its connection */
    public static MailEffect ofSteps(Effects effects, ByteStore bytes, Function<String, Optional<MailServer>> servers) {
        return new MailEffect(false, effects, bytes, servers);
    }

    /** For mails that tell of a filed document. */
    public static MailEffect ofConfirmations(
            Effects effects, ByteStore bytes, Function<String, Optional<MailServer>> servers) {
        return new MailEffect(true, effects, bytes, servers);
    }

    private MailEffect(
            boolean isConfirmation, Effects effects, ByteStore bytes, Function<String, Optional<MailServer>> servers) {
        this.isConfirmation = isConfirmation;
        this.effects = effects;
        this.bytes = bytes;
        this.servers = servers;
    }

    @Override
    public String code() {
        return isConfirmation ? CONFIRMATION : CODE;
    }

    @Override
    public String title() {
        return isConfirmation ? "Confirmation" : "Mail";
    }

    @Override
    public boolean isOfTheJob() {
        return !isConfirmation;
    }

    @Override
    public boolean isAskedForBySteps() {
        return !isConfirmation;
    }

    @Override
    public boolean comesAfterOthers() {
        return !isConfirmation;
    }

    @Override
    public boolean canBeAsked(Effect effect) {
        return false;
    }

    @Override
    public WhenInDoubt whenInDoubt(Effect effect) {
        return mailing(effect).whenInDoubt();
    }

    private static Mailing mailing(Effect effect) {
        return effect.request().as(Mailing.class);
    }

    @Override
    public boolean takes(PlannedEffect planned) {
        return !isConfirmation && planned instanceof Mailing;
    }

    /** A mail that an earlier run sent word for word is not sent again. */
    @Override
    public boolean intend(JdbcClient db, Job job, List<Effect> before, PlannedEffect planned) {
        Mailing mailing = (Mailing) planned;
        boolean sent = before.stream()
                .filter(earlier -> earlier.kind().equals(CODE) && earlier.state() == Effect.State.DONE)
                .map(MailEffect::mailing)
                .anyMatch(mailing::equals);
        if (sent) {
            return false;
        }
        effects.intend(db, job, Effects.Intent.of(mailing.step(), CODE, mailing.connection(), "", mailing));
        return true;
    }

    @Override
    public EffectResult act(Effect effect, Attempt attempt) {
        Mailing mailing = mailing(effect);
        Optional<MailServer> server = servers.apply(effect.connection());
        if (server.isEmpty()) {
            return new EffectResult.Failed(
                    Reason.of("connection.unknown", "connection", effect.connection()), JobState.FAILED);
        }
        boolean attaches = !mailing.attachedAs().isEmpty();
        if (attaches && !bytes.has(effect.bytes().sha256())) {
            return new EffectResult.Failed(Reason.of("bytes.missing"), JobState.FAILED);
        }
        String to = String.join(", ", mailing.to());
        OutgoingMail mail = new OutgoingMail(
                "lectomen-" + effect.id(),
                mailing.to(),
                mailing.subject(),
                mailing.text(),
                MailHtml.of(mailing.text()),
                attaches
                        ? Optional.of(new OutgoingMail.Attachment(mailing.attachedAs(), effect.bytes()))
                        : Optional.empty());
        return result(effect, to, server.get().send(mail, () -> attempt.begins(to)));
    }

    private static EffectResult result(Effect effect, String to, MailResult result) {
        if (result instanceof MailResult.Sent sent) {
            String answer =
                    sent.answer() + (sent.refused().isEmpty() ? "" : "; refused: " + String.join(", ", sent.refused()));
            return new EffectResult.Done(
                    to,
                    new ByteRef(sent.sha256(), sent.size()),
                    answer,
                    Optional.empty(),
                    false,
                    EffectResult.Also.NOTHING,
                    () -> {});
        }
        if (result instanceof MailResult.Refused refused) {
            return new EffectResult.Failed(
                    Reason.of("mail.refused", "to", to, "answer", refused.answer()), JobState.FAILED);
        }
        return result instanceof MailResult.NotNow notNow
                ? new EffectResult.NotNow(
                        Reason.of("mail.away", "connection", effect.connection(), "problem", notNow.problem()))
                : new EffectResult.InDoubt();
    }

    @Override
    public String shown(String connection, String place) {
        return place + " by " + connection;
    }
}
