package lectomen.service.intake;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/** Reports when nothing has come in for longer than usual. */
final class SilenceMonitor {
    private static final long COUNTED_IN_THE_SMALLER_UNIT = 120;

    private SilenceMonitor() {}

    /** @param last when something came last, or the folder was first watched */
    static Optional<Reason> reason(Duration usual, Instant last, Instant now) {
        Duration silent = Duration.between(last, now);
        return silent.compareTo(usual) > 0
                ? Optional.of(Reason.of("source.silent", "silent", shown(silent), "expected", shown(usual)))
                : Optional.empty();
    }

    private static String shown(Duration time) {
        if (time.toSeconds() < COUNTED_IN_THE_SMALLER_UNIT) {
            return time.toSeconds() + " s";
        }
        return time.toMinutes() < COUNTED_IN_THE_SMALLER_UNIT ? time.toMinutes() + " min" : time.toHours() + " h";
    }
}
