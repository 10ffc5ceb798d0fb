package lectomen.engine.extract;

import java.util.Collection;
import java.util.Optional;

/** How alike two words or phrases are. */
public final class Nearness {
    private Nearness() {}

    /** 1 for equal, 0 for nothing in common: one minus the edit distance divided by the longer length. */
    public static double of(String one, String other) {
        int longer = Math.max(one.length(), other.length());
        return longer == 0 ? 1 : 1 - (double) distance(one, other) / longer;
    }

    /** The candidate most like the word, if any is at least half alike; for "did you mean". */
    public static Optional<String> nearest(String word, Collection<String> candidates) {
        String best = null;
        double bestNearness = 0.5;
        for (String candidate : candidates) {
            double nearness = of(TextSearch.fold(word), TextSearch.fold(candidate));
            if (nearness > bestNearness || (nearness == bestNearness && best == null)) {
                best = candidate;
                bestNearness = nearness;
            }
        }
        return Optional.ofNullable(best);
    }

    /** Levenshtein's distance, two rows at a time. */
    private static int distance(String one, String other) {
        int[] before = new int[other.length() + 1];
        int[] now = new int[other.length() + 1];
        for (int j = 0; j <= other.length(); j++) {
            before[j] = j;
        }
        for (int i = 1; i <= one.length(); i++) {
            now[0] = i;
            for (int j = 1; j <= other.length(); j++) {
                int swap = before[j - 1] + (one.charAt(i - 1) == other.charAt(j - 1) ? 0 : 1);
                now[j] = Math.min(swap, Math.min(before[j], now[j - 1]) + 1);
            }
            int[] spare = before;
            before = now;
            now = spare;
        }
        return before[other.length()];
    }
}
