package lectomen.service.notice;

import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.notice.NoticeTiming;
import lectomen.engine.notice.QuietHours;
import lectomen.engine.step.mail.MailAddress;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Where people get mails, when for what, and when they get none. Safe for several threads. */
public final class NoticeChoices {
    /** What its table can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "person",
            List.of("mail", "quiet_from", "quiet_to"),
            ErasableColumns.Subject.PERSON,
            "update person set mail = null, quiet_from = null, quiet_to = null where id = ?"));

    private final Store store;
    private final Ledger ledger;
    private final ZoneId zone;

    public NoticeChoices(Store store, Ledger ledger, ZoneId zone) {
        this.store = store;
        this.ledger = ledger;
        this.zone = zone;
    }

    /**
     * What a person chooses.
     *
     * @param mail empty for somebody who gets no mails
     * @param timings of kinds for which they chose something
     */
    public record Chosen(Optional<String> mail, Optional<QuietHours> quiet, Map<NoticeKind, NoticeTiming> timings) {
        public Chosen {
            timings = Map.copyOf(timings);
        }

        public NoticeTiming timing(NoticeKind kind) {
            return timings.getOrDefault(kind, NoticeTiming.usual());
        }
    }

    public Chosen of(long person) {
        return store.read(db -> of(db, person));
    }

    static Chosen of(JdbcClient db, long person) {
        Map<NoticeKind, NoticeTiming> timings = new EnumMap<>(NoticeKind.class);
        db.sql("select kind, choice from notice_choice where person_id = ?")
                .param(person)
                .query((row, n) -> Map.entry(row.getString("kind"), row.getString("choice")))
                .list()
                .forEach(one -> NoticeKind.findByWord(one.getKey())
                        .ifPresent(kind -> NoticeTiming.findByWord(one.getValue())
                                .ifPresent(timing -> timings.put(kind, timing))));
        return db.sql("select mail, quiet_from, quiet_to from person where id = ?")
                .param(person)
                .query((row, n) -> {
                    String from = row.getString("quiet_from");
                    String to = row.getString("quiet_to");
                    return new Chosen(
                            Optional.ofNullable(row.getString("mail")),
                            from == null || to == null
                                    ? Optional.empty()
                                    : Optional.of(new QuietHours(LocalTime.parse(from), LocalTime.parse(to))),
                            timings);
                })
                .optional()
                .orElse(new Chosen(Optional.empty(), Optional.empty(), timings));
    }

    /**
     * Chooses for a person.
     *
     * @throws IllegalArgumentException if the address is none
     */
    public void choose(long person, Chosen chosen, String by) {
        chosen.mail().filter(mail -> !MailAddress.isAddress(mail)).ifPresent(mail -> {
            throw new IllegalArgumentException("\"" + mail + "\" is no mail address");
        });
        store.write(db -> {
            db.sql("update person set mail = ?, quiet_from = ?, quiet_to = ? where id = ?")
                    .param(chosen.mail().orElse(null))
                    .param(chosen.quiet().map(hours -> hours.from().toString()).orElse(null))
                    .param(chosen.quiet().map(hours -> hours.to().toString()).orElse(null))
                    .param(person)
                    .update();
            db.sql("delete from notice_choice where person_id = ?")
                    .param(person)
                    .update();
            chosen.timings().forEach((kind, timing) -> db.sql("insert into notice_choice values (?, ?, ?)")
                    .params(person, kind.word(), timing.word())
                    .update());
            ledger.append(db, by, "person.notices-chosen", "person " + person);
            return person;
        });
    }

    /** When a notice is mailed: the person's choice and quiet hours, or at once for an address outside. */
    Instant due(Chosen chosen, NoticeKind kind, Instant first, Instant last) {
        Instant due = chosen.timing(kind).due(first, last, zone);
        return chosen.quiet().map(quiet -> quiet.after(due, zone)).orElse(due);
    }
}
