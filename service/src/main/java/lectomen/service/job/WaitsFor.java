package lectomen.service.job;

import java.util.Locale;
import lectomen.engine.step.StepWait;

/** What a waiting job waits for. */
public enum WaitsFor {
    TURN,
    DESTINATION,
    /** For a rule that asks for it to go live; it has no turn before. */
    RULE,
    REVIEW,
    APPROVAL,
    TIME,
    PARTNER,
    /** For the documents that were made out of its own to end. */
    CHILDREN,
    NUMBER,
    PROGRAM;

    /** For what a step of its plan waits. */
    public static WaitsFor of(StepWait wait) {
        return valueOf(wait.what().name());
    }

    String code() {
        return this == RULE ? "turn" : name().toLowerCase(Locale.ROOT);
    }
}
