package lectomen.service.filing;

import java.util.Locale;
import java.util.Optional;
import lectomen.engine.task.ByteRef;

/**
 * Something to be done to the world outside, written down before it is done.
 *
 * @param request what is asked, as JSON by its kind: a {@link lectomen.engine.plan.Filing} or a {@link GiveBackRequest}
 * @param place what the last attempt intended; empty before the first
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
        int step) {

    enum Kind {
        FILE("file"),
        GIVE_BACK("give back");

        private final String code;

        Kind(String code) {
            this.code = code;
        }

        String code() {
            return code;
        }

        static Kind ofCode(String code) {
            return code.equals(FILE.code) ? FILE : GIVE_BACK;
        }
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
