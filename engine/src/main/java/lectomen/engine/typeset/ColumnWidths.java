package lectomen.engine.typeset;

import java.util.Arrays;
import java.util.List;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Table;

/**
 * The widths of a table's columns. A file's own grid is what its program came to, so it is kept where the longest words fit; a column
 * that is too narrow for its words takes from those that have more than they need. Without a grid, each gets what its words need and a
 * share of the rest by what its longest lines would like.
 */
final class ColumnWidths {
    private static final double LEAST = 4;

    private final GalleyMaker galleys;

    ColumnWidths(GalleyMaker galleys) {
        this.galleys = galleys;
    }

    double[] of(Table table, double available) {
        int count = Math.max(
                table.columns().size(),
                table.rows().stream()
                        .flatMap(row -> row.cells().stream())
                        .mapToInt(cell -> cell.column() + cell.across())
                        .max()
                        .orElse(1));
        double[] widths = new double[count];
        for (int i = 0; i < count; i++) {
            widths[i] = i < table.columns().size() ? table.columns().get(i) : 0;
        }
        boolean grid = Arrays.stream(widths).allMatch(width -> width > 0);
        if (grid && !table.fits()) {
            return widths;
        }
        double[] least = new double[count];
        double[] most = new double[count];
        measure(table, least, most);
        double wanted = table.wanted().orElse(0);
        return grid ? widened(widths, least, wanted, available) : shared(least, most, wanted, available);
    }

    private void measure(Table table, double[] least, double[] most) {
        Arrays.fill(least, LEAST);
        Arrays.fill(most, LEAST);
        for (Table.Row row : table.rows()) {
            for (Table.Cell cell : row.cells()) {
                if (cell.across() != 1 || cell.degrees() != 0 || cell.column() >= least.length) {
                    continue;
                }
                double sides = cell.inside().left() + cell.inside().right();
                double[] needs = needs(galleys, cell.blocks());
                double needed = cell.unbroken() ? needs[1] : needs[0];
                least[cell.column()] = Math.max(least[cell.column()], needed + sides);
                most[cell.column()] = Math.max(most[cell.column()], needs[1] + sides);
            }
        }
    }

    static double widest(GalleyMaker galleys, List<Block> blocks) {
        return needs(galleys, blocks)[1];
    }

    /** The width of its longest word, and of its longest line. */
    private static double[] needs(GalleyMaker galleys, List<Block> blocks) {
        double least = 0;
        double most = 0;
        for (Block block : Aside.inTheFlow(blocks)) {
            if (block instanceof Table inner) {
                double all = inner.columns().stream()
                                .mapToDouble(Double::doubleValue)
                                .sum()
                        + inner.indent();
                least = Math.max(least, all);
                most = Math.max(most, all);
                continue;
            }
            Paragraph paragraph = (Paragraph) block;
            double sides =
                    paragraph.look().get(FormatProperty.LEFT) + paragraph.look().get(FormatProperty.RIGHT);
            double word = 0;
            double line = paragraph.label().isPresent()
                    ? 0
                    : Math.max(0, paragraph.look().get(FormatProperty.FIRST));
            for (Atom atom : galleys.paragraphs()
                    .ready(paragraph, Node.ORNAMENT, Node.ORNAMENT)
                    .atoms()) {
                boolean blank = atom instanceof Atom.Letters letters && letters.blank();
                if (atom instanceof Atom.Break) {
                    most = Math.max(most, line + sides);
                    line = 0;
                }
                line += atom.width();
                word = blank ? 0 : word + atom.width();
                least = Math.max(least, word + sides);
                word = atom.mayBreakAfter() ? 0 : word;
            }
            most = Math.max(most, line + sides);
        }
        return new double[] {least, most};
    }

    private static double[] widened(double[] widths, double[] least, double wanted, double available) {
        double all = Arrays.stream(widths).sum();
        double limit = Math.max(all, Math.min(available, Math.max(all, wanted)));
        double[] now = widths.clone();
        double lacking = 0;
        double spare = 0;
        for (int i = 0; i < now.length; i++) {
            if (now[i] < least[i]) {
                lacking += least[i] - now[i];
                now[i] = least[i];
            } else {
                spare += now[i] - least[i];
            }
        }
        double over = Arrays.stream(now).sum() - limit;
        if (lacking == 0 || over <= 0 || spare <= 0) {
            return now;
        }
        double share = Math.min(1, over / spare);
        for (int i = 0; i < now.length; i++) {
            if (widths[i] >= least[i]) {
                now[i] -= (widths[i] - least[i]) * share;
            }
        }
        return now;
    }

    private static double[] shared(double[] least, double[] most, double wanted, double available) {
        double needs = Arrays.stream(least).sum();
        double likes = Arrays.stream(most).sum();
        double width = wanted > 0 ? Math.max(wanted, needs) : Math.max(needs, Math.min(likes, available));
        double[] now = new double[least.length];
        for (int i = 0; i < now.length; i++) {
            double more = likes > needs ? (most[i] - least[i]) / (likes - needs) : 1.0 / now.length;
            now[i] = least[i] + (width - needs) * more;
        }
        return now;
    }
}
