package lectomen.service.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.reason.Reason;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What of a hot folder's files is taken, what stays, and how people are told of it. */
class SettledFileSorterTest {
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

    private int unmatched() {
        return notes.hot().status().unmatched();
    }

    private Job only() {
        assertThat(notes.jobs()).hasSize(1);
        return notes.jobs().get(0);
    }

    private static String words(Job job) {
        return job.reason().map(Reason::words).orElse("");
    }

    @Test
    void aFileOfATypeThatNoRuleAcceptsStaysAndIsToldOfOnce() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text]", "");
        Path file = notes.drop("data.json", "{\"a\": 1}");
        notes.look();
        assertThat(file).exists();
        assertThat(only().state()).isEqualTo(JobState.UNMATCHED);
        assertThat(words(only())).contains("notes: does not accept json");
        assertThat(unmatched()).isEqualTo(1);
        for (int look = 0; look < 3; look++) {
            notes.hot().tell(Set.of());
            notes.look();
        }
        assertThat(notes.jobs()).hasSize(1);
    }

    @Test
    void aFileThatHasToBeReadToTellIsTaken() throws Exception {
        notes.rule("notes", ", arrives: whole", "when: { text contains: PERMIT }\n");
        Path file = notes.drop("letter.txt", "no such word");
        notes.look();
        assertThat(file).doesNotExist();
        assertThat(only().state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void anEmptyFileIsTakenSoThatItFailsWithItsReason() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [pdf]", "");
        Path file = notes.drop("empty.pdf", "");
        notes.look();
        assertThat(file).doesNotExist();
        assertThat(only().state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void aFileIsLookedAtAgainWhenItChanges() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text]", "");
        notes.drop("note.txt", "{\"a\": 1}");
        notes.look();
        String told = only().id();
        Path file = notes.drop("note.txt", "plain words now");
        notes.look();
        assertThat(file).doesNotExist();
        assertThat(only().id()).as("the same job goes on").isEqualTo(told);
        assertThat(only().state()).isEqualTo(JobState.WAITING);
        assertThat(only().arrival()).isPresent();
        notes.hot().tell(Set.of());
        notes.look();
        assertThat(only().state()).isEqualTo(JobState.WAITING);
        assertThat(unmatched()).isZero();
    }

    @Test
    void aFileIsLookedAtAgainWhenTheRulesChange() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text]", "");
        Path file = notes.drop("data.json", "{\"a\": 1}");
        notes.look();
        assertThat(file).exists();
        notes.rule("data", ", arrives: whole, accept: [json]", "");
        notes.look();
        assertThat(file).doesNotExist();
        assertThat(only().state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void aChangeOfTheRulesThatDoesNotHelpTellsOfNothingTwice() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text]", "");
        notes.drop("data.json", "{\"a\": 1}");
        notes.look();
        notes.rule("more", ", arrives: whole, accept: [pdf]", "");
        notes.look();
        assertThat(only().state()).isEqualTo(JobState.UNMATCHED);
        assertThat(words(only())).contains("notes: does not accept json").contains("more: does not accept json");
    }

    @Test
    void aFileThatSomebodyTakesAwayEndsTheJobThatToldOfIt() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text]", "");
        Path file = notes.drop("data.json", "{\"a\": 1}");
        notes.look();
        Files.delete(file);
        notes.hot().tell(Set.of());
        notes.look();
        assertThat(only().state()).isEqualTo(JobState.CANCELLED);
        assertThat(only().reason().map(Reason::code)).contains("file.gone");
        assertThat(unmatched()).isZero();
    }

    @Test
    void aLookAtSomeFilesForgetsNoOthers() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text]", "");
        notes.drop("data.json", "{\"a\": 1}");
        notes.look();
        notes.drop("note.txt", "text");
        notes.look();
        assertThat(notes.names()).containsExactly("data.json unmatched", "note.txt waiting");
        assertThat(unmatched()).isEqualTo(1);
    }

    @Test
    void aFileThatSomebodyAskedForIsTakenThoughNoRuleWantsIt() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text]", "");
        Path file = notes.drop("data.json", "{\"a\": 1}");
        Path other = notes.drop("other.json", "{\"b\": 1}");
        notes.look();
        String id = notes.jobs().stream()
                .filter(job -> job.name().equals("data.json"))
                .findFirst()
                .orElseThrow()
                .id();
        notes.fixture.store.write(db -> {
            RemainingFiles.askFor(db, id);
            notes.fixture.jobs.startAgain(db, id, false, "owner");
            return id;
        });
        notes.hot().fetch(Set.of(id));
        notes.look();
        assertThat(file).doesNotExist();
        assertThat(other).exists();
        Job job = notes.fixture.jobs.require(id);
        assertThat(job.state()).isEqualTo(JobState.WAITING);
        assertThat(job.original()).isPresent();
    }

    @Test
    void aNameDecidesBeforeAnythingIsRead() throws Exception {
        notes.rule("notes", ", arrives: whole, name like: \"QUAY*\"", "");
        notes.drop("pier.txt", "text");
        notes.drop("QUAY7.txt", "text");
        notes.look();
        assertThat(notes.names()).containsExactlyInAnyOrder("pier.txt unmatched", "QUAY7.txt waiting");
        Job told = notes.jobs().stream()
                .filter(job -> job.state() == JobState.UNMATCHED)
                .findFirst()
                .orElseThrow();
        assertThat(words(told)).contains("takes names like QUAY*, not pier.txt");
    }

    @Test
    void aDroppedFolderIsTakenAsAWholeWhenAnyFileInItIsWanted() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text], subfolders: take", "");
        Path batch = notes.folder.resolve("batch");
        notes.drop("batch/data.json", "{\"a\": 1}");
        notes.drop("batch/note.txt", "text");
        notes.hot().tell(Set.of(batch));
        notes.look();
        assertThat(batch).doesNotExist();
        assertThat(notes.jobs()).extracting(Job::name).containsExactlyInAnyOrder("data.json", "note.txt");
        assertThat(notes.jobs().stream().map(Job::arrival).distinct()).hasSize(1);
    }

    @Test
    void aDroppedFolderInWhichNothingIsWantedStaysAndIsToldOfAsOne() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text], subfolders: take", "");
        Path batch = notes.folder.resolve("batch");
        notes.drop("batch/one.json", "{\"a\": 1}");
        notes.drop("batch/two.json", "{\"a\": 2}");
        notes.hot().tell(Set.of(batch));
        notes.look();
        assertThat(batch).isDirectory();
        assertThat(notes.names()).containsExactly("batch unmatched");
    }

    @Test
    void whatIsToldOfIsKnownAfterARestart() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text]", "");
        notes.drop("data.json", "{\"a\": 1}");
        notes.look();
        notes.anew();
        notes.act(Optional.empty());
        notes.look();
        assertThat(notes.jobs()).hasSize(1);
        assertThat(unmatched()).isEqualTo(1);
    }

    @Test
    void manyUnmatchedFilesAreAllToldOf() throws Exception {
        notes.rule("notes", ", arrives: whole, accept: [text]", "");
        for (int i = 0; i < 450; i++) {
            Files.writeString(notes.folder.resolve("data-" + i + ".json"), "{\"a\": " + i + "}");
        }
        notes.hot().tell(Set.of());
        notes.look();
        assertThat(unmatched()).isEqualTo(450);
        assertThat(notes.jobs()).hasSize(450).allMatch(job -> job.state() == JobState.UNMATCHED);
        List<Path> left;
        try (var files = Files.list(notes.folder)) {
            left = files.filter(Files::isRegularFile).toList();
        }
        assertThat(left).hasSize(450);
    }
}
