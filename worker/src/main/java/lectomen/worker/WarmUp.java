package lectomen.worker;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PipedInputStream;
import java.io.PipedOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.FutureTask;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.task.Answer;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.Frames;
import lectomen.engine.task.PageTask;
import lectomen.engine.task.Task;

/**
 * Gives a worker in this process what workers usually get, once: a text to convert, a PDF to read and to draw, a scan to
 * recognise. Java records which classes that takes ({@code -XX:ArchiveClassesAtExit}), and workers then start with them.
 */
public final class WarmUp {
    private static final int PAGE_WIDTH = 1_000;
    private static final int PIPE_BYTES = 1 << 20;

    private static final String MEMO = """
            HARBOUR MEMO

            Number: M-0042
            Date: 7 March 2027

            The ladder at berth 14 was mended and the quay wall is sound.
            """;

    private static final String RULE = """
            lectomen: 1
            rule: memos
            from: { folder: /inbox/memos }
            do:
              - find: memo
                fields:
                  number: { pattern: 'M-\\d{4}', near: Number }
                  date: { right of: Date, as: date }
              - convert: %s
              - name: "{number}"
              - file: { in: archive }
            """;

    private final Frames frames;
    private final Map<String, byte[]> known = new HashMap<>();

    private WarmUp(Frames frames) {
        this.frames = frames;
    }

    /** @param arguments as {@link WorkerMain} takes them */
    public static void main(String[] arguments) throws Exception {
        PipedOutputStream tasks = new PipedOutputStream();
        PipedInputStream answers = new PipedInputStream(PIPE_BYTES);
        InputStream workersTasks = new PipedInputStream(tasks, PIPE_BYTES);
        System.setIn(workersTasks);
        System.setOut(new PrintStream(new PipedOutputStream(answers), true, StandardCharsets.UTF_8));
        FutureTask<Optional<Void>> worker = new FutureTask<>(() -> {
            WorkerMain.main(arguments);
            return Optional.empty();
        });
        Thread thread = new Thread(worker, "worker");
        thread.setDaemon(true);
        thread.start();
        new WarmUp(new Frames(answers, tasks)).run();
        System.exit(0);
    }

    private void run() throws IOException {
        await(Frames.Kind.READY);
        byte[] pdf = converted(known(MEMO.getBytes(StandardCharsets.UTF_8)), FileType.TEXT, "PDF/A-2b");
        ByteRef document = known(pdf);
        converted(document, FileType.PDF, "PDF/A-2b");
        frames.send(
                new PageTask(Task.PROTOCOL, "page", document, FileType.PDF, 1, PAGE_WIDTH, PageTask.Wanted.PICTURE));
        byte[] scan = await(Frames.Kind.SHOWN).pageAnswer().png();
        converted(known(scan), FileType.PNG, "{ to: PDF/A-2b, searchable: yes }");
    }

    /** What a rule makes of a document. */
    private byte[] converted(ByteRef document, FileType type, String how) throws IOException {
        FileFacts facts = new FileFacts(
                "memo",
                document.size(),
                type,
                Optional.of("/inbox/memos"),
                Instant.EPOCH,
                FileFacts.Circumstances.UNKNOWN);
        Task.RuleText rule = new Task.RuleText(new RuleRef("memos", 1), new RuleFile(RULE.formatted(how), Map.of()));
        Site site = new Site(Map.of("inbox", "/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);
        frames.send(
                new Task(Task.PROTOCOL, "1-1", 1, document, facts, List.of(rule), Task.Asking.FIRST_THAT_WANTS, site));
        Set<String> before = Set.copyOf(known.keySet());
        Answer answer = await(Frames.Kind.ANSWER).answer();
        return known.entrySet().stream()
                .filter(one -> !before.contains(one.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("The worker made nothing: " + answer));
    }

    /** Hands over what the worker asks for and keeps what it makes, until a frame of that kind comes. */
    private Frames.Frame await(Frames.Kind kind) throws IOException {
        while (true) {
            Frames.Frame frame = next();
            if (frame.kind() == kind) {
                return frame;
            }
            switch (frame.kind()) {
                case NEED -> frames.sendBytes(new ByteArrayInputStream(known.get(frame.text())));
                case MADE -> known(made());
                default -> {
                    // how far it is
                }
            }
        }
    }

    private byte[] made() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        for (Frames.Frame frame = next(); frame.kind() == Frames.Kind.BYTES; frame = next()) {
            bytes.write(frame.body());
        }
        return bytes.toByteArray();
    }

    private Frames.Frame next() throws IOException {
        return frames.receive().orElseThrow(() -> new IOException("The worker ended"));
    }

    private ByteRef known(byte[] bytes) {
        try {
            String sha256 = HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
            known.put(sha256, bytes);
            return new ByteRef(sha256, bytes.length);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Each Java has SHA-256", e);
        }
    }
}
