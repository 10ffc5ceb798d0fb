package lectomen.engine.task;

import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * The sheets that a worker drew; their file was sent before.
 *
 * @param reason why there are none
 */
public record SheetsAnswer(String id, Optional<Reason> reason) {
    static SheetsAnswer not(SheetsTask task, Reason reason) {
        return new SheetsAnswer(task.id(), Optional.of(reason));
    }
}
