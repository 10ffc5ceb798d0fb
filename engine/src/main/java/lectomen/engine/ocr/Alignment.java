package lectomen.engine.ocr;

import java.util.Arrays;

/**
 * Aligns the characters of a known text with the recogniser's steps: the most likely way, found as the shortest path (A.
 * Viterbi, 1967), with none allowed before, between and behind them.
 */
final class Alignment {
    private Alignment() {}

    /** @param to behind the last step @return for each character its first step and the one behind its last */
    static int[][] of(StepScores steps, int from, int to, int[] kinds) {
        int count = to - from;
        int states = 2 * kinds.length + 1;
        double[] now = new double[states];
        byte[][] came = new byte[count][states];
        Arrays.fill(now, Double.NEGATIVE_INFINITY);
        for (int step = 0; step < count; step++) {
            double[] next = new double[states];
            for (int state = 0; state < states; state++) {
                double best;
                byte way = 0;
                if (step == 0) {
                    best = state <= 1 ? 0 : Double.NEGATIVE_INFINITY;
                } else {
                    best = now[state];
                    if (state > 0 && now[state - 1] > best) {
                        best = now[state - 1];
                        way = 1;
                    }
                    boolean skips = state > 1 && state % 2 == 1 && kinds[state / 2] != kinds[state / 2 - 1];
                    if (skips && now[state - 2] > best) {
                        best = now[state - 2];
                        way = 2;
                    }
                }
                next[state] = best + steps.log(from + step, state % 2 == 0 ? StepScores.NONE : kinds[state / 2]);
                came[step][state] = way;
            }
            now = next;
        }
        int state = states > 1 && now[states - 2] > now[states - 1] ? states - 2 : states - 1;
        int[][] places = new int[kinds.length][];
        for (int step = count - 1; step >= 0; step--) {
            if (state % 2 == 1) {
                int sign = state / 2;
                int end = places[sign] == null ? from + step + 1 : places[sign][1];
                places[sign] = new int[] {from + step, end};
            }
            state -= came[step][state];
        }
        for (int sign = 0; sign < places.length; sign++) {
            if (places[sign] == null) {
                int at = sign == 0 ? from : places[sign - 1][1];
                places[sign] = new int[] {at, at + 1};
            }
        }
        return places;
    }
}
