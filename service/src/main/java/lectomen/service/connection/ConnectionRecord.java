package lectomen.service.connection;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * A connection.
 *
 * @param settings as JSON in the form of its kind
 * @param version grows with each change of the settings
 * @param declared whether lectomen.yaml has it, so that it is changed there
 * @param atOnce how much may be under way on it at once
 */
public record ConnectionRecord(
        String name, String kind, String settings, int version, boolean declared, int atOnce, Optional<Pause> pause) {
    /** That nothing is sent for now. @param by the principal who said so */
    public record Pause(String by, Instant since) {}

    /** Why nothing is sent for now. */
    public Optional<Reason> pauseReason() {
        return pause.map(by -> Reason.of(
                "connection.paused",
                "connection",
                name,
                "since",
                by.since().truncatedTo(ChronoUnit.SECONDS).toString()));
    }
}
