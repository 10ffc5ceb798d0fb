package lectomen.service.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.identify.FileType;
import lectomen.service.Workshop;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The steps of a claim, one by one, with interruptions between them. */
class ClaimsTest {
    @TempDir
    private Path temp;

    private Workshop workshop;
    private Path hotFolder;
    private Claims claims;

    @BeforeEach
    void open() throws IOException {
        workshop = new Workshop(temp);
        hotFolder = Files.createDirectories(temp.resolve("inbox/notes"));
        claims = anew();
    }

    @AfterEach
    void close() {
        workshop.close();
    }

    /** The claims as a service that was started again has them. */
    private Claims anew() {
        Arrivals arrivals =
                new Arrivals(workshop.store, workshop.ledger, workshop.jobs, workshop.keyed, workshop.clock);
        long source = workshop.sources.ofFolder(hotFolder.toString());
        return new Claims(
                hotFolder,
                source,
                workshop.store,
                workshop.ledger,
                workshop.jobs,
                arrivals,
                workshop.bytes,
                workshop.clock);
    }

    private Claims.Wanted drop(String name, String text) throws IOException {
        Path file = Files.writeString(hotFolder.resolve(name), text);
        return new Claims.Wanted(file, FileState.of(file), FileType.TEXT, Optional.empty());
    }

    private List<Job> jobs() {
        return workshop.jobs.list(new Jobs.Filter(Optional.empty(), Optional.empty(), Optional.empty(), 100));
    }

    private List<String> files() throws IOException {
        try (Stream<Path> files = Files.walk(hotFolder)) {
            return files.filter(Files::isRegularFile)
                    .map(file -> file.getFileName().toString())
                    .sorted()
                    .toList();
        }
    }

    private String claimState(String job) {
        return workshop.store.read(db -> db.sql("select state from claim where job_id = ?")
                .param(job)
                .query(String.class)
                .single());
    }

    @Test
    void aClaimGoesFromTheFolderToAJobAndItsSpareIsRemovedAfterGrace() throws IOException {
        Claims.Moved moved =
                claims.begin(List.of(drop("a.txt", "text"))).moved().get(0);
        assertThat(hotFolder.resolve("a.txt")).doesNotExist();
        assertThat(moved.file()).hasContent("text");
        assertThat(jobs()).as("no job before its bytes are kept").isEmpty();
        claims.finish(moved);
        Job job = jobs().get(0);
        assertThat(job.state()).isEqualTo(JobState.WAITING);
        assertThat(job.arrival()).contains(1L);
        assertThat(workshop.bytes.open(job.original().orElseThrow().sha256())).hasContent("text");
        assertThat(moved.file()).as("the spare stays for the time of grace").exists();
        assertThat(claims.release(moved, Duration.ZERO)).isTrue();
        assertThat(files()).isEmpty();
        assertThat(claimState(job.id())).isEqualTo("removed");
    }

    @Test
    void aFileThatWentBeforeItWasMovedLeavesNothing() throws IOException {
        Claims.Wanted wanted = drop("a.txt", "text");
        Files.delete(wanted.file());
        assertThat(claims.begin(List.of(wanted)).moved()).isEmpty();
        assertThat(jobs()).isEmpty();
        assertThat(claims.recover()).isEmpty();
    }

    @Test
    void aFileThatChangedSinceItWasLookedAtGoesBackToSettleAnew() throws IOException {
        Claims.Wanted wanted = drop("a.txt", "text");
        Files.writeString(wanted.file(), "text that grew");
        Claims.Begun begun = claims.begin(List.of(wanted, drop("b.txt", "other")));
        assertThat(begun.moved())
                .extracting(moved -> moved.file().getFileName().toString())
                .containsExactly("b.txt");
        assertThat(hotFolder.resolve("a.txt")).hasContent("text that grew");
    }

    @Test
    void anInterruptionAfterTheMoveIsTakenUpWhereItWas() throws IOException {
        claims.begin(List.of(drop("a.txt", "text"), drop("b.txt", "other")));
        Claims next = anew();
        List<Claims.Moved> held = next.recover();
        assertThat(held).hasSize(2);
        assertThat(jobs()).extracting(Job::name).containsExactlyInAnyOrder("a.txt", "b.txt");
        for (Claims.Moved moved : held) {
            assertThat(next.release(moved, Duration.ZERO)).isTrue();
        }
        assertThat(files()).isEmpty();
    }

    @Test
    void anInterruptionAfterTheCommitMakesNoSecondJob() throws IOException {
        claims.finish(claims.begin(List.of(drop("a.txt", "text"))).moved().get(0));
        Claims next = anew();
        List<Claims.Moved> held = next.recover();
        assertThat(held).hasSize(1);
        assertThat(jobs()).hasSize(1);
        assertThat(next.release(held.get(0), Duration.ZERO)).isTrue();
        assertThat(anew().recover()).isEmpty();
    }

    @Test
    void anInterruptionAfterTheRemovalIsOnlyNoted() throws IOException {
        Claims.Moved moved =
                claims.begin(List.of(drop("a.txt", "text"))).moved().get(0);
        claims.finish(moved);
        Files.delete(moved.file());
        assertThat(anew().recover()).isEmpty();
        assertThat(claimState(moved.job())).isEqualTo("removed");
        assertThat(jobs()).hasSize(1);
    }

    @Test
    void anInterruptionBeforeTheMoveLeavesTheFileForTheNextLook() throws IOException {
        Claims.Wanted wanted = drop("a.txt", "text");
        workshop.store.write(db -> db.sql(
                        "insert into claim (job_id, source_id, state, size, mtime, ctime, claimed_at) values ('1-1', 1, 'intended', 0, 0, 0, 0)")
                .update());
        assertThat(anew().recover()).isEmpty();
        assertThat(wanted.file()).hasContent("text");
        assertThat(jobs()).isEmpty();
    }

    @Test
    void recoveryKeepsOffClaimsThatAreInHand() throws IOException {
        Claims.Moved moved =
                claims.begin(List.of(drop("a.txt", "text"))).moved().get(0);
        assertThat(claims.recover()).as("another thread is copying it").isEmpty();
        claims.finish(moved);
        assertThat(claims.recover()).isEmpty();
        assertThat(jobs()).hasSize(1);
    }

    @Test
    void aFolderThatGoesAwayInTheMiddleIsTakenUpWhenItReturns() throws IOException {
        Claims.Wanted one = drop("a.txt", "text");
        Path away = temp.resolve("away");
        Files.move(hotFolder, away);
        assertThatThrownBy(() -> claims.begin(List.of(one))).isInstanceOf(IOException.class);
        assertThat(hotFolder).as("it may be a share, so it is not made anew").doesNotExist();
        Files.move(away, hotFolder);
        assertThat(claims.recover()).isEmpty();
        assertThat(hotFolder.resolve("a.txt")).hasContent("text");
        assertThat(claims.begin(List.of(new Claims.Wanted(
                                one.file(), FileState.of(one.file()), FileType.TEXT, Optional.empty())))
                        .moved())
                .hasSize(1);
    }

    @Test
    void aLateChangeBecomesAnArrivalThatFollowsTheFirst() throws IOException {
        Claims.Moved moved =
                claims.begin(List.of(drop("a.txt", "text"))).moved().get(0);
        claims.finish(moved);
        Files.writeString(moved.file(), "text and more");
        assertThat(claims.release(moved, Duration.ofMillis(1))).isFalse();
        assertThat(jobs()).hasSize(2);
        long follows = workshop.store.read(db -> db.sql("select follows from arrival where seq = 2")
                .query(Long.class)
                .single());
        assertThat(follows).isEqualTo(1);
        assertThat(claims.release(moved, Duration.ZERO))
                .as("after another time of grace")
                .isTrue();
        assertThat(jobs()).hasSize(2);
    }

    @Test
    void aTouchWithoutAChangeMakesNoSecondJob() throws IOException {
        Claims.Moved moved =
                claims.begin(List.of(drop("a.txt", "text"))).moved().get(0);
        claims.finish(moved);
        Files.setLastModifiedTime(moved.file(), FileTime.from(Instant.parse("2027-01-01T00:00:00Z")));
        assertThat(claims.release(moved, Duration.ofMillis(1))).isFalse();
        assertThat(claims.release(moved, Duration.ZERO)).isTrue();
        assertThat(jobs()).hasSize(1);
    }

    @Test
    void whatNoClaimKnowsGoesBackUnderAFreeName() throws IOException {
        Path orphan = Files.createDirectories(hotFolder
                .resolve(".lectomen")
                .resolve(workshop.store.identity().id())
                .resolve("7-7"));
        Files.writeString(orphan.resolve("a.txt"), "forgotten");
        Files.writeString(hotFolder.resolve("a.txt"), "there already");
        claims.recover();
        assertThat(hotFolder.resolve("a.txt")).hasContent("there already");
        assertThat(hotFolder.resolve("a (2).txt")).hasContent("forgotten");
        assertThat(orphan).doesNotExist();
    }

    @Test
    void whatAnotherServiceClaimedIsLeftAlone() throws IOException {
        Path theirs = Files.createDirectories(hotFolder.resolve(".lectomen/another1/1-1"));
        Files.writeString(theirs.resolve("a.txt"), "theirs");
        claims.recover();
        assertThat(theirs.resolve("a.txt")).hasContent("theirs");
    }
}
