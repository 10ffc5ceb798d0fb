package lectomen.worker;

import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.stream.Stream;
import lectomen.engine.font.FontBook;
import lectomen.engine.task.Answer;
import lectomen.engine.task.DataAsker;
import lectomen.engine.task.Examiner;
import lectomen.engine.task.Frames;
import lectomen.engine.task.PageShower;
import lectomen.engine.task.Proposer;
import lectomen.engine.task.ResultCache;
import lectomen.engine.task.SheetsDrawer;
import lectomen.engine.task.Task;

/**
 * The worker process: tasks come in on standard input, responses go out on standard output, one at a time. It ends
 * when standard input ends, which is also when its parent dies, even in the middle of a task.
 *
 * <p>The one argument is a folder of its own for the document in work; the service removes the folder.
 */
public final class WorkerMain {
    private WorkerMain() {}

    public static void main(String[] arguments) throws Exception {
        Path scratch = Files.createDirectories(Path.of(arguments[0]));
        PrintStream answers = System.out;
        InputStream tasks = System.in;
        System.setOut(new PrintStream(System.err, true, StandardCharsets.UTF_8));
        FrameInbox inbox = FrameInbox.open(new Frames(tasks, answers));
        ResultCache kept = new ResultCache(scratch.resolve("kept"));
        FontBook fonts = fonts();
        Examiner examiner = new Examiner(kept, fonts);
        Proposer proposer = new Proposer(kept, fonts);
        inbox.frames().ready();
        while (true) {
            Frames.Frame frame = inbox.next();
            Path desk = Files.createDirectories(scratch.resolve("desk"));
            Examiner.ByteFetch bytes = ref -> inbox.fetch(ref, desk);
            switch (frame.kind()) {
                case TASK -> inbox.frames().send(answer(frame.task(), examiner, inbox, desk));
                case PAGE -> inbox.frames().send(PageShower.show(frame.pageTask(), bytes, fonts));
                case SHEETS ->
                    inbox.frames()
                            .send(SheetsDrawer.draw(
                                    frame.sheetsTask(),
                                    bytes,
                                    fonts,
                                    new OutputSender(desk.resolve("made"), inbox.frames()),
                                    new ProgressSender(inbox.frames())));
                case DATA -> inbox.frames().send(DataAsker.ask(frame.dataTask(), bytes));
                case PROPOSE -> inbox.frames().send(proposer.propose(frame.proposalTask(), bytes));
                default -> throw new IOException("Got a frame of kind " + frame.kind() + " instead of a task");
            }
            clear(desk);
        }
    }

    /** The fonts of the folder that the service names, if any. */
    private static FontBook fonts() {
        String folder = System.getProperty("lectomen.fonts", "");
        try {
            return folder.isEmpty() || !Files.isDirectory(Path.of(folder))
                    ? FontBook.shipped()
                    : FontBook.with(Path.of(folder));
        } catch (IOException e) {
            return FontBook.shipped();
        }
    }

    /** The folder of one task, with what was made in it. */
    private static void clear(Path desk) throws IOException {
        try (Stream<Path> files = Files.walk(desk)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        }
    }

    private static Answer answer(Task task, Examiner examiner, FrameInbox inbox, Path desk) throws IOException {
        if (task.protocol() != Task.PROTOCOL) {
            return Answer.fault(task, "task of protocol " + task.protocol() + ", worker of " + Task.PROTOCOL);
        }
        try {
            return Answer.of(
                    task,
                    examiner.examine(
                            task,
                            ref -> inbox.fetch(ref, desk),
                            new OutputSender(desk.resolve("made"), inbox.frames()),
                            new ProgressSender(inbox.frames())));
        } catch (RuntimeException | StackOverflowError e) {
            StackTraceElement[] trace = e.getStackTrace();
            return Answer.fault(task, e.getClass().getSimpleName() + (trace.length > 0 ? " at " + trace[0] : ""));
        }
    }
}
