package lectomen.engine.task;

import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * The sheets that a worker drew; their file was sent before.
 *
 * @param sides how many there are, of one copy; 0 where there are none
 * @param reason why there are none
 */
public record SheetsAnswer(String id, int sides, Optional<Reason> reason) {
    /** There are none. */
    public static SheetsAnswer not(SheetsTask task, Reason reason) {
        return new SheetsAnswer(task.id(), 0, Optional.of(reason));
    }
}
