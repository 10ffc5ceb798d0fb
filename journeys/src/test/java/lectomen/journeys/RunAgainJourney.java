package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A job is run again: what it filed before is replaced or taken back, and nothing else is touched. */
class RunAgainJourney {
    private static final String RULE = "tickets";

    @TempDir
    private Path temp;

    private RunningService service;

    @BeforeEach
    void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.live(Rules.tickets(RULE, "fail"));
    }

    @AfterEach
    void stop() throws Exception {
        service.close();
    }

    private String file(String number) throws Exception {
        Path outside = Files.writeString(temp.resolve("dropped.txt"), Rules.ticket(number));
        Files.move(outside, service.inbox(RULE).resolve(number + "-in.txt"));
        return service.awaitJob(number + "-in.txt", "filed").path("id").asString();
    }

    private Path filed(String folder, String name) {
        return service.archive().resolve(folder).resolve(name);
    }

    private void changeRule(String from, String to) {
        String changed = Rules.tickets(RULE, "fail");
        assertThat(changed).contains(from);
        service.post("/rules", changed.replace(from, to));
        service.post("/rules/" + RULE + "/live", "");
    }

    private JsonNode story(String id) {
        return service.get("/jobs/" + id);
    }

    private JsonNode runAgain(String id) throws Exception {
        service.post("/jobs/" + id + "/run-again", "");
        RunningService.await(
                "it was run again",
                Duration.ofSeconds(20),
                () -> story(id).path("state").asString().equals("filed"));
        return story(id);
    }

    private static List<String> effects(JsonNode job) {
        List<String> effects = new ArrayList<>();
        job.path("effects")
                .forEach(effect -> effects.add(effect.path("kind").asString() + " "
                        + effect.path("state").asString()));
        return effects;
    }

    @Test
    void underANewNameTheOldOneIsTakenBack() throws Exception {
        String id = file("T-0001");
        String other = file("T-0002");
        changeRule("{ticket number}", "Ticket {ticket number}");
        runAgain(id);
        assertThat(filed(RULE, "Ticket T-0001.txt")).exists();
        assertThat(filed(RULE, "T-0001.txt")).doesNotExist();
        assertThat(filed(RULE, "T-0002.txt")).as("what another job filed stays").exists();
        assertThat(effects(story(other))).containsExactly("file done");
    }

    @Test
    void underTheSameNameItIsReplacedAndNotNumbered() throws Exception {
        String id = file("T-0003");
        JsonNode again = runAgain(id);
        assertThat(filed(RULE, "T-0003.txt")).hasContent(Rules.ticket("T-0003"));
        try (var files = Files.list(service.archive().resolve(RULE))) {
            assertThat(files.filter(file -> !Files.isDirectory(file))).hasSize(1);
        }
        assertThat(effects(again)).containsOnly("file done");
    }

    @Test
    void aFilingThatTheRuleNoLongerMakesIsTakenBack() throws Exception {
        changeRule(
                "  - file: { in: archive, under: \"tickets\", when taken: fail }",
                "  - file: { in: archive, under: \"tickets\" }\n  - file: { in: archive, under: \"copies\" }");
        String id = file("T-0004");
        assertThat(filed("copies", "T-0004.txt")).exists();
        changeRule("under: \"tickets\"", "under: \"tickets\"");
        JsonNode again = runAgain(id);
        assertThat(filed(RULE, "T-0004.txt")).exists();
        assertThat(filed("copies", "T-0004.txt")).doesNotExist();
        assertThat(effects(again)).contains("withdraw done");
    }

    @Test
    void whatSomebodyChangedSinceIsLeftAndSaid() throws Exception {
        String id = file("T-0005");
        Files.writeString(filed(RULE, "T-0005.txt"), "corrected by hand");
        changeRule("{ticket number}", "Ticket {ticket number}");
        JsonNode again = runAgain(id);
        assertThat(filed(RULE, "T-0005.txt")).hasContent("corrected by hand");
        assertThat(filed(RULE, "Ticket T-0005.txt")).exists();
        assertThat(effects(again)).contains("withdraw abandoned");
        assertThat(again.toString()).contains("T-0005.txt").contains("changed");
    }
}
