package lectomen.engine.office.rtf;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.Numeral;
import lectomen.engine.flow.Section;

/** Paper, margins, columns and running heads, for the document and for each of its sections. */
final class RtfPages {
    private static final double USUAL_SIDE = 90;
    private static final double USUAL_TOP = 72;

    private final Map<String, Double> ofDocument = new HashMap<>();
    private Map<String, Double> ofSection = new HashMap<>();
    private final List<Section> sections = new ArrayList<>();
    private final Map<String, List<Block>> running = new HashMap<>();
    private Section.Start start = Section.Start.NEW_PAGE;
    private Numeral numeral = Numeral.DECIMAL;
    private Optional<Integer> from = Optional.empty();
    private boolean titlePage;
    private boolean facing;
    private boolean line;
    private double usualTab = 36;
    private boolean restarts;

    List<Section> sections() {
        return sections;
    }

    boolean evenDiffers() {
        return facing;
    }

    double usualTab() {
        return usualTab;
    }

    Numeral numeral() {
        return numeral;
    }

    /** Whether the word says something of pages, which is then noted. */
    boolean word(String word, OptionalInt number) {
        double points = number.orElse(0) / 20.0;
        switch (word) {
            case "paperw", "paperh", "margl", "margr", "margt", "margb", "gutter" -> ofDocument.put(word, points);
            case "pgwsxn",
                    "pghsxn",
                    "marglsxn",
                    "margrsxn",
                    "margtsxn",
                    "margbsxn",
                    "headery",
                    "footery",
                    "colsx",
                    "guttersxn" -> ofSection.put(word, points);
            case "cols" -> ofSection.put("cols", (double) number.orElse(1));
            case "linebetcol" -> line = true;
            case "deftab" -> usualTab = points;
            case "facingp" -> facing = true;
            case "titlepg" -> titlePage = true;
            case "sectd" -> sectionAnew();
            case "sbknone" -> start = Section.Start.SAME_PAGE;
            case "sbkcol" -> start = Section.Start.NEW_COLUMN;
            case "sbkpage" -> start = Section.Start.NEW_PAGE;
            case "sbkeven" -> start = Section.Start.EVEN_PAGE;
            case "sbkodd" -> start = Section.Start.ODD_PAGE;
            case "pgnrestart" -> restarts = true;
            case "pgnstarts" -> from = Optional.of(number.orElse(1));
            case "pgndec" -> numeral = Numeral.DECIMAL;
            case "pgnucrm" -> numeral = Numeral.ROMAN;
            case "pgnlcrm" -> numeral = Numeral.ROMAN_SMALL;
            case "pgnucltr" -> numeral = Numeral.LETTER;
            case "pgnlcltr" -> numeral = Numeral.LETTER_SMALL;
            default -> {
                return false;
            }
        }
        return true;
    }

    private void sectionAnew() {
        ofSection = new HashMap<>();
        start = Section.Start.NEW_PAGE;
        numeral = Numeral.DECIMAL;
        from = Optional.empty();
        titlePage = false;
        line = false;
        restarts = false;
    }

    void running(String kind, List<Block> blocks) {
        running.put(kind, new ArrayList<>(blocks));
    }

    /** Makes a section of the blocks, which are then gone. */
    void section(List<Block> blocks) {
        Section.Paper paper = paper();
        int count = (int) Math.max(1, Math.min(20, ofSection.getOrDefault("cols", 1.0)));
        double gap = ofSection.getOrDefault("colsx", 36.0);
        Section.Columns even = Section.Columns.even(count, paper.textWidth(), gap);
        Section.Columns columns = even.widths().get(0) < 10
                ? Section.Columns.even(1, paper.textWidth(), 0)
                : new Section.Columns(even.widths(), even.gaps(), line);
        sections.add(new Section(
                paper,
                columns,
                start,
                titlePage,
                running("header"),
                running("footer"),
                new Section.PageNumbers(numeral, restarts ? Optional.of(from.orElse(1)) : Optional.empty()),
                Section.VerticalAlign.TOP,
                new ArrayList<>(blocks)));
        blocks.clear();
    }

    void end(List<Block> blocks) {
        if (!blocks.isEmpty() || sections.isEmpty()) {
            section(blocks);
        }
    }

    private Section.Running running(String kind) {
        Optional<List<Block>> usual =
                Optional.ofNullable(running.get(kind)).or(() -> Optional.ofNullable(running.get(kind + "r")));
        return new Section.Running(
                usual, Optional.ofNullable(running.get(kind + "f")), Optional.ofNullable(running.get(kind + "l")));
    }

    private double said(String ofSectionWord, String ofDocumentWord, double otherwise) {
        return Math.abs(ofSection.getOrDefault(ofSectionWord, ofDocument.getOrDefault(ofDocumentWord, otherwise)));
    }

    private Section.Paper paper() {
        double width = said("pgwsxn", "paperw", 612);
        double height = said("pghsxn", "paperh", 792);
        double left = said("marglsxn", "margl", USUAL_SIDE) + said("guttersxn", "gutter", 0);
        double right = said("margrsxn", "margr", USUAL_SIDE);
        double top = said("margtsxn", "margt", USUAL_TOP);
        double bottom = said("margbsxn", "margb", USUAL_TOP);
        boolean fits = width > 20 && height > 20 && left + right < width - 10 && top + bottom < height - 10;
        double wide = width > 20 ? width : 612;
        double high = height > 20 ? height : 792;
        return new Section.Paper(
                wide,
                high,
                fits ? top : high / 10,
                fits ? right : wide / 10,
                fits ? bottom : high / 10,
                fits ? left : wide / 10,
                ofSection.getOrDefault("headery", 36.0),
                ofSection.getOrDefault("footery", 36.0),
                Edges.NONE);
    }
}
