package lectomen.service.job;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.StepWait;

/** How a job moves. */
public record JobMove(JobState to, Optional<Reason> reason, Optional<Instant> nextTryAt, WaitsFor waitsFor) {
    public static JobMove to(JobState state) {
        return new JobMove(state, Optional.empty(), Optional.empty(), WaitsFor.TURN);
    }

    public static JobMove to(JobState state, Reason reason) {
        return new JobMove(state, Optional.of(reason), Optional.empty(), WaitsFor.TURN);
    }

    public static JobMove waitUntil(Instant nextTry, Reason reason) {
        return new JobMove(JobState.WAITING, Optional.of(reason), Optional.of(nextTry), WaitsFor.TURN);
    }

    public static JobMove waitForRule(Reason reason) {
        return new JobMove(JobState.WAITING, Optional.of(reason), Optional.empty(), WaitsFor.RULE);
    }

    /** Waits for what a step of its plan does. */
    public static JobMove waitFor(StepWait wait) {
        JobState state =
                switch (wait.what()) {
                    case REVIEW -> JobState.NEEDS_REVIEW;
                    case APPROVAL -> JobState.AWAITING_APPROVAL;
                    default -> JobState.WAITING;
                };
        return new JobMove(state, Optional.of(wait.reason()), wait.findUntil(), WaitsFor.of(wait));
    }

    public static JobMove waitForDestination(Optional<Instant> nextTry, Optional<Reason> reason) {
        return new JobMove(JobState.WAITING, reason, nextTry, WaitsFor.DESTINATION);
    }
}
