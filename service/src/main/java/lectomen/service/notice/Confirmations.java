package lectomen.service.notice;

import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.notice.NoticeItem;
import lectomen.engine.notice.NoticeMail;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.step.mail.MailAddress;
import lectomen.engine.step.mail.Mailing;
import lectomen.service.effect.Effects;
import lectomen.service.effect.mail.MailEffect;
import lectomen.service.home.Settings;
import lectomen.service.job.Job;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Mails that tell an address outside that a document was filed: one for each document, as an effect of its job. */
public final class Confirmations {
    private final Effects effects;
    private final Settings settings;
    private final InstantSource clock;

    public Confirmations(Effects effects, Settings settings, InstantSource clock) {
        this.effects = effects;
        this.settings = settings;
        this.clock = clock;
    }

    /** Has the mail sent to the addresses among the names. @return the other names */
    List<String> intend(JdbcClient db, Job job, NoticeEvent event, List<String> names) {
        List<String> to = new ArrayList<>();
        List<String> others = new ArrayList<>();
        names.stream()
                .flatMap(name -> Stream.of(name.split("[,;]")))
                .map(String::strip)
                .filter(name -> !name.isEmpty())
                .distinct()
                .forEach(name -> (MailAddress.isAddress(name) && !Audience.isKnown(db, name) ? to : others).add(name));
        Optional<String> by = settings.notices().by();
        if (by.isEmpty()) {
            return names;
        }
        if (!to.isEmpty()) {
            effects.intend(db, job, MailEffect.confirmation(mailing(by.get(), to, event)));
        }
        return others;
    }

    private Mailing mailing(String by, List<String> to, NoticeEvent event) {
        Instant now = clock.instant();
        NoticeItem item = new NoticeItem(
                event.kind(),
                event.about(),
                event.rule().orElse(""),
                "",
                1,
                now,
                now,
                "",
                event.subject(),
                event.text());
        ZoneId zone = settings.site().zone();
        NoticeMail mail = NoticeMail.of(List.of(item), settings.site().locale(), zone);
        WhenInDoubt doubt = settings.notices().repeats() ? WhenInDoubt.REPEAT : WhenInDoubt.LEAVE;
        return Mailing.of(0, by, to, mail.subject(), mail.text(), doubt);
    }
}
