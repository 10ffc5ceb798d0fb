package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.Random;
import java.util.stream.Stream;
import lectomen.engine.LongRun;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A rule gets another name, and its folder with it, while files come in. */
class RenameJourney {
    private static final String PAPERS = """
            lectomen: 1
            rule: papers # as the office calls them
            from: inbox
            same document when: "{file name}"
            do:
              - name: "{file name}"
              - file: { in: archive, under: Papers }
            """;

    @TempDir
    private Path temp;

    private static void drop(Path inbox, int from, int to) throws Exception {
        for (int i = from; i < to; i++) {
            Path part = Files.writeString(inbox.resolve(".part-" + i), "Paper " + i + "\n");
            Files.move(part, inbox.resolve("paper " + i + ".txt"), StandardCopyOption.ATOMIC_MOVE);
        }
    }

    private static long filed(RunningService service) {
        try (Stream<Path> files = Files.list(service.archive().resolve("Papers"))) {
            return files.filter(file -> !file.getFileName().toString().startsWith("."))
                    .filter(Files::isRegularFile)
                    .count();
        } catch (IOException notYet) {
            return 0;
        }
    }

    @Test
    void aRuleIsRenamedWithItsFolderAndNoFileIsLostOrTakenTwice() throws Exception {
        try (ServiceInTest service = RunningService.start(temp.resolve("home"))) {
            service.live(PAPERS);
            service.live(Rules.keepName("shares", "arrives: whole"));
            drop(service.inbox("papers"), 0, 60);
            service.awaitLook("papers");
            service.advance(Duration.ofSeconds(3));
            RunningService.await(
                    "some are taken, and some on their way", RunningService.LONGEST_WAIT, () -> filed(service) > 3);
            drop(service.inbox("papers"), 60, 80);
            Answer answer = service.client("rule", "rename", "papers", "office-papers", "--folder");
            assertThat(answer.out()).contains("office-papers from now on").contains("inbox/office-papers");
            assertThat(service.inbox("papers")).doesNotExist();
            drop(service.inbox("office-papers"), 80, 100);
            service.awaitInTime("all are filed", () -> filed(service) == 100);
            assertThat(service.jobs()).hasSize(100).allSatisfy(job -> {
                assertThat(job.path("rule").asString("")).isIn("", "office-papers");
            });
            service.stop();
            service.startAgain();
            assertThat(service.client("rule", "show", "office-papers").out())
                    .contains("rule: office-papers # as the office calls them");
            assertThat(service.client("rule", "show", "papers").err()).contains("Unknown rule");
            drop(service.inbox("office-papers"), 7, 8);
            service.awaitInTime(
                    "a document filed under the old name is known by its key",
                    () -> Files.exists(service.archive().resolve("Papers/older/paper 7 (1).txt")));

            Answer back = service.client("rule", "rename", "office-papers", "old-papers");
            assertThat(back.out()).contains("takes files from").contains("inbox/office-papers");
            assertThat(service.client("rule", "show", "old-papers").out())
                    .contains("from: { folder: \"{inbox}/office-papers\" }");
            assertThat(service.client("rule", "rename", "old-papers", "shares").err())
                    .contains("There is already a rule shares");
            assertThat(service.client("rule", "rename", "old-papers", "Shares!").err())
                    .contains("lower-case letters, digits and hyphens");
        }
    }

    @Test
    void aRenameThatIsCutShortIsFinishedAtTheNextStartOrWasNeverBegun() throws Exception {
        Random random = new Random(Long.getLong("lectomen.seed", 7));
        try (ServiceProcess service = ServiceProcess.launch(temp.resolve("home"))) {
            service.live(PAPERS);
            String name = "papers";
            int dropped = 0;
            for (int round = 1; round <= LongRun.of(2, 12); round++) {
                String next = "papers-" + round;
                String from = name;
                drop(service.inbox(name), dropped, dropped + 10);
                dropped += 10;
                Thread renaming = new Thread(() -> {
                    try {
                        service.post("/rules/" + from + "/rename?folder=true&to=" + next, "");
                    } catch (RuntimeException killed) {
                        // the answer no longer comes
                    }
                });
                renaming.start();
                Thread.sleep(random.nextInt(120));
                service.kill();
                renaming.join();
                service.startAgain();
                boolean done = Files.exists(service.inbox(next));
                name = done ? next : name;
                assertThat(service.inbox(done ? from : next))
                        .as("round " + round)
                        .doesNotExist();
                assertThat(service.get("/rules").path("rules").get(0).path("id").asString())
                        .as("round " + round)
                        .isEqualTo(name);
                assertThat(service.get("/sources").path("sources").size()).isEqualTo(1);
            }
            int all = dropped;
            RunningService.await(
                    "all are filed", RunningService.LONGEST_WAIT, () -> filed(service), () -> filed(service) == all);
            assertThat(service.jobs()).hasSize(all);
        }
    }
}
