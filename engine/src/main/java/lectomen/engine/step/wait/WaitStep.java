package lectomen.engine.step.wait;

import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.schedule.OpenHours;
import lectomen.engine.step.Step;

/**
 * Waits for a time.
 *
 * @param length how long
 * @param until a pattern that gives a time of day, a date, or both
 * @param hours during which the plan goes on
 */
public record WaitStep(Optional<Duration> length, Optional<NamePattern> until, Optional<OpenHours> hours, int line)
        implements Step {
    @Override
    public boolean mayWait() {
        return true;
    }

    @Override
    public Set<String> slots() {
        return until.map(NamePattern::slots).orElse(Set.of());
    }
}
