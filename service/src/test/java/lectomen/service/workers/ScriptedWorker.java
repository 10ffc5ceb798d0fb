package lectomen.service.workers;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import lectomen.engine.page.Page;
import lectomen.engine.plan.Outcome;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.task.Answer;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.DataAnswer;
import lectomen.engine.task.Frames;
import lectomen.engine.task.PageAnswer;
import lectomen.engine.task.PageTask;
import lectomen.engine.task.Task;

/**
 * A worker that does what the name of its document says: {@code file}, {@code fail}, {@code unmatched}, {@code die},
 * {@code kill}, {@code memory}, {@code hang}, {@code fault}, {@code make}, {@code lie}, {@code babble}, {@code late}, {@code progress}, {@code need} or
 * {@code wait}. Some of it leaves a trace in a folder, for tests to see.
 */
public final class ScriptedWorker {
    private static final String MADE = "made of it";

    private final PrintStream answers;
    private final Frames frames;
    private final Path traces;

    private ScriptedWorker(PrintStream answers, Path traces) {
        this.answers = answers;
        this.frames = new Frames(System.in, answers);
        this.traces = traces;
    }

    /** Settings for workers of this kind. @param folder for their scratch and their traces */
    public static WorkerSettings settings(Path folder, int count, Duration timeLimit, Duration quiet) {
        return new WorkerSettings(
                count,
                64,
                timeLimit,
                quiet,
                Path.of(System.getProperty("java.home"), "bin", "java"),
                System.getProperty("java.class.path"),
                ScriptedWorker.class.getName(),
                Optional.empty(),
                folder.resolve("scratch"),
                folder.resolve("font-cache"),
                folder.resolve("fonts"));
    }

    public static void main(String[] arguments) throws Exception {
        PrintStream answers = System.out;
        System.setOut(System.err);
        Path scratch = Path.of(arguments[0]);
        Path traces = Files.createDirectories(scratch.getParent().resolveSibling("traces"));
        ScriptedWorker worker = new ScriptedWorker(answers, traces);
        Files.writeString(traces.resolve("started-" + ProcessHandle.current().pid()), scratch.toString());
        worker.frames.ready();
        for (Optional<Frames.Frame> frame = worker.frames.receive();
                frame.isPresent();
                frame = worker.frames.receive()) {
            worker.answer(frame.get());
        }
    }

    private void answer(Frames.Frame frame) throws Exception {
        switch (frame.kind()) {
            case TASK -> examine(frame.task());
            case PAGE -> show(frame.pageTask());
            case DATA -> frames.send(new DataAnswer(frame.dataTask().id(), Optional.empty(), List.of()));
            default -> throw new IOException("This worker knows nothing of " + frame.kind());
        }
    }

    private void show(PageTask task) throws IOException {
        Optional<Reason> broken = task.page() > 1 ? Optional.of(Reason.of("page.broken")) : Optional.empty();
        frames.send(new PageAnswer(
                task.id(), broken, 1, 595, 842, Page.Unit.POINT, List.of("a line"), new byte[0], List.of()));
    }

    private void examine(Task task) throws Exception {
        String does = task.facts().name().replaceFirst("[-. ].*", "");
        Files.writeString(
                traces.resolve("asked-" + task.id() + "-" + task.attempt()),
                task.rules().stream().map(rule -> rule.ref().id()).toList() + " " + task.asking());
        switch (does) {
            case "die" -> Runtime.getRuntime().halt(9);
            case "kill" -> killThreeTimes(task);
            case "memory" -> Runtime.getRuntime().halt(3);
            case "hang" -> new CountDownLatch(1).await();
            case "fault" -> frames.send(Answer.fault(task, "NullPointerException at x"));
            case "fail" -> end(task, new Outcome.Ending.Failed(Reason.of("field.missing", "field", "berth")));
            case "unmatched" -> end(task, new Outcome.Ending.Unmatched(Reason.of("rule.none-matches")));
            case "make" -> make(task, ref(MADE));
            case "lie" -> make(task, ref("something else"));
            case "babble" -> babble();
            case "late" -> late(task);
            case "progress" -> progress(task);
            case "need" -> need(task);
            case "wait" -> waitUntilAllowed(task);
            default -> file(task);
        }
    }

    /** Is killed by its first three tries, as by somebody from outside. */
    private void killThreeTimes(Task task) throws Exception {
        if (task.attempt() <= 3) {
            String self = Long.toString(ProcessHandle.current().pid());
            new ProcessBuilder("kill", "-KILL", self).start().waitFor();
            new CountDownLatch(1).await();
        }
        file(task);
    }

    private void end(Task task, Outcome.Ending ending) throws IOException {
        Optional<RuleRef> rule = task.rules().stream().map(Task.RuleText::ref).findFirst();
        frames.send(Answer.of(task, new Outcome(List.of(), rule, List.of(), ending)));
    }

    private void file(Task task) throws IOException {
        String name = task.facts().name().replaceFirst("[.][^.]*$", "");
        Filing filing = new Filing(1, "archive", "", name, Map.of(), "txt", WhenTaken.NUMBER_IT);
        StepResult step = new StepResult(1, "file", 1, new StepAddition.Effect(filing), List.of(), Optional.empty(), 0);
        Optional<RuleRef> rule = task.rules().stream().map(Task.RuleText::ref).findFirst();
        frames.send(Answer.of(task, new Outcome(List.of(), rule, List.of(step), new Outcome.Ending.Planned())));
    }

    private void make(Task task, ByteRef ref) throws IOException {
        frames.sendMade(ref, new ByteArrayInputStream(MADE.getBytes(StandardCharsets.UTF_8)));
        file(task);
    }

    private static ByteRef ref(String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(bytes);
            return new ByteRef(HexFormat.of().formatHex(hash), bytes.length);
        } catch (NoSuchAlgorithmException e) {
            throw new IOException(e);
        }
    }

    /** Sends an answer that is none. */
    private void babble() throws Exception {
        answers.write(new byte[] {'A', 0, 0, 0, 3, '{', '"', ']'});
        answers.flush();
        new CountDownLatch(1).await();
    }

    /** Answers an older attempt and another task before its own. */
    private void late(Task task) throws IOException {
        Outcome wrong = new Outcome(
                List.of(), Optional.empty(), List.of(), new Outcome.Ending.Unmatched(Reason.of("rule.none-matches")));
        frames.send(new Answer(Task.PROTOCOL, task.id(), task.attempt() - 1, Optional.of(wrong), ""));
        frames.send(new Answer(Task.PROTOCOL, "another", task.attempt(), Optional.of(wrong), ""));
        file(task);
    }

    private void progress(Task task) throws Exception {
        for (int page = 1; page <= 3; page++) {
            frames.send(new Progress("reading pages", page, 3));
        }
        waitUntilAllowed(task);
    }

    private void need(Task task) throws IOException {
        frames.need(task.document().sha256());
        StringBuilder got = new StringBuilder();
        for (Frames.Frame frame = frames.receive().orElseThrow();
                frame.kind() == Frames.Kind.BYTES;
                frame = frames.receive().orElseThrow()) {
            got.append(frame.text());
        }
        Files.writeString(traces.resolve("got-" + task.id()), got);
        file(task);
    }

    /** Goes on once the test has made a file of that name. */
    private void waitUntilAllowed(Task task) throws Exception {
        Files.writeString(traces.resolve("waiting-" + task.id()), "");
        while (Files.notExists(traces.resolve("go-on-" + task.id()))) {
            Thread.sleep(5);
        }
        file(task);
    }
}
