package lectomen.engine.ocr.print;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.FontMetrics;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.Pixels;
import lectomen.engine.page.Box;

/** Prints on A4 paper and keeps what it printed. Measures are millimetres from the top left; y is the base line. */
public final class Press {
    private static final double MM_PER_INCH = 25.4;

    private final double dots;
    private final BufferedImage page;
    private final Graphics2D pen;
    private final List<Printed.Word> words = new ArrayList<>();
    private final Map<String, String> fields = new LinkedHashMap<>();
    private final List<List<String>> rows = new ArrayList<>();
    private int line;

    public Press(double dots) {
        this.dots = dots;
        this.page = Pixels.empty(mm(210), mm(297), ColourDepth.GREY);
        Arrays.fill(Pixels.bytes(page), (byte) 255);
        this.pen = page.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setRenderingHint(RenderingHints.KEY_FRACTIONALMETRICS, RenderingHints.VALUE_FRACTIONALMETRICS_ON);
        pen.setColor(Color.BLACK);
    }

    int mm(double millimetres) {
        return (int) Math.round(millimetres * dots / MM_PER_INCH);
    }

    public Press face(Font font, double points) {
        pen.setFont(font.deriveFont((float) (points * dots / 72)));
        return this;
    }

    public Press ink(Color colour) {
        pen.setColor(colour);
        return this;
    }

    public double width(String text) {
        return pen.getFontMetrics().stringWidth(text) * MM_PER_INCH / dots;
    }

    /** One line of text. @return where it ends */
    public double line(String text, double x, double y) {
        FontMetrics metrics = pen.getFontMetrics();
        int left = mm(x);
        for (String word : text.split(" ")) {
            int width = metrics.stringWidth(word);
            pen.drawString(word, left, mm(y));
            int up = (int) (metrics.getAscent() * 0.8);
            words.add(new Printed.Word(word, points(left, mm(y) - up, width, up + metrics.getDescent() / 2), line));
            left += width + metrics.stringWidth(" ");
        }
        line++;
        return left * MM_PER_INCH / dots;
    }

    private Box points(double left, double top, double width, double height) {
        double unit = 72 / dots;
        return new Box(left * unit, top * unit, width * unit, height * unit);
    }

    /** Running text between two edges. @return the base line below its last */
    public double paragraph(List<String> text, double x, double y, double right, double step) {
        StringBuilder now = new StringBuilder();
        double base = y;
        for (String word : text) {
            String longer = now.isEmpty() ? word : now + " " + word;
            if (x + width(longer) > right && !now.isEmpty()) {
                line(now.toString(), x, base);
                base += step;
                now = new StringBuilder(word);
            } else {
                now = new StringBuilder(longer);
            }
        }
        line(now.toString(), x, base);
        return base + step;
    }

    /** A label and its value, which is known as a field. */
    public void field(String name, String label, String value, double x, double y, double valueX, double valueY) {
        line(label, x, y);
        value(name, value, valueX, valueY);
    }

    public void value(String name, String value, double x, double y) {
        line(value, x, y);
        fields.put(name, value);
    }

    /** A table. @param ruled whether rules stand between the cells */
    public double table(List<List<String>> cells, double x, double y, double[] widths, double step, boolean ruled) {
        double top = y;
        for (List<String> row : cells) {
            double left = x;
            for (int column = 0; column < row.size(); column++) {
                line(row.get(column), left + 1.5, top + step * 0.7);
                left += widths[column];
            }
            rows.add(row);
            top += step;
        }
        if (ruled) {
            pen.setStroke(new BasicStroke((float) Math.max(1, dots / 150)));
            double left = x;
            for (int column = 0; column <= widths.length; column++) {
                pen.drawLine(mm(left), mm(y), mm(left), mm(top));
                left += column < widths.length ? widths[column] : 0;
            }
            for (int row = 0; row <= cells.size(); row++) {
                pen.drawLine(mm(x), mm(y + row * step), mm(left), mm(y + row * step));
            }
        }
        return top;
    }

    public void rule(double x, double y, double width) {
        pen.setStroke(new BasicStroke((float) Math.max(1, dots / 120)));
        pen.drawLine(mm(x), mm(y), mm(x + width), mm(y));
    }

    public void filled(Color colour, double x, double y, double width, double height) {
        Color before = pen.getColor();
        pen.setColor(colour);
        pen.fillRect(mm(x), mm(y), mm(width), mm(height));
        pen.setColor(before);
    }

    /** Turned a quarter to the left, so that it runs up the page from (x, y). */
    public void upwards(String text, double x, double y) {
        AffineTransform before = pen.getTransform();
        pen.translate(mm(x), mm(y));
        pen.rotate(-Math.PI / 2);
        int left = 0;
        FontMetrics metrics = pen.getFontMetrics();
        for (String word : text.split(" ")) {
            pen.drawString(word, left, 0);
            int width = metrics.stringWidth(word);
            int up = (int) (metrics.getAscent() * 0.8);
            words.add(new Printed.Word(word, points(mm(x) - up, mm(y) - left - width, up, width), line));
            left += width + metrics.stringWidth(" ");
        }
        pen.setTransform(before);
        line++;
    }

    /** A stamp: a frame with slanting words in a pale ink, which are not known as text. */
    public void stamp(String text, double x, double y, Color colour) {
        Graphics2D stamp = (Graphics2D) pen.create();
        stamp.translate(mm(x), mm(y));
        stamp.rotate(-0.2);
        stamp.setColor(colour);
        stamp.setStroke(new BasicStroke((float) (dots / 40)));
        int width = stamp.getFontMetrics().stringWidth(text);
        stamp.drawRoundRect(0, 0, width + mm(8), mm(12), mm(3), mm(3));
        stamp.drawString(text, mm(4), mm(8.5));
        stamp.dispose();
    }

    public Printed done() {
        pen.dispose();
        return new Printed(page, dots, List.copyOf(words), Map.copyOf(fields), List.copyOf(rows));
    }
}
