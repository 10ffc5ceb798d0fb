package lectomen.service.filing;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.task.ByteRef;

/**
 * A change to an outside system, written down before it is made.
 *
 * @param request what is asked, as JSON by its kind: a {@link lectomen.engine.plan.Filing}, a {@link GiveBackRequest}, a
 *     {@link WithdrawRequest} or an {@link AnswerRequest}
 * @param place what the last attempt intended; empty before the first
 * @param supersedes an earlier effect of the same job, whose result this one's replaces
 * @param ended whether what it filed was replaced or withdrawn since
 */
record Effect(
        String id,
        String jobId,
        Kind kind,
        String connection,
        State state,
        int attempts,
        String request,
        Optional<String> place,
        ByteRef bytes,
        int generation,
        int step,
        Optional<String> supersedes,
        boolean ended) {

    enum Kind {
        FILE("file"),
        GIVE_BACK("give back"),
        WITHDRAW("withdraw"),
        ANSWER("answer");

        private final String code;

        Kind(String code) {
            this.code = code;
        }

        String code() {
            return code;
        }

        /** Whether its job waits for it: what goes back to people does not hold a job up. */
        boolean isOfTheJob() {
            return this == FILE || this == WITHDRAW;
        }

        static Kind ofCode(String code) {
            return List.of(values()).stream()
                    .filter(kind -> kind.code.equals(code))
                    .findFirst()
                    .orElseThrow(() -> new IllegalStateException("No effect is of kind " + code));
        }
    }

    /** Whether it stands: it was done, and nothing was put in its place since. */
    boolean stands() {
        return kind == Kind.FILE && state == State.DONE && !ended;
    }

    enum State {
        HELD,
        INTENDED,
        ACTING,
        DONE,
        IN_DOUBT,
        ABANDONED;

        String code() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }

        static State ofCode(String code) {
            return valueOf(code.toUpperCase(Locale.ROOT).replace(' ', '_'));
        }

        boolean isOpen() {
            return this == INTENDED || this == ACTING;
        }
    }
}
