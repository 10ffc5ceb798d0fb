package lectomen.engine.step;

import java.util.List;
import java.util.Set;
import lectomen.engine.rulefile.Contact;

/** One thing that a rule does to a document, as its kind read it from the rule file. */
public interface Step {
    int line();

    /** Whether the plan may wait here and go on later. */
    default boolean mayWait() {
        return false;
    }

    /** Whether people settle in it what could not be found, or failed its check. */
    default boolean settlesDoubts() {
        return false;
    }

    /** The groups and people that it names. */
    default List<Contact> contacts() {
        return List.of();
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
