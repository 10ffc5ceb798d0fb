package lectomen.client;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WordsTest {
    private static String printed(Runnable printing) {
        PrintStream before = System.out;
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        System.setOut(new PrintStream(out, true, StandardCharsets.UTF_8));
        try {
            printing.run();
        } finally {
            System.setOut(before);
        }
        return out.toString(StandardCharsets.UTF_8);
    }

    @Test
    void columnsAreAsWideAsTheirWidestCell() {
        String table = printed(() -> Words.table(
                List.of("JOB", "FILE"),
                List.of(List.of("1-1", "a.pdf"), List.of("1-100", "Łódź.pdf")),
                List.of("filed", "")));
        assertThat(table).isEqualTo("JOB    FILE\n1-1    a.pdf\n      filed\n1-100  Łódź.pdf\n");
    }

    @Test
    void controlCharactersAreShownAndNotObeyed() {
        assertThat(Words.safe("red \u001b[31m bell\u0007 line\n turned\u202e"))
                .isEqualTo("red ·[31m bell· line· turned·");
    }

    @Test
    void whatUsersTypeIsEncodedInCalls() {
        assertThat(Service.encoded("50% Łódź & søn/..")).isEqualTo("50%25%20%C5%81%C3%B3d%C5%BA%20%26%20s%C3%B8n%2F..");
    }

    @ParameterizedTest
    @CsvSource({
        "help,0",
        "'help job list',0",
        "'help nothing',2",
        "jobs,2",
        "'job list --lmit 3',2",
        "'rule live x --existing keep',2",
        "'--version',0",
        "'job list --help',0",
        "'job list --nothing',2"
    })
    void wordsThatAreNoCommandEndWithTwo(String words, int code) {
        int[] ended = new int[1];
        printed(() -> ended[0] = ClientMain.run(words.split(" ")));
        assertThat(ended[0]).isEqualTo(code);
    }
}
