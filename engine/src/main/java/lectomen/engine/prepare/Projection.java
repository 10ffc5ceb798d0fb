package lectomen.engine.prepare;

/** The projective transform between two quadrilaterals. */
final class Projection {
    private final double[] terms;

    private Projection(double[] terms) {
        this.terms = terms;
    }

    /** @param corners of the picture of (0,0), (1,0), (1,1) and (0,1) */
    static Projection ofUnitSquareTo(double[][] corners) {
        double[][] square = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
        double[][] rows = new double[8][];
        for (int i = 0; i < 4; i++) {
            double u = square[i][0];
            double v = square[i][1];
            double x = corners[i][0];
            double y = corners[i][1];
            rows[2 * i] = new double[] {u, v, 1, 0, 0, 0, -u * x, -v * x, x};
            rows[2 * i + 1] = new double[] {0, 0, 0, u, v, 1, -u * y, -v * y, y};
        }
        return new Projection(LeastSquares.solved(rows));
    }

    void map(double u, double v, double[] to) {
        double depth = terms[6] * u + terms[7] * v + 1;
        to[0] = (terms[0] * u + terms[1] * v + terms[2]) / depth;
        to[1] = (terms[3] * u + terms[4] * v + terms[5]) / depth;
    }
}
