package lectomen.engine.ocr.print;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.Iterator;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Resampling;

/** What a page went through before it came here. */
public enum Machine {
    /** A good scanner at 300 dots per inch. */
    CLEAN(300, 0, 0.5, 2, 0, 0, 0),
    /** An office scanner at 200 dots per inch. */
    OFFICE(200, 0.4, 0.6, 4, 0.08, 20, 0),
    /** A worn copy, scanned at 200 dots per inch and packed hard. */
    POOR(200, 1.2, 1.0, 12, 0.35, 400, 40),
    /** A fax at 204 by 196 dots per inch. */
    FAX(200, 0.6, 0.7, 10, 0.15, 600, 0),
    /** Photographed by hand, 180 dots per inch, uneven light. */
    PHOTOGRAPH(180, 1.0, 0.9, 6, 0.5, 0, 60);

    private final double dots;
    private final double lean;
    private final double blur;
    private final double grain;
    private final double light;
    private final int specks;
    private final int quality;

    Machine(double dots, double lean, double blur, double grain, double light, int specks, int quality) {
        this.dots = dots;
        this.lean = lean;
        this.blur = blur;
        this.grain = grain;
        this.light = light;
        this.specks = specks;
        this.quality = quality;
    }

    public double dots() {
        return dots;
    }

    /** @param printed at 300 dots per inch or more */
    public Printed through(Printed printed, Random random) {
        int width = (int) Math.round(printed.page().getWidth() * dots / printed.dots());
        int height = (int) Math.round(printed.page().getHeight() * dots / printed.dots());
        BufferedImage page = printed.page();
        double angle = (random.nextDouble() * 2 - 1) * lean;
        page = angle == 0 ? page : leaning(page, angle);
        page = Resampling.to(page, width, height);
        soften(page, blur);
        if (this == POOR) {
            fade(page, random);
        }
        shade(page, random);
        if (this == FAX) {
            threshold(page, 105 + random.nextInt(50));
            dropRows(page, random);
        }
        if (quality > 0) {
            page = packed(page, quality / 100f);
        }
        return printed.with(this == FAX ? Pixels.as(ColourDepth.BLACK_AND_WHITE, page) : page, dots);
    }

    private static BufferedImage leaning(BufferedImage page, double degrees) {
        BufferedImage turned = Pixels.empty(page.getWidth(), page.getHeight(), ColourDepth.GREY);
        Arrays.fill(Pixels.bytes(turned), (byte) 255);
        Graphics2D graphics = turned.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        AffineTransform turn = AffineTransform.getRotateInstance(
                Math.toRadians(degrees), page.getWidth() / 2.0, page.getHeight() / 2.0);
        graphics.drawImage(page, turn, null);
        graphics.dispose();
        return turned;
    }

    /** Three boxes of a width that need not be whole: near to a lens that is out of focus by so many pixels. */
    private static void soften(BufferedImage page, double radius) {
        byte[] bytes = Pixels.bytes(page);
        int width = page.getWidth();
        int height = page.getHeight();
        float side = (float) (radius * 0.45);
        float[] row = new float[Math.max(width, height)];
        for (int pass = 0; pass < 2; pass++) {
            for (int y = 0; y < height; y++) {
                blend(bytes, y * width, 1, width, side, row);
            }
            for (int x = 0; x < width; x++) {
                blend(bytes, x, width, height, side, row);
            }
        }
    }

    private static void blend(byte[] bytes, int from, int step, int count, float side, float[] row) {
        for (int i = 0; i < count; i++) {
            row[i] = bytes[from + i * step] & 0xff;
        }
        for (int i = 1; i < count - 1; i++) {
            bytes[from + i * step] = (byte) Math.round((row[i] + side * (row[i - 1] + row[i + 1])) / (1 + 2 * side));
        }
    }

    /** Toner that came off in soft patches. */
    private static void fade(BufferedImage page, Random random) {
        byte[] bytes = Pixels.bytes(page);
        int width = page.getWidth();
        double[] waves = random.doubles(6, 0, 7).toArray();
        for (int y = 0; y < page.getHeight(); y++) {
            for (int x = 0; x < width; x++) {
                double patch = Math.sin(x * 0.011 + waves[0]) * Math.sin(y * 0.013 + waves[1])
                        + 0.5 * Math.sin(x * 0.07 + waves[2]) * Math.sin(y * 0.06 + waves[3]);
                double kept = Math.min(1, 0.85 - 0.22 * patch);
                int ink = 255 - (bytes[y * width + x] & 0xff);
                bytes[y * width + x] = (byte) (255 - (int) (ink * kept));
            }
        }
    }

    private void shade(BufferedImage page, Random random) {
        byte[] bytes = Pixels.bytes(page);
        int width = page.getWidth();
        int height = page.getHeight();
        double x0 = random.nextDouble() * width;
        double y0 = random.nextDouble() * height;
        double far = Math.hypot(width, height);
        double paper = this == CLEAN ? 1 : 0.93;
        float[] noise = new float[40_009];
        for (int i = 0; i < noise.length; i++) {
            noise[i] = (float) (random.nextGaussian() * grain);
        }
        int at = 0;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                double away = Math.hypot(x - x0, y - y0) / far;
                double value = (bytes[y * width + x] & 0xff) * paper * (1 - light * away) + noise[at];
                at = at + 1 == noise.length ? 0 : at + 1;
                bytes[y * width + x] = (byte) Math.max(0, Math.min(255, (int) value));
            }
            at = (at + random.nextInt(noise.length)) % noise.length;
        }
        for (int i = 0; i < specks; i++) {
            int x = 1 + random.nextInt(width - 2);
            int y = 1 + random.nextInt(height - 2);
            int value = random.nextInt(90);
            bytes[y * width + x] = (byte) value;
            bytes[y * width + x + (random.nextBoolean() ? 1 : width)] = (byte) value;
        }
    }

    private static void threshold(BufferedImage page, int level) {
        byte[] bytes = Pixels.bytes(page);
        for (int i = 0; i < bytes.length; i++) {
            bytes[i] = (byte) ((bytes[i] & 0xff) > level ? 255 : 0);
        }
    }

    /** Rows that were lost on the line are sent as the row before them. */
    private static void dropRows(BufferedImage page, Random random) {
        byte[] bytes = Pixels.bytes(page);
        int width = page.getWidth();
        for (int i = 0; i < 25; i++) {
            int y = 1 + random.nextInt(page.getHeight() - 1);
            System.arraycopy(bytes, (y - 1) * width, bytes, y * width, width);
        }
    }

    private static BufferedImage packed(BufferedImage page, float quality) {
        Iterator<ImageWriter> writers = ImageIO.getImageWritersByFormatName("jpeg");
        ImageWriter writer = writers.next();
        ImageWriteParam how = writer.getDefaultWriteParam();
        how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
        how.setCompressionQuality(quality);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            writer.setOutput(ImageIO.createImageOutputStream(out));
            writer.write(null, new IIOImage(page, null, null), how);
            ((javax.imageio.stream.ImageOutputStream) writer.getOutput()).flush();
            return Pixels.as(ColourDepth.GREY, ImageIO.read(new ByteArrayInputStream(out.toByteArray())));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            writer.dispose();
        }
    }
}
