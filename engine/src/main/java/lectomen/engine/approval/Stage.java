package lectomen.engine.approval;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.schedule.WorkingTime;
import org.jspecify.annotations.Nullable;

/**
 * People who are asked together.
 *
 * @param name for people; empty for a stage without one
 * @param by names of groups and sign-in names of people
 * @param within how long they have; null for no deadline
 * @param remindAfter when those who have not decided are reminded; null for never
 * @param escalation who may decide as well later on; null for nobody
 * @param atDeadline what the rule decides itself when nobody has by then; null for nothing
 */
public record Stage(
        String name,
        List<String> by,
        Need need,
        @Nullable WorkingTime within,
        @Nullable WorkingTime remindAfter,
        @Nullable Escalation escalation,
        @Nullable AtDeadline atDeadline) {
    public Stage {
        by = List.copyOf(by);
    }

    /** One of these people, with a deadline or none. */
    public static Stage of(List<String> by, @Nullable WorkingTime within) {
        return new Stage("", by, Need.ONE, within, null, null, null);
    }

    public Optional<WorkingTime> findWithin() {
        return Optional.ofNullable(within);
    }

    public Optional<WorkingTime> findRemindAfter() {
        return Optional.ofNullable(remindAfter);
    }

    public Optional<Escalation> findEscalation() {
        return Optional.ofNullable(escalation);
    }

    public Optional<AtDeadline> findAtDeadline() {
        return Optional.ofNullable(atDeadline);
    }

    /** Who may decide as well once a time is over. */
    public record Escalation(String to, WorkingTime after) {}

    /** What a rule decides itself. */
    public enum AtDeadline {
        APPROVE,
        REJECT;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<AtDeadline> findByWord(String word) {
            return Stream.of(values()).filter(one -> one.word().equals(word)).findFirst();
        }

        public static List<String> words() {
            return Stream.of(values()).map(AtDeadline::word).toList();
        }
    }
}
