package lectomen.engine.extract;

import java.util.Collection;
import java.util.Optional;

/** How similar two words or phrases are. */
public final class Similarity {
    private Similarity() {}

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

    /** Edit distance: characters put in, left out, changed, or two neighbours swapped (optimal string alignment). */
    private static int distance(String one, String other) {
        int[] beforeThat = new int[other.length() + 1];
        int[] before = new int[other.length() + 1];
        int[] now = new int[other.length() + 1];
        for (int j = 0; j <= other.length(); j++) {
            before[j] = j;
        }
        for (int i = 1; i <= one.length(); i++) {
            now[0] = i;
            for (int j = 1; j <= other.length(); j++) {
                boolean same = one.charAt(i - 1) == other.charAt(j - 1);
                now[j] = Math.min(before[j - 1] + (same ? 0 : 1), Math.min(before[j], now[j - 1]) + 1);
                boolean swapped = i > 1
                        && j > 1
                        && one.charAt(i - 1) == other.charAt(j - 2)
                        && one.charAt(i - 2) == other.charAt(j - 1);
                if (swapped) {
                    now[j] = Math.min(now[j], beforeThat[j - 2] + 1);
                }
            }
            int[] spare = beforeThat;
            beforeThat = before;
            before = now;
            now = spare;
        }
        return before[other.length()];
    }
}
