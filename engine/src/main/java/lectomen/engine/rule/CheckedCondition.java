package lectomen.engine.rule;

import java.util.Comparator;
import java.util.List;

/**
 * A condition and its result for one file.
 *
 * @param says the condition in the rule's own words
 * @param saw what it looked at; empty for groups
 * @param line of the rule file
 * @param parts of a group, in order
 */
public record CheckedCondition(String says, ConditionResult truth, String saw, int line, List<CheckedCondition> parts) {
    public CheckedCondition {
        parts = List.copyOf(parts);
    }

    /** The word of the file that asks it: the longest one that it begins with. */
    String word() {
        return ConditionReader.words().stream()
                .filter(says::startsWith)
                .max(Comparator.comparingInt(String::length))
                .orElse(says);
    }
}
