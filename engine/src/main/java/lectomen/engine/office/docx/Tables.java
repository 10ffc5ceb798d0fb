package lectomen.engine.office.docx;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.Table;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads tables, with their row and column styles (ISO/IEC 29500-1, 17.4 and 17.7.6). */
final class Tables {
    private static final double USUAL_SIDE = 5.4;

    /** Programs since then set the table's edge and not its text to the margin. */
    private static final int EDGE_TO_MARGIN = 15;

    private final Blocks blocks;
    private final DocxContext context;

    Tables(Blocks blocks) {
        this.blocks = blocks;
        this.context = blocks.context();
    }

    /** A cell as it is read, before it is known how far it reaches down. */
    private record Draft(
            Element tc,
            int column,
            int across,
            boolean goesOn,
            boolean begins,
            TableFormatting.Of look,
            List<Block> blocks) {}

    private record DraftRow(Element tr, List<Draft> cells) {}

    Table read(Element tbl) throws IOException {
        context.inventory.found(ContentInventory.Kind.TABLE);
        Optional<Element> properties = Xml.find(tbl, "tblPr");
        TableFormatting style = TableFormatting.of(context.styles, properties);
        List<Double> grid = Xml.find(tbl, "tblGrid")
                .map(one -> Xml.children(one, "gridCol").stream()
                        .map(column -> Units.twentieths(column, "w", 0))
                        .toList())
                .orElse(List.of());
        List<DraftRow> drafts = new ArrayList<>();
        rows(tbl, drafts, style, 0);
        List<Table.Row> rows = new ArrayList<>();
        for (int i = 0; i < drafts.size(); i++) {
            rows.add(row(drafts, i, style));
        }
        boolean fixed = properties
                .flatMap(one -> Xml.find(one, "tblLayout"))
                .filter(one -> Xml.attribute(one, "type").equals("fixed"))
                .isPresent();
        FormatProperty.Align align = properties
                .flatMap(one -> Xml.find(one, "jc"))
                .map(one -> FormattingReader.align(Xml.attribute(one, "val")))
                .orElse(FormatProperty.Align.START);
        boolean fromRight = properties
                .flatMap(one -> Xml.find(one, "bidiVisual"))
                .filter(Units::isOn)
                .isPresent();
        return new Table(grid, wanted(properties), !fixed, align, indent(properties, style), rows, fromRight);
    }

    private static OptionalDouble wanted(Optional<Element> properties) {
        return properties
                .flatMap(one -> Xml.find(one, "tblW"))
                .filter(one -> Xml.attribute(one, "type").equals("dxa"))
                .map(one -> Units.twentieths(one, "w"))
                .orElse(OptionalDouble.empty());
    }

    private double indent(Optional<Element> properties, TableFormatting style) {
        double said = properties
                .flatMap(one -> Xml.find(one, "tblInd"))
                .map(one -> Units.twentieths(one, "w", 0))
                .orElse(style.indent());
        double side = style.sides().left();
        return context.compatibility >= EDGE_TO_MARGIN ? said : said - side;
    }

    private void rows(Element parent, List<DraftRow> drafts, TableFormatting style, int wrapped) throws IOException {
        List<Element> all = new ArrayList<>();
        gather(parent, all, wrapped);
        for (int i = 0; i < all.size(); i++) {
            drafts.add(draft(all.get(i), i, all.size(), style));
        }
    }

    private void gather(Element parent, List<Element> rows, int wrapped) {
        for (Element one : Xml.unwrapped(parent, DocxContext.WRAPPERS)) {
            switch (Xml.name(one)) {
                case "tr" -> {
                    boolean removed = Xml.find(one, "trPr", "del").isPresent();
                    if (!removed) {
                        rows.add(one);
                    }
                }
                case "ins", "moveTo" -> {
                    if (wrapped < DocxContext.DEEPEST) {
                        gather(one, rows, wrapped + 1);
                    } else {
                        context.inventory.tooDeep();
                    }
                }
                default -> {}
            }
        }
    }

    private DraftRow draft(Element tr, int number, int count, TableFormatting style) throws IOException {
        List<Element> cells = Xml.unwrapped(tr, DocxContext.WRAPPERS).stream()
                .filter(one -> Xml.is(one, "tc"))
                .toList();
        int column = Xml.find(tr, "trPr", "gridBefore")
                .map(one -> Xml.whole(one, "val", 0))
                .orElse(0);
        List<Draft> drafts = new ArrayList<>();
        for (int i = 0; i < cells.size(); i++) {
            Element tc = cells.get(i);
            Optional<Element> properties = Xml.find(tc, "tcPr");
            int across = Math.max(
                    1,
                    properties
                            .flatMap(one -> Xml.find(one, "gridSpan"))
                            .map(one -> Xml.whole(one, "val", 1))
                            .orElse(1));
            Optional<String> merge =
                    properties.flatMap(one -> Xml.find(one, "vMerge")).map(one -> Xml.attribute(one, "val"));
            boolean begins = merge.filter(value -> value.equals("restart")).isPresent();
            TableFormatting.Of look = style.at(new TableFormatting.Where(number, count, i, cells.size()));
            List<Block> inside = merge.isPresent() && !begins
                    ? List.of()
                    : blocks.inside(look.text()).read(tc);
            drafts.add(new Draft(tc, column, across, merge.isPresent() && !begins, begins, look, inside));
            column += across;
        }
        return new DraftRow(tr, drafts);
    }

    private Table.Row row(List<DraftRow> drafts, int number, TableFormatting style) {
        DraftRow draft = drafts.get(number);
        List<Table.Cell> cells = new ArrayList<>();
        for (Draft cell : draft.cells()) {
            boolean hangsOn = cell.goesOn() && isBelow(drafts, number, cell);
            if (!hangsOn) {
                cells.add(cell(drafts, number, cell, style));
            }
        }
        Optional<Element> properties = Xml.find(draft.tr(), "trPr");
        Optional<Element> height = properties.flatMap(one -> Xml.find(one, "trHeight"));
        return new Table.Row(
                cells,
                height.map(one -> Units.twentieths(one, "val")).orElse(OptionalDouble.empty()),
                height.filter(one -> Xml.attribute(one, "hRule").equals("exact"))
                        .isPresent(),
                properties
                        .flatMap(one -> Xml.find(one, "tblHeader"))
                        .filter(Units::isOn)
                        .isPresent(),
                properties
                        .flatMap(one -> Xml.find(one, "cantSplit"))
                        .filter(Units::isOn)
                        .isPresent());
    }

    /** Whether a cell above reaches down to this one. */
    private static boolean isBelow(List<DraftRow> drafts, int number, Draft cell) {
        return number > 0
                && drafts.get(number - 1).cells().stream()
                        .anyMatch(above -> above.column() == cell.column() && (above.begins() || above.goesOn()));
    }

    private static int down(List<DraftRow> drafts, int number, Draft cell) {
        int down = 1;
        if (!cell.begins() && !cell.goesOn()) {
            return down;
        }
        while (number + down < drafts.size()
                && drafts.get(number + down).cells().stream()
                        .anyMatch(below -> below.column() == cell.column() && below.goesOn())) {
            down++;
        }
        return down;
    }

    private Table.Cell cell(List<DraftRow> drafts, int number, Draft cell, TableFormatting style) {
        Optional<Element> properties = Xml.find(cell.tc(), "tcPr");
        int down = down(drafts, number, cell);
        Edges edges = edges(
                properties,
                cell,
                number == 0,
                number + down == drafts.size(),
                isFirst(drafts.get(number), cell),
                isLast(drafts.get(number), cell));
        Optional<Element> shading = properties.flatMap(one -> Xml.find(one, "shd"));
        OptionalInt shaded =
                shading.map(context.styles.looks()::shading).orElse(cell.look().shading());
        boolean unbroken = properties
                .flatMap(one -> Xml.find(one, "noWrap"))
                .filter(Units::isOn)
                .isPresent();
        return new Table.Cell(
                cell.column(),
                cell.across(),
                down,
                edges,
                shaded,
                inside(properties, style, cell.look()),
                unbroken,
                degrees(properties),
                cell.blocks());
    }

    private static boolean isFirst(DraftRow row, Draft cell) {
        return row.cells().get(0).column() == cell.column();
    }

    private static boolean isLast(DraftRow row, Draft cell) {
        return row.cells().get(row.cells().size() - 1).column() == cell.column();
    }

    private static int degrees(Optional<Element> properties) {
        return switch (properties
                .flatMap(one -> Xml.find(one, "textDirection"))
                .map(one -> Xml.attribute(one, "val"))
                .orElse("")) {
            case "btLr" -> 270;
            case "tbRl", "tbRlV", "tbLrV" -> 90;
            default -> 0;
        };
    }

    /** What a cell says of its sides, else what its table says of sides out and between. */
    private Edges edges(
            Optional<Element> properties, Draft cell, boolean top, boolean bottom, boolean left, boolean right) {
        Optional<Element> own = properties.flatMap(one -> Xml.find(one, "tcBorders"));
        Map<String, Edge> table = cell.look().edges();
        return new Edges(
                side(own, "top", "top", table, top ? "top" : "insideH"),
                side(own, "start", "left", table, left ? "left" : "insideV"),
                side(own, "bottom", "bottom", table, bottom ? "bottom" : "insideH"),
                side(own, "end", "right", table, right ? "right" : "insideV"),
                Edge.NONE);
    }

    private Edge side(Optional<Element> own, String name, String other, Map<String, Edge> table, String fromTable) {
        Optional<Element> said = own.flatMap(one -> Xml.find(one, name).or(() -> Xml.find(one, other)));
        return said.isPresent() ? context.styles.looks().edge(said) : table.getOrDefault(fromTable, Edge.NONE);
    }

    private FlowObject.Inside inside(Optional<Element> properties, TableFormatting style, TableFormatting.Of look) {
        FlowObject.Inside sides =
                TableFormatting.sides(properties.flatMap(one -> Xml.find(one, "tcMar")), style.sides());
        Section.VerticalAlign align =
                switch (properties
                        .flatMap(one -> Xml.find(one, "vAlign"))
                        .map(one -> Xml.attribute(one, "val"))
                        .orElse(look.verticalAlign())) {
                    case "center" -> Section.VerticalAlign.MIDDLE;
                    case "bottom" -> Section.VerticalAlign.BOTTOM;
                    default -> Section.VerticalAlign.TOP;
                };
        return new FlowObject.Inside(sides.top(), sides.right(), sides.bottom(), sides.left(), align);
    }

    static FlowObject.Inside usualSides() {
        return new FlowObject.Inside(0, USUAL_SIDE, 0, USUAL_SIDE, Section.VerticalAlign.TOP);
    }
}
