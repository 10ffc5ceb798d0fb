package lectomen.service.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.reason.Reason;
import lectomen.service.Await;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** One hot folder, look by look, on a clock that only moves when told. */
class HotFolderTest {
    private static final Duration SETTLE = Duration.ofSeconds(2);
    private static final Duration GRACE = Duration.ofSeconds(20);
    private static final Duration SWEEP = Duration.ofSeconds(30);

    @TempDir
    private Path temp;

    private FolderUnderTest notes;

    @BeforeEach
    void open() throws IOException {
        notes = new FolderUnderTest(temp);
    }

    @AfterEach
    void close() {
        notes.close();
    }

    private String trouble() {
        return notes.hot().status().trouble().map(Reason::code).orElse("");
    }

    private static Path failedFolder(FolderUnderTest of) {
        return of.folder.resolve("failed");
    }

    @Test
    void aFileIsTakenOnceItIsUnchangedForTheSettleTime() throws Exception {
        notes.rule("notes", ", settle: 2s, sweep: 30s", "");
        Path file = notes.drop("note.txt", "first");
        assertThat(notes.look()).isEqualTo(SETTLE);
        assertThat(notes.hot().status().settling()).isEqualTo(1);
        assertThat(notes.lookAfter(SETTLE.minusMillis(1))).isLessThanOrEqualTo(Duration.ofMillis(20));
        assertThat(notes.jobs()).isEmpty();
        notes.lookAfter(Duration.ofMillis(1));
        assertThat(notes.names()).containsExactly("note.txt waiting");
        assertThat(file).doesNotExist();
        assertThat(notes.hot().status().settling()).isZero();
        assertThat(notes.arrivals()).isGreaterThanOrEqualTo(1);
    }

    @Test
    void aFileThatStillGrowsBeginsToSettleAnew() throws Exception {
        notes.rule("notes", ", settle: 2s", "");
        notes.drop("note.txt", "first");
        notes.look();
        for (int piece = 0; piece < 5; piece++) {
            notes.drop("note.txt", "first" + " more".repeat(piece + 1));
            assertThat(notes.lookAfter(Duration.ofMillis(1_500))).isEqualTo(SETTLE);
        }
        assertThat(notes.jobs()).isEmpty();
        notes.lookAfter(SETTLE);
        assertThat(notes.names()).containsExactly("note.txt waiting");
    }

    @Test
    void aFileInAFolderOfWholeFilesIsTakenAtTheFirstLook() throws Exception {
        notes.rule("notes", ", arrives: whole", "");
        notes.drop("note.txt", "whole");
        notes.look();
        assertThat(notes.names()).containsExactly("note.txt waiting");
        assertThat(notes.hot().status().lastArrivalAt()).contains(notes.fixture.clock.instant());
    }

    @Test
    void nothingIsTakenWithoutARule() throws Exception {
        notes.drop("note.txt", "text");
        notes.look();
        assertThat(notes.jobs()).isEmpty();
        assertThat(notes.hot().acts()).isFalse();
        notes.rule("notes", ", arrives: whole", "");
        assertThat(notes.hot().acts()).isTrue();
        notes.look();
        assertThat(notes.jobs()).hasSize(1);
        notes.hot().rest();
        Path left = notes.drop("later.txt", "text");
        notes.look();
        assertThat(left).exists();
    }

    @Test
    void aFileWithoutAnEventIsFoundByTheSweepAndNotBefore() throws Exception {
        notes.rule("notes", ", arrives: whole, sweep: 30s", "");
        assertThat(notes.look()).isEqualTo(SWEEP);
        Files.writeString(notes.folder.resolve("silent.txt"), "no event");
        notes.lookAfter(Duration.ofSeconds(10));
        assertThat(notes.jobs()).isEmpty();
        notes.lookAfter(Duration.ofSeconds(20));
        assertThat(notes.names()).containsExactly("silent.txt waiting");
    }

    @Test
    void anEventOfNoPathHasTheWholeFolderLookedThrough() throws Exception {
        notes.rule("notes", ", arrives: whole", "");
        notes.look();
        Files.writeString(notes.folder.resolve("lost.txt"), "its event was lost");
        notes.hot().tell(Set.of());
        notes.look();
        assertThat(notes.names()).containsExactly("lost.txt waiting");
    }

    @Test
    void theSpareOfATakenFileGoesAfterTheGraceTime() throws Exception {
        notes.rule("notes", ", arrives: whole", "");
        notes.drop("note.txt", "text");
        notes.look();
        Path hidden = notes.folder.resolve(".lectomen");
        assertThat(filesBelow(hidden)).hasSize(1);
        notes.lookAfter(GRACE.minusMillis(1));
        assertThat(filesBelow(hidden)).hasSize(1);
        notes.lookAfter(Duration.ofMillis(1));
        assertThat(filesBelow(hidden)).isEmpty();
    }

    @Test
    void whatIsWrittenToATakenFileInTheGraceTimeIsAnArrivalOfItsOwn() throws Exception {
        notes.rule("notes", ", arrives: whole", "");
        notes.drop("note.txt", "first words");
        notes.look();
        Path spare = filesBelow(notes.folder.resolve(".lectomen")).get(0);
        Files.writeString(spare, "first words, and late ones");
        notes.lookAfter(GRACE);
        assertThat(notes.jobs()).as("it may still be written to").hasSize(1);
        notes.lookAfter(GRACE);
        assertThat(notes.jobs()).hasSize(2);
        Job late = notes.jobs().get(1);
        assertThat(late.name()).isEqualTo("note.txt");
        assertThat(late.size()).isEqualTo("first words, and late ones".length());
        notes.lookAfter(GRACE);
        assertThat(filesBelow(notes.folder.resolve(".lectomen"))).isEmpty();
        assertThat(notes.jobs()).hasSize(2);
    }

    @Test
    void aTakenFileStaysWhileItsWriterPausesAndTheRestIsTakenOnceItIsDone() throws Exception {
        notes.rule("notes", ", settle: 2s", "");
        Process writer = new ProcessBuilder(
                        "sh",
                        "-c",
                        "exec 3>\"$0\"; printf 'first half' >&3; read go; printf ', second half' >&3",
                        "note.txt")
                .directory(notes.folder.toFile())
                .start();
        File note = notes.folder.resolve("note.txt").toFile();
        Await.until("the first half is written", () -> note.length() == "first half".length());
        notes.look();
        notes.lookAfter(Duration.ofSeconds(2));
        assertThat(notes.jobs()).extracting(Job::size).containsExactly((long) "first half".length());
        for (int minute = 0; minute < 3; minute++) {
            notes.lookAfter(Duration.ofMinutes(1));
        }
        assertThat(filesBelow(notes.folder.resolve(".lectomen")))
                .as("its writer has it open")
                .hasSize(1);
        assertThat(notes.hot().status().trouble()).isEmpty();

        writer.getOutputStream().write('\n');
        writer.getOutputStream().close();
        assertThat(writer.waitFor()).isZero();
        notes.lookAfter(GRACE);
        notes.lookAfter(GRACE);
        assertThat(notes.jobs()).extracting(Job::size).containsExactly((long) "first half".length(), (long)
                "first half, second half".length());
        assertThat(notes.hot().status().trouble().map(Reason::words))
                .hasValueSatisfying(words -> assertThat(words).contains("be unchanged for 4 s"));
        notes.lookAfter(GRACE);
        assertThat(filesBelow(notes.folder.resolve(".lectomen"))).isEmpty();

        notes.drop("next.txt", "text");
        notes.look();
        notes.lookAfter(Duration.ofSeconds(3));
        assertThat(notes.names()).doesNotContain("next.txt waiting");
        notes.lookAfter(Duration.ofSeconds(1));
        assertThat(notes.names()).contains("next.txt waiting");
    }

    private static List<Path> filesBelow(Path folder) throws IOException {
        if (Files.notExists(folder)) {
            return List.of();
        }
        try (var files = Files.walk(folder)) {
            return files.filter(Files::isRegularFile).toList();
        }
    }

    @Test
    void aFolderThatIsAwayIsSaidAndLookedAtAgainUntilItIsBack() throws Exception {
        notes.rule("notes", ", arrives: whole", "");
        notes.look();
        Path away = temp.resolve("away");
        Files.move(notes.folder, away);
        assertThat(notes.look()).isEqualTo(Duration.ofSeconds(2));
        assertThat(trouble()).isEqualTo("folder.not-reached");
        assertThat(notes.folder).as("it may be a share").doesNotExist();
        Files.writeString(away.resolve("note.txt"), "text");
        Files.move(away, notes.folder);
        notes.lookAfter(Duration.ofSeconds(2));
        assertThat(trouble()).isEmpty();
        assertThat(notes.names()).as("what came meanwhile is found").containsExactly("note.txt waiting");
    }

    @Test
    void aPauseOfAllIntakeOrOfTheFolderIsSaidAndKeepsFilesWhereTheyAre() throws Exception {
        notes.rule("notes", ", arrives: whole", "");
        notes.intake.pause("owner");
        Path file = notes.drop("note.txt", "text");
        assertThat(notes.look()).isEqualTo(Duration.ofSeconds(2));
        assertThat(trouble()).isEqualTo("intake.paused");
        notes.pauses.pause(notes.source, "owner");
        notes.intake.resume("owner");
        notes.look();
        assertThat(trouble()).isEqualTo("source.paused");
        assertThat(file).exists();
        notes.pauses.resume(notes.source, "owner");
        notes.look();
        assertThat(trouble()).isEmpty();
        assertThat(notes.names()).containsExactly("note.txt waiting");
    }

    @Test
    void aDiskThatIsTooFullIsSaidAndNothingIsTaken() throws Exception {
        notes.keepFree(Long.MAX_VALUE);
        notes.rule("notes", ", arrives: whole", "");
        Path file = notes.drop("note.txt", "text");
        notes.look();
        assertThat(trouble()).isEqualTo("disk.low");
        assertThat(file).exists();
    }

    @Test
    void aFolderThatIsClosedCountsWhatLiesThereAndTakesItWhenItOpens() throws Exception {
        notes.rule("notes", ", arrives: whole, open: \"11:00 to 12:00\"", "");
        notes.drop("note.txt", "text");
        Duration next = notes.look();
        assertThat(next).isLessThanOrEqualTo(SWEEP);
        assertThat(notes.hot().status().closed().map(Reason::code)).contains("source.closed");
        assertThat(notes.hot().status().ready()).isEqualTo(1);
        assertThat(notes.jobs()).isEmpty();
        notes.lookAfter(Duration.ofHours(1));
        assertThat(notes.hot().status().closed()).isEmpty();
        assertThat(notes.names()).containsExactly("note.txt waiting");
    }

    @Test
    void whatIsCollectedIsTakenInARunThatEndsByItself() throws Exception {
        notes.rule("notes", ", arrives: whole, run at: \"10:30\"", "");
        notes.drop("note.txt", "text");
        notes.look();
        assertThat(notes.jobs()).isEmpty();
        assertThat(notes.hot().status().nextRunAt()).contains(Instant.parse("2027-03-01T10:30:00Z"));
        notes.lookAfter(Duration.ofMinutes(30));
        assertThat(notes.names()).containsExactly("note.txt waiting");
        notes.look();
        assertThat(notes.hot().status().running()).isFalse();
        assertThat(notes.runs.last(notes.source)).hasSize(1);
        assertThat(notes.runs.last(notes.source).get(0).taken()).isEqualTo(1);
        Path late = notes.drop("late.txt", "text");
        notes.lookAfter(Duration.ofMinutes(1));
        assertThat(late).as("the next run is tomorrow").exists();
    }

    @Test
    void oneLookTakesABoundedNumberSoThatAFullFolderKeepsNoOtherWaiting() throws Exception {
        notes.rule("notes", ", arrives: whole", "");
        for (int i = 0; i < 620; i++) {
            Files.writeString(notes.folder.resolve("note-%03d.txt".formatted(i)), "text " + i);
        }
        notes.hot().tell(Set.of());
        assertThat(notes.look()).as("more is ready").isZero();
        assertThat(notes.jobs()).hasSize(500);
        assertThat(notes.hot().status().ready()).isEqualTo(120);
        assertThat(notes.look()).isPositive();
        assertThat(notes.jobs()).hasSize(620);
    }

    @Test
    void aNameThatAPatternRunsForEverOnHoldsUpNoOtherFile() throws Exception {
        notes.rule("notes", ", arrives: whole", "when: { name matches: '(a|aa)+\\1c|good.*' }\n");
        for (String name : List.of("a".repeat(100) + "!.txt", "good 1.txt", "good 2.txt")) {
            Files.writeString(notes.folder.resolve(name), "text of " + name);
        }
        notes.hot().tell(Set.of());
        notes.look();
        assertThat(notes.jobs())
                .as("planning with the rule says what is wrong with the first")
                .hasSize(3);
    }

    @Test
    void theOldestFileIsTakenFirst() throws Exception {
        notes.rule("notes", ", arrives: whole", "");
        List<String> names = List.of("c.txt", "a.txt", "b.txt");
        for (int i = 0; i < names.size(); i++) {
            Path file = notes.drop(names.get(i), "text");
            Files.setLastModifiedTime(
                    file, FileTime.from(Instant.parse("2027-02-01T00:00:00Z").plusSeconds(i)));
        }
        notes.look();
        assertThat(notes.jobs()).extracting(Job::name).containsExactlyElementsOf(names);
    }

    @Test
    void whatIsOlderThanWasAskedForIsLeftUntilItChanges() throws Exception {
        Path old = notes.drop("old.txt", "old");
        Files.setLastModifiedTime(old, FileTime.from(Instant.parse("2026-01-01T00:00:00Z")));
        notes.drop("new.txt", "new");
        notes.rule("notes", ", arrives: whole", "");
        notes.act(Optional.of(Instant.parse("2026-06-01T00:00:00Z")));
        notes.look();
        assertThat(notes.names()).containsExactly("new.txt waiting");
        notes.lookAfter(Duration.ofMinutes(5));
        assertThat(old).exists();
        notes.drop("old.txt", "old, but touched");
        notes.look();
        assertThat(notes.jobs()).hasSize(2);
    }

    @Test
    void filesInSubfoldersAreLeftWatchedOrTakenAsTheSourceSays() throws Exception {
        notes.rule("notes", ", arrives: whole", "");
        Path deep = notes.drop("quay/deep.txt", "deep");
        notes.look();
        assertThat(deep).exists();
        notes.rule("notes", ", arrives: whole, subfolders: watch", "");
        notes.look();
        assertThat(notes.names()).containsExactly("deep.txt waiting");
        assertThat(notes.jobs().get(0).more().subfolder()).isEqualTo("quay");
        assertThat(notes.watched).contains(notes.folder.resolve("quay"));
        assertThat(notes.folder.resolve("quay")).isDirectory();
    }

    @Test
    void theServicesOwnFoldersAreNoSubfolders() throws Exception {
        notes.rule("notes", ", arrives: whole, subfolders: watch", "");
        Path given = Files.createDirectories(failedFolder(notes)).resolve("back.txt");
        Files.writeString(given, "given back");
        notes.hot().tell(Set.of());
        notes.look();
        assertThat(given).exists();
        assertThat(notes.jobs()).isEmpty();
    }

    @Test
    void aFolderThatWasStartedAgainFinishesWhatWasBegun() throws Exception {
        notes.rule("notes", ", arrives: whole", "");
        notes.drop("note.txt", "text");
        notes.look();
        notes.anew();
        notes.act(Optional.empty());
        notes.look();
        assertThat(notes.jobs()).as("it is not taken twice").hasSize(1);
        notes.lookAfter(GRACE);
        assertThat(filesBelow(notes.folder.resolve(".lectomen"))).isEmpty();
        assertThat(notes.jobs().get(0).state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void silenceIsSaidOnceItLastsLongerThanExpected() throws Exception {
        notes.rule("notes", ", arrives: whole, expect every: 2h", "");
        notes.look();
        assertThat(notes.hot().status().silent()).isEmpty();
        notes.fixture.clock.advance(Duration.ofHours(3));
        assertThat(notes.hot().status().silent().map(Reason::code)).contains("source.silent");
        notes.drop("note.txt", "at last");
        notes.look();
        assertThat(notes.hot().status().silent()).isEmpty();
    }

    @Test
    void theStatusTellsOfTheLastLookAndTheNext() throws Exception {
        notes.rule("notes", ", settle: 2s, sweep: 30s", "");
        Instant now = notes.fixture.clock.instant();
        notes.look();
        assertThat(notes.hot().status().lastLookAt()).contains(now);
        assertThat(notes.hot().status().nextLookAt()).contains(now.plus(SWEEP));
        notes.drop("note.txt", "text");
        notes.lookAfter(Duration.ofSeconds(1));
        assertThat(notes.hot().status().nextLookAt()).contains(now.plusSeconds(3));
    }

    @Test
    void setsOfDocumentAndDataFileAreTakenTogether() throws Exception {
        notes.rule("notes", ", arrives: whole, sidecar: { form: json, wait: 60s }", "");
        notes.drop("plan.txt", "a plan");
        notes.look();
        assertThat(notes.jobs()).isEmpty();
        assertThat(notes.hot().status().waiting()).hasSize(1);
        assertThat(notes.hot().status().waiting().get(0)).contains("plan.txt").contains("its data file");
        notes.drop("plan.json", "{\"number\": 7}");
        notes.look();
        List<String> names = new ArrayList<>(notes.names());
        assertThat(names).containsExactly("plan.txt waiting");
        assertThat(notes.jobs().get(0).more().sidecar()).isPresent();
        assertThat(notes.hot().status().waiting()).isEmpty();
    }
}
