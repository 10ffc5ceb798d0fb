package lectomen.engine.typeset;

import java.util.List;
import java.util.Optional;

/** Balances the columns of a section that ends on a page: the lowest height at which all of its strips fit. */
final class Balance {
    private static final double STEP = 2;

    private Balance() {}

    /** The columns filled again; none where notes stand in them, or they are full already. */
    static Optional<List<Column>> of(List<Column> now) {
        if (now.stream().anyMatch(Column::hasNotes)) {
            return Optional.empty();
        }
        List<Strip> strips = now.stream()
                .flatMap(column -> column.all().stream())
                .map(Column.Put::strip)
                .toList();
        double all = strips.stream()
                .mapToDouble(strip -> strip.before + strip.height)
                .sum();
        double most = now.get(0).bottom() - now.get(0).top;
        for (double height = all / now.size(); height < most; height += STEP) {
            Optional<List<Column>> filled = filled(now, strips, height);
            if (filled.isPresent()) {
                return filled;
            }
        }
        return Optional.empty();
    }

    private static Optional<List<Column>> filled(List<Column> like, List<Strip> strips, double height) {
        List<Column> columns =
                like.stream().map(column -> column.emptied(column.top + height)).toList();
        int at = 0;
        int next = 0;
        while (next < strips.size()) {
            Strip strip = strips.get(next);
            Column column = columns.get(at);
            double gap = column.isEmpty() ? 0 : strip.before;
            if (column.fits(strip, gap)) {
                column.put(strip, gap);
                next++;
                continue;
            }
            if (column.isEmpty() || at + 1 == columns.size()) {
                return Optional.empty();
            }
            next -= column.takeBack().size();
            at++;
        }
        return Optional.of(columns);
    }
}
