package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.engine.LongRun;
import lectomen.engine.ocr.print.Machine;
import lectomen.engine.ocr.print.Papers;
import lectomen.engine.ocr.print.Printed;
import lectomen.engine.ocr.print.Seeds;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import org.junit.jupiter.api.Test;

/** Cells of tables, ruled and not, well and badly scanned. */
class TablesMeasureTest {
    private static final int PAGES = LongRun.of(3, 20);
    private static final int SEED = Integer.getInteger("lectomen.seed", 31_000);

    @Test
    void cellsAreExactAndInTheirRow() {
        int exact = 0;
        int all = 0;
        for (int i = 0; i < PAGES; i++) {
            Machine machine = Machine.values()[i % Machine.values().length];
            Random random = Seeds.random(SEED + i);
            Printed printed = machine.through(Papers.table(random), random);
            List<Set<String>> rows = rows(PageTextReader.read(printed.pixels(), 1, ReadingOptions.USUAL));
            for (List<String> row : printed.rows()) {
                Set<String> nearest = rows.stream()
                        .max(Comparator.comparingLong(read -> same(read, row)))
                        .orElse(Set.of());
                exact += (int) same(nearest, row);
                if (same(nearest, row) < row.size()) {
                    System.out.println(machine + " " + i + " " + row + " <> " + nearest);
                }
                all += row.size();
            }
        }
        System.out.println("cells exact " + exact + " of " + all + " on " + PAGES + " pages");
        assertThat(100.0 * exact / all).isGreaterThanOrEqualTo(97);
    }

    private static long same(Set<String> read, List<String> row) {
        return row.stream().filter(read::contains).count();
    }

    private static List<Set<String>> rows(Page page) {
        return page.rows().stream()
                .map(row -> row.stream().map(Line::text).collect(Collectors.toCollection(HashSet::new)))
                .map(row -> (Set<String>) row)
                .toList();
    }
}
