package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import lectomen.engine.LongRun;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Numbers without a gap and without a double, whatever goes wrong meanwhile. {@code ./check --long} gives many more of them.
 */
class CounterJourney {
    private static final int FILES = LongRun.of(60, 2_000);
    private static final int KILLS = LongRun.of(2, 20);
    private static final String COUNTER = """
            lectomen: 1
            part: %s
            counter: { numbers: %s, width: 5 }
            """;

    @TempDir
    private Path temp;

    private Path home;

    @BeforeEach
    void make() throws IOException {
        home = Files.createDirectories(temp.resolve("home")).toRealPath();
        for (String folder : List.of("inbox", "archive", "far")) {
            Files.createDirectories(home.resolve(folder));
        }
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                  far: { folder: "{home}/far" }
                """);
    }

    private static String rule(String id, String connection, String name, String whenTaken) {
        return """
                lectomen: 1
                rule: %1$s
                from: { folder: "{inbox}/%1$s", arrives: whole }
                do:
                  - name: "%3$s"
                  - file: { in: %2$s, when taken: %4$s }
                """.formatted(id, connection, name, whenTaken);
    }

    private static void drop(RunningService service, Path outside, String rule, String name) throws IOException {
        Path made = Files.writeString(outside.resolve(name), "entry of " + rule + " " + name);
        Files.move(made, service.inbox(rule).resolve(name));
    }

    private static List<String> names(Path... folders) throws IOException {
        List<String> names = new ArrayList<>();
        for (Path folder : folders) {
            try (Stream<Path> files = Files.list(folder)) {
                files.map(file -> file.getFileName().toString())
                        .filter(name -> !name.startsWith("."))
                        .forEach(names::add);
            }
        }
        return names;
    }

    @Test
    void anUnbrokenCounterHasNoGapAndNoDoubleThroughKillsAndADestinationThatGoesAway() throws Exception {
        long seed = Long.getLong("lectomen.seed", System.nanoTime());
        System.out.println("Counter journey with -Dlectomen.seed=" + seed);
        Random random = new Random(seed);
        List<String> rules = List.of("east", "west", "north", "south");
        Path outside = Files.createDirectories(temp.resolve("outside"));
        try (ServiceProcess service = ServiceProcess.launch(home)) {
            service.post("/parts", COUNTER.formatted("entries", "unbroken"));
            for (String rule : rules) {
                String connection = rule.endsWith("th") ? "far" : "archive";
                service.live(rule(rule, connection, "{counter entries} {file name}", "fail"));
            }
            CompletableFuture<Void> feeder = CompletableFuture.runAsync(() -> {
                try {
                    for (int i = 0; i < FILES; i++) {
                        drop(service, outside, rules.get(i % rules.size()), "entry-" + i + ".txt");
                        Thread.sleep(10);
                    }
                } catch (IOException | InterruptedException e) {
                    throw new IllegalStateException(e);
                }
            });
            for (int kill = 0; kill < KILLS; kill++) {
                awaitFiled(service, random.nextInt(FILES / KILLS / 2));
                service.kill();
                if (kill % 2 == 0) {
                    Files.move(home.resolve("far"), home.resolve("far-away"));
                }
                service.startAgain();
                if (kill % 2 == 0) {
                    awaitWaiting(service);
                    Files.move(home.resolve("far-away"), home.resolve("far"));
                }
            }
            feeder.join();
            RunningService.await(
                    "all are filed",
                    RunningService.LONGEST_WAIT,
                    () -> service.get("/status").path("jobs"),
                    () -> service.count("filed") == FILES);
            List<Integer> numbers = names(home.resolve("archive"), home.resolve("far")).stream()
                    .map(name -> Integer.valueOf(name.substring(0, 5)))
                    .sorted()
                    .toList();
            assertThat(numbers)
                    .isEqualTo(IntStream.rangeClosed(1, FILES).boxed().toList());
            assertThat(service.get("/ledger/check").path("whole").asBoolean()).isTrue();
        }
    }

    private static void awaitFiled(RunningService service, int more) throws Exception {
        long began = service.count("filed");
        RunningService.await(
                more + " more are filed",
                RunningService.LONGEST_WAIT,
                () -> service.count("filed") >= Math.min(began + more, FILES));
    }

    /** Waits until something waits for the destination that went away, if anything is left to be filed. */
    private static void awaitWaiting(RunningService service) throws Exception {
        RunningService.await(
                "some wait for the destination",
                RunningService.LONGEST_WAIT,
                () -> service.jobs().stream()
                                .allMatch(job -> job.path("state").asString().equals("filed"))
                        || service.jobs().stream().anyMatch(job -> job.path("reason")
                                .path("code")
                                .asString("")
                                .equals("destination.away")));
    }

    @Test
    void everyQuickNumberIsOnAFiledDocumentOrAccountedFor() throws Exception {
        Path outside = Files.createDirectories(temp.resolve("outside"));
        try (RunningService service = RunningService.start(home)) {
            service.post("/parts", COUNTER.formatted("slips", "quick"));
            service.live(rule("slips", "archive", "{file name | first 4}", "fail")
                    .replace("in: archive", "in: archive, under: \"{counter slips}\""));
            service.live(rule("clash", "archive", "taken {counter slips}", "fail"));
            Files.createDirectories(home.resolve("archive/taken 00002.txt"));
            for (int i = 0; i < 6; i++) {
                drop(service, outside, i == 1 ? "clash" : "slips", "slip" + i + ".txt");
                service.awaitJob("slip" + i + ".txt", i == 1 ? "failed" : "filed");
            }
            assertThat(service.client("counter", "list").out()).containsPattern("slips +7 +5 +0 +1 +slips, clash");
            assertThat(service.client(
                                    "trial",
                                    Files.writeString(temp.resolve("t.txt"), "x")
                                            .toString(),
                                    "--rule",
                                    "slips")
                            .out())
                    .contains("00007/t.txt");
            Files.delete(home.resolve("archive/taken 00002.txt"));
            service.client("job", "retry", service.job("slip1.txt").path("id").asString());
            service.awaitJob("slip1.txt", "filed");
            assertThat(home.resolve("archive/taken 00002.txt"))
                    .as("a retried document keeps its number")
                    .isRegularFile();
            assertThat(service.client(
                                    "counter", "set", "slips", "--next", "40", "--reason", "the paper book went to 39")
                            .out())
                    .contains("40");
            assertThat(service.client("counter", "set", "slips", "--next", "3", "--reason", "again")
                            .err())
                    .contains("has already been given");
            assertThat(service.client("counter", "changes", "slips").out()).contains("the paper book went to 39");
            drop(service, outside, "slips", "last.txt");
            service.awaitJob("last.txt", "filed");
            assertThat(home.resolve("archive/00040/last.txt")).exists();
        }
    }
}
