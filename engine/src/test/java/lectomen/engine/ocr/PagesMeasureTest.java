package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.util.List;
import java.util.Random;
import java.util.function.Function;
import javax.imageio.ImageIO;
import lectomen.engine.LongRun;
import lectomen.engine.ocr.print.Errors;
import lectomen.engine.ocr.print.Machine;
import lectomen.engine.ocr.print.Papers;
import lectomen.engine.ocr.print.Printed;
import lectomen.engine.ocr.print.Seeds;
import lectomen.engine.page.Page;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whole pages: tables, stamps, columns, turned and light print, in their order. */
class PagesMeasureTest {
    private static final List<Function<Random, Printed>> KINDS =
            List.of(Papers::table, Papers::columns, Papers::stamped, Papers::turned, Papers::report);

    @ParameterizedTest
    @CsvSource({"CLEAN, 0.6", "OFFICE, 1.0", "POOR, 3.0", "FAX, 3.5"})
    void pagesAreReadInTheirOrder(Machine machine, double most) throws Exception {
        Errors all = Errors.NONE;
        for (int kind = LongRun.of(machine.ordinal() % 2, 0); kind < KINDS.size(); kind += LongRun.of(2, 1)) {
            Errors own = Errors.NONE;
            for (int page = 0; page < LongRun.of(1, 3); page++) {
                Random random = Seeds.random(7_000 + 100L * kind + 10L * page + machine.ordinal());
                Printed printed = machine.through(KINDS.get(kind).apply(random), random);
                Page read = PageTextReader.read(printed.pixels(), 1, ReadingOptions.USUAL);
                String wanted = String.join("\n", printed.lines());
                Errors here = Errors.ofSigns(read.textByColumns(), wanted);
                own = own.plus(here);
                if (System.getProperty("lectomen.show") != null) {
                    ImageIO.write(printed.page(), "png", new File("/tmp/show-" + machine + "-" + kind + ".png"));
                    System.out.println("--- " + machine + " " + kind + " " + here + "\n" + read.textByColumns());
                }
            }
            System.out.println(machine + " " + kind + ": " + own);
            all = all.plus(own);
        }
        System.out.println(machine + ": " + all);
        assertThat(all.percent()).isLessThanOrEqualTo(most);
    }
}
