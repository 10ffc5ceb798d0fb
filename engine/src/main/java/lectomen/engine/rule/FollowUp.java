package lectomen.engine.rule;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What follows once a document of a rule has come to an end.
 *
 * @param handOverTo the rule that takes the document on, with its fields and the reason
 * @param tags that the job gets
 * @param answer to whoever sent it
 * @param original what becomes of the document as it came; empty for the usual: what fails goes to the folder for failed files
 */
public record FollowUp(
        Optional<String> handOverTo,
        Set<String> tags,
        Optional<AnswerFile> answer,
        Optional<Original> original,
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

    public FollowUp {
        tags = Set.copyOf(tags);
    }
}
