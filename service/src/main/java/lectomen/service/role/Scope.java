package lectomen.service.role;

import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Whose documents a permission is for.
 *
 * @param rules ids of rules: their jobs, and what comes into their hot folders; empty for everything
 */
public record Scope(Optional<Set<String>> rules) {
    public static final Scope ALL = new Scope(Optional.empty());

    public Scope {
        rules = rules.map(Set::copyOf);
    }

    public static Scope of(Set<String> rules) {
        return new Scope(Optional.of(rules));
    }

    public boolean isAll() {
        return rules.isEmpty();
    }

    public boolean hasRule(String rule) {
        return rules.isEmpty() || rules.get().contains(rule);
    }

    /** What either of them is for. */
    Scope or(Scope other) {
        if (isAll() || other.isAll()) {
            return ALL;
        }
        Set<String> both = new TreeSet<>(rules.get());
        both.addAll(other.rules.get());
        return of(both);
    }
}
