package lectomen.service.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import lectomen.service.Await;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import org.junit.jupiter.api.Test;

/** Jobs that are held, cancelled or stopped while their workers have them. */
class JobsInterruptedTest extends JobRunnerFixture {
    @Test
    void anAnswerThatComesAfterTheJobWasCancelledChangesNothing() throws Exception {
        start();
        String id = send("wait.txt");
        Await.until("it is at work", () -> Files.exists(trace("waiting-" + id)));
        fixture.store.write(db -> {
            fixture.jobs.move(db, id, JobMove.to(JobState.CANCELLED), "owner");
            return id;
        });
        Files.writeString(trace("go-on-" + id), "");
        await(send("file.txt"), JobState.FILED);
        assertThat(job(id).state()).isEqualTo(JobState.CANCELLED);
        assertThat(temp.resolve("home/archive/wait.txt")).doesNotExist();
        assertThat(results.steps(id)).isEmpty();
    }

    @Test
    void aJobThatIsToBeHeldIsHeldOnceItsWorkerIsDone() throws Exception {
        start();
        String id = send("wait.txt");
        Await.until("it is at work", () -> Files.exists(trace("waiting-" + id)));
        fixture.store.write(db -> {
            fixture.jobs.wishHold(db, id, true);
            return id;
        });
        Files.writeString(trace("go-on-" + id), "");
        await(id, JobState.HELD);
        await(send("file.txt"), JobState.FILED);
        assertThat(temp.resolve("home/archive/wait.txt")).doesNotExist();
    }

    @Test
    void jobsThatWereInWorkWhenTheServiceEndedAreTakenUpAgain() throws Exception {
        String id = fixture.send("file.txt", "text");
        fixture.store.write(fixture.jobs::takeNext);
        assertThat(job(id).state()).isEqualTo(JobState.WORKING);
        start();
        Job filed = await(id, JobState.FILED);
        assertThat(filed.attempt())
                .as("a late answer to the earlier attempt must not count for this one")
                .isEqualTo(2);
    }

    @Test
    void aStopOfTheServiceIsNoTryOfTheDocument() throws Exception {
        String id = fixture.send("die.txt", "text");
        for (int stop = 0; stop < 5; stop++) {
            fixture.store.write(fixture.jobs::takeNext);
            fixture.store.write(db -> fixture.jobs.recover(db, fixture.filings.kindsOfTheJob()));
        }
        start();
        Await.until("a worker died of it", () -> job(id), () -> code(job(id)).equals("worker.died"));
        assertThat(job(id).state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void aRunnerThatIsClosedLetsItsWorkEndAndTakesNothingNew() throws Exception {
        start();
        String id = send("wait.txt");
        Await.until("it is at work", () -> Files.exists(trace("waiting-" + id)));
        Thread closing = new Thread(runner::close);
        closing.start();
        Files.writeString(trace("go-on-" + id), "");
        closing.join();
        await(id, JobState.FILED);
        String late = fixture.send("file.txt", "text");
        runner.wake();
        assertThat(job(late).state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void aJobThatIsToBeHeldIsHeldAlthoughItsWorkerDied() throws Exception {
        String id = fixture.send("die.txt", "text");
        fixture.store.write(db -> {
            fixture.jobs.wishHold(db, id, true);
            return id;
        });
        start();
        Job held = await(id, JobState.HELD);
        assertThat(held.holdWanted()).isFalse();
        assertThat(code(held)).isEqualTo("job.held");
    }
}
