package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Font;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import lectomen.engine.LongRun;
import lectomen.engine.ocr.print.Errors;
import lectomen.engine.ocr.print.Faces;
import lectomen.engine.ocr.print.Machine;
import lectomen.engine.ocr.print.Printed;
import lectomen.engine.ocr.print.Prose;
import lectomen.engine.ocr.print.Seeds;
import lectomen.engine.page.Page;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lines in families of fonts that training never saw, with words that it did not write. */
class LinesMeasureTest {
    private static final int FACES_EVERY_DAY = 3;
    private static final int WORDS_A_PAGE = 230;

    @ParameterizedTest
    @CsvSource({"CLEAN, 0.2", "OFFICE, 0.2", "POOR, 0.5", "FAX, 1.0"})
    void fewCharactersAreMistaken(Machine machine, double most) {
        Errors signs = Errors.NONE;
        Errors words = Errors.NONE;
        for (Faces.Face face : faces(machine)) {
            Errors own = Errors.NONE;
            for (int page = 0; page < LongRun.of(1, face.all().size()); page++) {
                Font font = face.all().get(page);
                Random random = Seeds.random(face.family().hashCode() + 31L * page + machine.ordinal());
                double points = 9.5 + random.nextInt(4) * 0.5;
                Printed printed = machine.through(Prose.page(font, points, WORDS_A_PAGE, random), random);
                Page read = PageTextReader.read(printed.pixels(), 1, ReadingOptions.USUAL);
                String wanted = String.join(" ", printed.lines());
                own = own.plus(Errors.ofSigns(read.text(), wanted));
                words = words.plus(Errors.ofWords(read.text(), wanted));
            }
            System.out.println(machine + " " + face.family() + ": " + own);
            signs = signs.plus(own);
        }
        System.out.println(machine + ": signs " + signs + ", words " + words);
        assertThat(signs.percent()).isLessThanOrEqualTo(most);
    }

    /** All of them in a long run, others for each machine every day. */
    private static List<Faces.Face> faces(Machine machine) {
        List<Faces.Face> all = Faces.unseen();
        return LongRun.isAsked()
                ? all
                : IntStream.range(0, FACES_EVERY_DAY)
                        .mapToObj(i -> all.get((machine.ordinal() + FACES_EVERY_DAY * i) % all.size()))
                        .toList();
    }
}
