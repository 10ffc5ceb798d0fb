package lectomen.client;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PrintCommandsTest {
    private static final String OPEN = """
            {"prints": [
              {"id": "1-e4", "name": "open day.pdf", "state": "held", "copies": 3, "sheets": 3,
               "askedAt": "2027-03-01T10:00:00Z", "reason": "It is held in queue plan-room until somebody releases it."},
              {"id": "1-e7", "name": "plan.pdf", "state": "waiting", "copies": 1, "sheets": 0,
               "askedAt": "2027-03-01T10:05:00Z"}]}
            """;

    @TempDir
    private Path temp;

    private StubService service;

    @BeforeEach
    void start() throws IOException {
        service = new StubService(temp);
    }

    @AfterEach
    void stop() {
        service.close();
    }

    @Test
    void documentsAreListedWithWhyTheyWait() {
        service.on("GET /queues/plan-room/prints?ended=false&most=100", OPEN);
        assertThat(service.run("queue", "documents", "plan-room").out())
                .contains("1-e4", "open day.pdf", "held", "until somebody releases it", "1-e7", "waiting");
        service.on("GET /queues/plan-room/prints?ended=true&most=5", "{\"prints\": []}");
        assertThat(service.run("queue", "documents", "plan-room", "--ended", "--most", "5")
                        .out())
                .isEqualTo("Nothing was printed.\n");
    }

    @Test
    void allThatAreHeldAreReleasedAndWhatIsRefusedIsSaid() {
        service.on("GET /queues/plan-room/prints?ended=false&most=1000", OPEN).on("POST /prints/1-e4/release", "");
        assertThat(service.run("queue", "release", "--all", "plan-room").out()).isEqualTo("1 document released.\n");
        service.refuse("POST /prints/1-e7/again", 409, "plan.pdf can't be printed again: it is waiting");
        StubService.Answer refused = service.run("queue", "again", "1-e7");
        assertThat(refused.exitCode()).isEqualTo(1);
        assertThat(refused.out()).isEqualTo("0 documents added to the queue again.\n");
        assertThat(refused.err()).contains("1-e7", "can't be printed again");
        assertThat(service.run("queue", "first", "--all", "plan-room").exitCode())
                .as("one after the other has to be named")
                .isEqualTo(2);
    }

    @Test
    void aFolderIsAddedToAQueueByAStartingPoint() {
        String text = "lectomen: 1\nrule: plan-room\n";
        service.on(
                        "GET /starting-points?printer=plan-room",
                        "{\"startingPoints\": [{\"text\": \"lectomen: 1\\nrule: plan-room\\n\"}]}")
                .on("POST /rules", "{\"id\": \"plan-room\"}")
                .on("POST /rules/plan-room/live", "{\"id\": \"plan-room\"}")
                .on("GET /rules/plan-room", "{\"sentences\": [{\"words\": \"Prints it on plan-room.\"}]}");
        assertThat(service.run("queue", "add", "plan-room", "--folder").out())
                .isEqualTo("Rule plan-room is live.\nPrints it on plan-room.\n");
        assertThat(service.asked()).anySatisfy(asked -> assertThat(asked.body()).isEqualTo(text));
        assertThat(service.run("queue", "add", "plan-room").err()).contains("--folder");
    }

    @Test
    void printersInTheNetworkAreListed() {
        service.on("GET /found-printers", """
                {"printers": [{"name": "Plan room", "address": "ipp://plotter.local:631/ipp/print",
                  "model": "Quayline 900", "location": "Harbour office"}]}
                """);
        assertThat(service.run("queue", "find").out()).contains("Plan room", "ipp://plotter.local:631", "Quayline 900");
        service.on("GET /found-printers", "{\"printers\": []}");
        assertThat(service.run("queue", "find").out()).contains("No printer announces itself");
    }

    @Test
    void aTicketIsShownAndChanged() {
        String print = "{\"ticket\": {\"copies\": \"2\", \"media\": \"iso_a3_297x420mm\"}, \"changed\": [\"copies\"]}";
        service.on("GET /prints/1-e4", print).on("PUT /prints/1-e4/ticket", print);
        assertThat(service.run("queue", "ticket", "1-e4").out()).contains("copies  2", "changed", "iso_a3_297x420mm");
        assertThat(service.run("queue", "ticket", "1-e4", "copies=2", "sides=").exitCode())
                .isZero();
        assertThat(service.asked().get(service.asked().size() - 1).body())
                .isEqualTo("{\"ticket\":{\"copies\":\"2\",\"sides\":\"\"}}");
    }

    @Test
    void theReportCountsSheets() {
        service.on("GET /print-report?first=2027-03-01&last=2027-03-31", """
                {"first": "2027-03-01", "last": "2027-03-31", "lines": [
                  {"queue": "plan-room", "rule": "posters", "from": "/in", "documents": 4, "copies": 12, "sheets": 12}]}
                """);
        assertThat(service.run("queue", "report", "--first", "2027-03-01", "--last", "2027-03-31")
                        .out())
                .startsWith("From 2027-03-01 to 2027-03-31\n")
                .contains("plan-room", "posters", "12");
    }
}
