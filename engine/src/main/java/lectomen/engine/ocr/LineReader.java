package lectomen.engine.ocr;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Makes words from the recogniser's steps for a line. The line is cut where a blank is plain; each part, a word as a rule, is
 * read by itself: where every step is clear as it stands, else by a {@link BeamSearch} that also finds what else it may say.
 */
final class LineReader {
    private static final double PLAIN_BLANK = Math.log(0.9);
    private static final double CLEAR = Math.log(0.985);
    private static final int MOST_ALTERNATIVES = 8;
    private static final double LEAST_ALTERNATIVE = 0.001;

    /** A character, with the steps it takes up, and how sure the reader is of it. */
    record Sign(int kind, int from, int to, double confidence) {}

    /** Another reading of a word, and how likely it is. */
    record Other(String text, double share) {}

    /**
     * A word.
     *
     * @param share how likely this reading is among all that were found
     */
    record Read(List<Sign> signs, double share, List<Other> others) {}

    private final StepScores steps;
    private final LineNet net;
    private final SequenceModel following;
    private final boolean quick;
    private final int blank;

    private LineReader(StepScores steps, LineNet net, SequenceModel following, boolean quick) {
        this.steps = steps;
        this.quick = quick;
        this.net = net;
        this.following = following;
        this.blank = net.kind(' ');
    }

    /** @param quick each character as it looks best */
    static List<Read> read(StepScores steps, LineNet net, SequenceModel following, boolean quick) {
        return new LineReader(steps, net, following, quick).words();
    }

    private List<Read> words() {
        List<Read> words = new ArrayList<>();
        int from = 0;
        for (int step = 0; step <= steps.count(); step++) {
            boolean cut = step == steps.count() || steps.log(step, blank) > PLAIN_BLANK;
            if (cut) {
                if (step > from) {
                    part(from, step, words);
                }
                from = step + 1;
            }
        }
        return words;
    }

    private void part(int from, int to, List<Read> words) {
        boolean clear = true;
        List<Integer> kinds = new ArrayList<>();
        int last = StepScores.NONE;
        for (int step = from; step < to; step++) {
            int best = steps.likeliest(step);
            clear &= steps.log(step, best) > CLEAR;
            if (best != StepScores.NONE && best != last) {
                kinds.add(best);
            }
            last = best;
        }
        if (clear || quick) {
            int[] text = kinds.stream().mapToInt(Integer::intValue).toArray();
            split(new BeamSearch.Found(text, share(from, to)), List.of(), from, to, words);
            return;
        }
        List<BeamSearch.Found> found = merged(new BeamSearch(steps, following).search(from, to));
        split(found.get(0), found, from, to, words);
    }

    /** Of the characters where each is seen best. */
    private double share(int from, int to) {
        double log = 0;
        double best = 0;
        int last = StepScores.NONE;
        for (int step = from; step < to; step++) {
            int kind = steps.likeliest(step);
            double here = kind == StepScores.NONE ? 0 : steps.log(step, kind);
            best = kind == last ? Math.max(best, here) : here;
            log += kind == last ? 0 : best;
            last = kind;
        }
        return Math.exp(log);
    }

    /** Blanks at the ends are those between words: readings that differ in them alone are one. */
    private List<BeamSearch.Found> merged(List<BeamSearch.Found> all) {
        Map<String, BeamSearch.Found> byText = new LinkedHashMap<>();
        for (BeamSearch.Found found : all) {
            int[] kinds = trimmed(found.kinds());
            byText.merge(
                    text(kinds),
                    new BeamSearch.Found(kinds, found.share()),
                    (one, other) -> new BeamSearch.Found(kinds, one.share() + other.share()));
        }
        List<BeamSearch.Found> merged = new ArrayList<>(byText.values());
        merged.sort(Comparator.comparingDouble(BeamSearch.Found::share).reversed());
        return merged;
    }

    private int[] trimmed(int[] kinds) {
        int from = 0;
        int to = kinds.length;
        while (from < to && kinds[from] == blank) {
            from++;
        }
        while (to > from && kinds[to - 1] == blank) {
            to--;
        }
        return Arrays.copyOfRange(kinds, from, to);
    }

    /** A part may turn out to be several words. */
    private void split(BeamSearch.Found best, List<BeamSearch.Found> all, int from, int to, List<Read> words) {
        int[] kinds = best.kinds();
        int[][] places = Alignment.of(steps, from, to, kinds);
        double[] agreed = agreed(best, all);
        boolean single = true;
        for (int kind : kinds) {
            single &= kind != blank;
        }
        List<Sign> signs = new ArrayList<>();
        for (int i = 0; i <= kinds.length; i++) {
            if (i == kinds.length || kinds[i] == blank) {
                if (!signs.isEmpty()) {
                    words.add(new Read(List.copyOf(signs), best.share(), single ? others(all) : List.of()));
                    signs.clear();
                }
            } else {
                signs.add(new Sign(kinds[i], places[i][0], places[i][1], agreed[i]));
            }
        }
    }

    /** How likely each character is: the share of the readings that have it there too, seen from the beginning or from the end. */
    private static double[] agreed(BeamSearch.Found best, List<BeamSearch.Found> all) {
        int[] kinds = best.kinds();
        double[] agreed = new double[kinds.length];
        if (all.isEmpty()) {
            Arrays.fill(agreed, Math.pow(best.share(), 1.0 / Math.max(1, kinds.length)));
            return agreed;
        }
        for (BeamSearch.Found other : all) {
            int[] theirs = other.kinds();
            int same = 0;
            while (same < Math.min(kinds.length, theirs.length) && kinds[same] == theirs[same]) {
                same++;
            }
            int behind = 0;
            while (behind < Math.min(kinds.length, theirs.length) - same
                    && kinds[kinds.length - 1 - behind] == theirs[theirs.length - 1 - behind]) {
                behind++;
            }
            for (int i = 0; i < kinds.length; i++) {
                boolean has = i < same
                        || i >= kinds.length - behind
                        || (kinds.length == theirs.length && kinds[i] == theirs[i]);
                agreed[i] += has ? other.share() : 0;
            }
        }
        return agreed;
    }

    private List<Other> others(List<BeamSearch.Found> all) {
        List<Other> others = new ArrayList<>();
        for (int i = 1; i < all.size() && others.size() < MOST_ALTERNATIVES; i++) {
            BeamSearch.Found found = all.get(i);
            if (found.share() >= LEAST_ALTERNATIVE) {
                String text = text(found.kinds());
                if (!text.isBlank()) {
                    others.add(new Other(text, found.share()));
                }
            }
        }
        return others;
    }

    String text(int[] kinds) {
        StringBuilder text = new StringBuilder();
        for (int kind : kinds) {
            text.append(net.sign(kind));
        }
        return text.toString();
    }
}
