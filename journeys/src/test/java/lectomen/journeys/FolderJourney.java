package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What may happen in a hot folder. */
class FolderJourney {
    @TempDir
    private Path temp;

    private RunningService service;

    @BeforeEach
    void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
    }

    @AfterEach
    void stop() throws Exception {
        service.close();
    }

    private Path dropWhole(String folder, String name, String text) throws Exception {
        Path outside = Files.createDirectories(temp.resolve("outside")).resolve(name);
        return Files.move(
                Files.writeString(outside, text), service.inbox(folder).resolve(name));
    }

    @Test
    void aHalfCopiedFileIsLeftAloneUntilItStopsChanging() throws Exception {
        service.live(Rules.keepName("notes", "settle: 1500ms"));
        Path file = service.inbox("notes").resolve("slow.txt");
        try (OutputStream out = Files.newOutputStream(file)) {
            for (int piece = 0; piece < 8; piece++) {
                out.write(("piece " + piece + "\n").getBytes());
                out.flush();
                Thread.sleep(400);
                assertThat(file).as("still in its folder while it grows").exists();
            }
        }
        service.awaitJob("slow.txt", "filed");
        assertThat(service.archive().resolve("notes/slow.txt"))
                .hasContent(Stream.of(0, 1, 2, 3, 4, 5, 6, 7)
                        .map(piece -> "piece " + piece + "\n")
                        .reduce("", String::concat));
    }

    @Test
    void hiddenTemporaryAndLinkedFilesAreLeftAlone() throws Exception {
        service.live(Rules.keepName("notes", "arrives: whole"));
        Path secret = Files.writeString(temp.resolve("secret.txt"), "not for filing");
        Files.createSymbolicLink(service.inbox("notes").resolve("link.txt"), secret);
        List<String> ignored =
                List.of(".hidden.txt", "~$open.txt", "upload.tmp", "copy.part", "fetch.crdownload", "edit.txt~");
        for (String name : ignored) {
            dropWhole("notes", name, "not yet");
        }
        dropWhole("notes", "last.txt", "a note");
        service.awaitJob("last.txt", "filed");
        assertThat(service.jobs()).hasSize(1);
        for (String name : ignored) {
            assertThat(service.inbox("notes").resolve(name)).exists();
        }
        assertThat(service.inbox("notes").resolve("link.txt")).isSymbolicLink();
    }

    @Test
    void aFileChangedAfterItWasTakenComesBackAsAnArrivalOfItsOwn() throws Exception {
        service.live(Rules.keepName("notes", "arrives: whole"));
        Path outside = Files.createDirectories(temp.resolve("outside")).resolve("report.txt");
        Files.writeString(outside, "first words\n");
        try (OutputStream late = Files.newOutputStream(outside, StandardOpenOption.APPEND)) {
            Files.move(outside, service.inbox("notes").resolve("report.txt"));
            // A file that was taken is watched for a while only, however long its job waits for a worker.
            RunningService.await(
                    "it is taken", Duration.ofSeconds(60), () -> !service.jobs().isEmpty());
            JsonNode first = service.job("report.txt");
            late.write("late words\n".getBytes());
            late.flush();
            RunningService.await(
                    "the change is a job of its own", Duration.ofSeconds(60), () -> service.count("filed") == 2);
            JsonNode story =
                    service.get("/jobs/" + service.job("report.txt").path("id").asString());
            assertThat(story.path("ledger").toString()).contains("\"follows\":\"1\"");
            assertThat(service.get("/jobs/" + first.path("id").asString())
                            .path("ledger")
                            .toString())
                    .contains("arrival.late-change");
        }
        assertThat(service.archive().resolve("notes/report.txt")).hasContent("first words\n");
        assertThat(service.archive().resolve("notes/report (2).txt")).hasContent("first words\nlate words\n");
    }

    @Test
    void aFailedFileIsGivenBackBesideItsReasonAndTriedAgainWhenDroppedAgain() throws Exception {
        service.live(Rules.tickets("tickets", "number it"));
        dropWhole("tickets", "odd.txt", "HARBOUR TICKET\n\nNumbr: none\n");
        service.awaitJob("odd.txt", "failed");
        Path failed = service.inbox("tickets").resolve("failed");
        Path reason = failed.resolve("odd.txt.reason.txt");
        RunningService.await("the reason lies beside it", Duration.ofSeconds(10), () -> Files.exists(reason));
        assertThat(failed.resolve("odd.txt")).hasContent("HARBOUR TICKET\n\nNumbr: none\n");
        assertThat(reason)
                .content()
                .contains("odd.txt was not filed")
                .contains("No ticket number on page 1")
                .contains("nearest: \"Numbr:\", page 1")
                .contains("lectomen job retry 1-1");

        Files.writeString(failed.resolve("odd.txt"), Rules.ticket("T-0042"));
        Files.move(failed.resolve("odd.txt"), service.inbox("tickets").resolve("odd.txt"));
        service.awaitJob("odd.txt", "filed");
        assertThat(service.archive().resolve("tickets/T-0042.txt")).exists();
    }

    @Test
    void aFolderThatDisappearsIsSaidAndTakenUpAgainWhenItReturns() throws Exception {
        service.live(Rules.keepName("notes", "sweep: 1s"));
        Path away = temp.resolve("taken-away");
        Files.move(service.inbox("notes"), away);
        RunningService.await("it is said that the folder is away", Duration.ofSeconds(20), () -> service.get("/status")
                .path("sources")
                .get(0)
                .path("trouble")
                .path("code")
                .asString("")
                .equals("folder.not-reached"));
        assertThat(service.get("/status").path("attention").toString()).contains("inbox/notes");
        assertThat(service.inbox("notes"))
                .as("it may be a share, so it is not made anew")
                .doesNotExist();
        Files.move(away, service.inbox("notes"));
        RunningService.await(
                "it is reached again",
                Duration.ofSeconds(20),
                () -> !service.get("/status").path("sources").get(0).has("trouble"));
        dropWhole("notes", "back.txt", "a note");
        service.awaitJob("back.txt", "filed");
    }

    @Test
    void namesOf255BytesInForeignBytesAndWithControlCharactersAreTaken() throws Exception {
        service.live(Rules.keepName("notes", "arrives: whole"));
        String longest = "n".repeat(251) + ".txt";
        dropWhole("notes", longest, "longest");
        dropWhole("notes", "bell\u0007 and\nbreak.txt", "control");
        Path outside = Files.writeString(temp.resolve("plain"), "foreign");
        String target = service.inbox("notes").toString();
        Process move = new ProcessBuilder(
                        "bash", "-c", "mv \"$0\" \"$1\"/$'gr\\xfc\\xdfe.txt'", outside.toString(), target)
                .inheritIO()
                .start();
        assertThat(move.waitFor()).isZero();
        RunningService.await("all three are filed", Duration.ofSeconds(30), () -> service.count("filed") == 3);
        assertThat(service.archive().resolve("notes").resolve(longest)).hasContent("longest");
        assertThat(service.archive().resolve("notes/bell and break.txt")).hasContent("control");
        try (Stream<Path> files = Files.list(service.archive().resolve("notes"))) {
            assertThat(files.map(RunningServiceFiles::read)).contains("foreign");
        }
    }

    /** Reads small files inside streams. */
    private static final class RunningServiceFiles {
        static String read(Path file) {
            try {
                return Files.readString(file);
            } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        }
    }

    @Test
    void whatLiesThereIsTakenOrLeftAsTheyWishWhoPutARuleLive() throws Exception {
        Files.createDirectories(service.inbox("taking"));
        Files.createDirectories(service.inbox("leaving"));
        Files.writeString(service.inbox("taking").resolve("old.txt"), "old");
        Files.writeString(service.inbox("leaving").resolve("older.txt"), "older");
        service.post("/rules", Rules.keepName("taking", "settle: 200ms"));
        service.post("/rules", Rules.keepName("leaving", "settle: 200ms"));
        service.post("/rules/taking/live", "");
        service.post("/rules/leaving/live?existing=leave", "");
        service.awaitJob("old.txt", "filed");
        dropWhole("leaving", "new.txt", "new");
        service.awaitJob("new.txt", "filed");
        assertThat(service.inbox("leaving").resolve("older.txt")).hasContent("older");
        assertThat(service.jobs()).hasSize(2);
        Files.writeString(service.inbox("leaving").resolve("older.txt"), "older, but touched");
        service.awaitJob("older.txt", "filed");
    }

    @Test
    void whoPutsARuleLiveSeesWhatLiesThereAndMayTakeOnlyWhatIsNewer() throws Exception {
        Path inbox = Files.createDirectories(service.inbox("picky"));
        Path old = Files.writeString(inbox.resolve("old.txt"), Rules.ticket("T-0001"));
        Files.setLastModifiedTime(old, FileTime.from(Instant.parse("2026-01-05T10:00:00Z")));
        Files.writeString(inbox.resolve("fresh.txt"), Rules.ticket("T-0002"));
        Files.writeString(inbox.resolve("data.json"), "{\"a\": 1}");
        service.post("/rules", Rules.tickets("picky", "number it"));
        assertThat(service.client("rule", "lying", "picky").out())
                .containsPattern("old.txt +2026-01-05 .* read it to tell")
                .containsPattern("data.json .* leave it: does not accept json")
                .contains("3 files lie in its folders: it would take 0, read 2 to tell, and leave 1.");
        assertThat(service.jobs()).as("looking takes nothing").isEmpty();
        assertThat(service.client("rule", "live", "picky", "--existing", "newer", "--than", "2026-06-01")
                        .exitCode())
                .isZero();
        service.awaitJob("fresh.txt", "filed");
        Thread.sleep(500);
        assertThat(old).as("what is older is left").exists();
        Files.writeString(old, Rules.ticket("T-0003"));
        service.awaitJob("old.txt", "filed");
    }

    @Test
    void aFileThatNoRuleWantsLiesThereOnceSaidAndIsTakenWhenTheRulesChange() throws Exception {
        service.live(Rules.tickets("tickets", "number it"));
        dropWhole("tickets", "data.json", "{\"a\": 1}");
        JsonNode told = service.awaitJob("data.json", "unwanted");
        assertThat(told.path("reason").path("words").asString()).contains("tickets: does not accept json");
        assertThat(service.inbox("tickets").resolve("data.json")).exists();
        dropWhole("tickets", "real.txt", Rules.ticket("T-0001"));
        service.awaitJob("real.txt", "filed");
        assertThat(service.jobs()).as("said once").hasSize(2);

        service.live(Rules.keepName("everything", "")
                .replace("{inbox}/everything\"", "{inbox}/tickets\"\n    arrives: whole"));
        JsonNode taken = service.awaitJob("data.json", "filed");
        assertThat(taken.path("id").asString())
                .as("the same job goes on")
                .isEqualTo(told.path("id").asString());
        assertThat(service.inbox("tickets").resolve("data.json")).doesNotExist();
    }

    @Test
    void aFileInTheHiddenFolderThatNoJobKnowsIsGivenBackAtTheNextStart() throws Exception {
        service.live(Rules.keepName("notes", "arrives: whole"));
        dropWhole("notes", "known.txt", "known");
        service.awaitJob("known.txt", "filed");
        service.post("/rules/notes/pause", "");
        String store = service.get("/status").path("store").asString();
        assertThat(service.stop()).isEqualTo(143);
        Path orphan = Files.createDirectories(
                service.inbox("notes").resolve(".lectomen").resolve(store).resolve("9-99"));
        Files.writeString(orphan.resolve("forgotten.txt"), "forgotten");
        service.startAgain();
        service.post("/rules/notes/live", "");
        service.awaitJob("forgotten.txt", "filed");
        assertThat(service.archive().resolve("notes/forgotten.txt")).hasContent("forgotten");
    }

    @Test
    void aPausedRuleTakesNothingUntilItIsLiveAgain() throws Exception {
        service.live(Rules.keepName("notes", "arrives: whole"));
        service.post("/rules/notes/pause", "");
        dropWhole("notes", "waits.txt", "a note");
        Thread.sleep(1_500);
        assertThat(service.jobs()).isEmpty();
        assertThat(service.inbox("notes").resolve("waits.txt")).exists();
        service.post("/rules/notes/live", "");
        service.awaitJob("waits.txt", "filed");
    }

    @Test
    void whileAllIntakeIsPausedNothingIsTakenNotEvenAfterARestart() throws Exception {
        service.live(Rules.keepName("notes", "arrives: whole"));
        assertThat(Launcher.run("intake", "pause", "--home", service.home().toString())
                        .out())
                .contains("All intake is paused");
        Path note = dropWhole("notes", "note.txt", "a note");
        service.stop();
        service.startAgain();
        RunningService.await("it is said", Duration.ofSeconds(20), () -> service.get("/status")
                .path("sources")
                .path(0)
                .path("trouble")
                .path("code")
                .asString("")
                .equals("intake.paused"));
        assertThat(note).exists();
        assertThat(service.get("/status").path("attention").toString()).contains("All intake is paused");
        service.post("/intake/resume", "");
        service.awaitJob("note.txt", "filed");
    }

    @Test
    void filesInWatchedSubfoldersAreTakenAndTheFoldersStay() throws Exception {
        service.live(Rules.keepName("notes", "arrives: whole\nsubfolders: watch"));
        Path inner = Files.createDirectories(service.inbox("notes").resolve("quay 7/inner"));
        Files.writeString(inner.resolve("deep.txt"), "deep");
        JsonNode deep = service.awaitJob("deep.txt", "filed");
        assertThat(deep.path("subfolder").asString()).isEqualTo("quay 7/inner");
        Files.writeString(inner.resolve("second.txt"), "seen by its event");
        service.awaitJob("second.txt", "filed");
        assertThat(inner).isEmptyDirectory();
    }

    @Test
    void aDroppedFolderIsTakenWithWhatIsInItAsOneArrival() throws Exception {
        service.live(Rules.keepName("notes", "settle: 300ms\nsubfolders: take"));
        Path outside = Files.createDirectories(temp.resolve("outside/batch 7/inner"));
        for (String name : List.of("a.txt", "b.txt")) {
            Files.writeString(outside.resolveSibling(name), name);
        }
        Files.writeString(outside.resolve("c.txt"), "c");
        Files.move(temp.resolve("outside/batch 7"), service.inbox("notes").resolve("batch 7"));
        RunningService.await("all are filed", Duration.ofSeconds(30), () -> service.count("filed") == 3);
        List<Long> arrivals = new ArrayList<>();
        for (JsonNode job : service.jobs()) {
            arrivals.add(service.get("/jobs/" + job.path("id").asString())
                    .path("arrival")
                    .asLong());
        }
        assertThat(arrivals).containsOnly(1L);
        RunningService.await(
                "the folder is gone",
                Duration.ofSeconds(20),
                () -> Files.notExists(service.inbox("notes").resolve("batch 7")));
    }

    @Test
    void aFileOnAShareThatCanNotBeWrittenIsTakenOnceAndAgainOnlyWhenItChanges() throws Exception {
        Path share = Files.createDirectories(service.inbox("notes"));
        try (SmallDisk disk = SmallDisk.mount(share, "size=1m")) {
            Files.writeString(share.resolve("fixed.txt"), "first");
            disk.remount("ro");
            service.live(Rules.keepName("notes", "settle: 200ms\nsweep: 1s"));
            JsonNode job = service.awaitJob("fixed.txt", "filed");
            assertThat(job.path("leftInFolder").asBoolean()).isTrue();
            Thread.sleep(3_000);
            assertThat(service.jobs()).as("not at each look").hasSize(1);
            assertThat(service.get("/status")
                            .path("sources")
                            .get(0)
                            .path("left")
                            .asInt())
                    .isEqualTo(1);
            disk.remount("rw");
            Files.writeString(share.resolve("fixed.txt"), "second, longer");
            disk.remount("ro");
            RunningService.await("its change is taken", Duration.ofSeconds(20), () -> service.count("filed") == 2);
            assertThat(share.resolve("fixed.txt")).hasContent("second, longer");
            service.post("/rules/notes/pause", "");
        }
    }

    @Test
    void bytesThatWereFiledBeforeAreHeldOrRejectedWithALink() throws Exception {
        service.live(Rules.keepName("holding", "arrives: whole\nseen before: hold"));
        service.live(Rules.keepName("rejecting", "arrives: whole\nseen before: reject"));
        dropWhole("holding", "first.txt", "the same bytes");
        String first = service.awaitJob("first.txt", "filed").path("id").asString();
        dropWhole("holding", "again.txt", "the same bytes");
        JsonNode held = service.awaitJob("again.txt", "held");
        assertThat(held.path("reason").path("words").asString()).contains("by job " + first);
        dropWhole("rejecting", "refused.txt", "the same bytes");
        service.awaitJob("refused.txt", "rejected");
        service.post("/jobs/" + held.path("id").asString() + "/release", "");
        service.awaitJob("again.txt", "filed");
    }

    @Test
    void anOwnResultThatComesBackIsKnownAndARingThroughSeveralRulesEnds() throws Exception {
        String first = Rules.keepName("first", "arrives: whole").replace("{file name}", "{file name} one");
        String second = Rules.keepName("second", "arrives: whole").replace("{file name}", "{file name} two");
        service.live(first);
        service.live(second);
        dropWhole("first", "note.txt", "round and round");
        JsonNode made = service.awaitJob("note.txt", "filed");
        Files.copy(
                service.archive().resolve("first/note one.txt"),
                service.inbox("second").resolve("note one.txt"));
        JsonNode next = service.awaitJob("note one.txt", "filed");
        assertThat(next.path("resultOf").asString()).isEqualTo(made.path("id").asString());
        Files.copy(
                service.archive().resolve("second/note one two.txt"),
                service.inbox("first").resolve("note one two.txt"));
        JsonNode stopped = service.awaitJob("note one two.txt", "unwanted");
        assertThat(stopped.path("reason").path("code").asString()).isEqualTo("file.own-result");
        assertThat(service.archive().resolve("first")).isDirectoryNotContaining("glob:**two one*");
    }

    @Test
    void aFolderWithoutEventsAndWithAnotherClockIsSwept() throws Exception {
        Path lower = Files.createDirectories(temp.resolve("lower"));
        Path upper = Files.createDirectories(temp.resolve("upper"));
        Path share = Files.createDirectories(service.inbox("notes"));
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
            service.live(Rules.keepName("notes", "settle: 500ms\nsweep: 1s"));
            Path silent = Files.writeString(layer.resolve("silent.txt"), "written without an event");
            Files.setLastModifiedTime(silent, FileTime.from(Instant.now().plusSeconds(86_400)));
            service.awaitJob("silent.txt", "filed");
            Path old = Files.writeString(layer.resolve("old.txt"), "from a clock that is behind");
            Files.setLastModifiedTime(old, FileTime.from(Instant.parse("1999-01-01T00:00:00Z")));
            service.awaitJob("old.txt", "filed");
            service.post("/rules/notes/pause", "");
            service.stop();
        } finally {
            SmallDisk.run("umount", "-l", share.toString());
            SmallDisk.run("umount", "-l", upper.toString());
        }
    }

    @Test
    void silenceForLongerThanExpectedIsSaid() throws Exception {
        service.live(Rules.keepName("notes", "arrives: whole\nexpect every: 2s"));
        RunningService.await(
                "it is said",
                Duration.ofSeconds(20),
                () -> service.get("/status").path("attention").toString().contains("expects a file every 2 s"));
        dropWhole("notes", "at-last.txt", "here");
        service.awaitJob("at-last.txt", "filed");
        JsonNode source = service.get("/status").path("sources").get(0);
        assertThat(source.has("lastArrivalAt")).isTrue();
    }

    @Test
    void aNewFileIsTakenBesideManyThatLieThereWithoutWaitingForASweep() throws Exception {
        service.live(Rules.keepName("notes", "arrives: whole\naccept: [pdf, text]\nsweep: 10m"));
        service.post("/rules/notes/pause", "");
        for (int i = 0; i < 8_000; i++) {
            Files.write(service.inbox("notes").resolve("picture-" + i + ".json"), new byte[] {'{', '}'});
        }
        service.post("/rules/notes/live", "");
        RunningService.await("all are told of", Duration.ofSeconds(90), () -> service.count("unwanted") == 8_000);
        for (int i = 0; i < 5; i++) {
            dropWhole("notes", "new-" + i + ".txt", "new " + i);
            service.awaitJob("new-" + i + ".txt", "filed");
        }
        assertThat(service.count("unwanted")).as("those are told of once").isEqualTo(8_000);
    }
}
