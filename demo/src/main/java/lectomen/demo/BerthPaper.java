package lectomen.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.util.List;
import java.util.Random;

/** The printed form of a berth inspection, in the layouts that surveyors use. */
final class BerthPaper {
    private static final List<String> FOUND = List.of(
            "The quay wall was examined from a boat at low water and again from the deck.",
            "Two rubber fenders are torn; their chains hang below the waterline.",
            "The ladder at the northern corner has lost a rung and must not be used.",
            "Bollards were cleaned and painted; the castings underneath are sound.",
            "Nothing was found that would stop the berth from being used.");

    /** How the form is laid out. */
    enum Layout {
        LABELS_LEFT,
        LABELS_ABOVE,
        TWO_COLUMNS,
        STAMPED
    }

    private final PaperPages paper;
    private final double dots;

    BerthPaper(double dots) {
        this.paper = new PaperPages(dots);
        this.dots = dots;
    }

    BufferedImage report(Layout layout, String berth, String number) {
        BufferedImage page = paper.blank();
        Graphics2D pen = page.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setColor(new Color(30, 48, 60));
        pen.fillRect(paper.mm(20), paper.mm(18), paper.mm(170), paper.mm(14));
        pen.setColor(Color.WHITE);
        pen.setFont(paper.bold(16));
        pen.drawString("Berth inspection", paper.mm(25), paper.mm(27.5));
        pen.setColor(Color.BLACK);
        List<String[]> fields = List.of(
                new String[] {"Report no.", number},
                new String[] {"Berth", berth},
                new String[] {"Inspected on", "7 March 2027"},
                new String[] {"Inspector", "Edwin Tarrow"},
                new String[] {"Depth found", "8.4 m"},
                new String[] {"Depth charted", "8.6 m"});
        double y = 48;
        for (int i = 0; i < fields.size(); i++) {
            boolean paired = layout == Layout.TWO_COLUMNS || layout == Layout.LABELS_ABOVE;
            double left = paired && i % 2 == 1 ? 110 : 25;
            pen.setFont(paper.bold(10));
            pen.drawString(fields.get(i)[0], paper.mm(left), paper.mm(y));
            pen.setFont(paper.plain(11));
            boolean above = layout == Layout.LABELS_ABOVE;
            pen.drawString(fields.get(i)[1], paper.mm(above ? left : left + 38), paper.mm(above ? y + 6 : y));
            y += paired && i % 2 == 0 ? 0 : above ? 15 : 8;
        }
        y += 8;
        int bottom = 0;
        for (int round = 0; round < 2; round++) {
            for (String sentence : FOUND) {
                pen.drawString(sentence, paper.mm(25), paper.mm(y));
                bottom = paper.mm(y);
                y += 7;
            }
        }
        edge(pen, number);
        if (layout == Layout.STAMPED) {
            stamp(pen, bottom - paper.mm(40));
        }
        pen.dispose();
        return page;
    }

    /** The number once more, up the left edge. */
    private void edge(Graphics2D pen, String number) {
        Graphics2D up = (Graphics2D) pen.create();
        up.translate(paper.mm(15), paper.mm(200));
        up.rotate(-Math.PI / 2);
        up.setFont(paper.plain(9));
        up.drawString("Marrowick Harbour, works office, " + number, 0, 0);
        up.dispose();
    }

    private void stamp(Graphics2D pen, int y) {
        Graphics2D stamp = (Graphics2D) pen.create();
        stamp.translate(paper.mm(95), y);
        stamp.rotate(-0.18);
        stamp.setColor(new Color(175, 175, 175));
        stamp.setStroke(new BasicStroke((float) (dots / 45)));
        stamp.setFont(paper.bold(20).deriveFont(Font.BOLD));
        stamp.drawRoundRect(0, 0, paper.mm(62), paper.mm(14), paper.mm(3), paper.mm(3));
        stamp.drawString("RECEIVED", paper.mm(8), paper.mm(10));
        stamp.dispose();
    }

    /** Light that falls from one corner, grain and specks. */
    void shade(BufferedImage page, long seed) {
        Random random = new Random(seed);
        for (int y = 0; y < page.getHeight(); y++) {
            for (int x = 0; x < page.getWidth(); x++) {
                double light = 1 - 0.35 * Math.hypot(x, y) / Math.hypot(page.getWidth(), page.getHeight());
                double value = page.getRaster().getSample(x, y, 0) * light + random.nextGaussian() * 6;
                page.getRaster().setSample(x, y, 0, Math.max(0, Math.min(255, (int) value)));
            }
        }
        paper.wear(page, seed, 300);
    }
}
