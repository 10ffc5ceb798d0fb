package lectomen.engine.office.docx;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Section;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/**
 * The formatting of a table, from its style and its own properties. A style has parts for its first and last row and column and
 * for every other of the rest; the table says which of them it wants. Later parts of the list lie over earlier ones (ISO/IEC
 * 29500-1, 17.7.6).
 */
final class TableFormatting {
    private static final String[] SIDES = {"top", "left", "bottom", "right", "insideH", "insideV"};

    /** The place of a cell in its table. */
    record Where(int row, int rows, int cell, int cells) {}

    /** What a cell takes from its table. */
    record Of(Formatting text, OptionalInt shading, Map<String, Edge> edges, String verticalAlign) {}

    private final DocxStyles styles;
    private final List<Element> chain;
    private final Wanted wanted;
    private final Optional<Element> properties;
    private final FlowObject.Inside sides;

    private TableFormatting(DocxStyles styles, List<Element> chain, Wanted wanted, Optional<Element> properties) {
        this.styles = styles;
        this.chain = chain;
        this.wanted = wanted;
        this.properties = properties;
        FlowObject.Inside all = Tables.usualSides();
        for (Element style : chain) {
            all = sides(Xml.find(style, "tblPr", "tblCellMar"), all);
        }
        this.sides = sides(properties.flatMap(one -> Xml.find(one, "tblCellMar")), all);
    }

    static TableFormatting of(DocxStyles styles, Optional<Element> properties) {
        String style = properties
                .flatMap(one -> Xml.find(one, "tblStyle"))
                .map(one -> Xml.attribute(one, "val"))
                .orElse(styles.usualTable());
        return new TableFormatting(
                styles, styles.chain(style), wanted(properties.flatMap(one -> Xml.find(one, "tblLook"))), properties);
    }

    /** Which parts of the style a table asks for. */
    private record Wanted(
            boolean firstRow,
            boolean lastRow,
            boolean firstColumn,
            boolean lastColumn,
            boolean bandsAcross,
            boolean bandsDown) {}

    private static Wanted wanted(Optional<Element> look) {
        String hex = look.map(one -> Xml.attribute(one, "val")).orElse("");
        int bits = hex.matches("[0-9a-fA-F]{1,4}") ? Integer.parseInt(hex, 16) : 0;
        return new Wanted(
                flag(look, "firstRow", (bits & 0x20) != 0),
                flag(look, "lastRow", (bits & 0x40) != 0),
                flag(look, "firstColumn", (bits & 0x80) != 0),
                flag(look, "lastColumn", (bits & 0x100) != 0),
                !flag(look, "noHBand", look.isEmpty() || (bits & 0x200) != 0),
                !flag(look, "noVBand", look.isEmpty() || (bits & 0x400) != 0));
    }

    private static boolean flag(Optional<Element> look, String name, boolean otherwise) {
        return look.flatMap(one -> Xml.findAttribute(one, name))
                .map(value -> value.equals("1") || value.equals("true") || value.equals("on"))
                .orElse(otherwise);
    }

    /** The distances of text to a cell's sides. */
    FlowObject.Inside sides() {
        return sides;
    }

    double indent() {
        double indent = 0;
        for (Element style : chain) {
            Optional<Element> said = Xml.find(style, "tblPr", "tblInd");
            indent = said.isPresent() ? Units.twentieths(said.get(), "w", 0) : indent;
        }
        return indent;
    }

    static FlowObject.Inside sides(Optional<Element> margins, FlowObject.Inside below) {
        if (margins.isEmpty()) {
            return below;
        }
        Element of = margins.get();
        return new FlowObject.Inside(
                side(Xml.find(of, "top"), below.top()),
                side(Xml.find(of, "end").or(() -> Xml.find(of, "right")), below.right()),
                side(Xml.find(of, "bottom"), below.bottom()),
                side(Xml.find(of, "start").or(() -> Xml.find(of, "left")), below.left()),
                Section.VerticalAlign.TOP);
    }

    private static double side(Optional<Element> of, double below) {
        return of.map(one -> Units.twentieths(one, "w", 0)).orElse(below);
    }

    /** The parts of a style that hold for a place, the weakest first. */
    private List<String> parts(Where where) {
        List<String> parts = new ArrayList<>();
        boolean firstRow = wanted.firstRow() && where.row() == 0;
        boolean lastRow = wanted.lastRow() && where.row() == where.rows() - 1 && where.rows() > 1;
        boolean firstColumn = wanted.firstColumn() && where.cell() == 0;
        boolean lastColumn = wanted.lastColumn() && where.cell() == where.cells() - 1 && where.cells() > 1;
        parts.add("wholeTable");
        if (wanted.bandsDown() && !firstColumn && !lastColumn) {
            int at = where.cell() - (wanted.firstColumn() ? 1 : 0);
            parts.add(at % 2 == 0 ? "band1Vert" : "band2Vert");
        }
        if (wanted.bandsAcross() && !firstRow && !lastRow) {
            int at = where.row() - (wanted.firstRow() ? 1 : 0);
            parts.add(at % 2 == 0 ? "band1Horz" : "band2Horz");
        }
        add(parts, lastColumn, "lastCol");
        add(parts, firstColumn, "firstCol");
        add(parts, lastRow, "lastRow");
        add(parts, firstRow, "firstRow");
        add(parts, firstRow && lastColumn, "neCell");
        add(parts, firstRow && firstColumn, "nwCell");
        add(parts, lastRow && lastColumn, "seCell");
        add(parts, lastRow && firstColumn, "swCell");
        return parts;
    }

    private static void add(List<String> parts, boolean holds, String part) {
        if (holds) {
            parts.add(part);
        }
    }

    Of at(Where where) {
        FormattingReader looks = styles.looks();
        Formatting text = Formatting.NONE;
        OptionalInt shading = OptionalInt.empty();
        String align = "";
        Map<String, Edge> edges = new HashMap<>();
        for (Element style : chain) {
            text = looks.paragraph(Xml.find(style, "pPr"))
                    .over(looks.run(Xml.find(style, "rPr")))
                    .over(text);
            putEdges(edges, Xml.find(style, "tblPr", "tblBorders"));
            Optional<Element> whole = Xml.find(style, "tcPr", "shd");
            shading = whole.isPresent() ? looks.shading(whole.get()) : shading;
            for (String part : parts(where)) {
                for (Element one : Xml.children(style, "tblStylePr")) {
                    if (!Xml.attribute(one, "type").equals(part)) {
                        continue;
                    }
                    text = looks.paragraph(Xml.find(one, "pPr"))
                            .over(looks.run(Xml.find(one, "rPr")))
                            .over(text);
                    Optional<Element> shade = Xml.find(one, "tcPr", "shd");
                    shading = shade.isPresent() ? looks.shading(shade.get()) : shading;
                    align = Xml.find(one, "tcPr", "vAlign")
                            .map(v -> Xml.attribute(v, "val"))
                            .orElse(align);
                    putEdges(edges, Xml.find(one, "tblPr", "tblBorders"));
                    putPartEdges(edges, Xml.find(one, "tcPr", "tcBorders"));
                }
            }
        }
        putEdges(edges, properties.flatMap(one -> Xml.find(one, "tblBorders")));
        Optional<Element> own = properties.flatMap(one -> Xml.find(one, "shd"));
        shading = own.isPresent() ? looks.shading(own.get()) : shading;
        return new Of(text, shading, edges, align);
    }

    private void putEdges(Map<String, Edge> edges, Optional<Element> said) {
        if (said.isEmpty()) {
            return;
        }
        for (String side : SIDES) {
            Optional<Element> edge = Xml.find(said.get(), side)
                    .or(() -> side.equals("left")
                            ? Xml.find(said.get(), "start")
                            : side.equals("right") ? Xml.find(said.get(), "end") : Optional.empty());
            if (edge.isPresent()) {
                edges.put(side, styles.looks().edge(edge));
            }
        }
    }

    /** The sides of a row or column of its own hold between it and others too. */
    private void putPartEdges(Map<String, Edge> edges, Optional<Element> said) {
        putEdges(edges, said);
        if (said.isEmpty()) {
            return;
        }
        Xml.find(said.get(), "bottom")
                .ifPresent(edge -> edges.put("insideH", styles.looks().edge(Optional.of(edge))));
        Xml.find(said.get(), "top")
                .filter(edge -> Xml.find(said.get(), "bottom").isEmpty())
                .ifPresent(edge -> edges.put("insideH", styles.looks().edge(Optional.of(edge))));
    }
}
