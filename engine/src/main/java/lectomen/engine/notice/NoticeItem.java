package lectomen.engine.notice;

import java.time.Instant;
import java.util.Optional;

/**
 * One event in a notice, with its repeats.
 *
 * @param name of the document, hot folder or connection; of the latest where there are several
 * @param rule empty for what no rule did
 * @param reason why, in words; empty for none
 * @param count how often it happened
 * @param link where it is shown
 * @param subject the rule's own; empty for the usual
 * @param text the rule's own; empty for the usual
 */
public record NoticeItem(
        NoticeKind kind,
        String name,
        String rule,
        String reason,
        int count,
        Instant first,
        Instant last,
        String link,
        Optional<String> subject,
        Optional<String> text) {
    /** The same with a text of its own. */
    public NoticeItem withText(String own) {
        return new NoticeItem(kind, name, rule, reason, count, first, last, link, subject, Optional.of(own));
    }
}
