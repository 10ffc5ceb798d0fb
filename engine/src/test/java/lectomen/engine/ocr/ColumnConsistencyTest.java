package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ColumnConsistencyTest {
    private static final Word DOUBTFUL = new Word(
            "ZR-6512",
            new Box(50, 50, 48, 10),
            0.7,
            new Word.Doubts(
                    List.of(0.99, 0.99, 0.99, 0.99, 0.98, 0.99, 0.7),
                    List.of(new Word.Other("ZR-651z", 0.2), new Word.Other("ZR-651Z", 0.05))));

    /** A column, the doubtful word in its second row. */
    private static Page column(Word doubtful, List<String> others, double left) {
        List<Word> words = new ArrayList<>(List.of(doubtful));
        double top = 30;
        for (String other : others) {
            words.add(Word.certain(other, new Box(left, top, 48, 10)));
            top += top == 30 ? 40 : 20;
        }
        return Page.ofWords(1, 600, 800, Page.Unit.POINT, words);
    }

    private static Word second(Page page) {
        return page.rows().get(1).get(0).words().get(0);
    }

    @Test
    void aReadingThatIsWrittenAsItsColumnWins() {
        Page page = ColumnConsistency.agreed(
                column(DOUBTFUL, List.of("DX-899E", "WN-250W", "LY-310D", "FZ-762R", "BX-531J"), 50));
        Word read = second(page);
        assertThat(read.text()).isEqualTo("ZR-651Z");
        assertThat(read.confidence()).isBetween(0.5, 0.9);
        assertThat(read.doubts().signs()).hasSize(7).startsWith(0.99, 0.99, 0.99, 0.99, 0.98, 0.99);
        assertThat(read.doubts().others()).extracting(Word.Other::text).containsExactly("ZR-6512", "ZR-651z");
        assertThat(page.text()).startsWith("DX-899E\nZR-651Z\nWN-250W");
    }

    @ParameterizedTest
    @CsvSource({
        "too few, DX-899E;WN-250W;LY-310D, 50",
        "elsewhere, DX-899E;WN-250W;LY-310D;FZ-762R;BX-531J, 200",
        "written so themselves, DX-8991;WN-2503;LY-3104;FZ-7625;BX-531J, 50",
        "written anyhow, Rope;12 m;red;old rope;3 of 4, 50"
    })
    void elseItStaysAsItWasRead(String why, String others, double left) {
        Page page = column(DOUBTFUL, List.of(others.split(";")), left);
        Page agreed = ColumnConsistency.agreed(page);
        assertThat(agreed).as(why).isEqualTo(page);
    }

    @ParameterizedTest
    @CsvSource({"'Grease, marine', 'Aa, a'", "'£9,102.50', '£9,999.99'", "BC-200N, AA-999A", "'', ''"})
    void formsOfTexts(String text, String form) {
        assertThat(ColumnConsistency.form(text)).isEqualTo(form);
    }
}
