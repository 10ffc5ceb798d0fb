package lectomen.engine.task;

import java.util.Optional;
import lectomen.engine.plan.Outcome;

/**
 * A worker's response.
 *
 * @param outcome empty when the engine itself failed
 * @param fault what failed then, for the people who look after the engine
 */
public record Answer(int protocol, String id, int attempt, Optional<Outcome> outcome, String fault) {
    public static Answer of(Task task, Outcome outcome) {
        return new Answer(Task.PROTOCOL, task.id(), task.attempt(), Optional.of(outcome), "");
    }

    public static Answer fault(Task task, String fault) {
        return new Answer(Task.PROTOCOL, task.id(), task.attempt(), Optional.empty(), fault);
    }
}
