package lectomen.engine.propose;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/** Typesets documents of six kinds, each time in another layout, whose fields are known exactly. */
final class Sheets {
    private static final double WIDTH = 595;
    private static final double HEIGHT = 842;
    private static final List<String> VESSELS =
            List.of("Kittiwake", "Morven Tide", "Tern", "Sula Grey", "Old Bess", "Anna of Marrowick", "Fulmar II");
    private static final List<String> PEOPLE =
            List.of("Ivo Sandling", "D. Wexley", "Jorun Pike", "Mags Orrin", "Tove Lund-Harper", "R. Calloway");
    private static final List<String> PROSE = List.of(
            "This paper is made out by the harbour office and is to be kept on board.",
            "Questions are answered by the watch room at any hour of the day.",
            "All times are those of the harbour and all depths are below chart zero.",
            "What was agreed by voice counts only once it is written down here.");

    /** A kind of document, and which of its fields are asked for. */
    enum Kind {
        PERMIT,
        NOTICE,
        WEIGHTS,
        CERTIFICATE,
        LETTER,
        MEMO
    }

    /** @param places of the values, by field; none for one that it lacks */
    record Sheet(DocumentText text, Map<String, Box> places, Map<String, String> values) {
        Sample pointedAt(String field) {
            return new Sample(text, new Sample.Mark.At(1, places.get(field)));
        }
    }

    private final Random random;
    private final String without;
    private final List<Word> words = new ArrayList<>();
    private final Map<String, Box> places = new LinkedHashMap<>();
    private final Map<String, String> values = new LinkedHashMap<>();
    private final double size;

    private Sheets(Random random, String without) {
        this.random = random;
        this.without = without;
        this.size = 9 + random.nextInt(4);
    }

    /** @param without a field that it lacks; empty for none */
    static Sheet of(Kind kind, Random random, String without) {
        Sheets sheet = new Sheets(random, without);
        double top = 40 + random.nextInt(60);
        sheet.text(60 + random.nextInt(150), top, kind + " OF MARROWICK HARBOUR", 1.4);
        double bottom = top + 40;
        bottom = switch (kind) {
            case PERMIT -> sheet.labelsLeft(bottom, sheet.permit(), false);
            case NOTICE -> sheet.labelsAbove(bottom);
            case WEIGHTS -> sheet.table(bottom);
            case CERTIFICATE -> sheet.labelsLeft(bottom, sheet.certificate(), true);
            case LETTER -> sheet.letter(bottom);
            case MEMO -> sheet.memo(bottom);
        };
        for (int i = 0; i < 3; i++) {
            bottom += 1.6 * sheet.size;
            sheet.text(60, bottom, PROSE.get(random.nextInt(PROSE.size())), 1);
        }
        sheet.text(280, 800, "Page 1 of 1", 0.9);
        return new Sheet(
                new DocumentText(List.of(Page.ofWords(1, WIDTH, HEIGHT, Page.Unit.POINT, sheet.words))),
                sheet.places,
                sheet.values);
    }

    private <T> T one(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private String day() {
        String day = Integer.toString(1 + random.nextInt(28));
        return one(List.of(
                day + " " + one(List.of("January", "March", "May", "October")) + " " + (2025 + random.nextInt(4)),
                (day.length() == 1 ? "0" + day : day) + "/0" + (1 + random.nextInt(9)) + "/202"
                        + (5 + random.nextInt(4))));
    }

    private String code(String before, int figures) {
        StringBuilder code = new StringBuilder(before);
        for (int i = 0; i < figures; i++) {
            code.append(1 + random.nextInt(9));
        }
        return code.toString();
    }

    private Map<String, String> permit() {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("Permit no.", code("MHP-202", 1) + code("-", 4));
        fields.put("Vessel", one(VESSELS));
        fields.put("Valid from", day());
        fields.put("Inspector", one(PEOPLE));
        fields.put("Fee", "£" + code("", 3) + ".50");
        return fields;
    }

    private Map<String, String> certificate() {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("Certificate number", code("CR", 6));
        fields.put("Expires", day());
        fields.put("Tested by", one(PEOPLE));
        fields.put("Safe load", code("", 2) + ".5 t");
        return fields;
    }

    /** @param misspelt whether a letter of some labels is another one */
    private double labelsLeft(double top, Map<String, String> fields, boolean misspelt) {
        List<String> order = new ArrayList<>(fields.keySet());
        Collections.shuffle(order, random);
        boolean colon = random.nextBoolean();
        boolean twoColumns = random.nextBoolean();
        double tab = 120 + random.nextInt(40);
        double bottom = top;
        for (int i = 0; i < order.size(); i++) {
            boolean right = twoColumns && i % 2 == 1;
            double left = 60 + (right ? 260 : 0);
            bottom += right || (i == 0) ? 0 : 1.9 * size;
            String label = order.get(i);
            String shown = misspelt && random.nextInt(4) == 0 ? misspelt(label) : label;
            text(left, bottom, shown + (colon ? ":" : ""), 1);
            value(label, left + tab, bottom, fields.getOrDefault(label, ""));
        }
        return bottom + 20;
    }

    private String misspelt(String label) {
        int at = 1 + random.nextInt(label.length() - 2);
        return label.charAt(at) == ' ' ? label : label.substring(0, at) + "x" + label.substring(at + 1);
    }

    private double labelsAbove(double top) {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("Notice no.", code("NM ", 3));
        fields.put("Area", one(List.of("North mole", "Inner basin", "Coal quay", "The narrows")));
        fields.put("Issued", day());
        fields.put("Pilot", one(PEOPLE));
        List<String> order = new ArrayList<>(fields.keySet());
        Collections.shuffle(order, random);
        int columns = 2 + random.nextInt(2);
        double bottom = top;
        for (int i = 0; i < order.size(); i++) {
            double left = 60 + (i % columns) * (480.0 / columns);
            bottom = top + (i / columns) * 4.5 * size;
            text(left, bottom, order.get(i), 0.8);
            value(order.get(i), left, bottom + 1.3 * size, fields.getOrDefault(order.get(i), ""));
        }
        return bottom + 40;
    }

    private double table(double top) {
        text(60, top, "Ticket", 1);
        value("Ticket", 60 + 90 + random.nextInt(60), top, code("WB-", 5));
        double head = top + 30 + random.nextInt(20);
        List<String> columns = new ArrayList<>(List.of("Lot", "Goods", "Gross weight"));
        Collections.shuffle(columns, random);
        double[] lefts = {60, 200 + random.nextInt(30), 380 + random.nextInt(30)};
        int rows = 3 + random.nextInt(4);
        int total = 0;
        for (int i = 0; i < columns.size(); i++) {
            text(lefts[i], head, columns.get(i), 1);
        }
        for (int row = 0; row < rows; row++) {
            double line = head + (row + 1) * 1.7 * size;
            int weight = 100 + random.nextInt(900);
            total += weight;
            Map<String, String> cells = Map.of(
                    "Lot", code("L", 4),
                    "Goods", one(List.of("Gravel", "Timber", "Slate", "Wire rope")),
                    "Gross weight", weight + " kg");
            for (int i = 0; i < columns.size(); i++) {
                String name = columns.get(i);
                if (row == 0 && name.equals("Lot")) {
                    value("Lot", lefts[i], line, cells.getOrDefault(name, ""));
                } else if (!without.equals(name)) {
                    text(lefts[i], line, cells.getOrDefault(name, ""), 1);
                }
            }
        }
        double last = head + (rows + 1) * 1.7 * size + 6;
        double right = lefts[columns.indexOf("Gross weight")];
        text(right > 300 ? 300 : 60, last, "Total", 1);
        value("Total", right > 300 ? right : right == 60 ? 130 : right, last, total + " kg");
        return last + 30;
    }

    private double letter(double top) {
        double bottom = top;
        double tab = 100 + random.nextInt(50);
        text(60, bottom, "Our sign", 1);
        value("Our sign", 60 + tab, bottom, code("Q/", 4));
        bottom += 2.2 * size;
        text(60, bottom, "Subject", 1);
        boolean two = random.nextInt(4) > 0;
        value(
                "Subject",
                60 + tab,
                bottom,
                one(List.of("Survey of the", "Repair of the", "Claim for the"))
                        + " " + one(List.of("north mole", "coal quay crane", "inner basin gate"))
                        + (two
                                ? "\n"
                                        + one(List.of(
                                                "after the storm of last week", "and its two ladders", "by divers"))
                                : ""));
        bottom += (two ? 4.4 : 2.4) * size;
        text(60, bottom, "Written by", 1);
        value("Written by", 60 + tab, bottom, one(PEOPLE));
        return bottom + 30;
    }

    private double memo(double top) {
        double bottom = top;
        boolean first = random.nextBoolean();
        String reference = code("MH/2", 3) + code("/", 3);
        for (int i = 0; i < 2; i++) {
            if (first == (i == 0)) {
                text(60, bottom, "Our reference", 1);
                value("Our reference", 190, bottom, reference);
            } else {
                text(60, bottom, "To:", 1);
                value("To", 60 + 3 * size, bottom, one(PEOPLE));
                text(330, bottom, "Meeting of", 1);
                value("Meeting of", 330 + 7 * size, bottom, day());
            }
            bottom += 2 * size;
        }
        return bottom + 10;
    }

    private void value(String field, double left, double top, String value) {
        if (field.equals(without)) {
            return;
        }
        int from = words.size();
        double line = top;
        for (String part : value.split("\n")) {
            text(left, line, part, 1);
            line += 1.3 * size;
        }
        List<Word> own = words.subList(from, words.size());
        Box around = Box.around(own, Word::box);
        places.put(field, new Box(around.left() - 2, around.top() - 1, around.width() + 4, around.height() + 2));
        values.put(field, value.replace('\n', ' '));
    }

    private void text(double left, double top, String text, double scale) {
        double em = size * scale;
        double x = left;
        for (String word : text.split(" ")) {
            double width = word.length() * 0.52 * em;
            words.add(Word.certain(word, new Box(x, top, width, em)));
            x += width + 0.3 * em;
        }
    }
}
