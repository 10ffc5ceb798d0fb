package lectomen.service.workers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import lectomen.engine.data.DataFormat;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Outcome;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.file.Filing;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.DataTask;
import lectomen.engine.task.PageTask;
import lectomen.engine.task.Task;
import lectomen.service.Await;
import lectomen.service.SettableClock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Workers as processes, whatever a document does to them. */
class WorkerPoolTest {
    private static final Duration LONG = Duration.ofMinutes(5);
    private static final ByteSource NO_BYTES = sha256 -> {
        throw new NoSuchFileException(sha256);
    };

    @TempDir
    private Path temp;

    private final SettableClock clock = new SettableClock(Instant.parse("2027-03-01T10:00:00Z"));
    private WorkerPool pool;

    private WorkerPool open(int count, Duration timeLimit, Duration quiet) throws IOException {
        pool = new WorkerPool(ScriptedWorker.settings(temp, count, timeLimit, quiet), clock);
        return pool;
    }

    @AfterEach
    void close() {
        pool.close();
        assertThat(pool.pids()).as("no worker outlives its pool").isEmpty();
    }

    private static Task task(String id, String fileName) {
        return task(id, fileName, 1, "a".repeat(64));
    }

    private static Task task(String id, String fileName, int attempt, String sha256) {
        FileFacts facts = new FileFacts(
                fileName,
                4,
                FileType.TEXT,
                Optional.empty(),
                Instant.parse("2027-03-01T10:00:00Z"),
                FileFacts.Circumstances.UNKNOWN);
        Site site = new Site(Map.of(), Set.of("archive"), Locale.UK, ZoneOffset.UTC);
        return new Task(
                Task.PROTOCOL,
                id,
                attempt,
                new ByteRef(sha256, 4),
                facts,
                List.of(),
                Task.Asking.FIRST_THAT_WANTS,
                site);
    }

    private Examination examine(String fileName) {
        return pool.examine(task("1-1", fileName), NO_BYTES, OutputReceiver.NOTHING);
    }

    private Path trace(String name) {
        return temp.resolve("traces").resolve(name);
    }

    private List<String> started() throws IOException {
        try (Stream<Path> files = Files.list(temp.resolve("traces"))) {
            return files.map(file -> file.getFileName().toString())
                    .filter(name -> name.startsWith("started-"))
                    .toList();
        }
    }

    private static Reason reason(Examination examination) {
        assertThat(examination).isInstanceOf(Examination.Refused.class);
        return ((Examination.Refused) examination).reason();
    }

    private static Outcome.Ending ending(Examination examination) {
        assertThat(examination).isInstanceOf(Examination.Done.class);
        return ((Examination.Done) examination).outcome().ending();
    }

    @Test
    void noWorkerStartsBeforeThereIsWorkAndOneDoesOneTaskAfterTheOther() throws Exception {
        open(2, LONG, LONG);
        assertThat(pool.size()).isEqualTo(2);
        assertThat(pool.pids()).isEmpty();
        for (int i = 0; i < 3; i++) {
            Examination examination = examine("file-" + i + ".txt");
            assertThat(ending(examination)).isInstanceOf(Outcome.Ending.Planned.class);
            Outcome outcome = ((Examination.Done) examination).outcome();
            assertThat(outcome.effects(Filing.class).get(0).name()).isEqualTo("file-" + i);
        }
        assertThat(pool.pids()).hasSize(1);
        assertThat(started()).containsExactly("started-" + pool.pids().get(0));
        assertThat(pool.deaths()).isZero();
    }

    @Test
    void twoTasksAtOnceHaveTwoWorkersAndAThirdWaits() throws Exception {
        open(2, LONG, LONG);
        List<CompletableFuture<Examination>> asked = new ArrayList<>();
        for (int i = 1; i <= 3; i++) {
            Task task = task("1-" + i, "wait-" + i + ".txt");
            asked.add(CompletableFuture.supplyAsync(() -> pool.examine(task, NO_BYTES, OutputReceiver.NOTHING)));
            int number = i;
            if (i < 3) {
                Await.until("task " + i + " is at work", () -> Files.exists(trace("waiting-1-" + number)));
            }
        }
        assertThat(pool.pids()).hasSize(2);
        assertThat(trace("waiting-1-3")).as("the third has no worker").doesNotExist();
        Files.writeString(trace("go-on-1-1"), "");
        Await.until("the third has the first one's worker", () -> Files.exists(trace("waiting-1-3")));
        assertThat(pool.pids()).hasSize(2);
        Files.writeString(trace("go-on-1-2"), "");
        Files.writeString(trace("go-on-1-3"), "");
        asked.forEach(one -> assertThat(ending(one.join())).isInstanceOf(Outcome.Ending.Planned.class));
        assertThat(started()).hasSize(2);
    }

    @Test
    void aDocumentGoesToTheWorkerThatHadItBefore() throws Exception {
        open(2, LONG, LONG);
        CompletableFuture<Examination> first = CompletableFuture.supplyAsync(
                () -> pool.examine(task("1-1", "wait-1.txt", 1, "a".repeat(64)), NO_BYTES, OutputReceiver.NOTHING));
        Await.until("it is at work", () -> Files.exists(trace("waiting-1-1")));
        long had = pool.pids().get(0);
        pool.examine(task("1-2", "file-2.txt", 1, "b".repeat(64)), NO_BYTES, OutputReceiver.NOTHING);
        Files.writeString(trace("go-on-1-1"), "");
        first.join();
        pool.examine(task("1-3", "file-3.txt", 1, "b".repeat(64)), NO_BYTES, OutputReceiver.NOTHING);
        assertThat(pool.pids()).hasSize(2).contains(had);
        assertThat(pool.examine(task("1-4", "die-4.txt", 1, "a".repeat(64)), NO_BYTES, OutputReceiver.NOTHING))
                .isInstanceOf(Examination.Died.class);
        assertThat(pool.pids())
                .as("the one that had the first document has died of it")
                .doesNotContain(had);
    }

    @Test
    void aWorkerThatDiesIsCountedAndReplaced() throws Exception {
        open(1, LONG, LONG);
        examine("file-1.txt");
        long first = pool.pids().get(0);
        assertThat(examine("die.txt")).isInstanceOf(Examination.Died.class);
        assertThat(pool.deaths()).isEqualTo(1);
        assertThat(pool.pids()).isEmpty();
        assertThat(ending(examine("file-2.txt"))).isInstanceOf(Outcome.Ending.Planned.class);
        assertThat(pool.pids()).hasSize(1).doesNotContain(first);
        assertThat(temp.resolve("scratch/worker-1")).as("its scratch is gone").doesNotExist();
    }

    @Test
    void aWorkerThatDiedWhileItHadNothingToDoIsNotGivenATask() throws Exception {
        open(1, LONG, LONG);
        examine("file-1.txt");
        long pid = pool.pids().get(0);
        ProcessHandle worker = ProcessHandle.of(pid).orElseThrow();
        worker.destroyForcibly();
        Await.until("its death is noticed", () -> {
            pool.stopQuiet();
            return pool.pids().isEmpty();
        });
        assertThat(ending(examine("file-2.txt"))).isInstanceOf(Outcome.Ending.Planned.class);
        assertThat(pool.pids()).hasSize(1).doesNotContain(pid);
        assertThat(pool.deaths()).isEqualTo(1);
    }

    @Test
    void whatIsTooMuchForItsMemoryIsSaid() throws Exception {
        open(1, LONG, LONG);
        Reason reason = reason(examine("memory.txt"));
        assertThat(reason.code()).isEqualTo("worker.memory");
        assertThat(reason.words()).contains("64 MB");
        assertThat(pool.deaths()).isEqualTo(1);
    }

    @Test
    void whatTakesLongerThanTheLimitIsSaidAndItsWorkerEnds() throws Exception {
        open(1, Duration.ofMillis(400), LONG);
        Reason reason = reason(examine("hang.txt"));
        assertThat(reason.code()).isEqualTo("worker.time");
        assertThat(pool.pids()).isEmpty();
    }

    @Test
    void aFaultInTheEngineIsTheDocumentsReasonAndItsWorkerIsNotUsedAgain() throws Exception {
        open(1, LONG, LONG);
        Reason reason = reason(examine("fault.txt"));
        assertThat(reason.code()).isEqualTo("engine.fault");
        assertThat(reason.words()).startsWith("An internal error").doesNotContain("NullPointer");
        assertThat(pool.pids()).isEmpty();
        assertThat(pool.deaths()).isZero();
    }

    @Test
    void aWorkerWhoseAnswerCanNotBeReadIsReplaced() throws Exception {
        open(1, LONG, LONG);
        assertThat(examine("babble.txt")).isEqualTo(new Examination.Died(false));
        assertThat(pool.pids()).isEmpty();
        assertThat(ending(examine("file.txt"))).isInstanceOf(Outcome.Ending.Planned.class);
        assertThat(pool.deaths()).isEqualTo(1);
    }

    @Test
    void aFaultOnOurOwnSideLeavesNoWorkerBehind() throws Exception {
        open(1, LONG, LONG);
        OutputReceiver full = (ref, made) -> {
            throw new IllegalStateException("the store is closed");
        };
        assertThatThrownBy(() -> pool.examine(task("1-1", "make.txt"), NO_BYTES, full))
                .hasMessage("the store is closed");
        assertThat(pool.pids()).isEmpty();
        assertThat(ending(examine("file.txt"))).isInstanceOf(Outcome.Ending.Planned.class);
    }

    @Test
    void answersToOlderAttemptsAndOtherTasksAreDropped() throws Exception {
        open(1, LONG, LONG);
        Examination examination =
                pool.examine(task("1-1", "late.txt", 3, "a".repeat(64)), NO_BYTES, OutputReceiver.NOTHING);
        assertThat(ending(examination)).isInstanceOf(Outcome.Ending.Planned.class);
    }

    @Test
    void theBytesThatAWorkerAsksForAreHandedOver() throws Exception {
        open(1, LONG, LONG);
        byte[] content = "the very bytes".getBytes(StandardCharsets.UTF_8);
        List<String> asked = new ArrayList<>();
        ByteSource bytes = sha256 -> {
            asked.add(sha256);
            return new ByteArrayInputStream(content);
        };
        pool.examine(task("1-1", "need.txt"), bytes, OutputReceiver.NOTHING);
        assertThat(asked).containsExactly("a".repeat(64));
        assertThat(trace("got-1-1")).hasContent("the very bytes");
    }

    @Test
    void aDocumentWhoseBytesAreGoneIsRefused() throws Exception {
        open(1, LONG, LONG);
        Examination examination = pool.examine(task("1-1", "need.txt"), NO_BYTES, OutputReceiver.NOTHING);
        assertThat(reason(examination).code()).isEqualTo("bytes.missing");
    }

    @Test
    void whatAWorkerMakesIsKeptBeforeItsAnswer() throws Exception {
        open(1, LONG, LONG);
        List<String> kept = new ArrayList<>();
        OutputReceiver keeping = (ref, made) -> kept.add(ref.size() + " " + text(made));
        assertThat(ending(pool.examine(task("1-1", "make.txt"), NO_BYTES, keeping)))
                .isInstanceOf(Outcome.Ending.Planned.class);
        assertThat(kept).containsExactly("10 made of it");
    }

    private static String text(InputStream in) throws IOException {
        return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }

    @Test
    void howFarATaskHasComeIsToldUntilItEnds() throws Exception {
        open(1, LONG, LONG);
        assertThat(pool.progressOf("1-1")).isEmpty();
        CompletableFuture<Examination> asked = CompletableFuture.supplyAsync(() -> examine("progress.txt"));
        Await.until(
                "it has come to page 3",
                () -> pool.progressOf("1-1").map(Progress::done).orElse(0) == 3);
        assertThat(pool.progressOf("1-1")).contains(new Progress("reading pages", 3, 3));
        Files.writeString(trace("go-on-1-1"), "");
        asked.join();
        assertThat(pool.progressOf("1-1")).isEmpty();
    }

    @Test
    void pagesAreShownOrSayWhyNot() throws Exception {
        open(1, LONG, LONG);
        PageResult shown = pool.show(pageTask(1), NO_BYTES);
        assertThat(shown).isInstanceOf(PageResult.Shown.class);
        assertThat(((PageResult.Shown) shown).page().width()).isCloseTo(595, within(0.001));
        assertThat(((PageResult.Shown) shown).page().lines()).containsExactly("a line");
        assertThat(pool.show(pageTask(2), NO_BYTES)).isEqualTo(new PageResult.Not(Reason.of("page.broken")));
        assertThat(pool.pids()).as("both by one worker").hasSize(1);
    }

    private static PageTask pageTask(int page) {
        ByteRef document = new ByteRef("a".repeat(64), 4);
        return new PageTask(Task.PROTOCOL, "page", document, FileType.TEXT, page, 800, PageTask.Wanted.PICTURE);
    }

    @Test
    void aDataFileIsAskedByAWorkerToo() throws Exception {
        open(1, LONG, LONG);
        ByteRef data = new ByteRef("c".repeat(64), 9);
        DataTask task = new DataTask(Task.PROTOCOL, "d-1", data, DataFormat.JSON, "/number", Map.of());
        assertThat(pool.tell(task, NO_BYTES).reason()).isEmpty();
        assertThat(pool.tell(task, NO_BYTES).id()).isEqualTo("d-1");
    }

    @ParameterizedTest
    @CsvSource({"29, 1", "31, 0"})
    void aWorkerIsStoppedAfterQuiet(int secondsOfQuiet, int left) throws Exception {
        open(1, LONG, Duration.ofSeconds(30));
        examine("file-1.txt");
        clock.advance(Duration.ofSeconds(secondsOfQuiet));
        pool.stopQuiet();
        assertThat(pool.pids()).hasSize(left);
    }

    @Test
    void aPoolThatIsClosedTakesNoTask() throws Exception {
        open(1, LONG, LONG);
        examine("file-1.txt");
        ProcessHandle worker = ProcessHandle.of(pool.pids().get(0)).orElseThrow();
        pool.close();
        Await.until("its worker has ended", () -> !worker.isAlive());
        assertThat(examine("file-2.txt")).isInstanceOf(Examination.Died.class);
    }

    @Test
    void aProgramThatCanNotBeStartedIsADeathWithoutAWorker() throws Exception {
        WorkerSettings usual = ScriptedWorker.settings(temp, 1, LONG, LONG);
        pool = new WorkerPool(
                new WorkerSettings(
                        1,
                        64,
                        LONG,
                        LONG,
                        temp.resolve("no-such-java"),
                        usual.classPath(),
                        usual.mainClass(),
                        Optional.empty(),
                        usual.scratch(),
                        usual.fontCache(),
                        usual.fonts()),
                clock);
        assertThat(examine("file-1.txt")).isInstanceOf(Examination.Died.class);
        assertThat(pool.show(pageTask(1), NO_BYTES)).isInstanceOf(PageResult.Not.class);
        assertThat(pool.pids()).isEmpty();
    }
}
