package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Destinations that go away, fill up or can't be written, and names that are taken. */
class DestinationJourney {
    @TempDir
    private static Path temp;

    private static ServiceInTest service;

    @BeforeAll
    static void start() throws Exception {
        Path home = Files.createDirectories(temp.resolve("home")).toRealPath();
        for (String folder : List.of("inbox", "archive", "far", "small", "share", "calm")) {
            Files.createDirectories(home.resolve(folder));
        }
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                  far: { folder: "{home}/far" }
                  small: { folder: "{home}/small" }
                  share: { folder: "{home}/share" }
                  calm: { folder: "{home}/calm" }
                """);
        service = RunningService.start(home);
    }

    @AfterAll
    static void stop() {
        service.close();
    }

    private static long filedIn(Path folder) {
        return FilesBelow.of(folder).size();
    }

    @Test
    void nothingIsFiledToAPausedConnectionThroughARestartUntilItIsResumed() throws Exception {
        service.live(Rules.keepName("calm", "arrives: whole").replace("in: archive", "in: calm"));
        assertThat(service.client("connection", "pause", "calm").out()).contains("paused since");
        service.client("connection", "limit", "calm", "--to", "2");
        service.drop("calm", "calm.txt", "calm");
        JsonNode waiting = service.awaitJob("calm.txt", "waiting");
        RunningService.await("it says why", RunningService.LONGEST_WAIT, () -> service.job("calm.txt")
                .path("reason")
                .path("code")
                .asString("")
                .equals("connection.paused"));
        assertThat(service.get("/status").path("notices").toString()).contains("Connection calm was paused");
        service.stop();
        service.startAgain();
        assertThat(service.client("connection", "list").out())
                .contains("calm: folder ", "at most 2 at once, paused since", "archive: folder ");
        assertThat(filedIn(service.home().resolve("calm"))).isZero();
        service.client("connection", "resume", "calm");
        service.awaitJob("calm.txt", "filed");
        String ledger = service.get("/jobs/" + waiting.path("id").asString())
                .path("ledger")
                .toString();
        assertThat(ledger).contains("effect.receipt");
        assertThat(service.client("connection", "contents", "calm", "calm").out())
                .contains("calm.txt")
                .contains("4 B");
        assertThat(service.client("connection", "contents", "calm", "attic").err())
                .contains("has no folder \"attic\"");
        String effect = service.get("/jobs/" + waiting.path("id").asString())
                .path("effects")
                .get(0)
                .path("id")
                .asString();
        assertThat(service.client("effect", "verify", effect).out())
                .isEqualTo("It is there, exactly as it was filed.\n");
        Files.writeString(service.home().resolve("calm/calm/calm.txt"), "gale");
        assertThat(service.client("effect", "verify", effect).out()).contains("was changed");
        service.client("connection", "limit", "calm", "--to", "24");
    }

    @Test
    void whatWaitedForADestinationIsFiledWithoutAClickOnceItIsBack() throws Exception {
        Path far = service.home().resolve("far");
        service.live(Rules.tickets("tickets", "fail").replace("in: archive", "in: far"));
        for (int i = 0; i < 40; i++) {
            service.drop("tickets", "ticket-%03d.txt".formatted(i), Rules.ticket("T-%04d".formatted(i)));
        }
        RunningService.await(
                "some are filed", RunningService.LONGEST_WAIT, () -> service.count("tickets", "filed") >= 10);
        Path away = temp.resolve("taken-away");
        Files.move(far, away);
        for (int i = 40; i < 80; i++) {
            service.drop("tickets", "ticket-%03d.txt".formatted(i), Rules.ticket("T-%04d".formatted(i)));
        }
        RunningService.await("the rest waits", RunningService.LONGEST_WAIT, () -> {
            long waiting = service.jobsNamed("ticket-").stream()
                    .filter(job -> job.path("state").asString().equals("waiting"))
                    .filter(job -> job.path("reason").path("code").asString("").equals("destination.away"))
                    .count();
            return waiting >= 40 && waiting + service.count("tickets", "filed") == 80;
        });
        assertThat(service.get("/status").path("attention").toString()).contains("jobs wait for a destination");
        JsonNode waiting = service.job("ticket-079.txt");
        assertThat(waiting.path("reason").path("words").asString())
                .contains("far")
                .contains("retried");
        assertThat(waiting.has("nextTryAt")).isTrue();
        assertThat(far).as("a root that went away is not made anew").doesNotExist();

        Files.move(away, far);
        service.awaitInTime("all are filed", () -> service.count("tickets", "filed") == 80);
        service.awaitInTime("nothing hidden is left beside them", () -> filedIn(far) == 80);
    }

    @Test
    void aFullDestinationIsWaitedForAndTheRestIsFiledOnceThereIsSpace() throws Exception {
        Path disk = service.home().resolve("small");
        try (SmallDisk small = SmallDisk.mount(disk, "size=64k")) {
            Files.write(disk.resolve("ballast"), new byte[60_000]);
            service.live(Rules.keepName("big", "arrives: whole").replace("in: archive", "in: small"));
            service.drop("big", "big.txt", "x".repeat(30_000));
            assertThat(awaitReason("big.txt", "destination.full").path("state").asString())
                    .isEqualTo("waiting");
            Files.delete(disk.resolve("ballast"));
            service.awaitInTime("it is filed", () -> service.count("big", "filed") == 1);
            assertThat(disk.resolve("big/big.txt")).hasSize(30_000);
            assertThat(small.folder().toFile().list())
                    .as("nothing half-written is left")
                    .containsExactlyInAnyOrder("big", ".lectomen-folder");
            small.remount("ro");
            service.drop("big", "note.txt", "a note");
            awaitReason("note.txt", "destination.read-only");
            small.remount("rw");
            service.awaitInTime("that is filed too", () -> service.count("big", "filed") == 2);
        }
    }

    @Test
    void nothingIsPutIntoTheBareFolderOfAShareThatIsNotMounted() throws Exception {
        Path share = service.home().resolve("share");
        service.live(Rules.keepName("notes", "arrives: whole").replace("in: archive", "in: share"));
        try (SmallDisk first = SmallDisk.mount(share, "size=1m")) {
            service.drop("notes", "one.txt", "a note");
            service.awaitInTime("it is filed", () -> service.count("notes", "filed") == 1);
            assertThat(first.folder().resolve("notes/one.txt")).exists();
        }
        service.drop("notes", "two.txt", "another");
        assertThat(awaitReason("two.txt", "destination.elsewhere")
                        .path("reason")
                        .path("words")
                        .asString())
                .contains("A share may not be mounted", "lectomen folder moved " + share);
        assertThat(share).isEmptyDirectory();
        Path elsewhere = Files.createDirectories(temp.resolve("elsewhere"));
        try (SmallDisk itsNumber = SmallDisk.mount(elsewhere, "size=64k");
                SmallDisk other = SmallDisk.mount(share, "size=1m")) {
            assertThat(itsNumber.folder()).isEmptyDirectory();
            Answer moved = service.client("folder", "moved", share.toString());
            assertThat(moved.out()).contains("is confirmed; its new location is used");
            service.awaitInTime("that is filed", () -> service.count("notes", "filed") == 2);
            assertThat(other.folder().resolve("notes/two.txt")).exists();
            assertThat(service.client("folder", "moved", share.toString()).out())
                    .contains("has not moved; there is nothing to confirm");
        }
    }

    private static JsonNode awaitReason(String name, String code) throws Exception {
        RunningService.await(name + " says " + code, RunningService.LONGEST_WAIT, () -> service.jobsNamed(name).stream()
                .anyMatch(job -> job.path("reason").path("code").asString("").equals(code)));
        return service.job(name);
    }

    @Test
    void aTakenNameIsNumberedOrLeftOrFailsAsTheRuleSays() throws Exception {
        service.live(Rules.tickets("numbering", "number it"));
        service.live(Rules.tickets("leaving", "leave"));
        service.live(Rules.tickets("failing", "fail"));
        for (String rule : List.of("numbering", "leaving", "failing")) {
            Files.createDirectories(service.archive().resolve(rule));
            Files.writeString(service.archive().resolve(rule).resolve("T-0007.txt"), "a stranger's file");
            service.drop(rule, rule + ".txt", Rules.ticket("T-0007"));
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
            assertThat(service.archive().resolve(rule).resolve("T-0007.txt")).hasContent("a stranger's file");
        }
        Files.delete(service.archive().resolve("failing/T-0007.txt"));
        service.post("/jobs/" + failed.path("id").asString() + "/retry", "");
        service.awaitJob("failing.txt", "filed");
        assertThat(service.archive().resolve("failing/T-0007.txt")).hasContent(Rules.ticket("T-0007"));
    }

    @Test
    void aClockThatIsSetBackByAnHourDelaysNothing() throws Exception {
        Path home = temp.resolve("set back");
        Path away = temp.resolve("archive that is away");
        try (ServiceInTest ahead = ServiceInTest.startAt(home, Duration.ofHours(1))) {
            ahead.live(Rules.keepName("moved", "arrives: whole"));
            Files.move(ahead.archive(), away);
            for (int i = 0; i < 20; i++) {
                ahead.drop("moved", "note-" + i + ".txt", "note " + i);
            }
            RunningService.await("all wait", RunningService.LONGEST_WAIT, () -> ahead.count("waiting") == 20);
        }
        Files.move(away, home.resolve("archive"));
        try (ServiceInTest back = ServiceInTest.startAt(home, Duration.ZERO)) {
            RunningService.await("all are filed", RunningService.LONGEST_WAIT, () -> back.count("filed") == 20);
            assertThat(filedIn(back.archive())).isGreaterThanOrEqualTo(20);
        }
    }
}
