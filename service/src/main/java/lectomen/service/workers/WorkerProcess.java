package lectomen.service.workers;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;
import lectomen.engine.task.Answer;
import lectomen.engine.task.DataAnswer;
import lectomen.engine.task.DataTask;
import lectomen.engine.task.Frames;
import lectomen.engine.task.PageAnswer;
import lectomen.engine.task.PageTask;
import lectomen.engine.task.ProposalAnswer;
import lectomen.engine.task.ProposalTask;
import lectomen.engine.task.SheetsAnswer;
import lectomen.engine.task.SheetsTask;
import lectomen.engine.task.Task;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** One engine worker as a child process. One task at a time. */
final class WorkerProcess {
    private static final Logger LOG = LoggerFactory.getLogger(WorkerProcess.class);

    /** How the Java runtime exits when {@code -XX:+ExitOnOutOfMemoryError} ended it. */
    private static final int OUT_OF_MEMORY = 3;

    /** How Java says that a process was ended by SIGKILL or SIGTERM. */
    private static final Set<Integer> KILLED = Set.of(128 + 9, 128 + 15);

    /** A process is gone soon after its streams are. */
    private static final Duration END_AFTER_STREAM = Duration.ofSeconds(2);

    private static final Duration LONGEST_START = Duration.ofSeconds(60);

    private static final int REMEMBERED = 50;

    /** What it was given last, the oldest first. */
    private final Set<String> documents = new LinkedHashSet<>();

    private final Process process;
    private final Frames frames;
    private final Path scratch;
    private final WorkerSettings settings;
    private volatile boolean timedOut;
    private boolean started;
    private long idleSinceNanos;

    private WorkerProcess(Process process, Path scratch, WorkerSettings settings) {
        this.process = process;
        this.frames = new Frames(process.getInputStream(), process.getOutputStream());
        this.scratch = scratch;
        this.settings = settings;
    }

    static WorkerProcess start(WorkerSettings settings, Path scratch) throws IOException {
        Files.createDirectories(scratch);
        List<String> command = new ArrayList<>(List.of(
                settings.java().toString(),
                "-Xmx" + settings.memoryMegabytes() + "m",
                "-Xss2m",
                "-XX:+ExitOnOutOfMemoryError",
                "-XX:MaxDirectMemorySize=64m",
                "-XX:+UseSerialGC",
                "-Xshare:auto",
                "-Djava.awt.headless=true",
                "-Djava.io.tmpdir=" + scratch,
                "-Dpdfbox.fontcache=" + settings.fontCache(),
                "-Dlectomen.fonts=" + settings.fonts(),
                "-Dorg.apache.commons.logging.Log=org.apache.commons.logging.impl.NoOpLog",
                "-cp",
                settings.classPath(),
                settings.mainClass(),
                scratch.toString()));
        settings.readyClasses().filter(Files::exists).ifPresent(classes -> {
            command.add(1, "-XX:SharedArchiveFile=" + classes);
            command.add(2, "-Xlog:disable");
        });
        Process process = new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        return new WorkerProcess(process, scratch, settings);
    }

    long pid() {
        return process.pid();
    }

    boolean isAlive() {
        return process.isAlive();
    }

    /** Whether it was given the document lately. Asked only while it has nothing to do. */
    boolean had(String sha256) {
        return documents.contains(sha256);
    }

    void idleSince(long nanos) {
        idleSinceNanos = nanos;
    }

    long idleSince() {
        return idleSinceNanos;
    }

    /** Has the document examined, at most as long as a worker may take. */
    Examination examine(
            Task task,
            ByteSource bytes,
            OutputReceiver keeping,
            ScheduledExecutorService watchdog,
            Progress.Listener listener) {
        documents.add(task.document().sha256());
        if (documents.size() > REMEMBERED) {
            documents.remove(documents.iterator().next());
        }
        Said<Answer> said = ask(
                task.document().size(),
                () -> frames.send(task),
                frame -> frame.kind() == Frames.Kind.ANSWER ? Optional.of(frame.answer()) : Optional.empty(),
                answer -> answer.id().equals(task.id()) && answer.attempt() == task.attempt(),
                bytes,
                keeping,
                watchdog,
                listener);
        return said.answer().map(WorkerProcess::result).orElseGet(said::why);
    }

    /** Has a page shown, at most as long as a worker may take. */
    PageResult show(PageTask task, ByteSource bytes, ScheduledExecutorService watchdog) {
        Said<PageAnswer> said = ask(
                task.document().size(),
                () -> frames.send(task),
                frame -> frame.kind() == Frames.Kind.SHOWN ? Optional.of(frame.pageAnswer()) : Optional.empty(),
                page -> page.id().equals(task.id()),
                bytes,
                OutputReceiver.NOTHING,
                watchdog,
                Progress.Listener.NONE);
        return said.answer()
                .map(page ->
                        page.reason().<PageResult>map(PageResult.Not::new).orElseGet(() -> new PageResult.Shown(page)))
                .orElseGet(() -> new PageResult.Not(why(said)));
    }

    /** Has sheets drawn, at most as long as a worker may take. @param keeping takes their file */
    SheetsAnswer draw(SheetsTask task, ByteSource bytes, OutputReceiver keeping, ScheduledExecutorService watchdog) {
        Said<SheetsAnswer> said = ask(
                task.document().size(),
                () -> frames.send(task),
                frame -> frame.kind() == Frames.Kind.DRAWN ? Optional.of(frame.sheetsAnswer()) : Optional.empty(),
                drawn -> drawn.id().equals(task.id()),
                bytes,
                keeping,
                watchdog,
                Progress.Listener.NONE);
        return said.answer().orElseGet(() -> SheetsAnswer.not(task, why(said)));
    }

    /** Has a data file asked, at most as long as a worker may take. */
    DataAnswer tell(DataTask task, ByteSource bytes, ScheduledExecutorService watchdog) {
        Said<DataAnswer> said = ask(
                task.data().size(),
                () -> frames.send(task),
                frame -> frame.kind() == Frames.Kind.TOLD ? Optional.of(frame.dataAnswer()) : Optional.empty(),
                told -> told.id().equals(task.id()),
                bytes,
                OutputReceiver.NOTHING,
                watchdog,
                Progress.Listener.NONE);
        return said.answer().orElseGet(() -> new DataAnswer(task.id(), Optional.of(why(said)), List.of()));
    }

    /** Has the extractors of a field proposed, at most as long as a worker may take. */
    ProposalAnswer propose(ProposalTask task, ByteSource bytes, ScheduledExecutorService watchdog) {
        Said<ProposalAnswer> said = ask(
                task.examples().stream()
                        .mapToLong(example -> example.document().size())
                        .sum(),
                () -> frames.send(task),
                frame -> frame.kind() == Frames.Kind.PROPOSED ? Optional.of(frame.proposalAnswer()) : Optional.empty(),
                proposal -> proposal.id().equals(task.id()),
                bytes,
                OutputReceiver.NOTHING,
                watchdog,
                Progress.Listener.NONE);
        return said.answer().orElseGet(() -> ProposalAnswer.not(task.id(), why(said)));
    }

    private static Reason why(Said<?> nothing) {
        return nothing.why() instanceof Examination.Refused refused
                ? refused.reason()
                : Reason.of("worker.died", "tries", "1");
    }

    /** Whether it was ended because it took too long. */
    boolean wasGivenUp() {
        return timedOut;
    }

    private void giveUp() {
        timedOut = true;
        process.destroyForcibly();
    }

    private final class OwnTimes implements TaskDeadline.Times {
        @Override
        public long nanos() {
            return System.nanoTime();
        }

        @Override
        public OptionalLong processorNanos() {
            return process.info().totalCpuDuration().stream()
                    .mapToLong(Duration::toNanos)
                    .findFirst();
        }
    }

    private interface Question {
        void send() throws IOException;
    }

    /** Reads a frame that may be the answer; empty for one of another kind. */
    private interface Reading<A> {
        Optional<A> read(Frames.Frame frame) throws IOException;
    }

    /** The result of asking. @param why there is no answer; not asked where there is one */
    private record Said<A>(Optional<A> answer, Examination why) {
        static <A> Said<A> nothing(Examination why) {
            return new Said<>(Optional.empty(), why);
        }
    }

    /** Asks, hands over the bytes that the worker wants, and waits for the answer. */
    private <A> Said<A> ask(
            long documentBytes,
            Question question,
            Reading<A> reading,
            Predicate<A> isToThis,
            ByteSource bytes,
            OutputReceiver keeping,
            ScheduledExecutorService watchdog,
            Progress.Listener listener) {
        if (!started && !awaitReady(watchdog)) {
            return Said.nothing(whyItDied());
        }
        TaskDeadline deadline =
                new TaskDeadline(watchdog, settings.timeLimit(), documentBytes, new OwnTimes(), this::giveUp);
        try {
            question.send();
            for (Optional<Frames.Frame> frame = frames.receive(); frame.isPresent(); frame = frames.receive()) {
                if (frame.get().kind() == Frames.Kind.NEED) {
                    handOver(frame.get().text(), bytes);
                } else if (frame.get().kind() == Frames.Kind.PROGRESS) {
                    deadline.wentOn(frame.get().progress());
                    listener.at(frame.get().progress());
                } else if (frame.get().kind() == Frames.Kind.MADE) {
                    try (ReceivedBytes made = new ReceivedBytes(frames)) {
                        keeping.keep(frame.get().made(), made);
                    }
                } else {
                    Optional<A> answer = reading.read(frame.get()).filter(isToThis);
                    if (answer.isPresent()) {
                        return new Said<>(answer, new Examination.Died(false));
                    }
                }
            }
            return Said.nothing(whyItDied());
        } catch (MissingBytes e) {
            process.destroyForcibly();
            return Said.nothing(new Examination.Refused(Reason.of("bytes.missing")));
        } catch (IOException e) {
            return Said.nothing(whyItDied());
        } finally {
            deadline.end();
        }
    }

    /** The time that a worker takes to start is not the document's. */
    private boolean awaitReady(ScheduledExecutorService watchdog) {
        ScheduledFuture<?> limit =
                watchdog.schedule(process::destroyForcibly, LONGEST_START.toMillis(), TimeUnit.MILLISECONDS);
        try {
            started = frames.receive()
                    .filter(frame -> frame.kind() == Frames.Kind.READY)
                    .isPresent();
            return started;
        } catch (IOException e) {
            return false;
        } finally {
            limit.cancel(false);
        }
    }

    private static final class MissingBytes extends IOException {}

    private void handOver(String sha256, ByteSource bytes) throws IOException {
        try (InputStream in = open(sha256, bytes)) {
            frames.sendBytes(in);
        }
    }

    private static InputStream open(String sha256, ByteSource bytes) throws IOException {
        try {
            return bytes.open(sha256);
        } catch (NoSuchFileException e) {
            throw new MissingBytes();
        }
    }

    private static Examination result(Answer answer) {
        if (answer.outcome().isPresent()) {
            return new Examination.Done(answer.outcome().get());
        }
        LOG.error("An internal error stopped the work on job {}: {}", answer.id(), answer.fault());
        return new Examination.Refused(Reason.of("engine.fault"));
    }

    private Examination whyItDied() {
        boolean byItself;
        boolean ended;
        try {
            byItself = process.waitFor(END_AFTER_STREAM.toMillis(), TimeUnit.MILLISECONDS);
            process.destroyForcibly();
            ended = process.waitFor(10, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            process.destroyForcibly();
            Thread.currentThread().interrupt();
            return new Examination.Died(false);
        }
        if (timedOut) {
            return new Examination.Refused(
                    Reason.of("worker.time", "limit", settings.timeLimit().toSeconds() + " s"));
        }
        if (ended && process.exitValue() == OUT_OF_MEMORY) {
            return new Examination.Refused(Reason.of("worker.memory", "limit", settings.memoryMegabytes() + " MB"));
        }
        return new Examination.Died(byItself && KILLED.contains(process.exitValue()));
    }

    /** Ends the process and removes its scratch folder. */
    void stop() {
        process.destroyForcibly();
        try {
            process.waitFor(10, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        Scratch.remove(scratch);
    }
}
