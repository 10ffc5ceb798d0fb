package lectomen.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Objects;
import java.util.Random;

/** Printed sheets of the works office. */
final class PaperPages {
    private static final double MM_PER_INCH = 25.4;

    private final double dots;
    private final Font plain = font("LiberationSans-Regular");
    private final Font bold = font("LiberationSans-Bold");

    PaperPages(double dotsPerInch) {
        this.dots = dotsPerInch;
    }

    private static Font font(String name) {
        String path = "/liberation/" + name + ".ttf";
        try (InputStream in = Objects.requireNonNull(PaperPages.class.getResourceAsStream(path), path)) {
            return Font.createFont(Font.TRUETYPE_FONT, in);
        } catch (IOException | FontFormatException e) {
            throw new IllegalStateException(path, e);
        }
    }

    int mm(double millimetres) {
        return (int) Math.round(millimetres * dots / MM_PER_INCH);
    }

    Font plain(double points) {
        return size(plain, points);
    }

    Font bold(double points) {
        return size(bold, points);
    }

    private Font size(Font font, double points) {
        return font.deriveFont((float) (points * dots / 72));
    }

    /** White A4 paper. */
    BufferedImage blank() {
        BufferedImage page = new BufferedImage(mm(210), mm(297), BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D graphics = page.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, page.getWidth(), page.getHeight());
        graphics.dispose();
        return page;
    }

    /** A form with a title, labelled lines, a table and some sentences below. */
    BufferedImage form(String title, List<String[]> labelled, List<String[]> table, List<String> sentences) {
        BufferedImage page = blank();
        Graphics2D graphics = page.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        graphics.setColor(Color.BLACK);
        graphics.setFont(size(bold, 18));
        graphics.drawString(title, mm(25), mm(32));
        graphics.setFont(size(plain, 10));
        graphics.drawString("Marrowick Harbour, works office", mm(25), mm(40));
        graphics.setStroke(new BasicStroke((float) (dots / 90)));
        int y = mm(56);
        for (String[] line : labelled) {
            graphics.setFont(size(bold, 11));
            graphics.drawString(line[0], mm(25), y);
            graphics.setFont(size(plain, 11));
            graphics.drawString(line[1], mm(70), y);
            y += mm(8);
        }
        y += mm(6);
        for (int row = 0; row < table.size(); row++) {
            graphics.setFont(size(row == 0 ? bold : plain, 10));
            for (int column = 0; column < table.get(row).length; column++) {
                int left = mm(25 + column * 40);
                graphics.drawRect(left, y, mm(40), mm(8));
                graphics.drawString(table.get(row)[column], left + mm(2), y + mm(5.5));
            }
            y += mm(8);
        }
        y += mm(12);
        graphics.setFont(size(plain, 11));
        for (String sentence : sentences) {
            graphics.drawString(sentence, mm(25), y);
            y += mm(7);
        }
        graphics.dispose();
        return page;
    }

    /** Turned clockwise about its middle, as the feeder pulled it. */
    static BufferedImage leaning(BufferedImage page, double degrees) {
        BufferedImage turned = new BufferedImage(page.getWidth(), page.getHeight(), BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D graphics = turned.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, turned.getWidth(), turned.getHeight());
        graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        graphics.drawImage(
                page,
                AffineTransform.getRotateInstance(
                        Math.toRadians(degrees), page.getWidth() / 2.0, page.getHeight() / 2.0),
                null);
        graphics.dispose();
        return turned;
    }

    /** Dust and two punched holes. */
    void wear(BufferedImage page, long seed, int specks) {
        Random random = new Random(seed);
        Graphics2D graphics = page.createGraphics();
        graphics.setColor(Color.DARK_GRAY);
        graphics.fillOval(mm(9), mm(105), mm(6), mm(6));
        graphics.fillOval(mm(9), mm(185), mm(6), mm(6));
        graphics.dispose();
        for (int i = 0; i < specks; i++) {
            page.getRaster().setSample(random.nextInt(page.getWidth()), random.nextInt(page.getHeight()), 0, 40);
        }
    }
}
