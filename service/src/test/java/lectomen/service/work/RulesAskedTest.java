package lectomen.service.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.service.Await;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import org.junit.jupiter.api.Test;

/** Which rules are asked about a document, and what waits for one. */
class RulesAskedTest extends JobRunnerFixture {
    @Test
    void aFileFromAFolderWithoutALiveRuleWaitsAtNoCostUntilThereIsOne() throws Exception {
        String id = fromFolder("papers", "file.txt");
        start();
        Await.until("waiting for a rule", () -> job(id), () -> code(job(id)).equals("rule.paused"));
        Job waiting = job(id);
        long entries = fixture.ledger.head().seq();
        for (int hour = 0; hour < 3; hour++) {
            fixture.clock.advance(Duration.ofHours(1));
            runner.wake();
            await(send("file " + hour + ".txt"), JobState.FILED);
        }
        assertThat(job(id)).isEqualTo(waiting);
        assertThat(events(id)).containsOnlyOnce("job.working");
        assertThat(fixture.ledger.head().seq()).as("only what the others did").isGreaterThan(entries);
        assertThat(traces("asked-" + id)).as("no worker is asked").isEmpty();
        rule("papers", "");
        assertThat(await(id, JobState.FILED).attempt()).isEqualTo(waiting.attempt() + 1);
    }

    @Test
    void aFileThatWaitsForARuleIsTakenUpByTheNextStartToo() throws Exception {
        String id = fromFolder("papers", "file.txt");
        start();
        Await.until("waiting for a rule", () -> job(id), () -> code(job(id)).equals("rule.paused"));
        runner.close();
        rule("papers", "");
        use(pool);
        runner.start();
        await(id, JobState.FILED);
    }

    @Test
    void onlyTheRulesThatTakeFilesFromItsFolderAreAsked() throws Exception {
        rule("papers", "");
        String id = fromFolder("papers", "file.txt");
        start();
        await(id, JobState.FILED);
        assertThat(trace("asked-" + id + "-1")).hasContent("[papers] FIRST_THAT_WANTS");
        String upload = send("file too.txt");
        await(upload, JobState.FILED);
        assertThat(trace("asked-" + upload + "-1")).hasContent("[notes, papers] FIRST_THAT_WANTS");
    }

    @Test
    void aRuleThatSomebodyChoseIsTheOnlyOneAndIsNotAsked() throws Exception {
        rule("papers", "");
        String id = fixture.send("file.txt", "text");
        fixture.store.write(db -> {
            fixture.jobs.choose(db, id, "papers");
            return id;
        });
        start();
        await(id, JobState.FILED);
        assertThat(trace("asked-" + id + "-1")).hasContent("[papers] CHOSEN");
    }

    @Test
    void aResultIsNotTakenByTheRuleThatMadeIt() throws Exception {
        start();
        String maker = send("file.txt");
        await(maker, JobState.FILED);
        long source = fixture.sources.ofUploads();
        String back = fixture.store.write(db -> {
            String made = fixture.jobs.newId(db);
            Job first = fixture.jobs.find(db, maker).orElseThrow();
            Jobs.NewJob plain = Jobs.NewJob.of(source, "file.txt", 4, FileType.TEXT, JobState.WAITING);
            fixture.jobs.create(
                    db,
                    made,
                    new Jobs.NewJob(
                            plain.source(),
                            plain.name(),
                            plain.more(),
                            plain.size(),
                            plain.type(),
                            Optional.empty(),
                            JobState.WAITING,
                            Optional.of(new Jobs.Arrived(
                                    first.arrival().orElseThrow(),
                                    first.original().orElseThrow())),
                            Optional.of(new Job.Origin(maker, 1)),
                            false),
                    "service");
            return made;
        });
        runner.wake();
        Job refused = await(back, JobState.UNMATCHED);
        assertThat(code(refused)).isEqualTo("file.own-result");
        assertThat(refused.reason().orElseThrow().words()).contains(maker);
    }
}
