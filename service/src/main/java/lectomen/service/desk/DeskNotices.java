package lectomen.service.desk;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PeopleQuestion;
import lectomen.service.job.Job;
import lectomen.service.notice.NoticeEvent;
import lectomen.service.notice.Notices;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Tells people that something waits for them. */
final class DeskNotices {
    private final Notices notices;

    DeskNotices(Notices notices) {
        this.notices = notices;
    }

    void asked(JdbcClient db, Job job, PeopleQuestion question, Collection<String> names) {
        boolean review = question.kind() == PeopleQuestion.Kind.REVIEW;
        tell(db, job, review ? NoticeKind.NEEDS_REVIEW : NoticeKind.AWAITING_APPROVAL, question.findAgain(), names);
    }

    void overdue(JdbcClient db, Job job, Reason reason, Collection<String> names) {
        tell(db, job, NoticeKind.OVERDUE, Optional.of(reason), names);
    }

    void question(JdbcClient db, Job job, Reason reason, String to) {
        tell(db, job, NoticeKind.QUESTION, Optional.of(reason), List.of(to));
    }

    private void tell(JdbcClient db, Job job, NoticeKind kind, Optional<Reason> reason, Collection<String> names) {
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
}
