package lectomen.engine.ocr;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Finds the most likely texts for a few steps.
 *
 * <p>The network gives each step on its own: the likelihood of a text is the sum over all ways to spread its characters over the
 * steps, with none between them (A. Graves and others, Connectionist temporal classification, 2006). The search goes from step
 * to step and keeps the likeliest beginnings, each once, with the likelihood that its last character has ended and that it goes on
 * (A. Hannun and others, First-pass large vocabulary recognition with bidirectional networks, 2014). How well characters follow each
 * other in a language counts beside what is seen.
 */
final class BeamSearch {
    private static final int KEPT = 24;
    private static final double LEAST_LOG = Math.log(2e-4);
    private static final double IMPOSSIBLE = Double.NEGATIVE_INFINITY;

    /**
     * A text that the steps may say.
     *
     * @param kinds its characters as classes
     * @param share of all texts that were found, 0 to 1
     */
    record Found(int[] kinds, double share) {}

    private static final class Beginning {
        final int[] kinds;
        final double language;
        double ended = IMPOSSIBLE;
        double going = IMPOSSIBLE;

        Beginning(int[] kinds, double language) {
            this.kinds = kinds;
            this.language = language;
        }

        double seen() {
            return sum(ended, going);
        }

        double all() {
            return seen() + language;
        }

        int last() {
            return kinds.length == 0 ? StepScores.NONE : kinds[kinds.length - 1];
        }
    }

    private record Key(int hash, int[] kinds) {
        @Override
        public int hashCode() {
            return hash;
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Key key && Arrays.equals(kinds, key.kinds);
        }

        static Key of(int[] kinds) {
            return new Key(Arrays.hashCode(kinds), kinds);
        }
    }

    private final StepScores steps;
    private final SequenceModel following;

    BeamSearch(StepScores steps, SequenceModel following) {
        this.steps = steps;
        this.following = following;
    }

    /** @param to behind the last step */
    List<Found> search(int from, int to) {
        List<Beginning> kept = new ArrayList<>();
        Beginning nothing = new Beginning(new int[0], 0);
        nothing.ended = 0;
        kept.add(nothing);
        for (int step = from; step < to; step++) {
            kept = next(kept, step);
        }
        return shares(kept);
    }

    private List<Beginning> next(List<Beginning> kept, int step) {
        Map<Key, Beginning> grown = new HashMap<>();
        for (Beginning old : kept) {
            Beginning same = grown.computeIfAbsent(Key.of(old.kinds), key -> new Beginning(old.kinds, old.language));
            same.ended = sum(same.ended, old.seen() + steps.log(step, StepScores.NONE));
            if (old.last() != StepScores.NONE) {
                same.going = sum(same.going, old.going + steps.log(step, old.last()));
            }
            for (int kind = 1; kind < steps.logs()[step].length; kind++) {
                double likely = steps.log(step, kind);
                if (likely < LEAST_LOG) {
                    continue;
                }
                double from = kind == old.last() ? old.ended : old.seen();
                if (from == IMPOSSIBLE) {
                    continue;
                }
                int[] kinds = Arrays.copyOf(old.kinds, old.kinds.length + 1);
                kinds[old.kinds.length] = kind;
                Beginning longer = grown.computeIfAbsent(
                        Key.of(kinds),
                        key -> new Beginning(
                                kinds,
                                old.language + following.next(old.kinds, old.kinds.length, kinds[old.kinds.length])));
                longer.going = sum(longer.going, from + likely);
            }
        }
        List<Beginning> all = new ArrayList<>(grown.values());
        all.sort(Comparator.comparingDouble(Beginning::all).reversed());
        return all.size() > KEPT ? new ArrayList<>(all.subList(0, KEPT)) : all;
    }

    private List<Found> shares(List<Beginning> kept) {
        double[] ends = new double[kept.size()];
        double sum = IMPOSSIBLE;
        for (int i = 0; i < ends.length; i++) {
            ends[i] = kept.get(i).all() + following.end(kept.get(i).kinds);
            sum = sum(sum, ends[i]);
        }
        List<Found> found = new ArrayList<>();
        for (int i = 0; i < ends.length; i++) {
            found.add(new Found(kept.get(i).kinds, Math.exp(ends[i] - sum)));
        }
        found.sort(Comparator.comparingDouble(Found::share).reversed());
        return found;
    }

    /** The logarithm of the sum of two likelihoods. */
    static double sum(double one, double other) {
        double most = Math.max(one, other);
        if (most == IMPOSSIBLE) {
            return IMPOSSIBLE;
        }
        return most + Math.log1p(Math.exp(Math.min(one, other) - most));
    }
}
