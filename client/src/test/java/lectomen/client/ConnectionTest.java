package lectomen.client;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Which service a command is for, how it answers, and how it ends. */
class ConnectionTest {
    private static final String LEDGER = "{\"whole\": true, \"entries\": 12}";

    @TempDir
    private Path temp;

    private StubService service;

    @BeforeEach
    void start() throws IOException {
        service = new StubService(temp.resolve("home"));
    }

    @AfterEach
    void stop() {
        service.close();
    }

    @Test
    void theAddressAndTheTokenAreReadFromTheHome() {
        service.on("GET /ledger/check", LEDGER);
        StubService.Answer answer = service.run("ledger", "check");
        assertThat(answer.exitCode()).isZero();
        assertThat(answer.out()).isEqualTo("The ledger is intact: 12 entries.\n");
        assertThat(answer.err()).isEmpty();
    }

    @Test
    void aServiceElsewhereNeedsItsAddressAndToken() {
        service.on("GET /ledger/check", LEDGER);
        String url = service.url() + "/";
        assertThat(StubService.runAnywhere("", "ledger", "check", "--url", url, "--token", "the-token")
                        .exitCode())
                .isZero();
        StubService.Answer wrong = StubService.runAnywhere("", "ledger", "check", "--url", url, "--token", "another");
        assertThat(wrong.exitCode()).isEqualTo(1);
        assertThat(wrong.err()).isEqualTo("lectomen: The token is wrong.\n");
        StubService.Answer none = StubService.runAnywhere("", "ledger", "check", "--url", url);
        assertThat(none.exitCode()).isEqualTo(2);
        assertThat(none.err()).contains("--url needs --token, or LECTOMEN_TOKEN");
    }

    @Test
    void aHomeOnWhichNoServiceRunsIsNamedWithWhatStartsOne() {
        Path empty = temp.resolve("empty");
        StubService.Answer answer = StubService.runAnywhere("", "status", "--home", empty.toString());
        assertThat(answer.exitCode()).isEqualTo(2);
        assertThat(answer.out()).isEmpty();
        assertThat(answer.err())
                .contains("no service is running on home " + empty)
                .contains("./lectomen serve --home " + empty)
                .doesNotContain("Exception");
    }

    @Test
    void aServiceThatDoesNotAnswerIsSaidWithItsAddress() {
        String url = service.url();
        service.close();
        StubService.Answer answer = service.run("status");
        assertThat(answer.exitCode()).isEqualTo(2);
        assertThat(answer.err()).contains("no service answers at " + url);
    }

    @Test
    void aTokenThatIsNotThereIsSaid() throws IOException {
        Files.delete(service.home().resolve("token"));
        StubService.Answer answer = service.run("status");
        assertThat(answer.exitCode()).isEqualTo(2);
        assertThat(answer.err()).contains("can only be read by its owner");
    }

    @Test
    void whatTheServiceRefusesEndsWithOneAndItsWords() {
        service.refuse("GET /jobs/1-9", 404, "Unknown job 1-9.");
        StubService.Answer answer = service.run("job", "show", "1-9");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.err()).isEqualTo("lectomen: Unknown job 1-9.\n");
    }

    @Test
    void aRefusalWithoutWordsSaysItsStatus() {
        service.refuseWith("GET /status", 503, "");
        StubService.Answer answer = service.run("status");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.err()).isEqualTo("lectomen: the service answered 503\n");
    }

    @Test
    void jsonIsPrintedAsItCame() {
        service.on("GET /ledger/check", "{\"whole\":true,\"entries\":12,\"more\":{\"a\":[1,2]}}");
        assertThat(service.run("ledger", "check", "--json").out()).isEqualTo("""
                {
                  "whole" : true,
                  "entries" : 12,
                  "more" : {
                    "a" : [ 1, 2 ]
                  }
                }
                """);
    }

    @ParameterizedTest
    @ValueSource(strings = {"jobs", "statu", "rul"})
    void anUnknownCommandIsSaidWithTheNearest(String word) {
        StubService.Answer answer = StubService.runAnywhere("", word);
        assertThat(answer.exitCode()).isEqualTo(2);
        assertThat(answer.err())
                .contains("'" + word + "'")
                .contains("See: lectomen help")
                .doesNotContain("\tat ");
    }

    @Test
    void anUnknownOptionNamesItsCommand() {
        StubService.Answer answer = service.run("job", "list", "--sate", "failed");
        assertThat(answer.exitCode()).isEqualTo(2);
        assertThat(answer.err()).contains("--sate").contains("See: lectomen help job list");
    }

    @Test
    void withoutWordsTheCommandsAreShown() {
        StubService.Answer answer = StubService.runAnywhere("");
        assertThat(answer.exitCode()).isZero();
        assertThat(answer.out())
                .startsWith("Usage: lectomen [-hV] COMMAND")
                .contains("status")
                .contains("Exit codes:");
        assertThat(StubService.runAnywhere("", "--version").out()).startsWith("Lectomen ");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "status",
                "rule",
                "rule live",
                "trial",
                "lookup put",
                "part put",
                "counter set",
                "secret put",
                "send",
                "job list",
                "job retry",
                "job log",
                "source test",
                "intake",
                "retention",
                "welcome",
                "report",
                "ledger check"
            })
    void eachCommandExplainsItself(String command) {
        StubService.Answer help = StubService.runAnywhere("", (command + " --help").split(" "));
        assertThat(help.exitCode()).isZero();
        assertThat(help.out()).startsWith("Usage: lectomen " + command).contains("--help");
    }

    @Test
    void completionForTheShellKnowsTheCommands() {
        StubService.Answer answer = StubService.runAnywhere("", "completion", "bash");
        assertThat(answer.exitCode()).isZero();
        assertThat(answer.out())
                .contains("_complete_lectomen")
                .contains("run-again")
                .contains("--state");
    }

    @Test
    void aWelcomeLinkIsAWholeAddress() {
        service.on("POST /welcome-links", "{\"path\": \"/welcome#abc\"}");
        assertThat(service.run("welcome").out()).isEqualTo(service.url() + "/welcome#abc\n");
    }

    @Test
    void aReportIsPrintedOrWrittenToAFile() throws IOException {
        service.on("GET /report/file?period=week&date=2027-03-01&format=text", "1 to 7 March 2027\n");
        service.on("GET /report/file?period=day&format=pdf", "1 to 7 March 2027\n");
        assertThat(service.run("report", "--week", "--date", "2027-03-01").out())
                .isEqualTo("1 to 7 March 2027\n");
        Path file = temp.resolve("report.pdf");
        assertThat(service.run("report", "--as", "pdf", "--to", file.toString()).out())
                .isEqualTo("Written to " + file + ".\n");
        assertThat(file).hasContent("1 to 7 March 2027");
        StubService.Answer noFile = service.run("report", "--as", "pdf");
        assertThat(noFile.exitCode()).isEqualTo(2);
        assertThat(noFile.err()).contains("--to report.pdf");
    }

    @Test
    void aBrokenLedgerEndsWithOneAndNamesTheEntry() {
        service.on("GET /ledger/check", "{\"whole\": false, \"entries\": 40, \"firstBreak\": 17}");
        StubService.Answer answer = service.run("ledger", "check");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out()).startsWith("The ledger is broken at entry 17 of 40:");
        service.on(
                "GET /ledger/check",
                "{\"whole\": false, \"entries\": 40, \"warning\": \"It was set back to an older state.\"}");
        assertThat(service.run("ledger", "check").out()).isEqualTo("It was set back to an older state.\n");
    }
}
