package lectomen.service.effect.mail;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.FileSizeText;
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
import lectomen.service.home.ServiceAddress;
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
    private static final String CONFIRMATION = "confirmation";

    private static final int FORM = 2;

    private final boolean isConfirmation;
    private final Effects effects;
    private final ByteStore bytes;
    private final Function<String, Optional<MailServer>> servers;
    private final ServiceAddress address;

    /** @param servers finds one by the name of its connection */
    public static MailEffect ofSteps(
            Effects effects, ByteStore bytes, Function<String, Optional<MailServer>> servers, ServiceAddress address) {
        return new MailEffect(false, effects, bytes, servers, address);
    }

    /** For mails that tell of a filed document. */
    public static MailEffect ofConfirmations(
            Effects effects, ByteStore bytes, Function<String, Optional<MailServer>> servers, ServiceAddress address) {
        return new MailEffect(true, effects, bytes, servers, address);
    }

    private MailEffect(
            boolean isConfirmation,
            Effects effects,
            ByteStore bytes,
            Function<String, Optional<MailServer>> servers,
            ServiceAddress address) {
        this.isConfirmation = isConfirmation;
        this.effects = effects;
        this.bytes = bytes;
        this.servers = servers;
        this.address = address;
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

    /** The first form had no more than one file, and no limit for its size. */
    @Override
    public int requestForm() {
        return FORM;
    }

    private static Effects.Intent intent(String kind, Mailing mailing) {
        return Effects.Intent.inForm(FORM, mailing.step(), kind, mailing.connection(), mailing);
    }

    /** The intent of a mail that tells of a filed document. */
    public static Effects.Intent confirmation(Mailing mailing) {
        return intent(CONFIRMATION, mailing);
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
        effects.intend(db, job, intent(CODE, mailing));
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
        List<OutgoingMail.Attachment> files = files(effect, mailing);
        if (!files.stream().allMatch(file -> bytes.has(file.bytes().sha256()))) {
            return new EffectResult.Failed(Reason.of("bytes.missing"), JobState.FAILED);
        }
        long size = files.stream().mapToLong(file -> file.bytes().size()).sum();
        boolean tooLarge = mailing.attachUpTo() > 0 && size > mailing.attachUpTo();
        String text = tooLarge ? withLink(effect, mailing, files, size) : mailing.text();
        String to = String.join(", ", mailing.to());
        OutgoingMail mail = new OutgoingMail(
                "lectomen-" + effect.id(),
                mailing.to(),
                mailing.subject(),
                text,
                MailHtml.of(text),
                tooLarge ? List.of() : files);
        return result(effect, to, server.get().send(mail, () -> attempt.begins(to)));
    }

    private static List<OutgoingMail.Attachment> files(Effect effect, Mailing mailing) {
        List<OutgoingMail.Attachment> files = new ArrayList<>();
        if (!mailing.attachedAs().isEmpty()) {
            files.add(new OutgoingMail.Attachment(mailing.attachedAs(), effect.bytes()));
        }
        mailing.more().forEach(file -> {
            ByteRef ref = new ByteRef(file.product().sha256(), file.product().size());
            files.add(new OutgoingMail.Attachment(file.name(), ref));
        });
        return files;
    }

    private String withLink(Effect effect, Mailing mailing, List<OutgoingMail.Attachment> files, long size) {
        String names = files.stream().map(OutgoingMail.Attachment::name).collect(Collectors.joining(", "));
        return mailing.text().stripTrailing() + "\n\n" + names + " (" + FileSizeText.shown(size)
                + ") can't be attached because of the size. It can be opened here: "
                + address.of("/jobs/" + effect.jobId()) + "\n";
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
