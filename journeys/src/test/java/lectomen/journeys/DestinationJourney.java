package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Destinations that go away, fill up or can't be written, and names that are taken. */
class DestinationJourney {
    @TempDir
    private Path temp;

    private Path outside;

    @BeforeEach
    void makeOutside() throws Exception {
        outside = Files.createDirectories(temp.resolve("outside"));
    }

    private void drop(RunningService service, String folder, String name, String text) throws Exception {
        Files.move(
                Files.writeString(outside.resolve(name), text),
                service.inbox(folder).resolve(name));
    }

    private static long filedIn(Path folder) {
        try (Stream<Path> files = Files.walk(folder)) {
            return files.filter(Files::isRegularFile).count();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void whatWaitedForADestinationIsFiledWithoutAClickOnceItIsBack() throws Exception {
        try (RunningService service = RunningService.start(temp.resolve("home"))) {
            service.live(Rules.tickets("tickets", "fail"));
            for (int i = 0; i < 100; i++) {
                drop(service, "tickets", "ticket-%03d.txt".formatted(i), Rules.ticket("T-%04d".formatted(i)));
            }
            RunningService.await("some are filed", Duration.ofSeconds(30), () -> service.count("filed") >= 10);
            Path away = temp.resolve("archive-taken-away");
            Files.move(service.archive(), away);
            for (int i = 100; i < 200; i++) {
                drop(service, "tickets", "ticket-%03d.txt".formatted(i), Rules.ticket("T-%04d".formatted(i)));
            }
            RunningService.await(
                    "the rest waits",
                    Duration.ofSeconds(60),
                    () -> service.count("filed") + service.count("waiting") == 200 && service.count("waiting") >= 100);
            JsonNode waiting = service.job("ticket-199.txt");
            assertThat(waiting.path("reason").path("code").asString()).isEqualTo("destination.away");
            assertThat(waiting.path("reason").path("words").asString())
                    .contains("archive")
                    .contains("tried again");
            assertThat(waiting.has("nextTryAt")).isTrue();
            assertThat(service.archive())
                    .as("a root that went away is not made anew")
                    .doesNotExist();

            Files.move(away, service.archive());
            RunningService.await("all are filed", Duration.ofSeconds(60), () -> service.count("filed") == 200);
            RunningService.await(
                    "nothing hidden is left beside them",
                    Duration.ofSeconds(15),
                    () -> filedIn(service.archive()) == 200);
        }
    }

    @Test
    void aFullDestinationIsWaitedForAndTheRestIsFiledOnceThereIsRoom() throws Exception {
        Path disk = Files.createDirectories(temp.resolve("home/archive"));
        try (SmallDisk small = SmallDisk.mount(disk, "size=64k");
                RunningService service = RunningService.start(temp.resolve("home"))) {
            Files.write(disk.resolve("ballast"), new byte[60_000]);
            service.live(Rules.keepName("big", "arrives: whole"));
            drop(service, "big", "big.txt", "x".repeat(30_000));
            JsonNode job = awaitReason(service, "big.txt", "destination.full");
            assertThat(job.path("state").asString()).isEqualTo("waiting");
            Files.delete(disk.resolve("ballast"));
            service.awaitJob("big.txt", "filed");
            assertThat(disk.resolve("big/big.txt")).hasSize(30_000);
            assertThat(small.folder().toFile().list())
                    .as("nothing half-written is left")
                    .containsExactly("big");
        }
    }

    @Test
    void aReadOnlyDestinationIsWaitedFor() throws Exception {
        Path disk = Files.createDirectories(temp.resolve("home/archive"));
        try (SmallDisk small = SmallDisk.mount(disk, "size=1m");
                RunningService service = RunningService.start(temp.resolve("home"))) {
            small.remount("ro");
            service.live(Rules.keepName("notes", "arrives: whole"));
            drop(service, "notes", "note.txt", "a note");
            awaitReason(service, "note.txt", "destination.read-only");
            small.remount("rw");
            service.awaitJob("note.txt", "filed");
        }
    }

    private static JsonNode awaitReason(RunningService service, String name, String code) throws Exception {
        RunningService.await(name + " says " + code, Duration.ofSeconds(20), () -> service.jobs().stream()
                .anyMatch(job -> job.path("fileName").asString().equals(name)
                        && job.path("reason").path("code").asString("").equals(code)));
        return service.job(name);
    }

    @Test
    void aTakenNameIsNumberedOrLeftOrFailsAsTheRuleSays() throws Exception {
        try (RunningService service = RunningService.start(temp.resolve("home"))) {
            service.live(Rules.tickets("numbering", "number it"));
            service.live(Rules.tickets("leaving", "leave"));
            service.live(Rules.tickets("failing", "fail"));
            for (String rule : List.of("numbering", "leaving", "failing")) {
                Files.createDirectories(service.archive().resolve(rule));
                Files.writeString(service.archive().resolve(rule).resolve("T-0007.txt"), "a stranger's file");
                drop(service, rule, rule + ".txt", Rules.ticket("T-0007"));
            }
            JsonNode numbered = service.awaitJob("numbering.txt", "filed");
            assertThat(numbered.path("places").get(0).asString()).endsWith("numbering/T-0007 (2).txt");
            JsonNode left = service.awaitJob("leaving.txt", "rejected");
            assertThat(left.path("reason").path("words").asString())
                    .contains("T-0007.txt")
                    .contains("leave");
            JsonNode failed = service.awaitJob("failing.txt", "failed");
            assertThat(failed.path("reason").path("code").asString()).isEqualTo("name.taken");
            for (String rule : List.of("numbering", "leaving", "failing")) {
                assertThat(service.archive().resolve(rule).resolve("T-0007.txt"))
                        .hasContent("a stranger's file");
            }
            Files.delete(service.archive().resolve("failing/T-0007.txt"));
            service.post("/jobs/" + failed.path("id").asString() + "/retry", "");
            service.awaitJob("failing.txt", "filed");
            assertThat(service.archive().resolve("failing/T-0007.txt")).hasContent(Rules.ticket("T-0007"));
        }
    }

    @Test
    void aFileWhereAFolderIsNeededFailsTheJobAndSaysSo() throws Exception {
        try (RunningService service = RunningService.start(temp.resolve("home"))) {
            service.live(Rules.keepName("notes", "arrives: whole"));
            Files.writeString(service.archive().resolve("notes"), "a file in the way");
            drop(service, "notes", "note.txt", "a note");
            JsonNode job = service.awaitJob("note.txt", "failed");
            assertThat(job.path("reason").path("code").asString()).isEqualTo("destination.not-a-folder");
            assertThat(service.archive().resolve("notes")).hasContent("a file in the way");
        }
    }
}
