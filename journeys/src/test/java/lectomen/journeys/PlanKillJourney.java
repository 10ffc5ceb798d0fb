package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import lectomen.engine.LongRun;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * Plans that wait and documents that are made out of others, through kills at any moment: nothing is lost, nothing is filed twice,
 * and no step that ran runs again. {@code -Dlectomen.seed=N} repeats a run.
 */
class PlanKillJourney {
    private static final int ARCHIVES = LongRun.of(4, 60);
    private static final int KILLS = LongRun.of(2, 200);
    private static final int FILES_EACH = 4;

    private static final String RULE = """
            lectomen: 1
            rule: sets
            from: { folder: "{inbox}/sets", arrives: whole }
            do:
              - file: { in: archive, under: Sets, when taken: fail }
              - wait: { for: 500ms }
              - each: file
              - find: slip
                fields: { number: { pattern: 'S-\\d{4}', required: yes } }
              - name: "{number}"
              - file: { in: archive, under: First, when taken: fail }
              - wait: { for: 700ms }
              - name: "{number} of {part}"
              - file: { in: archive, under: Last, when taken: fail }
            """;

    @TempDir
    private Path temp;

    @Test
    void nothingIsLostDoubledOrRunTwiceHoweverOftenTheServiceIsKilled() throws Exception {
        long seed = Long.getLong("lectomen.seed", System.nanoTime());
        System.out.println("Plan kill journey with -Dlectomen.seed=" + seed);
        Random random = new Random(seed);
        Path home = temp.resolve("home");
        try (ServiceProcess service = ServiceProcess.launch(home)) {
            service.live(RULE);
            int dropped = 0;
            for (int kill = 0; kill < KILLS; kill++) {
                for (; dropped < ARCHIVES * (kill + 1) / KILLS; dropped++) {
                    drop(service, dropped);
                }
                awaitSomeWork(service, random.nextInt(60));
                service.kill();
                service.startAgain();
            }
            for (; dropped < ARCHIVES; dropped++) {
                drop(service, dropped);
            }
            RunningService.await(
                    "all are filed",
                    RunningService.LONGEST_WAIT,
                    () -> service.get("/status").path("jobs"),
                    () -> service.count("filed") == ARCHIVES * (1 + FILES_EACH));
            assertThat(filed(service, "Sets")).hasSize(ARCHIVES);
            assertThat(filed(service, "First")).isEqualTo(wanted("%s.txt"));
            assertThat(filed(service, "Last")).isEqualTo(wanted("%s of %d.txt"));
            service.jobs()
                    .forEach(job -> assertNoStepRanTwice(
                            service.get("/jobs/" + job.path("id").asString())));
            assertThat(service.get("/ledger/check").path("whole").asBoolean()).isTrue();
        }
    }

    /** Waits for a while of work, or for its end. */
    private static void awaitSomeWork(ServiceProcess service, int entries) throws Exception {
        long began = service.get("/status").path("ledgerEntries").asLong();
        RunningService.await(
                entries + " more entries",
                RunningService.LONGEST_WAIT,
                () -> service.get("/status").path("ledgerEntries").asLong() >= began + entries
                        || service.count("waiting") + service.count("working") == 0);
    }

    private static void assertNoStepRanTwice(JsonNode job) {
        Set<String> done = new HashSet<>();
        List<String> twice = new ArrayList<>();
        for (JsonNode step : job.path("steps")) {
            String one =
                    step.path("generation").asInt() + "/" + step.path("step").asInt();
            if (step.path("outcome").asString().equals("done") && !done.add(one)) {
                twice.add(one + " " + step.path("word").asString());
            }
        }
        assertThat(twice).as(job.path("id").asString()).isEmpty();
    }

    private static String number(int archive, int file) {
        return "S-%02d%02d".formatted(archive, file);
    }

    private static Set<String> wanted(String name) {
        Set<String> names = new TreeSet<>();
        for (int archive = 0; archive < ARCHIVES; archive++) {
            for (int file = 1; file <= FILES_EACH; file++) {
                names.add(name.formatted(number(archive, file), file));
            }
        }
        return names;
    }

    private static Set<String> filed(RunningService service, String folder) throws IOException {
        try (Stream<Path> files = Files.list(service.archive().resolve(folder))) {
            return new TreeSet<>(files.map(file -> file.getFileName().toString())
                    .filter(name -> !name.startsWith("."))
                    .toList());
        }
    }

    private void drop(RunningService service, int archive) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            for (int file = 1; file <= FILES_EACH; file++) {
                zip.putNextEntry(new ZipEntry("slip " + file + ".txt"));
                zip.write(("Slip " + number(archive, file) + "\n").getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
        }
        Path whole = Files.write(temp.resolve("set-%02d.zip".formatted(archive)), bytes.toByteArray());
        Files.move(whole, service.inbox("sets").resolve(whole.getFileName()));
    }
}
