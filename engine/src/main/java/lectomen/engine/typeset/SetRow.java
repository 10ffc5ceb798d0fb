package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.Table;

/** A table row with its cells set, before and after its height is known. */
final class SetRow {
    /** @param strips what stands in it, from the top of its inside */
    record SetCell(Table.Cell cell, double left, double width, List<Strip> strips) {
        double needed() {
            return cell.inside().top() + contents() + cell.inside().bottom();
        }

        double contents() {
            double at = 0;
            for (Strip strip : strips) {
                at += strip.before + strip.height + strip.after;
            }
            return at;
        }
    }

    private final Table.Row row;
    private final List<SetCell> cells;
    private double height;
    private double edgeAbove;
    private double edgeBelow;
    /** For cells that reach down: how high the rows below it are, by how many. */
    private double[] below = {};

    private boolean holdsNext;

    SetRow(Table.Row row, List<SetCell> cells) {
        this.row = row;
        this.cells = cells;
    }

    /** Rows get as high as what stands in them, and cells that reach over several get what they need from the last of these. */
    static void settleHeights(List<SetRow> rows, Table table) {
        for (int i = 0; i < rows.size(); i++) {
            SetRow one = rows.get(i);
            one.edgeAbove = one.cells.stream()
                    .mapToDouble(cell -> cell.cell().edges().top().thickness())
                    .max()
                    .orElse(0);
            boolean last = i == rows.size() - 1;
            one.edgeBelow = !last
                    ? 0
                    : one.cells.stream()
                            .mapToDouble(cell -> cell.cell().edges().bottom().thickness())
                            .max()
                            .orElse(0);
            one.height = one.settled(one.cells.stream()
                    .filter(cell -> cell.cell().down() == 1)
                    .mapToDouble(SetCell::needed)
                    .max()
                    .orElse(0));
        }
        for (int i = 0; i < rows.size(); i++) {
            for (SetCell cell : rows.get(i).cells) {
                reachDown(rows, i, cell);
            }
        }
        for (int i = 0; i < rows.size(); i++) {
            SetRow one = rows.get(i);
            one.below = new double[rows.size() - i];
            for (int n = 1; n < one.below.length; n++) {
                one.below[n] = one.below[n - 1] + rows.get(i + n).height;
            }
            int reach = one.cells.stream()
                    .mapToInt(cell -> cell.cell().down())
                    .max()
                    .orElse(1);
            for (int n = i; n < Math.min(rows.size() - 1, i + reach - 1); n++) {
                rows.get(n).holdsNext = true;
            }
        }
    }

    private static void reachDown(List<SetRow> rows, int at, SetCell cell) {
        int last = Math.min(rows.size(), at + cell.cell().down()) - 1;
        if (last <= at) {
            return;
        }
        double there = 0;
        for (int i = at; i <= last; i++) {
            there += rows.get(i).height;
        }
        SetRow lowest = rows.get(last);
        if (cell.needed() > there && !lowest.row.exactly()) {
            lowest.height += cell.needed() - there;
        }
    }

    private double settled(double contents) {
        double needed = contents + edgeAbove + edgeBelow;
        if (row.height().isEmpty()) {
            return needed;
        }
        return row.exactly()
                ? row.height().getAsDouble()
                : Math.max(row.height().getAsDouble(), needed);
    }

    Strip strip() {
        List<Mark> marks = new ArrayList<>();
        for (SetCell cell : cells) {
            if (cell.cell().shading().isPresent()) {
                marks.add(new Mark.Fill(
                        cell.left(),
                        0,
                        cell.width(),
                        full(cell),
                        cell.cell().shading().getAsInt(),
                        Node.ORNAMENT));
            }
        }
        for (SetCell cell : cells) {
            write(cell, marks);
        }
        for (SetCell cell : cells) {
            edges(cell, marks);
        }
        Strip strip = new Strip(height, marks);
        strip.footnotes = cells.stream()
                .flatMap(cell -> cell.strips().stream())
                .flatMap(inside -> inside.footnotes.stream())
                .toList();
        boolean reaches = cells.stream().anyMatch(cell -> cell.cell().down() > 1);
        strip.withNext = holdsNext
                || cells.stream()
                        .anyMatch(cell ->
                                !cell.strips().isEmpty() && cell.strips().get(0).withNext && row.together());
        if (!row.exactly() && !row.head() && !reaches && !holdsNext) {
            strip.division = Optional.of(this::divided);
            strip.dividesLast = row.together();
        }
        return strip;
    }

    private double full(SetCell cell) {
        int rows = Math.min(cell.cell().down(), Math.max(1, below.length));
        return height + (below.length == 0 ? 0 : below[rows - 1]);
    }

    private void write(SetCell cell, List<Mark> marks) {
        double free = full(cell) - edgeAbove - cell.needed();
        Section.VerticalAlign align = cell.cell().inside().align();
        double down =
                switch (align) {
                    case TOP -> 0;
                    case MIDDLE -> Math.max(0, free / 2);
                    case BOTTOM -> Math.max(0, free);
                };
        double at = edgeAbove + cell.cell().inside().top() + down;
        double left = cell.left() + cell.cell().inside().left();
        for (Strip strip : cell.strips()) {
            double top = at + strip.before;
            strip.marks.forEach(mark -> marks.add(mark.moved(left, top)));
            at = top + strip.height + strip.after;
        }
    }

    private void edges(SetCell cell, List<Mark> marks) {
        double bottom = full(cell);
        double right = cell.left() + cell.width();
        edge(marks, cell.cell().edges().top(), cell.left(), 0, right, 0);
        edge(marks, cell.cell().edges().left(), cell.left(), 0, cell.left(), bottom);
        edge(marks, cell.cell().edges().bottom(), cell.left(), bottom, right, bottom);
        edge(marks, cell.cell().edges().right(), right, 0, right, bottom);
    }

    private static void edge(List<Mark> marks, Edge edge, double left, double top, double toLeft, double toTop) {
        if (edge.isDrawn()) {
            marks.add(new Mark.Line(left, top, toLeft, toTop, edge, Node.ORNAMENT));
        }
    }

    /** Each cell's strips as far as they fit, and the rest; nothing where a cell would stay empty above. */
    private Optional<List<Strip>> divided(double most) {
        List<SetCell> upper = new ArrayList<>();
        List<SetCell> lower = new ArrayList<>();
        boolean moved = false;
        for (SetCell cell : cells) {
            double sides = cell.cell().inside().top() + cell.cell().inside().bottom();
            Cut cut = Cut.of(cell.strips(), most - edgeAbove - sides);
            if (cut.upper().isEmpty() && !cell.strips().isEmpty()) {
                return Optional.empty();
            }
            moved |= !cut.lower().isEmpty();
            upper.add(new SetCell(cell.cell(), cell.left(), cell.width(), cut.upper()));
            lower.add(new SetCell(cell.cell(), cell.left(), cell.width(), cut.lower()));
        }
        return moved ? Optional.of(List.of(part(upper), part(lower))) : Optional.empty();
    }

    /** What of a cell's strips fits, and what is left. */
    private record Cut(List<Strip> upper, List<Strip> lower) {
        static Cut of(List<Strip> strips, double free) {
            double at = 0;
            int fit = 0;
            while (fit < strips.size() && at + strips.get(fit).before + strips.get(fit).height <= free) {
                at += strips.get(fit).before + strips.get(fit).height + strips.get(fit).after;
                fit++;
            }
            if (fit == strips.size() && (at <= free || fit <= 1)) {
                return new Cut(strips, List.of());
            }
            // The space behind the last needs its place too.
            fit = Math.min(fit, strips.size() - 1);
            Strip next = strips.get(fit);
            double left = free - at - next.before;
            boolean mayDivide = fit == 0 || !next.dividesLast;
            Optional<List<Strip>> parts =
                    mayDivide ? next.division.flatMap(division -> division.at(left)) : Optional.empty();
            if (parts.isPresent()) {
                return dividing(strips, fit, parts.get());
            }
            int kept = fit;
            while (kept > 0 && strips.get(kept - 1).withNext) {
                kept--;
            }
            // What all belongs together and is higher than there is room is parted all the same.
            int end = kept == 0 ? fit : kept;
            return new Cut(strips.subList(0, end), strips.subList(end, strips.size()));
        }

        /** A table's row inside the cell is parted too. */
        private static Cut dividing(List<Strip> strips, int at, List<Strip> parts) {
            List<Strip> upper = new ArrayList<>(strips.subList(0, at));
            Strip first = parts.get(0);
            first.before = strips.get(at).before;
            upper.add(first);
            List<Strip> lower = new ArrayList<>(parts.subList(1, parts.size()));
            lower.addAll(strips.subList(at + 1, strips.size()));
            return new Cut(upper, lower);
        }
    }

    private Strip part(List<SetCell> of) {
        Table.Row free = new Table.Row(row.cells(), java.util.OptionalDouble.empty(), false, false, false);
        SetRow part = new SetRow(free, of);
        part.edgeAbove = edgeAbove;
        part.edgeBelow = edgeBelow;
        part.height = edgeAbove
                + edgeBelow
                + of.stream().mapToDouble(SetCell::needed).max().orElse(0);
        return part.strip();
    }
}
