package lectomen.service.desk;

import java.time.InstantSource;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.facts.Site;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.notice.NoticeOrder;
import lectomen.engine.plan.AnswerSlots;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.step.PeopleQuestion;
import lectomen.service.job.Job;
import lectomen.service.job.JobFacts;
import lectomen.service.job.JobNotes;
import lectomen.service.notice.JobNotices;
import lectomen.service.notice.NoticeEvent;
import lectomen.service.notice.Notices;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Tells people that something waits for them, and those whom a rule names besides. */
public final class DeskNotices {
    private final Notices notices;
    private final JobNotices ofRules;
    private final JobNotes notes;
    private final Rulebook rulebook;
    private final Sources sources;
    private final Supplier<Site> site;
    private final InstantSource clock;

    /** @param ofRules tells those whom rules name */
    public DeskNotices(
            Notices notices,
            JobNotices ofRules,
            JobNotes notes,
            Rulebook rulebook,
            Sources sources,
            Supplier<Site> site,
            InstantSource clock) {
        this.notices = notices;
        this.ofRules = ofRules;
        this.notes = notes;
        this.rulebook = rulebook;
        this.sources = sources;
        this.site = site;
        this.clock = clock;
    }

    void asked(JdbcClient db, Job job, PeopleQuestion question, Collection<String> names) {
        boolean review = question.kind() == PeopleQuestion.Kind.REVIEW;
        NoticeKind kind = review ? NoticeKind.NEEDS_REVIEW : NoticeKind.AWAITING_APPROVAL;
        tell(db, job, question, kind, question.findAgain(), names);
    }

    void overdue(JdbcClient db, OpenTask open, Reason reason, Collection<String> names) {
        tell(db, open.job(), open.question(), NoticeKind.OVERDUE, Optional.of(reason), names);
    }

    void question(JdbcClient db, Job job, Reason reason, String to) {
        tellAsked(db, job, NoticeKind.QUESTION, Optional.of(reason), List.of(to));
    }

    private void tell(
            JdbcClient db,
            Job job,
            PeopleQuestion question,
            NoticeKind kind,
            Optional<Reason> reason,
            Collection<String> names) {
        Optional<RuleDocument> rule = job.rule().flatMap(rulebook::findDocument);
        Optional<NoticeOrder> order = rule.flatMap(
                document -> Optional.ofNullable(document.whileWaiting().get(kind)));
        if (order.isEmpty()) {
            tellAsked(db, job, kind, reason, names);
            return;
        }
        ofRules.waits(db, job, order.get(), kind, reason, names, slots(db, rule.get(), job, question.fields()))
                .forEach(problem -> notes.add(db, job.id(), problem, "service"));
    }

    private void tellAsked(JdbcClient db, Job job, NoticeKind kind, Optional<Reason> reason, Collection<String> names) {
        String rule = job.rule().orElseThrow().id();
        NoticeEvent event = new NoticeEvent(
                kind,
                Optional.of(rule),
                job.name(),
                Optional.of(job.id()),
                reason,
                Set.of(rule),
                Optional.empty(),
                Optional.empty());
        notices.tell(db, event, names);
    }

    private Map<String, String> slots(JdbcClient db, RuleDocument rule, Job job, List<FieldValue> found) {
        Map<String, String> fields = new TreeMap<>();
        found.forEach(field -> fields.put(field.name(), field.value()));
        Optional<String> hotFolder = sources.findFolder(db, job.source());
        return AnswerSlots.of(rule, JobFacts.of(job, hotFolder, clock.instant()), site.get(), fields);
    }
}
