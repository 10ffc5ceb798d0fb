package lectomen.service.notice;

import java.util.Optional;
import java.util.Set;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.reason.Reason;

/**
 * Something that people are notified of.
 *
 * @param rule the rule that it happened in; empty for none
 * @param about the name of the document, hot folder or connection
 * @param job empty for what is not about a document
 * @param seenBy the rules whose documents somebody has to be allowed to see; empty for all
 * @param subject of the mail, the rule's own; empty for the usual
 * @param text of the mail, the rule's own; empty for the usual
 */
public record NoticeEvent(
        NoticeKind kind,
        Optional<String> rule,
        String about,
        Optional<String> job,
        Optional<Reason> reason,
        Set<String> seenBy,
        Optional<String> subject,
        Optional<String> text) {
    public NoticeEvent {
        seenBy = Set.copyOf(seenBy);
    }

    /** Of the service itself, or of a hot folder. */
    public static NoticeEvent of(NoticeKind kind, String about, Optional<Reason> reason, Set<String> seenBy) {
        return new NoticeEvent(
                kind, Optional.empty(), about, Optional.empty(), reason, seenBy, Optional.empty(), Optional.empty());
    }

    /** What repeats have in common. */
    String gatheredBy() {
        return kind.about() == NoticeKind.About.DOCUMENT
                ? kind.word() + "/" + rule.orElse("") + "/"
                        + reason.map(Reason::code).orElse("")
                : kind.word() + "/" + about;
    }
}
