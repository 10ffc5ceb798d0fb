package lectomen.engine.image;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.AffineTransformOp;
import java.awt.image.BufferedImage;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TurnTest {
    private static final int WIDTH = 5;
    private static final int HEIGHT = 3;

    /** A colour of its own for each pixel of the upright picture. */
    private static int colour(int row, int column) {
        return 0xff000000 | (40 + 60 * row) << 16 | (20 + 40 * column) << 8;
    }

    /** What stands at a place of the stored picture, by the words of TIFF 6.0: what its first row and column are. */
    private static int stored(int code, int row, int column) {
        return switch (code) {
            case 1 -> colour(row, column);
            case 2 -> colour(row, WIDTH - 1 - column);
            case 3 -> colour(HEIGHT - 1 - row, WIDTH - 1 - column);
            case 4 -> colour(HEIGHT - 1 - row, column);
            case 5 -> colour(column, row);
            case 6 -> colour(column, WIDTH - 1 - row);
            case 7 -> colour(HEIGHT - 1 - column, WIDTH - 1 - row);
            default -> colour(HEIGHT - 1 - column, row);
        };
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
    void aStoredPictureIsSetUpright(int code) {
        Turn turn = Turn.ofCode(code);
        int width = turn.isSideways() ? HEIGHT : WIDTH;
        int height = turn.isSideways() ? WIDTH : HEIGHT;
        BufferedImage stored = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        for (int row = 0; row < height; row++) {
            for (int column = 0; column < width; column++) {
                stored.setRGB(column, row, stored(code, row, column));
            }
        }
        BufferedImage upright = new AffineTransformOp(
                        turn.transform(width, height), AffineTransformOp.TYPE_NEAREST_NEIGHBOR)
                .filter(stored, new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_ARGB));
        for (int row = 0; row < HEIGHT; row++) {
            for (int column = 0; column < WIDTH; column++) {
                assertThat(upright.getRGB(column, row))
                        .as("code %d, row %d, column %d", code, row, column)
                        .isEqualTo(colour(row, column));
            }
        }
    }
}
