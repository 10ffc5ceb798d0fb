package lectomen.engine.ocr.print;

import java.awt.Color;
import java.awt.Font;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** Papers of a harbour in many layouts: each from a seed, with its text, fields and tables known. */
public final class Papers {
    private final Random random;
    private final HarbourText text;
    private final Faces.Face face;
    private final Font bold;
    private final double points;
    private final double step;
    private final Press press;

    private Papers(Random random) {
        this.random = random;
        this.text = new HarbourText(random);
        this.face = Faces.unseen().get(random.nextInt(Faces.unseen().size()));
        this.bold = face.all().get(1);
        this.points = 9.5 + random.nextInt(5) * 0.5;
        this.step = points * 0.3528 * 1.5;
        this.press = new Press(300).face(face.plain(), points);
    }

    private Papers plain() {
        press.face(face.plain(), points).ink(Color.BLACK);
        return this;
    }

    private void headline(String words, double x, double y) {
        press.face(bold, points * (1.4 + random.nextInt(3) * 0.2));
        press.line(words, x, y);
        plain();
    }

    /** The fields of a report, by name: label and value. */
    private Map<String, String[]> fields() {
        Map<String, String[]> fields = new LinkedHashMap<>();
        fields.put("vessel", new String[] {"Vessel", text.vessel()});
        fields.put("permit", new String[] {"Permit no.", text.order()});
        fields.put("date", new String[] {"Date", text.date()});
        fields.put("inspector", new String[] {"Inspector", text.name()});
        fields.put("depth", new String[] {"Depth", text.depth()});
        fields.put("fee", new String[] {"Fee", text.amount()});
        fields.put("berth", new String[] {"Lies at", text.count()});
        fields.put("time", new String[] {"Time", text.time()});
        return fields;
    }

    /** A report with eight fields in one of four arrangements, prose below, at times a stamp. */
    public static Printed report(Random random) {
        Papers papers = new Papers(random);
        papers.headline("Report of inspection", 25, 28);
        int arrangement = random.nextInt(4);
        String colon = random.nextBoolean() ? ":" : "";
        double y = 42;
        int at = 0;
        List<Map.Entry<String, String[]>> all = List.copyOf(papers.fields().entrySet());
        for (int i = 0; arrangement == 3 && i < all.size(); i += 2) {
            y = papers.pair(all.get(i), all.get(i + 1), colon, y);
        }
        for (Map.Entry<String, String[]> field : arrangement == 3 ? List.<Map.Entry<String, String[]>>of() : all) {
            String label = field.getValue()[0] + colon;
            String value = field.getValue()[1];
            double column = at % 2 == 0 ? 25 : 110;
            switch (arrangement) {
                case 0 -> papers.press.field(field.getKey(), label, value, 25, y, 62, y);
                case 1 ->
                    papers.press.field(field.getKey(), label, value, 25, y, 25 + papers.press.width(label + " "), y);
                default -> papers.press.field(field.getKey(), label, value, column, y, column + 32, y);
            }
            boolean pair = arrangement == 2 && at % 2 == 0;
            y += pair ? 0 : papers.step * 1.3;
            at++;
        }
        y += papers.step;
        double end = papers.press.paragraph(papers.text.words(60 + random.nextInt(60)), 25, y, 185, papers.step);
        if (random.nextInt(3) == 0) {
            papers.press.face(papers.bold, 16).stamp("RECEIVED", 110, end - papers.step * 2, new Color(150, 160, 200));
        }
        return papers.press.done();
    }

    /** Two fields beside each other, their values below their labels. */
    private double pair(Map.Entry<String, String[]> left, Map.Entry<String, String[]> right, String colon, double y) {
        press.line(left.getValue()[0] + colon, 25, y);
        press.line(right.getValue()[0] + colon, 110, y);
        press.value(left.getKey(), left.getValue()[1], 25, y + step);
        press.value(right.getKey(), right.getValue()[1], 110, y + step);
        return y + step * 2.6;
    }

    /** A page with a table of five columns. */
    public static Printed table(Random random) {
        Papers papers = new Papers(random);
        papers.headline("Stores issued", 25, 28);
        double y = papers.press.paragraph(papers.text.words(24), 25, 40, 185, papers.step);
        double[] widths = {30, 50, 22, 30, 28};
        List<List<String>> rows = new ArrayList<>();
        rows.add(List.of("Part", "Goods", "Number", "Date", "Amount"));
        int count = 8 + random.nextInt(12);
        for (int row = 0; row < count; row++) {
            rows.add(List.of(
                    papers.text.part(),
                    papers.text.goods(),
                    papers.text.count(),
                    papers.text.time(),
                    papers.text.amount()));
        }
        papers.press.table(rows, 25, y, widths, papers.step * 1.35, random.nextBoolean());
        return papers.press.done();
    }

    /** Two columns of prose under a headline. */
    public static Printed columns(Random random) {
        Papers papers = new Papers(random);
        papers.headline("Notes from the quay", 22, 28);
        papers.press.paragraph(papers.text.words(150), 22, 42, 98, papers.step);
        papers.press.paragraph(papers.text.words(140), 112, 42, 190, papers.step);
        return papers.press.done();
    }

    /** Prose with a stamp over it. */
    public static Printed stamped(Random random) {
        Papers papers = new Papers(random);
        papers.headline("Certificate of examination", 25, 28);
        double end = papers.press.paragraph(papers.text.words(150), 25, 42, 185, papers.step);
        papers.press
                .face(papers.bold, 18)
                .stamp(
                        "APPROVED",
                        60 + random.nextInt(60),
                        42 + (end - 42) * random.nextDouble() * 0.7,
                        new Color(185, 150, 150));
        return papers.press.done();
    }

    /** Prose with a line that runs up the edge, and a headline in white on dark. */
    public static Printed turned(Random random) {
        Papers papers = new Papers(random);
        papers.press.filled(new Color(40, 60, 80), 20, 18, 170, 14);
        papers.press.ink(Color.WHITE);
        papers.press.face(papers.bold, papers.points * 1.5).line("Harbour works, sheet " + papers.text.count(), 25, 27);
        papers.plain();
        papers.press.paragraph(papers.text.words(130), 30, 46, 185, papers.step);
        papers.press.upwards("Drawing " + papers.text.part() + " of the northern quay", 18, 200);
        return papers.press.done();
    }
}
