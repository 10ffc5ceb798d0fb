package lectomen.demo;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.util.Random;

/** A sheet photographed with a telephone: at an angle, on planks with other things around it, in uneven light. */
final class QuayPhotograph {
    private static final int WIDTH = 1500;
    private static final int HEIGHT = 2000;
    private static final int PAPER_RED = 238;
    private static final int PAPER_GREEN = 234;
    private static final int PAPER_BLUE = 220;

    private QuayPhotograph() {}

    /** @param corners where the sheet's corners are, top left first and on clockwise, in thousandths of the picture */
    static BufferedImage of(BufferedImage sheet, int[][] corners, long seed) {
        Random random = new Random(seed);
        BufferedImage photo = planks(random);
        int[] pixels = ((DataBufferInt) photo.getRaster().getDataBuffer()).getData();
        Greys greys = Greys.of(sheet);
        double[] map = fromPhoto(corners);
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                double depth = map[6] * x + map[7] * y + map[8];
                double u = (map[0] * x + map[1] * y + map[2]) / depth;
                double v = (map[3] * x + map[4] * y + map[5]) / depth;
                int rgb = pixels[y * WIDTH + x];
                if (u >= 0 && v >= 0 && u < 1 && v < 1) {
                    int grey = greys.at(u, v);
                    rgb = ((grey * PAPER_RED / 255) << 16)
                            | ((grey * PAPER_GREEN / 255) << 8)
                            | (grey * PAPER_BLUE / 255);
                }
                double light = 0.78 + 0.22 * Math.sin(1.2 + 1.4 * x / WIDTH - 0.6 * y / HEIGHT);
                int grain = random.nextInt(7) - 3;
                pixels[y * WIDTH + x] = lit(rgb, light, grain);
            }
        }
        return photo;
    }

    /** How light the sheet is, row by row. */
    private record Greys(int width, int height, int[] values) {
        static Greys of(BufferedImage sheet) {
            int width = sheet.getWidth();
            int height = sheet.getHeight();
            return new Greys(
                    width, height, sheet.getRaster().getSamples(0, 0, width, height, 0, new int[width * height]));
        }

        /** The mean of what four sensor points see. */
        int at(double u, double v) {
            int sum = 0;
            for (int i = 0; i < 4; i++) {
                double x = u * width - 0.5 + i % 2;
                double y = v * height - 0.5 + (i < 2 ? 0 : 1);
                int column = (int) Math.max(0, Math.min(width - 1, x));
                int row = (int) Math.max(0, Math.min(height - 1, y));
                sum += values[row * width + column];
            }
            return sum / 4;
        }
    }

    private static int lit(int rgb, double light, int grain) {
        int lit = 0;
        for (int shift = 0; shift <= 16; shift += 8) {
            int value = (int) ((rgb >> shift & 0xff) * light) + grain;
            lit |= Math.max(0, Math.min(255, value)) << shift;
        }
        return lit;
    }

    private static BufferedImage planks(Random random) {
        BufferedImage photo = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = photo.createGraphics();
        for (int y = 0; y < HEIGHT; y += 180) {
            int shade = 70 + random.nextInt(30);
            graphics.setColor(new Color(shade + 20, shade, shade - 25));
            graphics.fillRect(0, y, WIDTH, 172);
            graphics.setColor(new Color(40, 32, 24));
            graphics.fillRect(0, y + 172, WIDTH, 8);
        }
        graphics.setColor(new Color(150, 60, 40)); // a coil of line, and a float
        graphics.fillOval(-120, 1500, 420, 420);
        graphics.setColor(new Color(60, 90, 120));
        graphics.fillOval(1220, -90, 380, 300);
        graphics.dispose();
        return photo;
    }

    /**
     * From the photograph to the unit square: the adjoint of the map of the square to the four corners (P. S. Heckbert,
     * Fundamentals of texture mapping and image warping, 1989, 2.2.3).
     */
    private static double[] fromPhoto(int[][] corners) {
        double[] x = new double[4];
        double[] y = new double[4];
        for (int i = 0; i < 4; i++) {
            x[i] = corners[i][0] * WIDTH / 1_000.0;
            y[i] = corners[i][1] * HEIGHT / 1_000.0;
        }
        double dx1 = x[1] - x[2];
        double dx2 = x[3] - x[2];
        double dx3 = x[0] - x[1] + x[2] - x[3];
        double dy1 = y[1] - y[2];
        double dy2 = y[3] - y[2];
        double dy3 = y[0] - y[1] + y[2] - y[3];
        double whole = dx1 * dy2 - dx2 * dy1;
        double g = (dx3 * dy2 - dx2 * dy3) / whole;
        double h = (dx1 * dy3 - dx3 * dy1) / whole;
        double a = x[1] - x[0] + g * x[1];
        double b = x[3] - x[0] + h * x[3];
        double d = y[1] - y[0] + g * y[1];
        double e = y[3] - y[0] + h * y[3];
        return new double[] {
            e - y[0] * h,
            x[0] * h - b,
            b * y[0] - x[0] * e,
            y[0] * g - d,
            a - x[0] * g,
            x[0] * d - a * y[0],
            d * h - e * g,
            b * g - a * h,
            a * e - b * d
        };
    }
}
