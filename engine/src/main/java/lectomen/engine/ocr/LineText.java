package lectomen.engine.ocr;

import java.util.ArrayList;
import java.util.List;

/**
 * The signs of a line, each with where it stands and how sure the recogniser was: at each step the likeliest class, with runs of one
 * class as one sign and the class for none left out (A. Graves and others, Connectionist temporal classification, 2006).
 */
record LineText(List<Sign> signs) {
    /** @param from its first column of the cut @param to the column behind its last */
    record Sign(char sign, int from, int to, double confidence) {}

    static LineText of(float[][] steps, LineNet net) {
        List<Sign> signs = new ArrayList<>();
        int last = 0;
        for (int step = 0; step < steps.length; step++) {
            int best = 0;
            for (int kind = 1; kind < steps[step].length; kind++) {
                best = steps[step][kind] > steps[step][best] ? kind : best;
            }
            double likely = likelihood(steps[step], best);
            int from = step * LineNet.COLUMNS_PER_STEP;
            if (best != 0 && best == last) {
                Sign before = signs.remove(signs.size() - 1);
                signs.add(new Sign(
                        before.sign(),
                        before.from(),
                        from + LineNet.COLUMNS_PER_STEP,
                        Math.max(before.confidence(), likely)));
            } else if (best != 0) {
                signs.add(new Sign(net.sign(best), from, from + LineNet.COLUMNS_PER_STEP, likely));
            }
            last = best;
        }
        return new LineText(signs);
    }

    private static double likelihood(float[] weights, int best) {
        double sum = 0;
        for (float weight : weights) {
            sum += Math.exp(weight - weights[best]);
        }
        return 1 / sum;
    }
}
