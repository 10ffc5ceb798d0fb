package lectomen.client;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class ResponseWordsTest {
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

    @ParameterizedTest
    @CsvSource({
        "0,0 B",
        "999,999 B",
        "1000,1.0 kB",
        "1049,1.0 kB",
        "12345,12 kB",
        "999499,999 kB",
        "999999,1.0 MB",
        "5000000000,5.0 GB"
    })
    void sizesAreWrittenForPeople(long bytes, String words) {
        assertThat(ResponseWords.size(bytes)).isEqualTo(words);
    }

    @ParameterizedTest
    @CsvSource({"0,just now", "30,30 s ago", "300,5 min ago", "20000,5 h ago", "200000,2 days ago"})
    void timesAreWrittenAsPeopleCountThem(long secondsAgo, String words) {
        JsonNode time = JsonMapper.builder()
                .build()
                .valueToTree(Instant.now().minusSeconds(secondsAgo).toString());
        assertThat(ResponseWords.ago(time)).isEqualTo(words);
    }

    @ParameterizedTest
    @CsvSource({"yesterday", "12", "2027-13-01", "1w"})
    void aTimeThatIsNoneIsSaid(String text) {
        assertThatThrownBy(() -> JobFilter.instant(text)).hasMessageContaining("invalid time \"" + text + "\"");
    }

    @Test
    void controlCharactersAreShownAndNotObeyed() {
        assertThat(ResponseWords.safe("red \u001b[31m bell\u0007 line\n turned\u202e"))
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
        "'job list --nothing',2",
        "'job retry',2",
        "'job retry 1-1 --state failed',2",
        "'completion bash',0",
        "'completion fish',2"
    })
    void wordsThatAreNoCommandEndWithTwo(String words, int code) {
        int[] ended = new int[1];
        printed(() -> ended[0] = ClientMain.run(words.split(" ")));
        assertThat(ended[0]).isEqualTo(code);
    }
}
