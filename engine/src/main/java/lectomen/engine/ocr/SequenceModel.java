package lectomen.engine.ocr;

/** How likely characters follow each other. Characters are classes of the alphabet; a blank stands before the first. */
interface SequenceModel {
    /** What is seen counts alone. */
    SequenceModel FREELY = new SequenceModel() {
        @Override
        public double next(int[] kinds, int count, int kind) {
            return 0;
        }

        @Override
        public double end(int[] kinds) {
            return 0;
        }
    };

    /** The weight of a character behind the first {@code count} of {@code kinds}, a logarithm. */
    double next(int[] kinds, int count, int kind);

    /** The weight of an end behind them. */
    double end(int[] kinds);
}
