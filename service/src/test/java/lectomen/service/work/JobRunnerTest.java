package lectomen.service.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.ByHand;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.WhenTaken;
import lectomen.service.Await;
import lectomen.service.SettableClock;
import lectomen.service.Workshop;
import lectomen.service.job.Job;
import lectomen.service.job.JobResults;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.workers.ScriptedWorker;
import lectomen.service.workers.WorkerPool;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What becomes of jobs at workers that do as their documents say, on a clock that only moves when told. */
class JobRunnerTest {
    private static final Duration LONG = Duration.ofMinutes(5);

    @TempDir
    private static Path work;

    /** One worker for all tests: starting its process takes longer than all else. */
    private static WorkerPool pool;

    @TempDir
    private Path temp;

    private Workshop workshop;
    private JobResults results;
    private JobRunner runner;

    @BeforeAll
    static void startWorkers() throws IOException {
        SettableClock clock = new SettableClock(Instant.parse("2027-03-01T10:00:00Z"));
        pool = new WorkerPool(ScriptedWorker.settings(work, 1, LONG, LONG), clock);
    }

    @AfterAll
    static void stopWorkers() {
        pool.close();
    }

    @BeforeEach
    void open() throws IOException {
        Path traces = Files.createDirectories(work.resolve("traces"));
        try (DirectoryStream<Path> files = Files.newDirectoryStream(traces)) {
            for (Path file : files) {
                Files.delete(file);
            }
        }
        workshop = new Workshop(temp.resolve("home"));
        rule("notes", "");
        use(pool);
    }

    private void use(WorkerPool workers) {
        results = new JobResults(workshop.store);
        runner = new JobRunner(
                workshop.store,
                workshop.jobs,
                results,
                workshop.rulebook,
                workshop.sources,
                workshop.bytes,
                workers,
                workshop.effects,
                workshop.settings::site,
                workshop.clock);
    }

    @AfterEach
    void close() {
        runner.close();
        workshop.close();
    }

    /** Adds a rule that takes files from its own folder, and puts it live. @param more lines of the rule */
    private void rule(String id, String more) {
        Rulebook.Added added = workshop.rulebook.add(
                "lectomen: 1\nrule: " + id + "\nfrom: { folder: \"{inbox}/" + id + "\" }\n" + more
                        + "do: [ { file: { in: archive } } ]\n",
                "owner");
        assertThat(added).isInstanceOf(Rulebook.Added.As.class);
        workshop.rulebook.putLive(id, "owner");
    }

    private void start() {
        workshop.effects.start();
        runner.start();
    }

    private String send(String name) throws IOException {
        String job = workshop.send(name, "bytes of " + name);
        runner.wake();
        return job;
    }

    private Job job(String id) {
        return workshop.jobs.require(id);
    }

    private Job await(String id, JobState state) throws InterruptedException {
        Await.until(id + " is " + state, () -> job(id), () -> job(id).state() == state);
        return job(id);
    }

    private static String code(Job job) {
        return job.reason().map(Reason::code).orElse("");
    }

    private Path trace(String name) {
        return work.resolve("traces").resolve(name);
    }

    private List<String> traces(String start) throws IOException {
        try (Stream<Path> files = Files.list(work.resolve("traces"))) {
            return files.map(file -> file.getFileName().toString())
                    .filter(name -> name.startsWith(start))
                    .sorted()
                    .toList();
        }
    }

    private List<String> events(String id) {
        return workshop.ledger.about(Job.subject(id)).stream()
                .map(Ledger.Entry::event)
                .toList();
    }

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
        workshop.effects.whenEnded((db, job, state, reason) -> {
            if (ends.incrementAndGet() == 1) {
                throw new IllegalStateException("on purpose");
            }
            return false;
        });
        start();
        String id = send("file me.txt");
        Await.until("the fault is said", () -> job(id), () -> code(job(id)).equals("destination.fault"));
        assertThat(job(id).nextTryAt())
                .hasValueSatisfying(next -> assertThat(next).isAfter(workshop.clock.instant()));
        workshop.clock.advance(Duration.ofMinutes(1));
        workshop.effects.wake();
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
        Job unwanted = await(send("unwanted.txt"), JobState.UNWANTED);
        assertThat(code(unwanted)).isEqualTo("rule.none-wants");
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
                new WorkerPool(ScriptedWorker.settings(folder, 1, Duration.ofMillis(500), LONG), workshop.clock)) {
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
            assertThat(job(id).nextTryAt()).contains(workshop.clock.instant().plusSeconds(1));
            workshop.clock.advance(Duration.ofSeconds(1));
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
            workshop.clock.advance(Duration.ofSeconds(1));
            runner.wake();
        }
        assertThat(await(id, JobState.FILED).attempt()).isEqualTo(4);
    }

    @Test
    void aFloodOfDocumentsThatTakeLongKeepsNoOtherFolderWaiting() throws Exception {
        Path folder = temp.resolve("single");
        try (WorkerPool single = new WorkerPool(ScriptedWorker.settings(folder, 1, LONG, LONG), workshop.clock)) {
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
    void aFileFromAFolderWithoutALiveRuleWaitsAtNoCostUntilThereIsOne() throws Exception {
        String id = fromFolder("papers", "file.txt");
        start();
        Await.until("it waits for a rule", () -> job(id), () -> code(job(id)).equals("rule.paused"));
        Job waiting = job(id);
        long entries = workshop.ledger.head().seq();
        for (int hour = 0; hour < 3; hour++) {
            workshop.clock.advance(Duration.ofHours(1));
            runner.wake();
            await(send("file " + hour + ".txt"), JobState.FILED);
        }
        assertThat(job(id)).isEqualTo(waiting);
        assertThat(events(id)).containsOnlyOnce("job.working");
        assertThat(workshop.ledger.head().seq()).as("only what the others did").isGreaterThan(entries);
        assertThat(traces("asked-" + id)).as("no worker is asked").isEmpty();
        rule("papers", "");
        assertThat(await(id, JobState.FILED).attempt()).isEqualTo(waiting.attempt() + 1);
    }

    @Test
    void aFileThatWaitsForARuleIsTakenUpByTheNextStartToo() throws Exception {
        String id = fromFolder("papers", "file.txt");
        start();
        Await.until("it waits for a rule", () -> job(id), () -> code(job(id)).equals("rule.paused"));
        runner.close();
        rule("papers", "");
        use(pool);
        runner.start();
        await(id, JobState.FILED);
    }

    /** A job for a file that came from a hot folder in the inbox. */
    private String fromFolder(String folder, String name) throws IOException {
        Path inbox = Files.createDirectories(temp.resolve("home/inbox").resolve(folder));
        long source = workshop.sources.ofFolder(inbox.toString());
        String sent = workshop.send(name, "bytes of " + name);
        workshop.store.write(db -> db.sql("update job set source_id = ? where id = ?")
                .params(source, sent)
                .update());
        return sent;
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
        String id = workshop.send("file.txt", "text");
        workshop.store.write(db -> {
            workshop.jobs.choose(db, id, "papers");
            return id;
        });
        start();
        await(id, JobState.FILED);
        assertThat(trace("asked-" + id + "-1")).hasContent("[papers] CHOSEN");
    }

    @Test
    void whatAPersonSaidNeedsNoWorker() throws Exception {
        String id = workshop.send("file.txt", "text");
        workshop.store.write(db -> {
            workshop.jobs.choose(db, id, new ByHand("archive", "Loose", "By hand", WhenTaken.FAIL));
            return id;
        });
        start();
        await(id, JobState.FILED);
        assertThat(temp.resolve("home/archive/Loose/By hand.txt")).hasContent("text");
        assertThat(traces("asked-")).isEmpty();
    }

    @Test
    void aResultIsNotTakenByTheRuleThatMadeIt() throws Exception {
        start();
        String maker = send("file.txt");
        await(maker, JobState.FILED);
        long source = workshop.sources.ofUploads();
        String back = workshop.store.write(db -> {
            String made = workshop.jobs.newId(db);
            Job first = workshop.jobs.find(db, maker).orElseThrow();
            Jobs.NewJob plain = Jobs.NewJob.of(source, "file.txt", 4, FileType.TEXT, JobState.WAITING);
            workshop.jobs.create(
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
        Job refused = await(back, JobState.UNWANTED);
        assertThat(code(refused)).isEqualTo("file.own-result");
        assertThat(refused.reason().orElseThrow().words()).contains(maker);
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
    void anAnswerThatComesAfterTheJobWasCancelledChangesNothing() throws Exception {
        start();
        String id = send("wait.txt");
        Await.until("it is at work", () -> Files.exists(trace("waiting-" + id)));
        workshop.store.write(db -> {
            workshop.jobs.move(db, id, Jobs.Move.to(JobState.CANCELLED), "owner");
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
        workshop.store.write(db -> {
            workshop.jobs.wishHold(db, id, true);
            return id;
        });
        Files.writeString(trace("go-on-" + id), "");
        await(id, JobState.HELD);
        await(send("file.txt"), JobState.FILED);
        assertThat(temp.resolve("home/archive/wait.txt")).doesNotExist();
    }

    @Test
    void jobsThatWereInWorkWhenTheServiceEndedAreTakenUpAgain() throws Exception {
        String id = workshop.send("file.txt", "text");
        workshop.store.write(workshop.jobs::takeNext);
        assertThat(job(id).state()).isEqualTo(JobState.WORKING);
        start();
        Job filed = await(id, JobState.FILED);
        assertThat(filed.attempt())
                .as("a late answer to the earlier attempt must not count for this one")
                .isEqualTo(2);
    }

    @Test
    void aStopOfTheServiceIsNoTryOfTheDocument() throws Exception {
        String id = workshop.send("die.txt", "text");
        for (int stop = 0; stop < 5; stop++) {
            workshop.store.write(workshop.jobs::takeNext);
            workshop.store.write(workshop.jobs::recover);
        }
        start();
        Await.until("a worker died of it", () -> job(id), () -> code(job(id)).equals("worker.died"));
        assertThat(job(id).state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void theMostUrgentComesFirstAndThenTheOldest() throws Exception {
        List<String> ids = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            ids.add(workshop.send("unwanted-" + i + ".txt", "text " + i));
        }
        workshop.store.write(db -> {
            workshop.jobs.setPriority(db, ids.get(2), 90);
            return ids;
        });
        List<Job> taken = workshop.store.write(db -> workshop.jobs.takeNext(db, 4));
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
        assertThat(workshop.jobs.counts()).isEqualTo(Map.of(JobState.FILED, 40L));
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
        String late = workshop.send("file.txt", "text");
        runner.wake();
        assertThat(job(late).state()).isEqualTo(JobState.WAITING);
    }
}
