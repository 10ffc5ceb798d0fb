package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Sets of drawings that come again: what they replace, what they withdraw, what they leave. */
class SameDocumentJourney {
    private static final String DRAWINGS = """
            lectomen: 1
            rule: drawings
            from: { folder: "{inbox}/drawings", arrives: together, settle: 1s }
            same document when: "{drawing}"
            do:
              - find: sheet
                fields:
                  drawing: { right of: Drawing, required: yes }
                  sheet: { right of: Sheet, required: yes }
              - name: "{drawing} sheet {sheet}"
              - file: { in: archive, under: "Drawings/{drawing}" }
            """;

    @TempDir
    private static Path temp;

    private static RunningService service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.live(DRAWINGS);
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static String sheet(String drawing, int number, String words) {
        return "Drawing: " + drawing + "\nSheet: " + number + "\n" + words + "\n";
    }

    /** Drops a set, and waits until each of its files has come to the end that is expected. */
    private static Map<String, JsonNode> drop(Map<String, String> set, Map<String, String> ends) throws Exception {
        Path folder = Files.createDirectories(temp.resolve("set"));
        for (Map.Entry<String, String> file : set.entrySet()) {
            Path whole = Files.writeString(folder.resolve(file.getKey()), file.getValue());
            Files.move(whole, service.inbox("drawings").resolve(file.getKey()));
        }
        Map<String, JsonNode> jobs = new TreeMap<>();
        for (String name : set.keySet()) {
            jobs.put(name, service.awaitJob(name, ends.getOrDefault(name, "filed")));
        }
        return jobs;
    }

    private static Map<String, String> filed(String drawing) throws IOException {
        Path folder = service.archive().resolve("Drawings").resolve(drawing);
        Map<String, String> filed = new TreeMap<>();
        for (Path file : FilesBelow.of(folder)) {
            List<String> lines = Files.readAllLines(file);
            filed.put(folder.relativize(file).toString(), lines.get(lines.size() - 1));
        }
        return filed;
    }

    private static void awaitFiled(String drawing, Map<String, String> expected) throws Exception {
        RunningService.await("the drawing is filed as it should be", RunningService.LONGEST_WAIT, () -> "", () -> {
            try {
                return filed(drawing).equals(expected);
            } catch (IOException changing) {
                return false;
            }
        });
        assertThat(filed(drawing)).isEqualTo(expected);
    }

    @Test
    void aSmallerSetTakesThePlaceOfALargerOneAndLeavesWhatSomebodyChanged() throws Exception {
        drop(
                Map.of(
                        "a1.txt", sheet("MH-0017", 1, "first"),
                        "a2.txt", sheet("MH-0017", 2, "first"),
                        "a3.txt", sheet("MH-0017", 3, "first")),
                Map.of());
        Files.writeString(
                service.archive().resolve("Drawings/MH-0017/MH-0017 sheet 2.txt"),
                "mended by hand\n",
                StandardOpenOption.APPEND);
        Map<String, JsonNode> second = drop(
                Map.of("b1.txt", sheet("MH-0017", 1, "second"), "b2.txt", sheet("MH-0017", 2, "second")), Map.of());
        awaitFiled(
                "MH-0017",
                Map.of(
                        "MH-0017 sheet 1.txt", "second",
                        "MH-0017 sheet 2.txt", "mended by hand",
                        "MH-0017 sheet 2 (2).txt", "second",
                        "older/MH-0017 sheet 1 (1).txt", "first",
                        "older/MH-0017 sheet 3 (1).txt", "first"));
        String story = service.client(
                        "job", "show", second.get("b2.txt").path("id").asString())
                .out();
        assertThat(story).contains("MH-0017 sheet 2 (2).txt").contains("has been changed by somebody since");
        assertThat(service.client("job", "show", second.get("b1.txt").path("id").asString())
                        .out())
                .contains("older/MH-0017 sheet 1 (1).txt");
    }

    @Test
    void anEarlierDocumentNoLongerTakesThePlaceOfALaterOne() throws Exception {
        JsonNode first =
                drop(Map.of("old.txt", sheet("MH-0018", 1, "first")), Map.of()).get("old.txt");
        JsonNode second =
                drop(Map.of("new.txt", sheet("MH-0018", 1, "second")), Map.of()).get("new.txt");
        service.post("/jobs/" + first.path("id").asString() + "/run-again", "");
        JsonNode again = service.awaitJob("old.txt", "rejected");
        assertThat(again.path("reason").path("code").asString()).isEqualTo("document.newer");
        assertThat(again.path("reason").path("words").asString())
                .contains("job " + second.path("id").asString());
        awaitFiled("MH-0018", Map.of("MH-0018 sheet 1.txt", "second", "older/MH-0018 sheet 1 (1).txt", "first"));
    }

    @Test
    void nothingIsWithdrawnWhileAFileOfTheSetHasFailed() throws Exception {
        drop(Map.of("c1.txt", sheet("MH-0019", 1, "first"), "c2.txt", sheet("MH-0019", 2, "first")), Map.of());
        String noNumber = "Drawing: MH-0019\nSheet:\n";
        JsonNode failed = drop(
                        Map.of("d1.txt", sheet("MH-0019", 1, "second"), "d2.txt", noNumber), Map.of("d2.txt", "failed"))
                .get("d2.txt");
        awaitFiled(
                "MH-0019",
                Map.of(
                        "MH-0019 sheet 1.txt", "second",
                        "MH-0019 sheet 2.txt", "first",
                        "older/MH-0019 sheet 1 (1).txt", "first"));
        service.post("/jobs/" + failed.path("id").asString() + "/cancel", "");
        awaitFiled(
                "MH-0019",
                Map.of(
                        "MH-0019 sheet 1.txt", "second",
                        "older/MH-0019 sheet 1 (1).txt", "first",
                        "older/MH-0019 sheet 2 (1).txt", "first"));
    }

    @Test
    void aDocumentWithoutItsKeyFailsAndSaysSo() throws Exception {
        Path rule = Files.writeString(
                temp.resolve("key.yaml"), DRAWINGS.replace("\"{drawing}\"\ndo:", "\"all the same\"\ndo:"));
        assertThat(service.client("rule", "check", rule.toString()).out()).contains("needs a slot");
        Path versions = Files.writeString(
                temp.resolve("v.yaml"), DRAWINGS.replace("under: \"Drawings", "when taken: new version, under: \"Dr"));
        assertThat(service.client("rule", "check", versions.toString()).out())
                .contains("manages older versions itself");
    }
}
