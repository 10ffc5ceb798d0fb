package lectomen.engine.print.ticket;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SheetCountTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            1  |                                                    | 1
            7  |                                                    | 7
            7  | copies=3                                           | 21
            7  | sides=two-sided-long-edge                          | 4
            7  | sides=two-sided-short-edge; copies=2               | 8
            7  | number-up=2                                        | 4
            7  | number-up=2; sides=two-sided-long-edge             | 2
            7  | page-ranges=2-4, 6                                 | 4
            7  | page-ranges=5-20; sides=two-sided-long-edge        | 2
            7  | page-ranges=9                                      | 0
            7  | copies=many                                        | 7
            """)
    void sheetsFollowFromTheTicket(int pages, String ticket, int sheets) {
        Map<String, String> words = new TreeMap<>();
        if (ticket != null) {
            for (String word : ticket.split("; ")) {
                words.put(word.substring(0, word.indexOf('=')), word.substring(word.indexOf('=') + 1));
            }
        }
        assertThat(SheetCount.of(pages, words)).isEqualTo(sheets);
    }
}
