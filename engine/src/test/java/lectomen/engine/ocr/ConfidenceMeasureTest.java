package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import lectomen.engine.LongRun;
import lectomen.engine.ocr.print.Faces;
import lectomen.engine.ocr.print.Machine;
import lectomen.engine.ocr.print.Matched;
import lectomen.engine.ocr.print.Printed;
import lectomen.engine.ocr.print.Prose;
import lectomen.engine.ocr.print.Seeds;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Words that are called so and so sure are right so and so often. */
class ConfidenceMeasureTest {
    private static final int SEED = Integer.getInteger("lectomen.seed", 70_000);
    private static final int WORDS_A_PAGE = 215;
    private static final int BINS = 15;

    @ParameterizedTest
    @EnumSource(Machine.class)
    void howSureItIsIsHowOftenItIsRight(Machine machine) throws Exception {
        List<Matched.One> words = new ArrayList<>();
        for (Faces.Face face :
                LongRun.isAsked() ? Faces.unseen() : Faces.unseen().subList(1, 2)) {
            for (int page = 0; page < LongRun.of(1, 3); page++) {
                Random random = Seeds.random(SEED + face.family().hashCode() + 31L * page + 7L * machine.ordinal());
                Printed printed = machine.through(
                        Prose.page(
                                face.all().get(page % face.all().size()),
                                9.5 + random.nextInt(4) * 0.5,
                                WORDS_A_PAGE,
                                random),
                        random);
                Page read = PageTextReader.read(printed.pixels(), 1, ReadingOptions.USUAL);
                List<Word> all = read.rows().stream()
                        .flatMap(List::stream)
                        .flatMap(line -> line.words().stream())
                        .toList();
                words.addAll(Matched.of(
                        all, printed.words().stream().map(Printed.Word::text).toList()));
            }
        }
        String keep = System.getProperty("lectomen.keep", "");
        if (!keep.isEmpty()) {
            StringBuilder rows = new StringBuilder();
            words.forEach(one -> rows.append(machine)
                    .append(' ')
                    .append(one.word().confidence())
                    .append(' ')
                    .append(one.right() ? 1 : 0)
                    .append('\n'));
            Files.writeString(Path.of(keep), rows, StandardOpenOption.CREATE, StandardOpenOption.APPEND);
        }
        double off = offBy(words);
        System.out.println(machine + ": sure words are right within " + off + " over " + words.size());
        assertThat(off).isLessThan(LongRun.isAsked() ? 0.02 : 0.04);
    }

    /** Expected calibration error: over bins of like confidence, how far it is from how often they are right. */
    private static double offBy(List<Matched.One> words) {
        double[] sure = new double[BINS];
        double[] right = new double[BINS];
        for (Matched.One one : words) {
            int bin = (int) Math.min(BINS - 1, one.word().confidence() * BINS);
            sure[bin] += one.word().confidence();
            right[bin] += one.right() ? 1 : 0;
        }
        double off = 0;
        for (int bin = 0; bin < BINS; bin++) {
            off += Math.abs(sure[bin] - right[bin]);
        }
        return off / words.size();
    }
}
