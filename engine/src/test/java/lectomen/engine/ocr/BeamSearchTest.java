package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Classes 1 and 2 stand for two characters; class 0 is none. */
class BeamSearchTest {
    private static StepScores steps(double[]... likelihoods) {
        float[][] weights = new float[likelihoods.length][];
        for (int i = 0; i < weights.length; i++) {
            weights[i] = new float[likelihoods[i].length];
            for (int kind = 0; kind < weights[i].length; kind++) {
                weights[i][kind] = (float) Math.log(likelihoods[i][kind]);
            }
        }
        return StepScores.ofWeights(weights);
    }

    @Test
    void aTextsLikelihoodIsTheSumOfAllWaysToSpreadIt() {
        StepScores steps = steps(new double[] {0.4, 0.6, 0.0001}, new double[] {0.4, 0.6, 0.0001});
        List<BeamSearch.Found> found = new BeamSearch(steps, SequenceModel.FREELY).search(0, 2);
        // "1": .6*.6 + .6*.4 + .4*.6 = 0.84; nothing: .16; "11" needs none between and has no room.
        assertThat(found.get(0).kinds()).containsExactly(1);
        assertThat(found.get(0).share()).isCloseTo(0.84, within(0.001));
        assertThat(found.get(1).kinds()).isEmpty();
        assertThat(found.get(1).share()).isCloseTo(0.16, within(0.001));
    }

    @Test
    void theSameCharacterTwiceNeedsABlankStepBetween() {
        StepScores apart = steps(
                new double[] {0.01, 0.98, 0.01}, new double[] {0.98, 0.01, 0.01}, new double[] {0.01, 0.98, 0.01});
        assertThat(new BeamSearch(apart, SequenceModel.FREELY)
                        .search(0, 3)
                        .get(0)
                        .kinds())
                .containsExactly(1, 1);
        StepScores together = steps(new double[] {0.01, 0.98, 0.01}, new double[] {0.01, 0.98, 0.01});
        assertThat(new BeamSearch(together, SequenceModel.FREELY)
                        .search(0, 2)
                        .get(0)
                        .kinds())
                .containsExactly(1);
    }

    @Test
    void whatFollowsWellIsPreferredWhereLooksAreAlike() {
        StepScores alike = steps(new double[] {0.01, 0.98, 0.01}, new double[] {0.02, 0.50, 0.48});
        SequenceModel twoAfterOne = new SequenceModel() {
            @Override
            public double next(int[] kinds, int count, int kind) {
                return count == 1 && kind == 2 ? Math.log(0.9) : Math.log(0.1);
            }

            @Override
            public double end(int[] kinds) {
                return 0;
            }
        };
        StepScores between = steps(
                new double[] {0.01, 0.98, 0.01}, new double[] {0.98, 0.01, 0.01}, new double[] {0.02, 0.52, 0.46});
        assertThat(new BeamSearch(between, SequenceModel.FREELY)
                        .search(0, 3)
                        .get(0)
                        .kinds())
                .containsExactly(1, 1);
        assertThat(new BeamSearch(between, twoAfterOne).search(0, 3).get(0).kinds())
                .containsExactly(1, 2);
        assertThat(new BeamSearch(alike, SequenceModel.FREELY)
                        .search(0, 2)
                        .get(0)
                        .kinds())
                .containsExactly(1);
    }

    @Test
    void sharesSumToOneAndFallWhateverTheSteps() {
        Random random = new Random(4);
        for (int round = 0; round < 50; round++) {
            double[][] likelihoods = new double[2 + random.nextInt(8)][];
            for (int i = 0; i < likelihoods.length; i++) {
                likelihoods[i] = random.doubles(4, 0.01, 1).toArray();
            }
            List<BeamSearch.Found> found =
                    new BeamSearch(steps(likelihoods), SequenceModel.FREELY).search(0, likelihoods.length);
            assertThat(found.stream().mapToDouble(BeamSearch.Found::share).sum())
                    .isCloseTo(1, within(1e-6));
            for (int i = 1; i < found.size(); i++) {
                assertThat(found.get(i).share())
                        .isLessThanOrEqualTo(found.get(i - 1).share());
            }
            for (BeamSearch.Found one : found) {
                int[][] places = Alignment.of(steps(likelihoods), 0, likelihoods.length, one.kinds());
                for (int i = 1; i < places.length; i++) {
                    assertThat(places[i][0]).isGreaterThanOrEqualTo(places[i - 1][0]);
                }
            }
        }
    }
}
