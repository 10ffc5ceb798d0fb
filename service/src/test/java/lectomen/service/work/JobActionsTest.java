package lectomen.service.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.service.Await;
import lectomen.service.ServiceFixture;
import lectomen.service.effect.EffectView;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.WrongStateException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Retry and cancel beside real filing. */
class JobActionsTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private JobActions actions;
    private final UnmatchedFiles unmatched = mock();
    private String job;

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp);
        actions = new JobActions(
                fixture.store,
                fixture.jobs,
                fixture.filings,
                fixture.waits,
                fixture.ledger,
                unmatched,
                fixture.filings::wake,
                who -> who);
        job = upload("a.txt");
        fixture.runner.start(fixture.folders::clearUnreached);
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private String upload(String name) throws IOException {
        return fixture.send(name, "text");
    }

    private static Filing filing(int step, String name, WhenTaken whenTaken) {
        return new Filing(step, "archive", "", name, Map.of(), "txt", whenTaken);
    }

    /** What a job runner does once a worker has planned. */
    private void plan(Filing... filings) {
        fixture.store.write(db -> {
            Job taken = fixture.jobs.takeNext(db).orElseThrow();
            fixture.filings.intend(db, taken, List.of(filings));
            return taken.id();
        });
        fixture.filings.wake();
    }

    private Job act(JobAction action) {
        return actions.one(job, action, Optional.empty(), "owner");
    }

    private JobState state() {
        return fixture.jobs.require(job).state();
    }

    private void await(JobState state) throws InterruptedException {
        Await.until(job + " is " + state, () -> fixture.jobs.require(job), () -> state() == state);
    }

    @Test
    void aPlanWithTwoFilingsIsFiledOnceBothAre() throws Exception {
        plan(filing(1, "one", WhenTaken.FAIL), filing(2, "two", WhenTaken.FAIL));
        await(JobState.FILED);
        assertThat(temp.resolve("archive/one.txt")).hasContent("text");
        assertThat(temp.resolve("archive/two.txt")).hasContent("text");
    }

    @Test
    void whatAnEarlierRunGivesBackDoesNotEndTheNextOne() throws Exception {
        Path hot = Files.createDirectories(temp.resolve("hot"));
        fixture.store.write(db -> {
            Job taken = fixture.jobs.takeNext(db).orElseThrow();
            Optional<String> folder = Optional.of(hot.toString());
            fixture.endings.endBadly(db, taken, JobState.FAILED, Reason.of("file.empty"), folder);
            fixture.jobs.startAgain(db, taken.id(), false, "owner");
            return taken.id();
        });
        fixture.filings.wake();
        Await.until("it is given back", () -> fixture.runner.of(job).stream()
                .anyMatch(effect -> effect.doneAt().isPresent()));
        assertThat(hot.resolve("failed/a.txt")).hasContent("text");
        assertThat(state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void aRetryRepeatsNoFilingThatHasAReceipt() throws Exception {
        Files.writeString(temp.resolve("archive/two.txt"), "stranger");
        plan(filing(1, "one", WhenTaken.NUMBER_IT), filing(2, "two", WhenTaken.FAIL));
        await(JobState.FAILED);
        Await.until("it is filed", () -> Files.exists(temp.resolve("archive/one.txt")));
        Files.delete(temp.resolve("archive/two.txt"));
        act(new JobAction.Retry());
        plan(filing(1, "one", WhenTaken.NUMBER_IT), filing(2, "two", WhenTaken.FAIL));
        await(JobState.FILED);
        assertThat(temp.resolve("archive/two.txt")).hasContent("text");
        assertThat(temp.resolve("archive/one (2).txt"))
                .as("the first was not filed again")
                .doesNotExist();
    }

    @Test
    void aDestinationThatIsAwayIsTriedWithGrowingPausesAndRetryTriesAtOnce() throws Exception {
        Files.delete(temp.resolve("archive"));
        plan(filing(1, "one", WhenTaken.FAIL));
        await(JobState.WAITING);
        Job waiting = fixture.jobs.require(job);
        assertThat(waiting.reason().map(Reason::code)).contains("destination.away");
        assertThat(waiting.nextTryAt()).contains(fixture.clock.instant().plusSeconds(1));
        Files.createDirectory(temp.resolve("archive"));
        fixture.filings.wake();
        Thread.sleep(200);
        assertThat(state()).as("its time has not come").isEqualTo(JobState.WAITING);
        act(new JobAction.Retry());
        await(JobState.FILED);
    }

    @Test
    void oneSuccessOnAConnectionWakesAllThatWaitForIt() throws Exception {
        Files.delete(temp.resolve("archive"));
        plan(filing(1, "one", WhenTaken.FAIL));
        await(JobState.WAITING);
        String first = job;
        job = upload("b.txt");
        Files.createDirectory(temp.resolve("archive"));
        plan(filing(1, "two", WhenTaken.FAIL));
        await(JobState.FILED);
        job = first;
        await(JobState.FILED);
    }

    @Test
    void whatWaitsCanBeCancelledAndIsNotFiledLater() throws Exception {
        Files.delete(temp.resolve("archive"));
        plan(filing(1, "one", WhenTaken.FAIL));
        await(JobState.WAITING);
        Await.until("it can be cancelled", () -> {
            try {
                return act(new JobAction.Cancel()).state() == JobState.CANCELLED;
            } catch (WrongStateException underWay) {
                return false;
            }
        });
        assertThat(state()).isEqualTo(JobState.CANCELLED);
        Files.createDirectory(temp.resolve("archive"));
        fixture.clock.advance(Duration.ofSeconds(60));
        String cancelled = job;
        job = upload("b.txt");
        plan(filing(1, "other", WhenTaken.FAIL));
        await(JobState.FILED);
        job = cancelled;
        assertThat(temp.resolve("archive/one.txt")).doesNotExist();
        assertThat(fixture.runner.of(job)).extracting(EffectView::state).containsExactly("abandoned");
    }

    @Test
    void whatIsFiledCanNeitherBeRetriedNorCancelled() throws Exception {
        plan(filing(1, "one", WhenTaken.FAIL));
        await(JobState.FILED);
        assertThatThrownBy(() -> act(new JobAction.Retry()))
                .isInstanceOf(WrongStateException.class)
                .hasMessage("Job " + job + " is filed and can't be retried.");
        assertThatThrownBy(() -> act(new JobAction.Cancel()))
                .isInstanceOf(WrongStateException.class)
                .hasMessage("Job " + job + " is filed and can't be cancelled.");
    }

    @Test
    void aFiledJobHasOneReceiptThatSaysNothingOfItsName() throws Exception {
        plan(filing(1, "secret name", WhenTaken.FAIL));
        await(JobState.FILED);
        String receipt = fixture.store.read(db -> db.sql("select place_key || content_key || answer from receipt")
                .query(String.class)
                .single());
        assertThat(receipt).doesNotContain("secret");
        assertThat(fixture.ledger.about(Job.subject(job)).toString())
                .contains("effect.receipt")
                .doesNotContain("secret");
        assertThat(fixture.ledger.findBreak()).isEmpty();
    }

    @Test
    void aJobInWorkIsNotTakenFromUnderItsWorker() {
        fixture.store.write(fixture.jobs::takeNext);
        assertThatThrownBy(() -> act(new JobAction.Retry()))
                .isInstanceOf(WrongStateException.class)
                .hasMessage("Job " + job + " is working and can't be retried.");
        fixture.store.write(db -> {
            fixture.jobs.move(db, job, JobMove.to(JobState.FAILED, Reason.of("file.empty")), "service");
            return job;
        });
        assertThat(act(new JobAction.Retry()).generation()).isEqualTo(2);
    }

    @Test
    void whatAStopLeftBesideAFilingIsClearedOnceItsFolderCanBeReached() throws Exception {
        plan(filing(1, "one", WhenTaken.FAIL));
        await(JobState.FILED);
        fixture.close();
        Path away = temp.resolve("away");
        Files.move(temp.resolve("archive"), away);
        Files.writeString(away.resolve(".lectomen-1-e1.part"), "text");
        Files.writeString(away.resolve(".lectomen-1-e99.part"), "another service's");
        fixture = new ServiceFixture(temp);
        Files.delete(temp.resolve("archive"));
        fixture.runner.start(fixture.folders::clearUnreached);
        Thread.sleep(200);
        Files.move(away, temp.resolve("archive"));
        Await.until("it is cleared", () -> Files.notExists(temp.resolve("archive/.lectomen-1-e1.part")));
        assertThat(temp.resolve("archive/.lectomen-1-e1.part")).doesNotExist();
        assertThat(temp.resolve("archive/.lectomen-1-e99.part")).exists();
        assertThat(temp.resolve("archive/one.txt")).hasContent("text");
    }
}
