package lectomen.service.effect;

import java.util.Locale;
import java.util.Optional;
import lectomen.engine.task.ByteRef;

/**
 * A change to an outside system, written down before it is made.
 *
 * @param kind the code of its {@link EffectKind}
 * @param place what the last attempt intended; empty before the first
 * @param supersedes an earlier effect of the same job, whose result this one's replaces
 * @param ended whether what it filed was replaced or withdrawn since
 */
public record Effect(
        String id,
        String jobId,
        String kind,
        String connection,
        State state,
        int attempts,
        EffectRequest request,
        Optional<String> place,
        ByteRef bytes,
        int generation,
        int step,
        Optional<String> supersedes,
        boolean ended) {

    public enum State {
        HELD,
        INTENDED,
        ACTING,
        DONE,
        IN_DOUBT,
        ABANDONED;

        public String code() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }

        static State ofCode(String code) {
            return valueOf(code.toUpperCase(Locale.ROOT).replace(' ', '_'));
        }

        public boolean isOpen() {
            return this == INTENDED || this == ACTING;
        }
    }
}
