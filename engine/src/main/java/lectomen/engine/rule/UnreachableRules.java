package lectomen.engine.rule;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;

/**
 * Finds rules that can never match a file, since an earlier rule matches every file that they could: it has the same folders,
 * accepts at least the same types, and has no conditions, the same, or a part of them. Rules that shut each other out in
 * subtler ways are not found.
 */
public final class UnreachableRules {
    private static final FileFacts ANY_FILE = new FileFacts("", 0, FileType.UNKNOWN, Optional.empty(), Instant.EPOCH);

    private UnreachableRules() {}

    /**
     * The rules that can't win, each with the id of the one before it.
     *
     * @param acting in the order in which they are asked
     */
    public static Map<String, String> find(List<RuleDocument> acting) {
        Map<String, String> found = new HashMap<>();
        for (int i = 1; i < acting.size(); i++) {
            RuleDocument rule = acting.get(i);
            acting.subList(0, i).stream()
                    .filter(before -> takesAllOf(before, rule))
                    .findFirst()
                    .ifPresent(before -> found.put(rule.id(), before.id()));
        }
        return found;
    }

    private static boolean takesAllOf(RuleDocument before, RuleDocument rule) {
        boolean everyFile = !rule.from().isEmpty()
                && rule.from().stream().allMatch(from -> before.findFrom(from.folder())
                        .filter(theirs -> acceptsAll(theirs.accepting(), from.accepting()))
                        .isPresent());
        return everyFile
                && before.when()
                        .map(theirs -> rule.when()
                                .filter(own -> asksForAll(own, theirs))
                                .isPresent())
                        .orElse(true);
    }

    private static boolean acceptsAll(AcceptFilter wide, AcceptFilter narrow) {
        boolean types = wide.types().isEmpty()
                || (!narrow.types().isEmpty() && wide.types().containsAll(narrow.types()));
        boolean names = (wide.like().isEmpty() || wide.like().equals(narrow.like()))
                && narrow.notLike().containsAll(wide.notLike());
        return types && names && wide.atLeast() <= narrow.atLeast() && wide.atMost() >= narrow.atMost();
    }

    /** Whether a condition holds only where the other does. */
    private static boolean asksForAll(Condition own, Condition other) {
        Set<String> wanted = needs(own);
        return wanted.containsAll(needs(other));
    }

    /** What must hold, each as a text that is equal for equal conditions. */
    private static Set<String> needs(Condition condition) {
        CheckedCondition seen = condition.look(ANY_FILE, Content.NOT_OPENED);
        return seen.says().equals(Condition.Junction.ALL.word())
                ? seen.parts().stream().map(UnreachableRules::signature).collect(Collectors.toSet())
                : Set.of(signature(seen));
    }

    private static String signature(CheckedCondition seen) {
        return seen.parts().isEmpty()
                ? seen.says()
                : seen.says()
                        + seen.parts().stream()
                                .map(UnreachableRules::signature)
                                .sorted()
                                .collect(Collectors.joining("; ", "(", ")"));
    }
}
