package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Table;

/** Sets tables: their column widths, and each row as a strip. */
final class TableMaker {
    private final Setting setting;
    private final GalleyMaker galleys;

    TableMaker(Setting setting, GalleyMaker galleys) {
        this.setting = setting;
        this.galleys = galleys;
    }

    List<Strip> strips(Table table, double width, Node node) {
        setting.drawn(ContentInventory.Kind.TABLE, table);
        double[] columns = new ColumnWidths(galleys).of(table, width);
        double own = Arrays.stream(columns).sum();
        double left = left(table, own, width);
        List<SetRow> rows = rows(table, columns, left, node);
        int heads = heads(table);
        List<Strip> repeated = heads == 0 || heads == rows.size()
                ? List.of()
                : rows(table, columns, left, Node.ORNAMENT).subList(0, heads).stream()
                        .map(SetRow::strip)
                        .toList();
        List<Strip> strips = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            Strip strip = rows.get(i).strip();
            strip.left = left;
            strip.right = left + own;
            strip.isHead = i < heads;
            strip.withNext |= i < heads && i + 1 < rows.size();
            strip.heads = i < heads ? List.of() : repeated;
            strips.add(strip);
        }
        return strips;
    }

    /** How wide it becomes. */
    double width(Table table, double available) {
        return Arrays.stream(new ColumnWidths(galleys).of(table, available)).sum();
    }

    private static int heads(Table table) {
        int heads = 0;
        while (heads < table.rows().size() && table.rows().get(heads).head()) {
            heads++;
        }
        return heads;
    }

    private static double left(Table table, double own, double width) {
        return switch (table.align()) {
            case CENTRE -> (width - own) / 2;
            case RIGHT, END -> width - own - table.indent();
            default -> table.fromRight() ? width - own - table.indent() : table.indent();
        };
    }

    private List<SetRow> rows(Table table, double[] columns, double left, Node node) {
        List<SetRow> rows = new ArrayList<>();
        double all = Arrays.stream(columns).sum();
        for (Table.Row row : table.rows()) {
            Node part = node.add(Node.Kind.ROW);
            List<SetRow.SetCell> cells = new ArrayList<>();
            for (Table.Cell cell : row.cells()) {
                double from = sum(columns, 0, cell.column());
                double wide = sum(columns, cell.column(), cell.column() + cell.across());
                double at = left + (table.fromRight() ? all - from - wide : from);
                Node of = part.add(row.head() ? Node.Kind.HEAD_CELL : Node.Kind.CELL)
                        .spanning(cell.across(), cell.down());
                cells.add(cell(cell, row, at, wide, of));
            }
            rows.add(new SetRow(row, cells));
        }
        SetRow.settleHeights(rows, table);
        return rows;
    }

    private SetRow.SetCell cell(Table.Cell cell, Table.Row row, double left, double width, Node node) {
        double inside = Math.max(1, width - cell.inside().left() - cell.inside().right());
        if (cell.degrees() == 0) {
            return new SetRow.SetCell(cell, left, width, galleys.strips(cell.blocks(), inside, node));
        }
        double along = row.height().orElse(ColumnWidths.widest(galleys, cell.blocks()) + 1)
                - cell.inside().top()
                - cell.inside().bottom();
        MarkGroup level = galleys.plate(cell.blocks(), Math.max(1, along), node);
        MarkGroup turned = RotatedContent.of(level, cell.degrees());
        return new SetRow.SetCell(cell, left, width, List.of(new Strip(turned.height(), turned.marks())));
    }

    static double sum(double[] columns, int from, int to) {
        double sum = 0;
        for (int i = Math.max(0, from); i < Math.min(to, columns.length); i++) {
            sum += columns[i];
        }
        return sum;
    }
}
