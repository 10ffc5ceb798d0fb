package lectomen.engine.prepare;

/** Small systems of linear equations. */
final class LeastSquares {
    private LeastSquares() {}

    /** The terms of the polynomial that comes closest to the values, each with its weight; lowest power first. */
    static double[] polynomial(double[] places, double[] values, double[] weights, int terms) {
        double[][] rows = new double[terms][terms + 1];
        for (int i = 0; i < places.length; i++) {
            double[] powers = new double[terms];
            powers[0] = 1;
            for (int p = 1; p < terms; p++) {
                powers[p] = powers[p - 1] * places[i];
            }
            for (int r = 0; r < terms; r++) {
                for (int c = 0; c < terms; c++) {
                    rows[r][c] += weights[i] * powers[r] * powers[c];
                }
                rows[r][terms] += weights[i] * powers[r] * values[i];
            }
        }
        for (int r = 0; r < terms; r++) {
            rows[r][r] += 1e-9; // so that a side without any edge comes out straight
        }
        return solved(rows);
    }

    /** Gauss with the largest pivot. @param rows each with its right side last; changed */
    static double[] solved(double[][] rows) {
        int size = rows.length;
        for (int column = 0; column < size; column++) {
            int pivot = column;
            for (int r = column + 1; r < size; r++) {
                if (Math.abs(rows[r][column]) > Math.abs(rows[pivot][column])) {
                    pivot = r;
                }
            }
            double[] swapped = rows[column];
            rows[column] = rows[pivot];
            rows[pivot] = swapped;
            for (int r = 0; r < size; r++) {
                if (r == column || rows[column][column] == 0) {
                    continue;
                }
                double factor = rows[r][column] / rows[column][column];
                for (int c = column; c <= size; c++) {
                    rows[r][c] -= factor * rows[column][c];
                }
            }
        }
        double[] result = new double[size];
        for (int r = 0; r < size; r++) {
            result[r] = rows[r][r] == 0 ? 0 : rows[r][size] / rows[r][r];
        }
        return result;
    }
}
