package lectomen.engine.office.odt;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Table;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads tables (ISO/IEC 26300-1, 9). */
final class OdtTables {
    private static final int MOST_COLUMNS = 1_000;
    private static final int MOST_ROWS = 100_000;

    private final OdtBlocks blocks;
    private final OdtContext context;

    OdtTables(OdtBlocks blocks) {
        this.blocks = blocks;
        this.context = blocks.context();
    }

    Table read(Element table) throws IOException {
        context.inventory.found(ContentInventory.Kind.TABLE);
        Optional<Element> properties =
                context.styles.findProperties("table", Xml.attribute(table, "style-name"), "table-properties");
        List<Double> columns = new ArrayList<>();
        columns(table, columns);
        List<Table.Row> rows = new ArrayList<>();
        rows(table, rows, false, 0);
        OptionalDouble width = properties
                .map(one -> OdtUnits.length(Xml.attribute(one, "width")))
                .orElse(OptionalDouble.empty());
        FormatProperty.Align align =
                switch (properties.map(one -> Xml.attribute(one, "align")).orElse("margins")) {
                    case "center" -> FormatProperty.Align.CENTRE;
                    case "right" -> FormatProperty.Align.RIGHT;
                    default -> FormatProperty.Align.START;
                };
        double indent = align == FormatProperty.Align.START
                ? properties
                        .map(one -> OdtUnits.length(Xml.attribute(one, "margin-left"), 0))
                        .orElse(0.0)
                : 0;
        boolean fromRight = properties
                .filter(one -> Xml.attribute(one, "writing-mode").startsWith("rl"))
                .isPresent();
        boolean known = columns.stream().allMatch(column -> column > 0);
        return new Table(columns, width, !known, align, indent, rows, fromRight);
    }

    private void columns(Element parent, List<Double> columns) {
        for (Element one : Xml.children(parent)) {
            switch (Xml.name(one)) {
                case "table-column" -> {
                    double width = context.styles
                            .findProperties("table-column", Xml.attribute(one, "style-name"), "table-column-properties")
                            .map(style -> OdtUnits.length(Xml.attribute(style, "column-width"), 0))
                            .orElse(0.0);
                    int times = Math.max(1, Xml.whole(one, "number-columns-repeated", 1));
                    for (int i = 0; i < times && columns.size() < MOST_COLUMNS; i++) {
                        columns.add(width);
                    }
                }
                case "table-columns", "table-header-columns", "table-column-group" -> columns(one, columns);
                default -> {}
            }
        }
    }

    private void rows(Element parent, List<Table.Row> rows, boolean head, int wrapped) throws IOException {
        if (wrapped > OdtContext.DEEPEST) {
            context.inventory.tooDeep();
            return;
        }
        for (Element one : Xml.children(parent)) {
            switch (Xml.name(one)) {
                case "table-row" -> {
                    int times = Math.max(1, Xml.whole(one, "number-rows-repeated", 1));
                    for (int i = 0; i < times && rows.size() < MOST_ROWS; i++) {
                        rows.add(row(one, head));
                    }
                }
                case "table-header-rows" -> rows(one, rows, true, wrapped + 1);
                case "table-rows", "table-row-group" -> rows(one, rows, head, wrapped + 1);
                default -> {}
            }
        }
    }

    private Table.Row row(Element row, boolean head) throws IOException {
        List<Table.Cell> cells = new ArrayList<>();
        int column = 0;
        for (Element one : Xml.children(row)) {
            int times = Math.max(1, Math.min(MOST_COLUMNS, Xml.whole(one, "number-columns-repeated", 1)));
            if (Xml.is(one, "table-cell")) {
                for (int i = 0; i < times; i++) {
                    cells.add(cell(one, column++));
                }
            } else if (Xml.is(one, "covered-table-cell")) {
                column += times;
            }
        }
        Optional<Element> properties =
                context.styles.findProperties("table-row", Xml.attribute(row, "style-name"), "table-row-properties");
        OptionalDouble exact = properties
                .map(one -> OdtUnits.length(Xml.attribute(one, "row-height")))
                .orElse(OptionalDouble.empty());
        OptionalDouble least = properties
                .map(one -> OdtUnits.length(Xml.attribute(one, "min-row-height")))
                .orElse(OptionalDouble.empty());
        boolean together = properties
                .filter(one -> Xml.attribute(one, "keep-together").equals("always"))
                .isPresent();
        return new Table.Row(cells, exact.isPresent() ? exact : least, exact.isPresent(), head, together);
    }

    private Table.Cell cell(Element cell, int column) throws IOException {
        Optional<Element> properties =
                context.styles.findProperties("table-cell", Xml.attribute(cell, "style-name"), "table-cell-properties");
        List<Block> inside = blocks.inside().read(cell);
        OptionalInt shading = properties
                .map(one -> OdtUnits.colour(Xml.attribute(one, "background-color")))
                .orElse(OptionalInt.empty());
        return new Table.Cell(
                column,
                Math.max(1, Xml.whole(cell, "number-columns-spanned", 1)),
                Math.max(1, Xml.whole(cell, "number-rows-spanned", 1)),
                properties.map(OdtFormatting::edges).orElse(Edges.NONE),
                shading,
                OdtFormatting.inside(properties, "vertical-align"),
                false,
                0,
                inside);
    }
}
