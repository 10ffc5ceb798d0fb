package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PageChoiceTest {
    @ParameterizedTest
    @CsvSource({"all, 12345", "2, 2", "1-3, 123", "2 to last, 2345", "last, 5", "4 - 9, 45", "7, ''"})
    void choosesOfFivePages(String written, String chosen) {
        PageChoice choice = PageChoice.find(written).orElseThrow();
        String has = IntStream.rangeClosed(1, 5)
                .filter(page -> choice.has(page, 5))
                .mapToObj(Integer::toString)
                .collect(Collectors.joining());
        assertThat(has).isEqualTo(chosen);
        assertThat(PageChoice.find(choice.words())).contains(choice);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "0", "3-1", "last to 2", "two", "1,3", "-1"})
    void othersAreNoPages(String written) {
        assertThat(PageChoice.find(written)).isEmpty();
    }
}
