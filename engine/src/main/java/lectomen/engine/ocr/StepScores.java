package lectomen.engine.ocr;

/**
 * The probability of each character at each step of a line, from the recogniser.
 *
 * @param logs for each step the logarithm of each class's likelihood; class 0 is none, the others are the alphabet's characters
 */
record StepScores(float[][] logs) {
    static final int NONE = 0;

    /** @param weights as the network gives them, not yet made likelihoods; they are changed in place */
    static StepScores ofWeights(float[][] weights) {
        for (float[] step : weights) {
            float most = Float.NEGATIVE_INFINITY;
            for (float weight : step) {
                most = Math.max(most, weight);
            }
            double sum = 0;
            for (float weight : step) {
                sum += Math.exp(weight - most);
            }
            float all = (float) (most + Math.log(sum));
            for (int i = 0; i < step.length; i++) {
                step[i] -= all;
            }
        }
        return new StepScores(weights);
    }

    /** The mean of several looks at one line, of the logarithms. */
    static StepScores meanOf(StepScores... looks) {
        int count = looks[0].count();
        float[][] mean = new float[count][];
        for (int step = 0; step < count; step++) {
            mean[step] = new float[looks[0].logs[step].length];
            for (StepScores look : looks) {
                for (int kind = 0; kind < mean[step].length; kind++) {
                    mean[step][kind] += look.logs[step][kind] / looks.length;
                }
            }
        }
        return ofWeights(mean);
    }

    int count() {
        return logs.length;
    }

    double log(int step, int kind) {
        return logs[step][kind];
    }

    int likeliest(int step) {
        int best = 0;
        for (int kind = 1; kind < logs[step].length; kind++) {
            best = logs[step][kind] > logs[step][best] ? kind : best;
        }
        return best;
    }
}
