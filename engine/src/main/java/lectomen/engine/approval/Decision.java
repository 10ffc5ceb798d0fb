package lectomen.engine.approval;

import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What somebody decided.
 *
 * @param stage counted from 1
 * @param person by number; empty where the rule decided because nobody had
 */
public record Decision(int stage, Verdict verdict, Optional<Long> person) {
    /** What is decided. */
    public enum Verdict {
        APPROVED,
        SENT_BACK,
        REJECTED;

        public String code() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        public static Optional<Verdict> findByCode(String code) {
            return Stream.of(values()).filter(one -> one.code().equals(code)).findFirst();
        }
    }
}
