package lectomen.service.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import lectomen.engine.plan.FilingByHand;
import lectomen.engine.step.file.WhenTaken;
import lectomen.service.Await;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.workers.ScriptedWorker;
import lectomen.service.workers.WorkerPool;
import org.junit.jupiter.api.Test;

/** What becomes of jobs by what their workers answer. */
class JobRunnerTest extends JobRunnerFixture {
    @Test
    void whatAWorkerPlansIsFiled() throws Exception {
        start();
        Job filed = await(send("file me.txt"), JobState.FILED);
        assertThat(temp.resolve("home/archive/file me.txt")).hasContent("bytes of file me.txt");
        assertThat(filed.attempt()).isEqualTo(1);
        assertThat(filed.rule().map(rule -> rule.id() + " " + rule.version())).contains("notes 1");
        assertThat(events(filed.id())).contains("job.filed", "effect.receipt");
    }

    @Test
    void aFaultWhileADocumentIsFiledIsSaidAndTriedAgainAfterAPause() throws Exception {
        AtomicInteger ends = new AtomicInteger();
        fixture.endings.followUpWith((db, job, state, reason) -> {
            if (ends.incrementAndGet() == 1) {
                throw new IllegalStateException("on purpose");
            }
            return false;
        });
        start();
        String id = send("file me.txt");
        Await.until("the fault is said", () -> job(id), () -> code(job(id)).equals("destination.fault"));
        assertThat(job(id).nextTryAt())
                .hasValueSatisfying(next -> assertThat(next).isAfter(fixture.clock.instant()));
        fixture.clock.advance(Duration.ofMinutes(1));
        fixture.filings.wake();
        await(id, JobState.FILED);
        await(send("file another.txt"), JobState.FILED);
        try (Stream<Path> filed = Files.list(temp.resolve("home/archive"))) {
            assertThat(filed.map(file -> file.getFileName().toString()))
                    .filteredOn(name -> !name.startsWith("."))
                    .containsExactlyInAnyOrder("file me.txt", "file another.txt");
        }
    }

    @Test
    void whatAWorkerSaysIsTheJobsReason() throws Exception {
        start();
        Job failed = await(send("fail.txt"), JobState.FAILED);
        assertThat(code(failed)).isEqualTo("field.missing");
        Job unmatched = await(send("unmatched.txt"), JobState.UNMATCHED);
        assertThat(code(unmatched)).isEqualTo("rule.none-matches");
        Job fault = await(send("fault.txt"), JobState.FAILED);
        assertThat(code(fault)).isEqualTo("engine.fault");
        Job memory = await(send("memory.txt"), JobState.FAILED);
        assertThat(code(memory)).isEqualTo("worker.memory");
        assertThat(temp.resolve("home/archive")).isEmptyDirectory();
    }

    @Test
    void aDocumentThatTakesTooLongFailsAtItsFirstTry() throws Exception {
        Path folder = temp.resolve("hasty");
        try (WorkerPool hasty =
                new WorkerPool(ScriptedWorker.settings(folder, 1, Duration.ofMillis(500), LONG), fixture.clock)) {
            use(hasty);
            start();
            Job hung = await(send("hang.txt"), JobState.FAILED);
            assertThat(code(hung)).isEqualTo("worker.time");
            assertThat(hung.attempt()).isEqualTo(1);
            runner.close();
        }
    }

    @Test
    void aDocumentWhoseWorkerDiesIsTriedThreeTimesWithAPauseBetween() throws Exception {
        start();
        String id = send("die.txt");
        for (int attempt = 1; attempt <= 2; attempt++) {
            int number = attempt;
            Await.until(
                    "try " + number + " is over",
                    () -> job(id),
                    () -> job(id).attempt() == number && job(id).state() == JobState.WAITING);
            assertThat(code(job(id))).isEqualTo("worker.died");
            assertThat(job(id).nextTryAt()).contains(fixture.clock.instant().plusSeconds(1));
            fixture.clock.advance(Duration.ofSeconds(1));
            runner.wake();
        }
        Job failed = await(id, JobState.FAILED);
        assertThat(failed.attempt()).isEqualTo(3);
        assertThat(failed.reason().orElseThrow().words()).contains("3");
        assertThat(traces("asked-" + id))
                .containsExactly("asked-" + id + "-1", "asked-" + id + "-2", "asked-" + id + "-3");
    }

    @Test
    void aDocumentIsNotBlamedForThreeWorkersThatWereKilled() throws Exception {
        start();
        String id = send("kill-3.txt");
        for (int kill = 1; kill <= 3; kill++) {
            int deaths = kill;
            Await.until(
                    "worker " + kill + " was killed",
                    () -> job(id),
                    () -> job(id).attempt() == deaths && job(id).state() == JobState.WAITING);
            fixture.clock.advance(Duration.ofSeconds(1));
            runner.wake();
        }
        assertThat(await(id, JobState.FILED).attempt()).isEqualTo(4);
    }

    @Test
    void aFloodOfDocumentsThatTakeLongKeepsNoOtherFolderWaiting() throws Exception {
        Path folder = temp.resolve("single");
        try (WorkerPool single = new WorkerPool(ScriptedWorker.settings(folder, 1, LONG, LONG), fixture.clock)) {
            use(single);
            rule("papers", "");
            List<String> flood = new ArrayList<>();
            for (int i = 0; i < 40; i++) {
                flood.add(fromFolder("notes", "wait-" + i + ".txt"));
            }
            start();
            Await.until("one is at work", () -> flood.stream()
                    .anyMatch(id -> Files.exists(folder.resolve("traces/waiting-" + id))));
            for (int i = 0; i < 3; i++) {
                String other = fromFolder("papers", "file-" + i + ".txt");
                runner.wake();
                await(other, JobState.FILED);
            }
            assertThat(flood).allSatisfy(id -> assertThat(job(id).state()).isIn(JobState.WORKING, JobState.WAITING));
            single.close();
            runner.close();
        }
    }

    @Test
    void otherJobsGoOnWhileOneWaitsForItsNextTry() throws Exception {
        start();
        String dying = send("die.txt");
        await(send("file.txt"), JobState.FILED);
        assertThat(job(dying).state()).isIn(JobState.WAITING, JobState.WORKING);
    }

    @Test
    void whatAPersonSaidNeedsNoWorker() throws Exception {
        String id = fixture.send("file.txt", "text");
        fixture.store.write(db -> {
            fixture.jobs.choose(db, id, new FilingByHand("archive", "Loose", "By hand", WhenTaken.FAIL));
            return id;
        });
        start();
        await(id, JobState.FILED);
        assertThat(temp.resolve("home/archive/Loose/By hand.txt")).hasContent("text");
        assertThat(traces("asked-")).isEmpty();
    }

    @Test
    void whatAWorkerMadeIsKeptAndALieAboutItIsNoResult() throws Exception {
        start();
        await(send("make.txt"), JobState.FILED);
        String id = send("lie.txt");
        Await.until(
                "it is given back", () -> job(id), () -> job(id).attempt() == 1 && job(id).state() == JobState.WAITING);
        assertThat(code(job(id))).isEqualTo("worker.died");
    }

    @Test
    void theMostUrgentComesFirstAndThenTheOldest() throws Exception {
        List<String> ids = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            ids.add(fixture.send("unmatched-" + i + ".txt", "text " + i));
        }
        fixture.store.write(db -> {
            fixture.jobs.setPriority(db, ids.get(2), 90);
            return ids;
        });
        List<Job> taken = fixture.store.write(db -> fixture.jobs.takeNext(db, 4));
        assertThat(taken).extracting(Job::id).containsExactly(ids.get(2), ids.get(0), ids.get(1), ids.get(3));
    }

    @Test
    void manyJobsAreDoneOnceEach() throws Exception {
        start();
        List<String> ids = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            ids.add(send("file-" + i + ".txt"));
        }
        for (String id : ids) {
            await(id, JobState.FILED);
        }
        List<String> asked = traces("asked-");
        assertThat(asked).hasSize(40);
        assertThat(Collections.frequency(asked, "asked-" + ids.get(0) + "-1")).isEqualTo(1);
        assertThat(fixture.jobs.counts()).isEqualTo(Map.of(JobState.FILED, 40L));
    }
}
