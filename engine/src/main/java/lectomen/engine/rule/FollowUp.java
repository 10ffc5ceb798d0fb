package lectomen.engine.rule;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.notice.NoticeOrder;
import lectomen.engine.webcall.CallOrder;

/**
 * What happens after a document of a rule is filed, failed or rejected.
 *
 * @param handOver the rule that takes the document on, with its fields and the reason
 * @param tags that the job gets, with slots
 * @param answer the reply to the sender
 * @param original what becomes of the original document; empty for the usual: what fails goes to the folder for failed files
 * @param notice who is notified
 * @param call the system that is called
 */
public record FollowUp(
        Optional<HandOver> handOver,
        List<NamePattern> tags,
        Optional<AnswerFile> answer,
        Optional<OriginalHandling> original,
        Optional<NoticeOrder> notice,
        Optional<CallOrder> call,
        int line) {
    /** How a document's way through a rule can end. */
    public enum End {
        FILED,
        REJECTED,
        FAILED;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        static List<String> words() {
            return Stream.of(values()).map(End::word).toList();
        }
    }

    /** @param output of the rule, which the other one gets as its document; as it came unless said */
    public record HandOver(String to, String output) {}

    public FollowUp {
        tags = List.copyOf(tags);
    }

    /** The tags for these slots; one that comes out empty is none. */
    public Set<String> tags(Map<String, String> slots, Locale locale) {
        return tags.stream()
                .map(tag -> tag.valueOrSource(slots, locale).strip())
                .filter(tag -> !tag.isEmpty())
                .collect(Collectors.toCollection(TreeSet::new));
    }
}
