package lectomen.engine.prepare;

import java.awt.Color;
import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Ellipse2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.Objects;
import java.util.Random;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Resampling;

/** Makes pages as scanners and cameras give them, each from a seed, with what was done to them known exactly. */
public final class PaperMaker {
    private static final String[] WORDS = {
        "harbour", "berth", "mooring", "the", "of", "and", "quay", "fender", "inspected", "vessel", "tide", "dredged",
        "with", "bollard", "permit", "on", "Monday", "by", "crane", "lifting", "plate", "Marrowick", "depth", "metres",
        "found", "sound", "rusted", "ladder", "repaired", "before", "April", "north", "basin", "light", "buoy", "chart"
    };
    private static final Font[] FONTS = {font("Sans-Regular"), font("Serif-Regular"), font("Mono-Regular")};

    /** Noise is drawn from a table, which is a hundred times quicker than to make it. */
    private static final float[] NOISE = noise();

    private final Random random;
    private final double dots;
    private int noiseAt;

    public PaperMaker(long seed, double dotsPerInch) {
        this.random = new Random(seed);
        this.dots = dotsPerInch;
    }

    private static Font font(String name) {
        String path = "/liberation/Liberation" + name + ".ttf";
        try (InputStream in = PaperMaker.class.getResourceAsStream(path)) {
            return Font.createFont(Font.TRUETYPE_FONT, Objects.requireNonNull(in, path));
        } catch (IOException | FontFormatException e) {
            throw new IllegalStateException(path, e);
        }
    }

    private static float[] noise() {
        Random random = new Random(1);
        float[] noise = new float[65_521];
        for (int i = 0; i < noise.length; i++) {
            noise[i] = (float) random.nextGaussian();
        }
        return noise;
    }

    private float nextNoise() {
        noiseAt = noiseAt + 1 == NOISE.length ? random.nextInt(1_000) : noiseAt + 1;
        return NOISE[noiseAt];
    }

    private int mm(double millimetres) {
        return (int) Math.round(millimetres * dots / 25.4);
    }

    /** White A4 paper. */
    public BufferedImage blank() {
        BufferedImage page = Pixels.empty(mm(210), mm(297), ColourDepth.GREY);
        Arrays.fill(Pixels.bytes(page), (byte) 255);
        return page;
    }

    private Graphics2D pen(BufferedImage page) {
        Graphics2D graphics = page.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setRenderingHint(RenderingHints.KEY_FRACTIONALMETRICS, RenderingHints.VALUE_FRACTIONALMETRICS_ON);
        graphics.setColor(Color.BLACK);
        return graphics;
    }

    /** A letter: a headline, some paragraphs, now and then a ruled table. */
    public BufferedImage letter() {
        BufferedImage page = blank();
        Graphics2D graphics = pen(page);
        Font family = FONTS[random.nextInt(FONTS.length)];
        float points = 9 + random.nextInt(4);
        graphics.setFont(family.deriveFont((float) (points * 1.8 * dots / 72)));
        graphics.drawString("Berth " + (1 + random.nextInt(40)) + " report", mm(25), mm(30));
        graphics.setFont(family.deriveFont((float) (points * dots / 72)));
        int y = mm(45);
        int lines = 12 + random.nextInt(24);
        int step = (int) (points * 1.4 * dots / 72);
        for (int line = 0; line < lines && y < mm(270); line++) {
            int x = mm(25);
            int end = line % 7 == 6 ? mm(90) : mm(185);
            while (true) {
                String word = WORDS[random.nextInt(WORDS.length)];
                int width = graphics.getFontMetrics().stringWidth(word + " ");
                if (x + width > end) {
                    break;
                }
                graphics.drawString(word, x, y);
                x += width;
            }
            y += line % 7 == 6 ? 2 * step : step;
        }
        if (random.nextInt(3) == 0 && y < mm(250)) {
            for (int row = 0; row < 4; row++) {
                graphics.drawRect(mm(25), y + row * mm(8), mm(160), mm(8));
                graphics.drawString("Fender " + row, mm(27), y + row * mm(8) + mm(5));
            }
        }
        graphics.dispose();
        return page;
    }

    /** One printed word somewhere on an empty page. */
    public BufferedImage oneWord(float points) {
        BufferedImage page = blank();
        Graphics2D graphics = pen(page);
        graphics.setFont(FONTS[random.nextInt(FONTS.length)].deriveFont((float) (points * dots / 72)));
        int shade = random.nextInt(110);
        graphics.setColor(new Color(shade, shade, shade));
        String word = WORDS[random.nextInt(WORDS.length)];
        graphics.drawString(
                word.length() < 3 ? word + " A" : word, mm(20 + random.nextInt(140)), mm(20 + random.nextInt(250)));
        graphics.dispose();
        return page;
    }

    /** Turned clockwise about its middle, with paper or the scanner's black lid around it. */
    public BufferedImage leaning(BufferedImage page, double degrees, boolean onBlack) {
        BufferedImage turned = Pixels.empty(page.getWidth(), page.getHeight(), ColourDepth.GREY);
        if (!onBlack) {
            Arrays.fill(Pixels.bytes(turned), (byte) 255);
        }
        Graphics2D graphics = turned.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        graphics.drawImage(
                page,
                AffineTransform.getRotateInstance(
                        Math.toRadians(degrees), (page.getWidth() - 1) / 2.0, (page.getHeight() - 1) / 2.0),
                null);
        graphics.dispose();
        return turned;
    }

    /** Two or four punched holes on the left. */
    public void punch(BufferedImage page) {
        Graphics2D graphics = pen(page);
        graphics.setColor(new Color(30, 30, 30));
        for (int hole : new int[] {108, 188}) {
            graphics.fill(new Ellipse2D.Double(mm(9), mm(hole), mm(6), mm(6)));
        }
        graphics.dispose();
    }

    /** Uneven light, grain and specks. */
    public void wear(BufferedImage page, double light, double grain, int specks) {
        byte[] bytes = Pixels.bytes(page);
        int width = page.getWidth();
        int height = page.getHeight();
        double fromX = random.nextDouble() - 0.5;
        double fromY = random.nextDouble() - 0.5;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                double shade =
                        1 - light * (0.5 + fromX * (x / (double) width - 0.5) + fromY * (y / (double) height - 0.5));
                double value = (bytes[y * width + x] & 0xff) * shade + grain * nextNoise();
                bytes[y * width + x] = (byte) Math.max(0, Math.min(255, (int) Math.round(value)));
            }
        }
        for (int i = 0; i < specks; i++) {
            bytes[random.nextInt(height) * width + random.nextInt(width)] = (byte) random.nextInt(100);
        }
    }

    /** The other side's print, pale and mirrored. */
    public void showThrough(BufferedImage page, BufferedImage other) {
        byte[] front = Pixels.bytes(page);
        byte[] back = Pixels.bytes(Resampling.to(
                Resampling.to(other, page.getWidth() / 3, page.getHeight() / 3), page.getWidth(), page.getHeight()));
        int width = page.getWidth();
        for (int y = 0; y < page.getHeight(); y++) {
            for (int x = 0; x < width; x++) {
                int through = 255 - (255 - (back[y * width + width - 1 - x] & 0xff)) / 9;
                front[y * width + x] = (byte) ((front[y * width + x] & 0xff) * through / 255);
            }
        }
    }

    public PagePixels page(BufferedImage image) {
        return new PagePixels(image, dots, dots);
    }

    /**
     * A photograph of a page on a cluttered desk.
     *
     * @param corners where the page's corners lie in it, top left first and on clockwise
     */
    public record Photograph(PagePixels page, double[][] corners) {}

    /** Photographs a page: up to 15 degrees turned, in perspective, with a shadow, a curl, and things around it. */
    public Photograph photograph(BufferedImage page) {
        int width = 900 + random.nextInt(200);
        int height = (int) (width * 1.34);
        BufferedImage photo = desk(width, height);
        double[][] corners = corners(width, height);
        double curl = (random.nextDouble() - 0.5) * 0.04 * height;
        Projection back = Projection.ofUnitSquareTo(corners);
        double[] at = new double[2];
        byte[] to = Pixels.bytes(photo);
        byte[] from = Pixels.bytes(page);
        double shadowX = random.nextDouble() * width;
        double slant = random.nextDouble() - 0.5;
        int steps = 6 * Math.max(width, height) / 5;
        for (int i = 0; i <= steps; i++) {
            for (int j = 0; j <= steps; j++) {
                double u = (double) i / steps;
                double v = (double) j / steps;
                back.map(u, v, at);
                int x = (int) Math.round(at[0]);
                int y = (int) Math.round(at[1] + curl * Math.sin(Math.PI * u));
                if (x < 0 || y < 0 || x >= width || y >= height) {
                    continue;
                }
                int px = Math.min(page.getWidth() - 1, (int) (u * page.getWidth()));
                int py = Math.min(page.getHeight() - 1, (int) (v * page.getHeight()));
                int value = from[py * page.getWidth() + px] & 0xff;
                for (int band = 0; band < 3; band++) {
                    to[(y * width + x) * 3 + band] = (byte) (value * (band == 0 ? 222 : 235) / 255);
                }
            }
        }
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                double edge = (x - shadowX + slant * y) / (0.2 * width);
                double shade = 0.72 + 0.28 / (1 + Math.exp(-edge));
                for (int band = 0; band < 3; band++) {
                    int value = to[(y * width + x) * 3 + band] & 0xff;
                    to[(y * width + x) * 3 + band] = (byte) Math.max(0, Math.min(255, value * shade + 3 * nextNoise()));
                }
            }
        }
        return new Photograph(new PagePixels(photo, 180, 180), corners);
    }

    private double[][] corners(int width, int height) {
        double angle = Math.toRadians((random.nextDouble() - 0.5) * 30);
        double pageHeight = height * (0.66 + 0.1 * random.nextDouble()) / (1 + 0.25 * Math.abs(Math.sin(angle)));
        double pageWidth = pageHeight / Math.sqrt(2);
        double[][] corners = {
            {-pageWidth / 2, -pageHeight / 2},
            {pageWidth / 2, -pageHeight / 2},
            {pageWidth / 2, pageHeight / 2},
            {-pageWidth / 2, pageHeight / 2}
        };
        double lean = (random.nextDouble() - 0.5) * 0.16;
        double side = (random.nextDouble() - 0.5) * 0.16;
        for (double[] corner : corners) {
            double depth = 1 + lean * corner[1] / pageHeight + side * corner[0] / pageWidth;
            double x = corner[0] / depth;
            double y = corner[1] / depth;
            corner[0] = width / 2.0 + x * Math.cos(angle) - y * Math.sin(angle);
            corner[1] = height / 2.0 + x * Math.sin(angle) + y * Math.cos(angle);
        }
        return corners;
    }

    private BufferedImage desk(int width, int height) {
        BufferedImage photo = Pixels.empty(width, height, ColourDepth.COLOUR);
        Graphics2D graphics = photo.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        int base = 50 + random.nextInt(60);
        graphics.setColor(new Color(base + 30, base + 10, base - 20));
        graphics.fillRect(0, 0, width, height);
        for (int i = 0; i < 60; i++) { // the grain of the wood
            int shade = base + random.nextInt(30) - 15;
            graphics.setColor(new Color(shade + 25, shade + 10, Math.max(0, shade - 20)));
            int y = random.nextInt(height);
            graphics.drawLine(0, y, width, y + random.nextInt(60) - 30);
        }
        for (int i = 0; i < 14; i++) { // pens, cups, other papers
            graphics.setColor(new Color(random.nextInt(170), random.nextInt(170), random.nextInt(170)));
            int x = random.nextInt(width);
            int y = random.nextInt(height);
            if (i % 2 == 0) {
                graphics.fillOval(x, y, 60 + random.nextInt(160), 60 + random.nextInt(160));
            } else {
                graphics.fillRect(x, y, 30 + random.nextInt(300), 20 + random.nextInt(60));
            }
        }
        graphics.dispose();
        return photo;
    }
}
