package lectomen.engine.notice;

import java.util.List;
import java.util.Optional;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.step.mail.MailAddress;

/**
 * Who a rule tells of its documents, and in which words.
 *
 * @param to groups, sign-in names, addresses, or slots that have one of them; at least one
 * @param subject of mails; empty for the usual one
 * @param text of mails; empty for the usual one
 */
public record NoticeOrder(
        List<NamePattern> to, Optional<NamePattern> subject, Optional<NamePattern> text, int line, int column) {
    public NoticeOrder {
        to = List.copyOf(to);
    }

    /** The groups and sign-in names that it names itself. */
    public List<String> names() {
        return to.stream()
                .filter(pattern -> pattern.slots().isEmpty())
                .map(NamePattern::source)
                .filter(name -> !MailAddress.isAddress(name))
                .toList();
    }
}
