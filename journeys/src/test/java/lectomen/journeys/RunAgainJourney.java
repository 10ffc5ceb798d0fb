package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A job is run again: what it filed before is replaced or withdrawn, and nothing else is touched. */
class RunAgainJourney {
    @TempDir
    private static Path temp;

    private static RunningService service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static String file(String rule, String number) throws Exception {
        service.drop(rule, number + "-in.txt", Rules.ticket(number));
        return service.awaitJob(number + "-in.txt", "filed").path("id").asString();
    }

    private static Path filed(String folder, String name) {
        return service.archive().resolve(folder).resolve(name);
    }

    private static void changeRule(String rule, String from, String to) {
        String changed = Rules.tickets(rule, "fail");
        assertThat(changed).contains(from);
        service.post("/rules", changed.replace(from, to));
        service.post("/rules/" + rule + "/live", "");
    }

    private static JsonNode story(String id) {
        return service.get("/jobs/" + id);
    }

    private static JsonNode runAgain(String id) throws Exception {
        service.post("/jobs/" + id + "/run-again", "");
        RunningService.await(
                "it was run again",
                RunningService.LONGEST_WAIT,
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
    void underANewNameTheOldOneIsWithdrawn() throws Exception {
        service.live(Rules.tickets("renamed", "fail"));
        String id = file("renamed", "T-0001");
        String other = file("renamed", "T-0002");
        changeRule("renamed", "{ticket number}", "Ticket {ticket number}");
        runAgain(id);
        assertThat(filed("renamed", "Ticket T-0001.txt")).exists();
        assertThat(filed("renamed", "T-0001.txt")).doesNotExist();
        assertThat(filed("renamed", "T-0002.txt"))
                .as("what another job filed stays")
                .exists();
        assertThat(effects(story(other))).containsExactly("file done");
    }

    @Test
    void underTheSameNameItIsReplacedAndNotNumbered() throws Exception {
        service.live(Rules.tickets("replaced", "fail"));
        String id = file("replaced", "T-0003");
        JsonNode again = runAgain(id);
        assertThat(filed("replaced", "T-0003.txt")).hasContent(Rules.ticket("T-0003"));
        try (var files = Files.list(service.archive().resolve("replaced"))) {
            assertThat(files.filter(file -> !Files.isDirectory(file))).hasSize(1);
        }
        assertThat(effects(again)).containsOnly("file done");
    }

    @Test
    void aFilingThatTheRuleNoLongerMakesIsWithdrawn() throws Exception {
        service.live(Rules.tickets("fewer", "fail"));
        changeRule(
                "fewer",
                "  - file: { in: archive, under: \"fewer\", when taken: fail }",
                "  - file: { in: archive, under: \"fewer\" }\n  - file: { in: archive, under: \"copies\" }");
        String id = file("fewer", "T-0004");
        assertThat(filed("copies", "T-0004.txt")).exists();
        changeRule("fewer", "under: \"fewer\"", "under: \"fewer\"");
        JsonNode again = runAgain(id);
        assertThat(filed("fewer", "T-0004.txt")).exists();
        assertThat(filed("copies", "T-0004.txt")).doesNotExist();
        assertThat(effects(again)).contains("withdraw done");
    }

    @Test
    void whatSomebodyChangedSinceIsLeftAndSaid() throws Exception {
        service.live(Rules.tickets("corrected", "fail"));
        String id = file("corrected", "T-0005");
        Files.writeString(filed("corrected", "T-0005.txt"), "corrected by hand");
        changeRule("corrected", "{ticket number}", "Ticket {ticket number}");
        JsonNode again = runAgain(id);
        assertThat(filed("corrected", "T-0005.txt")).hasContent("corrected by hand");
        assertThat(filed("corrected", "Ticket T-0005.txt")).exists();
        assertThat(effects(again)).contains("withdraw abandoned");
        assertThat(again.toString()).contains("T-0005.txt").contains("changed");
    }
}
