package lectomen.engine.step;

import java.util.Set;

/** One thing that a rule does to a document, as its kind read it from the rule file. */
public interface Step {
    int line();

    /** Whether the plan may wait here and go on later. */
    default boolean mayWait() {
        return false;
    }

    /** The lookups that it uses. */
    default Set<String> lookups() {
        return Set.of();
    }

    /** What it asks of the data file beside a document. */
    default Set<String> sidecarExpressions() {
        return Set.of();
    }

    /** What it names in braces. */
    default Set<String> slots() {
        return Set.of();
    }

    /** The connections that it puts something in. */
    default Set<String> connections() {
        return Set.of();
    }
}
