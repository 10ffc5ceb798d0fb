package lectomen.service.job;

import static java.util.Map.entry;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The state of a job. The codes are part of the interface and do not change.
 *
 * <p>{@link #mayBecome} is the whole table of moves; {@link Jobs#move} is the only way to make one.
 */
public enum JobState {
    /** For its turn, or for the next try at {@code nextTryAt} when a reason says what it waits for. */
    WAITING("waiting"),
    /** A worker or a filing thread has it. */
    WORKING("working"),
    /** A person must look at doubtful fields. */
    NEEDS_REVIEW("needs-review"),
    /** A person must approve it. */
    AWAITING_APPROVAL("awaiting-approval"),
    /** Everything the rule asked for has a receipt. */
    FILED("filed"),
    /** No rule matches it. */
    UNMATCHED("unmatched"),
    /** A person, or the rule's own word, refused it. */
    REJECTED("rejected"),
    /** It can't go on; the reason says why. */
    FAILED("failed"),
    /** A person stopped it for now. */
    HELD("held"),
    /** An effect can't be proved; a person decides. */
    IN_DOUBT("in-doubt"),
    /** A person ended it. */
    CANCELLED("cancelled");

    private static final Map<JobState, Set<JobState>> MOVES = new EnumMap<>(Map.ofEntries(
            entry(
                    WAITING,
                    EnumSet.of(
                            WORKING,
                            WAITING,
                            NEEDS_REVIEW,
                            AWAITING_APPROVAL,
                            HELD,
                            CANCELLED,
                            FILED,
                            FAILED,
                            REJECTED,
                            UNMATCHED,
                            IN_DOUBT)),
            entry(
                    WORKING,
                    EnumSet.of(
                            WAITING,
                            NEEDS_REVIEW,
                            AWAITING_APPROVAL,
                            FILED,
                            UNMATCHED,
                            REJECTED,
                            FAILED,
                            HELD,
                            IN_DOUBT,
                            CANCELLED)),
            entry(NEEDS_REVIEW, EnumSet.of(WAITING, NEEDS_REVIEW, REJECTED, HELD, CANCELLED)),
            entry(AWAITING_APPROVAL, EnumSet.of(WAITING, NEEDS_REVIEW, AWAITING_APPROVAL, REJECTED, HELD, CANCELLED)),
            entry(FILED, EnumSet.of(WAITING)),
            entry(UNMATCHED, EnumSet.of(WAITING, UNMATCHED, CANCELLED)),
            entry(REJECTED, EnumSet.of(WAITING)),
            entry(FAILED, EnumSet.of(WAITING, CANCELLED)),
            entry(HELD, EnumSet.of(WAITING, NEEDS_REVIEW, AWAITING_APPROVAL, CANCELLED)),
            entry(CANCELLED, EnumSet.of(WAITING)),
            entry(IN_DOUBT, EnumSet.of(WAITING, NEEDS_REVIEW, AWAITING_APPROVAL, FILED, FAILED))));

    private final String code;

    JobState(String code) {
        this.code = code;
    }

    public String code() {
        return code;
    }

    public boolean mayBecome(JobState next) {
        return MOVES.getOrDefault(this, Set.of()).contains(next);
    }

    /** Whether nothing more happens to such a job by itself. */
    public boolean isEnd() {
        return switch (this) {
            case FILED, UNMATCHED, REJECTED, FAILED, CANCELLED -> true;
            case WAITING, WORKING, NEEDS_REVIEW, AWAITING_APPROVAL, HELD, IN_DOUBT -> false;
        };
    }

    public static Optional<JobState> findByCode(String code) {
        String wanted = code.toLowerCase(Locale.ROOT);
        return List.of(values()).stream()
                .filter(state -> state.code.equals(wanted))
                .findFirst();
    }

    public static List<String> codes() {
        return List.of(values()).stream().map(JobState::code).toList();
    }
}
