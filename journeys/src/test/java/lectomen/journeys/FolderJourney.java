package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.OutputStream;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import lectomen.engine.LongRun;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What may happen in a hot folder. Each test has a rule and a folder of its own. */
class FolderJourney {
    private static final Duration GRACE = Duration.ofSeconds(21);

    @TempDir
    private static Path temp;

    private static ServiceInTest service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
    }

    @AfterAll
    static void stop() {
        service.close();
    }

    private static JsonNode story(JsonNode job) {
        return service.get("/jobs/" + job.path("id").asString());
    }

    @Test
    void aHalfCopiedFileIsLeftAloneUntilItStopsChanging() throws Exception {
        service.live(Rules.keepName("slowly", "settle: 10s"));
        Path file = service.inbox("slowly").resolve("slow.txt");
        StringBuilder whole = new StringBuilder();
        try (OutputStream out = Files.newOutputStream(file)) {
            for (int piece = 0; piece < 8; piece++) {
                whole.append("piece ").append(piece).append('\n');
                out.write(("piece " + piece + "\n").getBytes());
                out.flush();
                service.awaitLook("slowly");
                service.advance(Duration.ofSeconds(6));
                service.awaitLook("slowly");
                assertThat(file).as("still in its folder while it grows").exists();
            }
        }
        service.advance(Duration.ofSeconds(10));
        service.awaitJob("slow.txt", "filed");
        assertThat(service.archive().resolve("slowly/slow.txt")).hasContent(whole.toString());
    }

    @Test
    void hiddenTemporaryAndLinkedFilesAreLeftAlone() throws Exception {
        service.live(Rules.keepName("odd-names", "arrives: whole"));
        Path secret = Files.writeString(temp.resolve("secret.txt"), "not for filing");
        Files.createSymbolicLink(service.inbox("odd-names").resolve("link.txt"), secret);
        List<String> ignored =
                List.of(".hidden.txt", "~$open.txt", "upload.tmp", "copy.part", "fetch.crdownload", "edit.txt~");
        for (String name : ignored) {
            service.drop("odd-names", name, "not yet");
        }
        service.drop("odd-names", "last of them.txt", "a note");
        service.awaitJob("last of them.txt", "filed");
        assertThat(service.jobsOf("odd-names")).hasSize(1);
        for (String name : ignored) {
            assertThat(service.inbox("odd-names").resolve(name)).exists();
        }
        assertThat(service.inbox("odd-names").resolve("link.txt")).isSymbolicLink();
    }

    @Test
    void aFileChangedAfterItWasTakenComesBackAsAnArrivalOfItsOwn() throws Exception {
        service.live(Rules.keepName("late-words", "arrives: whole"));
        Path outside = Files.createDirectories(temp.resolve("outside")).resolve("report.txt");
        Files.writeString(outside, "first words\n");
        try (OutputStream late = Files.newOutputStream(outside, StandardOpenOption.APPEND)) {
            Files.move(outside, service.inbox("late-words").resolve("report.txt"));
            RunningService.await("it is taken", RunningService.LONGEST_WAIT, () -> !service.jobsNamed("report.txt")
                    .isEmpty());
            JsonNode first = service.job("report.txt");
            late.write("late words\n".getBytes());
            late.flush();
            service.awaitInTime("the change is a job of its own", () -> service.count("late-words", "filed") == 2);
            long arrival = story(first).path("arrival").asLong();
            assertThat(story(service.job("report.txt")).path("ledger").toString())
                    .contains("\"follows\":\"" + arrival + "\"");
            assertThat(story(first).path("ledger").toString()).contains("arrival.late-change");
        }
        assertThat(service.archive().resolve("late-words/report.txt")).hasContent("first words\n");
        assertThat(service.archive().resolve("late-words/report (2).txt")).hasContent("first words\nlate words\n");
    }

    @Test
    void aFailedFileIsGivenBackBesideItsReasonAndTriedAgainWhenDroppedAgain() throws Exception {
        service.live(Rules.tickets("tickets", "number it"));
        service.drop("tickets", "odd.txt", "HARBOUR TICKET\n\nNumbr: none\n");
        JsonNode job = service.awaitJob("odd.txt", "failed");
        Path failed = service.inbox("tickets").resolve("failed");
        Path reason = failed.resolve("odd.txt.reason.txt");
        RunningService.await("the reason lies beside it", RunningService.LONGEST_WAIT, () -> Files.exists(reason));
        assertThat(failed.resolve("odd.txt")).hasContent("HARBOUR TICKET\n\nNumbr: none\n");
        assertThat(reason)
                .content()
                .contains("odd.txt was not filed")
                .contains("No \"ticket number\" on page 1")
                .contains("nearest: \"Numbr:\", page 1")
                .contains("lectomen job retry " + job.path("id").asString());

        Files.writeString(failed.resolve("odd.txt"), Rules.ticket("T-0042"));
        Files.move(failed.resolve("odd.txt"), service.inbox("tickets").resolve("odd.txt"));
        service.awaitJob("odd.txt", "filed");
        assertThat(service.archive().resolve("tickets/T-0042.txt")).exists();
    }

    @Test
    void aFolderThatDisappearsIsSaidAndTakenUpAgainWhenItReturns() throws Exception {
        service.live(Rules.keepName("share", "sweep: 1s"));
        Path away = temp.resolve("taken-away");
        Files.move(service.inbox("share"), away);
        service.awaitInTime("it is said that the folder is away", () -> service.source("share")
                .path("trouble")
                .path("code")
                .asString("")
                .equals("folder.not-reached"));
        assertThat(service.get("/status").path("attention").toString()).contains("inbox/share");
        assertThat(service.inbox("share"))
                .as("it may be a share, so it is not made anew")
                .doesNotExist();
        Files.move(away, service.inbox("share"));
        service.awaitInTime(
                "it is reached again", () -> !service.source("share").has("trouble"));
        service.drop("share", "back.txt", "a note");
        service.awaitInTime("what is dropped then is filed", () -> service.count("share", "filed") == 1);
    }

    @Test
    void namesOf255BytesInForeignBytesAndWithControlCharactersAreTaken() throws Exception {
        service.live(Rules.keepName("foreign", "arrives: whole"));
        String longest = "n".repeat(251) + ".txt";
        service.drop("foreign", longest, "longest");
        service.drop("foreign", "bell\u0007 and\nbreak.txt", "control");
        Path outside = Files.writeString(temp.resolve("plain"), "foreign");
        String target = service.inbox("foreign").toString();
        Process move = new ProcessBuilder(
                        "bash", "-c", "mv \"$0\" \"$1\"/$'gr\\xfc\\xdfe.txt'", outside.toString(), target)
                .inheritIO()
                .start();
        assertThat(move.waitFor()).isZero();
        RunningService.await(
                "all three are filed", RunningService.LONGEST_WAIT, () -> service.count("foreign", "filed") == 3);
        assertThat(service.archive().resolve("foreign").resolve(longest)).hasContent("longest");
        assertThat(service.archive().resolve("foreign/bell and break.txt")).hasContent("control");
        List<String> contents = new ArrayList<>();
        try (DirectoryStream<Path> files =
                Files.newDirectoryStream(service.archive().resolve("foreign"), "*.txt")) {
            for (Path file : files) {
                contents.add(Files.readString(file));
            }
        }
        assertThat(contents).containsExactlyInAnyOrder("longest", "control", "foreign");
    }

    @Test
    void pendingFilesAreTakenOrLeftAsChosenWhenARuleGoesLive() throws Exception {
        Files.createDirectories(service.inbox("taking"));
        Files.createDirectories(service.inbox("leaving"));
        Files.writeString(service.inbox("taking").resolve("old.txt"), "old");
        Files.writeString(service.inbox("leaving").resolve("older.txt"), "older");
        service.post("/rules", Rules.keepName("taking", "arrives: whole"));
        service.post("/rules", Rules.keepName("leaving", "arrives: whole"));
        service.post("/rules/taking/live", "");
        service.post("/rules/leaving/live?existing=leave", "");
        service.awaitJob("old.txt", "filed");
        service.drop("leaving", "new.txt", "new");
        service.awaitJob("new.txt", "filed");
        assertThat(service.inbox("leaving").resolve("older.txt")).hasContent("older");
        assertThat(service.jobsNamed("older.txt")).isEmpty();
        Files.writeString(service.inbox("leaving").resolve("older.txt"), "older, but touched");
        service.awaitJob("older.txt", "filed");
    }

    @Test
    void pendingFilesAreShownBeforeARuleGoesLiveAndMayBeLeft() throws Exception {
        Path inbox = Files.createDirectories(service.inbox("picky"));
        Path old = Files.writeString(inbox.resolve("aged.txt"), Rules.ticket("T-0001"));
        Files.setLastModifiedTime(old, FileTime.from(Instant.parse("2026-01-05T10:00:00Z")));
        Files.writeString(inbox.resolve("fresh.txt"), Rules.ticket("T-0002"));
        Files.writeString(inbox.resolve("picky.json"), "{\"a\": 1}");
        service.post("/rules", Rules.tickets("picky", "number it"));
        assertThat(service.client("rule", "pending", "picky").out())
                .containsPattern("aged.txt +2026-01-05 .* read it to decide")
                .containsPattern("picky.json .* leave it: does not accept json")
                .contains("3 files are in its folders: take 0, read 2 to decide, leave 1.");
        assertThat(service.jobsNamed("fresh.txt")).as("looking takes nothing").isEmpty();
        assertThat(service.client("rule", "live", "picky", "--existing", "newer", "--than", "2026-06-01")
                        .exitCode())
                .isZero();
        service.awaitJob("fresh.txt", "filed");
        service.awaitLook("picky");
        assertThat(old).as("what is older is left").exists();
        Files.writeString(old, Rules.ticket("T-0003"));
        service.awaitJob("aged.txt", "filed");
    }

    @Test
    void anUnmatchedFileIsReportedOnceAndTakenWhenTheRulesChange() throws Exception {
        service.live(Rules.tickets("narrow", "number it"));
        service.drop("narrow", "data.json", "{\"a\": 1}");
        JsonNode told = service.awaitJob("data.json", "unmatched");
        assertThat(told.path("reason").path("words").asString()).contains("narrow: does not accept json");
        assertThat(service.inbox("narrow").resolve("data.json")).exists();
        service.drop("narrow", "real.txt", Rules.ticket("T-0001"));
        service.awaitJob("real.txt", "filed");
        assertThat(service.jobsNamed("data.json")).as("said once").hasSize(1);

        service.live(Rules.keepName("everything", "")
                .replace("{inbox}/everything\"", "{inbox}/narrow\"\n    arrives: whole"));
        JsonNode taken = service.awaitJob("data.json", "filed");
        assertThat(taken.path("id").asString())
                .as("the same job goes on")
                .isEqualTo(told.path("id").asString());
        assertThat(service.inbox("narrow").resolve("data.json")).doesNotExist();
    }

    @Test
    void aFileInTheHiddenFolderThatNoJobKnowsIsGivenBackAtTheNextStart() throws Exception {
        service.live(Rules.keepName("orphans", "arrives: whole"));
        service.drop("orphans", "known.txt", "known");
        service.awaitJob("known.txt", "filed");
        service.post("/rules/orphans/pause", "");
        String store = service.get("/status").path("store").asString();
        service.stop();
        Path orphan = Files.createDirectories(
                service.inbox("orphans").resolve(".lectomen").resolve(store).resolve("9-99"));
        Files.writeString(orphan.resolve("forgotten.txt"), "forgotten");
        service.startAgain();
        service.post("/rules/orphans/live", "");
        service.awaitJob("forgotten.txt", "filed");
        assertThat(service.archive().resolve("orphans/forgotten.txt")).hasContent("forgotten");
    }

    @Test
    void aPausedRuleTakesNothingUntilItIsLiveAgain() throws Exception {
        service.live(Rules.keepName("paused", "arrives: whole"));
        service.live(Rules.keepName("awake", "arrives: whole"));
        service.post("/rules/paused/pause", "");
        service.drop("paused", "waits.txt", "a note");
        service.drop("awake", "does not wait.txt", "a note");
        service.awaitJob("does not wait.txt", "filed");
        service.awaitLook("awake");
        assertThat(service.jobsNamed("waits.txt")).isEmpty();
        assertThat(service.inbox("paused").resolve("waits.txt")).exists();
        service.post("/rules/paused/live", "");
        service.awaitJob("waits.txt", "filed");
    }

    @Test
    void whileAllIntakeIsPausedNothingIsTakenNotEvenAfterARestart() throws Exception {
        service.live(Rules.keepName("stopped", "arrives: whole"));
        assertThat(service.client("intake", "pause").out()).contains("All intake was paused");
        service.drop("stopped", "note.txt", "a note");
        service.stop();
        service.startAgain();
        RunningService.await("it is said", RunningService.LONGEST_WAIT, () -> service.source("stopped")
                .path("trouble")
                .path("code")
                .asString("")
                .equals("intake.paused"));
        service.awaitLook("stopped");
        assertThat(service.inbox("stopped").resolve("note.txt")).exists();
        assertThat(service.get("/status").path("attention").toString()).contains("All intake was paused");
        service.post("/intake/resume", "");
        service.awaitJob("note.txt", "filed");
    }

    @Test
    void filesInWatchedSubfoldersAreTakenAndTheFoldersStay() throws Exception {
        service.live(Rules.keepName("deep", "arrives: whole\nsubfolders: watch"));
        Path inner = Files.createDirectories(service.inbox("deep").resolve("quay 7/inner"));
        Files.writeString(inner.resolve("deep.txt"), "deep");
        JsonNode deep = service.awaitJob("deep.txt", "filed");
        assertThat(deep.path("subfolder").asString()).isEqualTo("quay 7/inner");
        Files.writeString(inner.resolve("second.txt"), "seen by its event");
        service.awaitJob("second.txt", "filed");
        assertThat(inner).isEmptyDirectory();
    }

    @Test
    void aDroppedFolderIsTakenWithWhatIsInItAsOneArrival() throws Exception {
        service.live(Rules.keepName("batches", "arrives: whole\nsubfolders: take"));
        Path batch = Files.createDirectories(temp.resolve("batches/batch 7/inner"));
        for (String name : List.of("a.txt", "b.txt")) {
            Files.writeString(batch.resolveSibling(name), name);
        }
        Files.writeString(batch.resolve("c.txt"), "c");
        Files.move(temp.resolve("batches/batch 7"), service.inbox("batches").resolve("batch 7"));
        RunningService.await(
                "all are filed", RunningService.LONGEST_WAIT, () -> service.count("batches", "filed") == 3);
        assertThat(service.jobsOf("batches").stream()
                        .map(job -> story(job).path("arrival").asLong())
                        .distinct())
                .hasSize(1);
        service.advance(GRACE);
        RunningService.await(
                "the folder is gone",
                RunningService.LONGEST_WAIT,
                () -> Files.notExists(service.inbox("batches").resolve("batch 7")));
    }

    @Test
    void aFileOnAShareThatCanNotBeWrittenIsTakenOnceAndAgainOnlyWhenItChanges() throws Exception {
        Path share = Files.createDirectories(service.inbox("fixed"));
        try (SmallDisk disk = SmallDisk.mount(share, "size=1m")) {
            Files.writeString(share.resolve("fixed.txt"), "first");
            disk.remount("ro");
            service.live(Rules.keepName("fixed", "settle: 10s\nsweep: 1s"));
            service.awaitInTime("it is filed", () -> service.count("fixed", "filed") == 1);
            JsonNode job = service.job("fixed.txt");
            assertThat(job.path("leftInFolder").asBoolean()).isTrue();
            for (int sweep = 0; sweep < 3; sweep++) {
                service.advance(Duration.ofSeconds(2));
                service.awaitLook("fixed");
            }
            assertThat(service.jobsOf("fixed")).as("not at each look").hasSize(1);
            service.awaitInTime(
                    "it is counted as left",
                    () -> service.source("fixed").path("left").asInt() == 1);
            disk.remount("rw");
            Files.writeString(share.resolve("fixed.txt"), "second, longer");
            disk.remount("ro");
            service.awaitInTime("its change is taken", () -> service.count("fixed", "filed") == 2);
            assertThat(share.resolve("fixed.txt")).hasContent("second, longer");
            service.post("/rules/fixed/pause", "");
        }
    }

    @Test
    void bytesThatWereFiledBeforeAreHeldOrRejectedWithALink() throws Exception {
        service.live(Rules.keepName("holding", "arrives: whole\nseen before: hold"));
        service.live(Rules.keepName("rejecting", "arrives: whole\nseen before: reject"));
        service.drop("holding", "first.txt", "the same bytes");
        String first = service.awaitJob("first.txt", "filed").path("id").asString();
        service.drop("holding", "again.txt", "the same bytes");
        JsonNode held = service.awaitJob("again.txt", "held");
        assertThat(held.path("reason").path("words").asString()).contains("by job " + first);
        service.drop("rejecting", "refused.txt", "the same bytes");
        service.awaitJob("refused.txt", "rejected");
        service.post("/jobs/" + held.path("id").asString() + "/release", "");
        service.awaitJob("again.txt", "filed");
    }

    @Test
    void anOwnResultThatComesBackIsKnownAndARingThroughSeveralRulesEnds() throws Exception {
        service.live(Rules.keepName("ring-one", "arrives: whole").replace("{file name}", "{file name} one"));
        service.live(Rules.keepName("ring-two", "arrives: whole").replace("{file name}", "{file name} two"));
        service.drop("ring-one", "round.txt", "round and round");
        JsonNode made = service.awaitJob("round.txt", "filed");
        Files.copy(
                service.archive().resolve("ring-one/round one.txt"),
                service.inbox("ring-two").resolve("round one.txt"));
        JsonNode next = service.awaitJob("round one.txt", "filed");
        assertThat(next.path("resultOf").asString()).isEqualTo(made.path("id").asString());
        Files.copy(
                service.archive().resolve("ring-two/round one two.txt"),
                service.inbox("ring-one").resolve("round one two.txt"));
        JsonNode stopped = service.awaitJob("round one two.txt", "unmatched");
        assertThat(stopped.path("reason").path("code").asString()).isEqualTo("file.own-result");
        assertThat(service.archive().resolve("ring-one")).isDirectoryNotContaining("glob:**two one*");
    }

    @Test
    void aFolderWithoutEventsAndWithAnotherClockIsSwept() throws Exception {
        Path lower = Files.createDirectories(temp.resolve("lower"));
        Path upper = Files.createDirectories(temp.resolve("upper"));
        Path share = Files.createDirectories(service.inbox("silent"));
        SmallDisk.run("mount", "-t", "tmpfs", "tmpfs", upper.toString());
        Path layer = Files.createDirectories(upper.resolve("layer"));
        Path working = Files.createDirectories(upper.resolve("work"));
        SmallDisk.run(
                "mount",
                "-t",
                "overlay",
                "-o",
                "lowerdir=" + lower + ",upperdir=" + layer + ",workdir=" + working,
                "overlay",
                share.toString());
        try {
            service.live(Rules.keepName("silent", "settle: 500ms\nsweep: 1s"));
            Path silent = Files.writeString(layer.resolve("silent.txt"), "written without an event");
            Files.setLastModifiedTime(silent, FileTime.from(Instant.now().plusSeconds(86_400)));
            service.awaitInTime("it is filed", () -> service.count("silent", "filed") == 1);
            Path old = Files.writeString(layer.resolve("behind.txt"), "from a clock that is behind");
            Files.setLastModifiedTime(old, FileTime.from(Instant.parse("1999-01-01T00:00:00Z")));
            service.awaitInTime("the old one is filed", () -> service.count("silent", "filed") == 2);
            service.post("/rules/silent/pause", "");
        } finally {
            SmallDisk.run("umount", "-l", share.toString());
            SmallDisk.run("umount", "-l", upper.toString());
        }
    }

    @Test
    void silenceForLongerThanExpectedIsSaid() throws Exception {
        service.live(Rules.keepName("quiet", "arrives: whole\nexpect every: 2h"));
        assertThat(service.get("/status").path("attention").toString()).doesNotContain("expected every 2 h");
        service.advance(Duration.ofHours(3));
        assertThat(service.get("/status").path("attention").toString()).contains("expected every 2 h");
        service.drop("quiet", "at-last.txt", "here");
        service.awaitJob("at-last.txt", "filed");
        assertThat(service.source("quiet").has("lastArrivalAt")).isTrue();
        assertThat(service.get("/status").path("attention").toString()).doesNotContain("expected every 2 h");
    }

    @Test
    void aNewFileIsTakenBesideManyRemainingOnesWithoutASweep() throws Exception {
        int many = LongRun.of(600, 8_000);
        service.live(Rules.keepName("crowded", "arrives: whole\naccept: [pdf, text]\nsweep: 10m"));
        service.post("/rules/crowded/pause", "");
        for (int i = 0; i < many; i++) {
            Files.write(service.inbox("crowded").resolve("picture-" + i + ".json"), new byte[] {'{', '}'});
        }
        service.post("/rules/crowded/live", "");
        RunningService.await(
                "all are told of",
                RunningService.LONGEST_WAIT,
                () -> service.source("crowded").path("unmatched").asInt() == many);
        for (int i = 0; i < 5; i++) {
            service.drop("crowded", "new-" + i + ".txt", "new " + i);
            service.awaitJob("new-" + i + ".txt", "filed");
        }
        assertThat(service.source("crowded").path("unmatched").asInt())
                .as("those are told of once")
                .isEqualTo(many);
    }
}
