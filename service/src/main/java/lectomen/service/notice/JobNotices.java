package lectomen.service.notice;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.notice.NoticeOrder;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.mail.MailAddress;
import lectomen.service.home.Settings;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Tells people of documents: of those that a rule has brought to an end, and of those that no rule takes. */
public final class JobNotices implements Jobs.MoveListener {
    private final Jobs jobs;
    private final Notices notices;
    private final Confirmations confirmations;
    private final Rulebook rulebook;
    private final Sources sources;
    private final Locale locale;
    private final boolean canMail;

    public JobNotices(
            Jobs jobs,
            Notices notices,
            Confirmations confirmations,
            Rulebook rulebook,
            Sources sources,
            Settings settings) {
        this.jobs = jobs;
        this.notices = notices;
        this.confirmations = confirmations;
        this.rulebook = rulebook;
        this.sources = sources;
        this.locale = settings.site().locale();
        this.canMail = settings.notices().by().isPresent();
    }

    /**
     * Tells those whom a rule names of the end of its document.
     *
     * @param slots what is known of the document
     * @return who was not notified, and why, as sentences
     */
    public List<String> ended(
            JdbcClient db,
            Job job,
            NoticeOrder order,
            JobState end,
            Optional<Reason> reason,
            Map<String, String> slots) {
        NoticeKind kind = NoticeKind.findByWord(end.code()).orElseThrow();
        NoticeEvent event = event(job, order, kind, reason, slots);
        List<String> names = names(order, slots);
        if (kind == NoticeKind.FILED) {
            names = confirmations.intend(db, job, event, names);
        }
        return tell(db, event, names);
    }

    /**
     * Tells those whom a rule names that its document waits for people, together with those who are asked, in the rule's words.
     *
     * @param asked who is asked, by name
     * @param slots what is known of the document
     * @return who was not notified, and why, as sentences
     */
    public List<String> waits(
            JdbcClient db,
            Job job,
            NoticeOrder order,
            NoticeKind kind,
            Optional<Reason> reason,
            Collection<String> asked,
            Map<String, String> slots) {
        Set<String> names = new LinkedHashSet<>(asked);
        names.addAll(names(order, slots));
        return tell(db, event(job, order, kind, reason, slots), names);
    }

    private NoticeEvent event(
            Job job, NoticeOrder order, NoticeKind kind, Optional<Reason> reason, Map<String, String> slots) {
        return new NoticeEvent(
                kind,
                job.rule().map(RuleRef::id),
                job.name(),
                Optional.of(job.id()),
                reason,
                job.rule().map(rule -> Set.of(rule.id())).orElse(Set.of()),
                order.subject().map(pattern -> filled(pattern, slots)),
                order.text().map(pattern -> filled(pattern, slots)));
    }

    private List<String> names(NoticeOrder order, Map<String, String> slots) {
        return order.to().stream().map(pattern -> filled(pattern, slots)).toList();
    }

    private List<String> tell(JdbcClient db, NoticeEvent event, Collection<String> names) {
        List<String> problems = new ArrayList<>();
        if (!canMail) {
            names.stream()
                    .filter(name -> MailAddress.isAddress(name) && !Audience.isKnown(db, name))
                    .forEach(name -> problems.add(
                            "\"" + name + "\" was not notified: there is no mail connection in lectomen.yaml."));
        }
        notices.tell(db, event, names)
                .forEach(name ->
                        problems.add("\"" + name + "\" was not notified: it is no group, person or mail address."));
        return problems;
    }

    private String filled(NamePattern pattern, Map<String, String> slots) {
        return pattern.valueOrSource(slots, locale);
    }

    /** Tells those whom a source names of a document that no rule takes. */
    @Override
    public void moved(JdbcClient db, String id, JobMove move) {
        if (move.to() == JobState.UNMATCHED) {
            jobs.find(db, id).ifPresent(job -> unmatched(db, job, move.reason()));
        }
    }

    private void unmatched(JdbcClient db, Job job, Optional<Reason> reason) {
        sources.findFolder(db, job.source()).ifPresent(folder -> {
            Set<String> names = names(folder, NoticeKind.UNMATCHED);
            if (!names.isEmpty()) {
                NoticeEvent event = new NoticeEvent(
                        NoticeKind.UNMATCHED,
                        Optional.empty(),
                        job.name(),
                        Optional.of(job.id()),
                        reason,
                        rulesOf(folder),
                        Optional.empty(),
                        Optional.empty());
                notices.tell(db, event, names);
            }
        });
    }

    /** Whom the rules of a hot folder name for something. */
    public Set<String> names(String folder, NoticeKind kind) {
        Set<String> names = new TreeSet<>();
        rulebook.acting().from(folder).stream()
                .flatMap(live -> live.rule().findFrom(folder).stream())
                .forEach(from -> names.addAll(from.settings().notices().getOrDefault(kind, List.of())));
        return names;
    }

    /** The rules that take files from a hot folder. */
    public Set<String> rulesOf(String folder) {
        return rulebook.acting().from(folder).stream()
                .map(LiveRule::rule)
                .map(rule -> rule.id())
                .collect(Collectors.toSet());
    }
}
