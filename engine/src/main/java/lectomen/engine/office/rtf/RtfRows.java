package lectomen.engine.office.rtf;

import java.util.ArrayList;
import java.util.List;
import java.util.NavigableSet;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.TreeSet;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.Table;
import lectomen.engine.office.FrameAsides;

/** A table being read: a row lists where its cells end, and holds the blocks before each cell's end. */
final class RtfRows {
    private static final double SAME = 0.5;

    /** What is said of a cell before it is filled. */
    static final class CellSaid {
        private double right;
        private Edge top = Edge.NONE;
        private Edge left = Edge.NONE;
        private Edge bottom = Edge.NONE;
        private Edge rightEdge = Edge.NONE;
        private OptionalInt shading = OptionalInt.empty();
        private boolean joinsLeft;
        private boolean joinsAbove;
        private boolean joinsBelow;
        private Section.VerticalAlign align = Section.VerticalAlign.TOP;
    }

    private record Filled(CellSaid said, List<Block> blocks) {}

    private record Row(
            double left,
            List<Filled> cells,
            OptionalDouble height,
            boolean exactly,
            boolean head,
            boolean together,
            double side,
            FormatProperty.Align align) {}

    private final List<Row> rows = new ArrayList<>();
    private final List<List<Block>> filled = new ArrayList<>();
    private List<CellSaid> said = new ArrayList<>();
    private CellSaid next = new CellSaid();
    private String side = "";
    private double left;
    private double gap;
    private OptionalInt height = OptionalInt.empty();
    private boolean head;
    private boolean together;
    private FormatProperty.Align align = FormatProperty.Align.START;
    private RtfPlace place = new RtfPlace();

    void begin() {
        place = rows.isEmpty() ? new RtfPlace() : place;
        said = new ArrayList<>();
        next = new CellSaid();
        left = 0;
        gap = 0;
        height = OptionalInt.empty();
        head = false;
        together = false;
        align = FormatProperty.Align.START;
        side = "";
    }

    /** Whether the word says something of a row or cell, which is then noted. */
    boolean word(String word, OptionalInt number, RtfColours colours) {
        double points = number.orElse(0) / 20.0;
        switch (word) {
            case "trleft" -> left = points;
            case "trgaph" -> gap = points;
            case "trrh" -> height = number;
            case "trhdr" -> head = true;
            case "trkeep" -> together = true;
            case "trqc" -> align = FormatProperty.Align.CENTRE;
            case "trqr" -> align = FormatProperty.Align.END;
            case "cellx" -> {
                next.right = points;
                said.add(next);
                next = new CellSaid();
                side = "";
            }
            case "clmrg" -> next.joinsLeft = true;
            case "clvmgf" -> next.joinsBelow = true;
            case "clvmrg" -> next.joinsAbove = true;
            case "clvertalc" -> next.align = Section.VerticalAlign.MIDDLE;
            case "clvertalb" -> next.align = Section.VerticalAlign.BOTTOM;
            case "clcbpat" -> next.shading = colours.find(number.orElse(0));
            case "clbrdrt", "clbrdrl", "clbrdrb", "clbrdrr" -> {
                side = word;
                put(new Edge(Edge.Stroke.SOLID, 0.5, 0, 0));
            }
            case "trbrdrt", "trbrdrl", "trbrdrb", "trbrdrr", "trbrdrh", "trbrdrv" -> side = "row";
            default -> {
                if (side.isEmpty() || !RtfEdges.isWord(word)) {
                    return place.tableWord(word, number) || word.startsWith("tr") || word.startsWith("cl");
                }
                put(RtfEdges.changed(edge(), word, number, colours));
            }
        }
        return true;
    }

    private Edge edge() {
        return switch (side) {
            case "clbrdrt" -> next.top;
            case "clbrdrl" -> next.left;
            case "clbrdrb" -> next.bottom;
            case "clbrdrr" -> next.rightEdge;
            default -> Edge.NONE;
        };
    }

    private void put(Edge edge) {
        switch (side) {
            case "clbrdrt" -> next.top = edge;
            case "clbrdrl" -> next.left = edge;
            case "clbrdrb" -> next.bottom = edge;
            case "clbrdrr" -> next.rightEdge = edge;
            default -> {}
        }
    }

    void endCell(List<Block> blocks) {
        filled.add(new ArrayList<>(blocks));
        blocks.clear();
    }

    void endRow() {
        List<Filled> cells = new ArrayList<>();
        for (int i = 0; i < Math.max(said.size(), filled.size()); i++) {
            CellSaid cell = i < said.size() ? said.get(i) : unsaid(i);
            List<Block> blocks = i < filled.size() ? filled.get(i) : List.of();
            if (cell.joinsLeft && !cells.isEmpty()) {
                Filled before = cells.get(cells.size() - 1);
                before.said().right = cell.right;
                before.said().rightEdge = cell.rightEdge;
                blocks.stream().filter(RtfRows::saysSomething).forEach(before.blocks()::add);
            } else {
                cells.add(new Filled(copyOf(cell), new ArrayList<>(blocks)));
            }
        }
        OptionalDouble high = height.isPresent() && height.getAsInt() != 0
                ? OptionalDouble.of(Math.abs(height.getAsInt()) / 20.0)
                : OptionalDouble.empty();
        boolean exactly = height.orElse(0) < 0;
        rows.add(new Row(left, cells, high, exactly, head, together, gap, align));
        filled.clear();
    }

    private static boolean saysSomething(Block block) {
        return !(block instanceof Paragraph paragraph && paragraph.isEmpty());
    }

    /** A row that has more cells than were said. */
    private CellSaid unsaid(int at) {
        CellSaid cell = new CellSaid();
        cell.right = (said.isEmpty() ? left : said.get(said.size() - 1).right) + 72 * (at - said.size() + 1);
        return cell;
    }

    private static CellSaid copyOf(CellSaid of) {
        CellSaid copy = new CellSaid();
        copy.right = of.right;
        copy.top = of.top;
        copy.left = of.left;
        copy.bottom = of.bottom;
        copy.rightEdge = of.rightEdge;
        copy.shading = of.shading;
        copy.joinsAbove = of.joinsAbove;
        copy.joinsBelow = of.joinsBelow;
        copy.align = of.align;
        return copy;
    }

    boolean isEmpty() {
        return rows.isEmpty() && filled.isEmpty();
    }

    /** The grid is made of all places where a cell ends. */
    Table table() {
        if (!filled.isEmpty()) {
            endRow();
        }
        double from = rows.stream().mapToDouble(Row::left).min().orElse(0);
        TreeSet<Double> ends = new TreeSet<>();
        for (Row row : rows) {
            addEnd(ends, row.left());
            row.cells().forEach(cell -> addEnd(ends, cell.said().right));
        }
        List<Double> grid = new ArrayList<>(ends);
        List<Double> columns = new ArrayList<>();
        for (int i = 1; i < grid.size(); i++) {
            columns.add(grid.get(i) - grid.get(i - 1));
        }
        List<Table.Row> out = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            out.add(row(i, grid));
        }
        FormatProperty.Align whole =
                rows.isEmpty() ? FormatProperty.Align.START : rows.get(0).align();
        return new Table(columns, OptionalDouble.empty(), false, whole, from, out, false);
    }

    /** The table, in the text or where it floats. */
    Block block() {
        return place.isSaid() ? place.aside(FrameAsides.alone(table())) : table();
    }

    private static void addEnd(NavigableSet<Double> ends, double end) {
        if (ends.subSet(end - SAME, true, end + SAME, true).isEmpty()) {
            ends.add(end);
        }
    }

    private static int place(List<Double> grid, double end) {
        for (int i = 0; i < grid.size(); i++) {
            if (Math.abs(grid.get(i) - end) <= SAME) {
                return i;
            }
        }
        return 0;
    }

    private Table.Row row(int at, List<Double> grid) {
        Row row = rows.get(at);
        List<Table.Cell> cells = new ArrayList<>();
        double from = row.left();
        for (Filled cell : row.cells()) {
            int column = place(grid, from);
            int across = Math.max(1, place(grid, cell.said().right) - column);
            if (!cell.said().joinsAbove) {
                double side = row.side();
                cells.add(new Table.Cell(
                        column,
                        across,
                        cell.said().joinsBelow ? down(at, from) : 1,
                        new Edges(
                                cell.said().top,
                                cell.said().left,
                                cell.said().bottom,
                                cell.said().rightEdge,
                                Edge.NONE),
                        cell.said().shading,
                        new FlowObject.Inside(0, side, 0, side, cell.said().align),
                        false,
                        0,
                        cell.blocks()));
            }
            from = cell.said().right;
        }
        return new Table.Row(cells, row.height(), row.exactly(), row.head(), row.together());
    }

    private int down(int at, double left) {
        int down = 1;
        while (at + down < rows.size()) {
            double from = rows.get(at + down).left();
            boolean goesOn = false;
            for (Filled cell : rows.get(at + down).cells()) {
                goesOn |= cell.said().joinsAbove && Math.abs(from - left) <= SAME;
                from = cell.said().right;
            }
            if (!goesOn) {
                break;
            }
            down++;
        }
        return down;
    }
}
