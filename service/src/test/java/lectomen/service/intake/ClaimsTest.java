package lectomen.service.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.SidecarSettings;
import lectomen.engine.rule.SourceSettings;
import lectomen.engine.rule.SourceSettings.SeenBefore;
import lectomen.service.ServiceFixture;
import lectomen.service.job.Job;
import lectomen.service.job.JobList;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The steps of a claim, one by one, with interruptions between them. */
class ClaimsTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private Path hotFolder;
    private Claims claims;

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp);
        hotFolder = Files.createDirectories(temp.resolve("inbox/notes"));
        claims = anew();
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    /** The claims as a service that was started again has them. */
    private Claims anew() {
        long source = fixture.sources.ofFolder(hotFolder.toString());
        return new Claims(
                hotFolder,
                source,
                fixture.store,
                fixture.ledger,
                fixture.jobs,
                fixture.arrivals,
                fixture.bytes,
                new AwaitedSidecars(source, fixture.jobs, fixture.keyed, fixture.clock),
                fixture.keyed,
                new OpenFiles(),
                fixture.clock);
    }

    private ArrivalCandidate drop(String name, String text) throws IOException {
        Path file = Files.writeString(hotFolder.resolve(name), text);
        return ArrivalCandidate.of(file, FileState.of(file));
    }

    private List<Job> jobs() {
        try (JobList list = new JobList(fixture.store, fixture.jobs)) {
            return list.page(JobList.Filter.ALL, JobList.Order.NEWEST, Optional.empty(), 100)
                    .jobs();
        }
    }

    /** Where the only file of a claim is now. */
    private Path spare(Claims.Moved moved) throws IOException {
        ClaimFolder hidden = new ClaimFolder(hotFolder, fixture.store.identity().id());
        return hidden.filesOf(moved.claim()).get(0);
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
        return fixture.store.read(db -> db.sql("select state from claim where job_id = ?")
                .param(job)
                .query(String.class)
                .single());
    }

    @Test
    void aClaimGoesFromTheFolderToAJobAndItsSpareIsRemovedAfterGrace() throws IOException {
        Claims.Moved moved =
                claims.begin(List.of(drop("a.txt", "text"))).moved().get(0);
        assertThat(hotFolder.resolve("a.txt")).doesNotExist();
        assertThat(spare(moved)).hasContent("text");
        assertThat(jobs()).as("no job before its bytes are kept").isEmpty();
        claims.finish(moved);
        Job job = jobs().get(0);
        assertThat(job.state()).isEqualTo(JobState.WAITING);
        assertThat(job.arrival()).contains(1L);
        assertThat(fixture.bytes.open(job.original().orElseThrow().sha256())).hasContent("text");
        assertThat(spare(moved)).as("the spare stays for the time of grace").exists();
        assertThat(claims.release(List.of(moved)).open()).isEmpty();
        assertThat(files()).isEmpty();
        assertThat(claimState(job.id())).isEqualTo("removed");
    }

    @Test
    void aFileThatWentBeforeItWasMovedLeavesNothing() throws IOException {
        ArrivalCandidate wanted = drop("a.txt", "text");
        Files.delete(wanted.first().file());
        assertThat(claims.begin(List.of(wanted)).moved()).isEmpty();
        assertThat(jobs()).isEmpty();
        assertThat(claims.recover()).isEmpty();
    }

    @Test
    void aFileThatChangedSinceTheScanSettlesAgain() throws IOException {
        ArrivalCandidate wanted = drop("a.txt", "text");
        Files.writeString(wanted.first().file(), "text that grew");
        Claims.Begun begun = claims.begin(List.of(wanted, drop("b.txt", "other")));
        assertThat(begun.moved()).hasSize(1);
        assertThat(spare(begun.moved().get(0))).hasFileName("b.txt");
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
            assertThat(next.release(List.of(moved)).open()).isEmpty();
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
        assertThat(next.release(held).open()).isEmpty();
        assertThat(anew().recover()).isEmpty();
    }

    @Test
    void anInterruptionAfterTheRemovalIsOnlyNoted() throws IOException {
        Claims.Moved moved =
                claims.begin(List.of(drop("a.txt", "text"))).moved().get(0);
        claims.finish(moved);
        Files.delete(spare(moved));
        assertThat(anew().recover()).isEmpty();
        assertThat(claimState(moved.claim())).isEqualTo("removed");
        assertThat(jobs()).hasSize(1);
    }

    @Test
    void anInterruptionBeforeTheMoveLeavesTheFileForTheNextLook() throws IOException {
        ArrivalCandidate wanted = drop("a.txt", "text");
        fixture.store.write(db -> db.sql(
                        "insert into claim (job_id, source_id, state, size, mtime, ctime, claimed_at) values ('1-1', 1, 'intended', 0, 0, 0, 0)")
                .update());
        assertThat(anew().recover()).isEmpty();
        assertThat(wanted.first().file()).hasContent("text");
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
        ArrivalCandidate one = drop("a.txt", "text");
        Path away = temp.resolve("away");
        Files.move(hotFolder, away);
        assertThatThrownBy(() -> claims.begin(List.of(one)))
                .isInstanceOf(IOException.class)
                .hasMessageContaining(hotFolder.toString());
        assertThat(hotFolder).as("it may be a share, so it is not made anew").doesNotExist();
        Files.move(away, hotFolder);
        assertThat(claims.recover()).isEmpty();
        assertThat(hotFolder.resolve("a.txt")).hasContent("text");
        assertThat(claims.begin(List.of(ArrivalCandidate.of(
                                one.first().file(), FileState.of(one.first().file()))))
                        .moved())
                .hasSize(1);
    }

    @Test
    void aLateChangeBecomesAnArrivalThatFollowsTheFirst() throws IOException {
        Claims.Moved moved =
                claims.begin(List.of(drop("a.txt", "text"))).moved().get(0);
        claims.finish(moved);
        Files.writeString(spare(moved), "text and more");
        assertThat(claims.release(List.of(moved)).open()).hasSize(1);
        assertThat(claims.release(List.of(moved)).open())
                .as("it has stayed as it is")
                .hasSize(1);
        assertThat(jobs()).hasSize(2);
        long follows = fixture.store.read(db -> db.sql("select follows from arrival where seq = 2")
                .query(Long.class)
                .single());
        assertThat(follows).isEqualTo(1);
        assertThat(claims.release(List.of(moved)).open())
                .as("after another time of grace")
                .isEmpty();
        assertThat(jobs()).hasSize(2);
    }

    @Test
    void aTouchWithoutAChangeMakesNoSecondJob() throws IOException {
        Claims.Moved moved =
                claims.begin(List.of(drop("a.txt", "text"))).moved().get(0);
        claims.finish(moved);
        Files.setLastModifiedTime(spare(moved), FileTime.from(Instant.parse("2027-01-01T00:00:00Z")));
        assertThat(claims.release(List.of(moved)).open()).hasSize(1);
        assertThat(claims.release(List.of(moved)).open())
                .as("it has stayed as it is")
                .hasSize(1);
        assertThat(claims.release(List.of(moved)).open()).isEmpty();
        assertThat(jobs()).hasSize(1);
    }

    @Test
    void whatNoClaimKnowsGoesBackUnderAFreeName() throws IOException {
        Path orphan = Files.createDirectories(hotFolder
                .resolve(".lectomen")
                .resolve(fixture.store.identity().id())
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

    private ArrivalCandidate dropFolder() throws IOException {
        Path folder = Files.createDirectories(hotFolder.resolve("batch 7/inner"));
        Files.writeString(folder.resolveSibling("b.txt"), "second");
        Files.writeString(folder.resolveSibling("a.txt"), "first");
        Files.writeString(folder.resolve("c.txt"), "third");
        Files.writeString(folder.resolve(".hidden"), "not for us");
        Path dropped = hotFolder.resolve("batch 7");
        return ArrivalCandidate.of(dropped, FileState.ofAll(dropped));
    }

    @Test
    void aDroppedFolderArrivesAsOneSetAndIsGoneAfterGrace() throws IOException {
        Claims.Moved moved = claims.begin(List.of(dropFolder())).moved().get(0);
        assertThat(hotFolder.resolve("batch 7")).doesNotExist();
        claims.finish(moved);
        assertThat(jobs()).extracting(Job::name).containsExactly("c.txt", "b.txt", "a.txt");
        assertThat(jobs())
                .extracting(job -> job.more().subfolder())
                .containsExactly("batch 7/inner", "batch 7", "batch 7");
        assertThat(jobs()).extracting(job -> job.arrival().orElseThrow()).containsOnly(1L);
        assertThat(claims.release(List.of(moved)).open()).isEmpty();
        assertThat(files()).as("what was hidden in it goes back").containsExactly(".hidden");
        assertThat(hotFolder.resolve("batch 7/inner/.hidden")).hasContent("not for us");
    }

    @Test
    void anInterruptedSetArrivesWholeOrNotAtAll() throws IOException {
        claims.begin(List.of(dropFolder()));
        assertThat(jobs()).isEmpty();
        Claims next = anew();
        assertThat(next.recover()).hasSize(1);
        assertThat(jobs()).hasSize(3);
        assertThat(anew().recover()).hasSize(1);
        assertThat(jobs()).as("not twice").hasSize(3);
    }

    @Test
    void aFileAddedToASetAfterItWasTakenArrivesOnItsOwn() throws IOException {
        Claims.Moved moved = claims.begin(List.of(dropFolder())).moved().get(0);
        claims.finish(moved);
        Files.writeString(spare(moved).resolveSibling("late.txt"), "late");
        assertThat(claims.release(List.of(moved)).open()).hasSize(1);
        assertThat(claims.release(List.of(moved)).open()).hasSize(1);
        assertThat(jobs()).extracting(Job::name).contains("late.txt").hasSize(4);
        assertThat(claims.release(List.of(moved)).open()).isEmpty();
    }

    @Test
    void aFileThatCanNotBeMovedIsTakenInPlace() throws IOException {
        ArrivalCandidate wanted = drop("a.txt", "text");
        List<String> said = new ArrayList<>();
        claims.takeInPlace(wanted, (db, piece, job) -> said.add(job));
        assertThat(wanted.first().file()).hasContent("text");
        assertThat(jobs()).hasSize(1);
        assertThat(jobs().get(0).leftInFolder()).isTrue();
        assertThat(said).containsExactly(jobs().get(0).id());
    }

    private static SourceSettings settings(SeenBefore seenBefore, Optional<SidecarSettings> sidecar) {
        return new SourceSettings(
                SourceSettings.Arrives.GROWING,
                SourceSettings.DEFAULT_SETTLE,
                SourceSettings.DEFAULT_SWEEP,
                SourceSettings.DEFAULT_FAILED_FOLDER,
                SourceSettings.Subfolders.LEAVE,
                seenBefore,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                sidecar,
                Map.of());
    }

    /** A document with its data file, as one candidate. */
    private ArrivalCandidate dropPair() throws IOException {
        ArrivalCandidate.Piece document = drop("notice.txt", "notice").first();
        ArrivalCandidate.Piece data = drop("notice.json", "{}").first();
        return new ArrivalCandidate(
                List.of(
                        new ArrivalCandidate.Piece(
                                document.file(),
                                document.state(),
                                ArrivalCandidate.Role.DOCUMENT,
                                Optional.of(data.file()),
                                Optional.empty()),
                        new ArrivalCandidate.Piece(
                                data.file(),
                                data.state(),
                                ArrivalCandidate.Role.SIDECAR,
                                Optional.empty(),
                                Optional.empty())),
                Optional.empty());
    }

    @Test
    void aDocumentComesInWithItsDataFile() throws IOException {
        Claims.Moved moved = claims.begin(List.of(dropPair())).moved().get(0);
        assertThat(files()).allMatch(name -> name.startsWith("notice")).hasSize(2);
        claims.finish(moved);
        assertThat(jobs()).extracting(Job::name).containsExactly("notice.txt");
        assertThat(jobs().get(0).more().sidecar().orElseThrow().name()).isEqualTo("notice.json");
        assertThat(claims.release(List.of(moved)).open()).isEmpty();
        assertThat(files()).isEmpty();
    }

    @Test
    void anArrivalInterruptedHalfWayGoesBackWhole() throws IOException {
        ArrivalCandidate pair = dropPair();
        Path data = pair.pieces().get(1).file();
        byte[] content = Files.readAllBytes(data);
        Files.delete(data);
        assertThat(claims.begin(List.of(pair)).moved()).isEmpty();
        assertThat(files()).as("the document is given back").containsExactly("notice.txt");
        Files.write(data, content);
        Claims.Moved moved = claims.begin(List.of(dropPair())).moved().get(0);
        ClaimFolder hidden = new ClaimFolder(hotFolder, fixture.store.identity().id());
        Path inside = hidden.filesOf(moved.claim()).get(0);
        Files.move(inside, hotFolder.resolve("elsewhere.tmp"));
        assertThat(anew().recover()).isEmpty();
        assertThat(jobs()).as("a part of a lot is not taken").isEmpty();
    }

    @Test
    void aDocumentWithoutItsDataFileFailsAtOnceAndOneThatComesLateRunsItAgain() throws IOException {
        ArrivalCandidate.Piece document = drop("notice.txt", "notice").first();
        Reason reason = Reason.of("sidecar.missing", "wait", "5 min", "sought", "notice.json");
        ArrivalCandidate.Piece lone = new ArrivalCandidate.Piece(
                document.file(),
                document.state(),
                ArrivalCandidate.Role.LONE_DOCUMENT,
                Optional.empty(),
                Optional.empty());
        claims.finish(claims.begin(List.of(new ArrivalCandidate(List.of(lone), Optional.of(reason))))
                .moved()
                .get(0));
        Job failed = jobs().get(0);
        assertThat(failed.state()).isEqualTo(JobState.FAILED);
        assertThat(failed.reason().orElseThrow().words()).contains("notice.json");
        AwaitedSidecars awaited = new AwaitedSidecars(failed.source(), fixture.jobs, fixture.keyed, fixture.clock);
        Optional<SidecarPairing.TakenEarlier> known = fixture.store.read(db -> awaited.find(db, "Notice.JSON"));
        assertThat(known).as("whatever its case").contains(new SidecarPairing.TakenEarlier(failed.id(), true));
        ArrivalCandidate.Piece data = drop("notice.json", "{}").first();
        ArrivalCandidate.Piece late = new ArrivalCandidate.Piece(
                data.file(), data.state(), ArrivalCandidate.Role.SIDECAR, Optional.empty(), Optional.of(failed.id()));
        claims.finish(claims.begin(List.of(new ArrivalCandidate(List.of(late), Optional.empty())))
                .moved()
                .get(0));
        Job again = fixture.jobs.require(failed.id());
        assertThat(again.state()).isEqualTo(JobState.WAITING);
        assertThat(again.generation()).isEqualTo(2);
        assertThat(again.more().sidecar().orElseThrow().name()).isEqualTo("notice.json");
        Optional<SidecarPairing.TakenEarlier> afterwards = fixture.store.read(db -> awaited.find(db, "notice.json"));
        assertThat(afterwards).isEmpty();
    }

    @Test
    void bytesThatWereFiledBeforeAreProcessedHeldOrRejectedAsTheSourceSays() throws IOException {
        claims.finish(claims.begin(List.of(drop("a.txt", "text"))).moved().get(0));
        String first = jobs().get(0).id();
        fixture.store.write(db -> {
            fixture.jobs.takeNext(db);
            fixture.jobs.move(db, first, JobMove.to(JobState.FILED), "service");
            return first;
        });
        for (SeenBefore choice : SeenBefore.values()) {
            claims.treatAs(settings(choice, Optional.empty()));
            claims.finish(
                    claims.begin(List.of(drop(choice + ".txt", "text"))).moved().get(0));
        }
        assertThat(jobs())
                .extracting(Job::state)
                .containsExactly(JobState.REJECTED, JobState.HELD, JobState.WAITING, JobState.FILED);
        assertThat(jobs().get(0).reason().orElseThrow().words()).contains("job " + first);
    }
}
