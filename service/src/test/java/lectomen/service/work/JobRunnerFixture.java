package lectomen.service.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import lectomen.engine.reason.Reason;
import lectomen.service.Await;
import lectomen.service.ServiceFixture;
import lectomen.service.SettableClock;
import lectomen.service.job.Job;
import lectomen.service.job.JobResults;
import lectomen.service.job.JobState;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.workers.ScriptedWorker;
import lectomen.service.workers.WorkerPool;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;

/** A job runner with workers that do as their documents say, on a clock that only moves when told. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
abstract class JobRunnerFixture {
    static final Duration LONG = Duration.ofMinutes(5);

    Path work;

    /** One worker for all tests of a class: starting its process takes longer than all else. */
    WorkerPool pool;

    @TempDir
    Path temp;

    ServiceFixture fixture;
    JobResults results;
    JobRunner runner;

    @BeforeAll
    void startWorkers(@TempDir Path folder) throws IOException {
        work = folder;
        SettableClock clock = new SettableClock(Instant.parse("2027-03-01T10:00:00Z"));
        pool = new WorkerPool(ScriptedWorker.settings(work, 1, LONG, LONG), clock);
    }

    @AfterAll
    void stopWorkers() {
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
        fixture = new ServiceFixture(temp.resolve("home"));
        rule("notes", "");
        use(pool);
    }

    void use(WorkerPool workers) {
        results = new JobResults(fixture.store);
        runner = new JobRunner(
                fixture.store,
                fixture.jobs,
                results,
                fixture.rulebook,
                fixture.sources,
                fixture.bytes,
                workers,
                fixture.filings,
                fixture.endings,
                fixture.plans,
                fixture.waits,
                fixture.settings::site,
                fixture.clock);
    }

    @AfterEach
    void close() {
        runner.close();
        fixture.close();
    }

    /** Adds a rule that takes files from its own folder, and puts it live. @param more lines of the rule */
    void rule(String id, String more) {
        Rulebook.Added added = fixture.rulebook.add(
                "lectomen: 1\nrule: " + id + "\nfrom: { folder: \"{inbox}/" + id + "\" }\n" + more
                        + "do: [ { file: { in: archive } } ]\n",
                "owner");
        assertThat(added).isInstanceOf(Rulebook.Added.As.class);
        fixture.rulebook.putLive(id, "owner");
    }

    void start() {
        fixture.runner.start(fixture.folders::clearUnreached);
        runner.start();
    }

    String send(String name) throws IOException {
        String job = fixture.send(name, "bytes of " + name);
        runner.wake();
        return job;
    }

    Job job(String id) {
        return fixture.jobs.require(id);
    }

    Job await(String id, JobState state) throws InterruptedException {
        Await.until(id + " is " + state, () -> job(id), () -> job(id).state() == state);
        return job(id);
    }

    static String code(Job job) {
        return job.reason().map(Reason::code).orElse("");
    }

    Path trace(String name) {
        return work.resolve("traces").resolve(name);
    }

    List<String> traces(String start) throws IOException {
        try (Stream<Path> files = Files.list(work.resolve("traces"))) {
            return files.map(file -> file.getFileName().toString())
                    .filter(name -> name.startsWith(start))
                    .sorted()
                    .toList();
        }
    }

    List<String> events(String id) {
        return fixture.ledger.about(Job.subject(id)).stream()
                .map(Ledger.Entry::event)
                .toList();
    }

    /** A job for a file that came from a hot folder in the inbox. */
    String fromFolder(String folder, String name) throws IOException {
        Path inbox = Files.createDirectories(temp.resolve("home/inbox").resolve(folder));
        long source = fixture.sources.ofFolder(inbox.toString());
        String sent = fixture.send(name, "bytes of " + name);
        fixture.store.write(db -> db.sql("update job set source_id = ? where id = ?")
                .params(source, sent)
                .update());
        return sent;
    }
}
