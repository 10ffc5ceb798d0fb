package lectomen.service.api;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalTime;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.notice.NoticeTiming;
import lectomen.engine.notice.QuietHours;
import lectomen.engine.rulefile.TimesOfDay;
import lectomen.engine.step.mail.MailAddress;
import lectomen.service.access.BadPersonException;
import lectomen.service.access.Caller;
import lectomen.service.access.People;
import lectomen.service.access.Person;
import lectomen.service.notice.Links;
import lectomen.service.notice.NoticeChoices;
import lectomen.service.notice.NoticeMails;
import lectomen.service.notice.Notices;
import lectomen.service.role.Permission;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What people are notified of: their inbox, and what they choose to get by mail. Tokens have neither. */
@RestController
@RequestMapping("/api/v1")
final class NoticesController {
    private static final int MOST = 200;

    private final Notices notices;
    private final NoticeChoices choices;
    private final NoticeMails mails;
    private final People people;

    NoticesController(Notices notices, NoticeChoices choices, NoticeMails mails, People people) {
        this.notices = notices;
        this.choices = choices;
        this.mails = mails;
        this.people = people;
    }

    /**
     * A notice.
     *
     * @param headline what happened, in a line
     * @param count how often
     * @param path of the console's page that shows it
     */
    record NoticeView(
            long id,
            String kind,
            String headline,
            Optional<String> reason,
            Optional<String> rule,
            Optional<String> job,
            int count,
            Instant first,
            Instant last,
            String path,
            Optional<Instant> readAt) {
        static NoticeView of(Notices.Notice notice) {
            return new NoticeView(
                    notice.id(),
                    notice.kind().word(),
                    Notices.headline(notice),
                    notice.reason().map(reason -> reason.words()),
                    notice.rule(),
                    notice.job(),
                    notice.count(),
                    notice.first(),
                    notice.last(),
                    Links.path(notice),
                    notice.readAt());
        }
    }

    /** @param unread how many there are, in all */
    record Inbox(int unread, List<NoticeView> notices) {}

    /** One's own inbox, the latest first. @param before the id of the last one of the page before; 0 for the first page */
    @Anybody
    @GetMapping("/notices")
    Inbox inbox(
            @RequestParam(defaultValue = "false") boolean unread,
            @RequestParam(defaultValue = "0") long before,
            @RequestParam(defaultValue = "50") int limit) {
        if (limit < 1 || limit > MOST) {
            throw new BadRequestException("limit", "limit must be a number from 1 to " + MOST + ", not " + limit);
        }
        Person person = person();
        return new Inbox(
                notices.unread(person.id(), Caller.access()),
                notices.inbox(person.id(), Caller.access(), unread, before, limit).stream()
                        .map(NoticeView::of)
                        .toList());
    }

    /** @param read how many became read */
    record Read(int read) {}

    @Anybody
    @PostMapping("/notices/read")
    Read readAll() {
        return new Read(notices.read(person().id(), 0));
    }

    @Anybody
    @PostMapping("/notices/{id}/read")
    Read read(@PathVariable long id) {
        if (id < 1) {
            throw new BadRequestException("id", "id must be the number of a notice, not " + id);
        }
        return new Read(notices.read(person().id(), id));
    }

    private Person person() {
        return people.findByPrincipal(Caller.principal()).orElseThrow(NotSignedInException::nobody);
    }

    /** A kind of notice, and when it is mailed. */
    record KindChoice(String kind, String title, String choice) {}

    /** @param problem what the mail server answered last, if it did not take the last mail */
    record ChoicesView(
            Optional<String> mail,
            Optional<String> quietFrom,
            Optional<String> quietTo,
            List<KindChoice> kinds,
            Optional<String> problem) {}

    /** Where a person gets notices, and when. People see their own. */
    @Anybody
    @GetMapping("/accounts/{id}/notices")
    ChoicesView choices(@PathVariable long id) {
        requireOwnOr(id, Permission.SEE_PEOPLE);
        NoticeChoices.Chosen chosen = choices.of(id);
        return new ChoicesView(
                chosen.mail(),
                chosen.quiet().map(quiet -> quiet.from().toString()),
                chosen.quiet().map(quiet -> quiet.to().toString()),
                Stream.of(NoticeKind.values())
                        .map(kind -> new KindChoice(
                                kind.word(), kind.title(), chosen.timing(kind).word()))
                        .toList(),
                mails.findProblem(id));
    }

    /**
     * What a person chooses.
     *
     * @param choices by kind of notice; what is left out is mailed at once
     */
    record ChoicesForm(
            @Nullable String mail,
            @Nullable String quietFrom,
            @Nullable String quietTo,
            @Nullable Map<String, String> choices) {}

    /** Says where a person gets notices, and when. People say it of themselves; administrators of anybody. */
    @Anybody
    @PutMapping("/accounts/{id}/notices")
    ChoicesView choose(@PathVariable long id, @RequestBody ChoicesForm form) {
        requireOwnOr(id, Permission.MANAGE_PEOPLE);
        Optional<String> mail = given(form.mail());
        mail.filter(address -> !MailAddress.isAddress(address)).ifPresent(address -> {
            throw new BadPersonException("mail", "\"" + address + "\" is no mail address");
        });
        choices.choose(id, new NoticeChoices.Chosen(mail, quiet(form), timings(form)), Caller.principal());
        return choices(id);
    }

    private static Map<NoticeKind, NoticeTiming> timings(ChoicesForm form) {
        Map<NoticeKind, NoticeTiming> timings = new EnumMap<>(NoticeKind.class);
        new TreeMap<>(Optional.ofNullable(form.choices()).orElse(Map.of())).forEach((word, choice) -> {
            NoticeKind kind = NoticeKind.findByWord(word)
                    .orElseThrow(() -> new BadPersonException("choices", "unknown kind of notice \"" + word + "\""));
            timings.put(
                    kind,
                    NoticeTiming.findByWord(choice)
                            .orElseThrow(() -> new BadPersonException(
                                    "choices", "\"" + choice + "\" is none of: " + NoticeTiming.EXPECTED)));
        });
        return timings;
    }

    private static Optional<QuietHours> quiet(ChoicesForm form) {
        Optional<LocalTime> from = time(form.quietFrom());
        Optional<LocalTime> to = time(form.quietTo());
        if (from.isPresent() != to.isPresent() || (from.isPresent() && from.equals(to))) {
            throw new BadPersonException("quietFrom", "quiet hours need two different times of day");
        }
        return from.map(begin -> new QuietHours(begin, to.orElseThrow()));
    }

    private static Optional<LocalTime> time(@Nullable String text) {
        try {
            return given(text)
                    .map(written -> TimesOfDay.find(written).orElseThrow(() -> new DateTimeException(written)));
        } catch (DateTimeException e) {
            throw new BadPersonException("quietFrom", "\"" + text + "\" is no time of day such as 22:00");
        }
    }

    private static Optional<String> given(@Nullable String text) {
        return Optional.ofNullable(text).map(String::strip).filter(one -> !one.isEmpty());
    }

    private void requireOwnOr(long id, Permission permission) {
        Person person = people.find(id).orElseThrow(() -> new NoSuchPersonException(id));
        if (!Caller.principal().equals(person.principal())
                && Caller.access().findScope(permission).isEmpty()) {
            throw NotAllowedException.without(permission);
        }
    }
}
