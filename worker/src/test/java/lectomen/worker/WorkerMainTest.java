package lectomen.worker;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import lectomen.engine.data.DataFormat;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.lookup.LookupRef;
import lectomen.engine.page.ReadResult;
import lectomen.engine.pdf.PdfReader;
import lectomen.engine.plan.Outcome;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.file.Filing;
import lectomen.engine.task.Answer;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.DataAnswer;
import lectomen.engine.task.DataTask;
import lectomen.engine.task.Frames;
import lectomen.engine.task.PageAnswer;
import lectomen.engine.task.PageTask;
import lectomen.engine.task.Task;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The worker as a process, talked to over its streams as a service does. */
class WorkerMainTest {
    private static final String RULE = """
            lectomen: 1
            rule: notes
            from: { folder: /inbox/notes }
            when: { text contains: TICKET }
            do:
              - find: ticket
                fields:
                  number: { pattern: 'T-\\d{4}', near: Number, required: yes }
              - name: "{number}"
              - file: { in: archive, under: Tickets }
            """;

    private static final String CONVERTING = """
            lectomen: 1
            rule: notes
            from: { folder: /inbox/notes }
            do:
              - convert: PDF/A-2b
              - file: { in: archive }
            """;

    @TempDir
    private Path temp;

    private Process process;
    private Frames frames;
    private final Map<String, byte[]> bytes = new HashMap<>();
    private final Map<ByteRef, byte[]> made = new HashMap<>();
    private final List<String> asked = new ArrayList<>();

    @BeforeEach
    void start() throws IOException {
        process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-XX:TieredStopAtLevel=1",
                        "-XX:+UseSerialGC",
                        "-Djava.awt.headless=true",
                        "-cp",
                        System.getProperty("java.class.path"),
                        WorkerMain.class.getName(),
                        temp.resolve("scratch").toString())
                .redirectError(temp.resolve("errors").toFile())
                .start();
        frames = new Frames(process.getInputStream(), process.getOutputStream());
        assertThat(frames.receive().orElseThrow().kind()).isEqualTo(Frames.Kind.READY);
    }

    @AfterEach
    void stop() throws Exception {
        process.destroyForcibly().waitFor();
    }

    /** Bytes that the worker can ask for. */
    private ByteRef known(String text) throws Exception {
        return known(text.getBytes(StandardCharsets.UTF_8));
    }

    private ByteRef known(byte[] content) throws Exception {
        String sha256 = sha256(content);
        bytes.put(sha256, content);
        return new ByteRef(sha256, content.length);
    }

    private static String sha256(byte[] content) throws Exception {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
    }

    private static Task task(int protocol, int attempt, ByteRef document, FileType type, String rule) {
        return task(protocol, attempt, document, type, rule, Map.of());
    }

    private static Task task(
            int protocol, int attempt, ByteRef document, FileType type, String rule, Map<String, LookupRef> lookups) {
        FileFacts facts = new FileFacts(
                "note.txt",
                document.size(),
                type,
                Optional.of("/inbox/notes"),
                Instant.parse("2027-03-01T10:00:00Z"),
                FileFacts.Circumstances.UNKNOWN);
        Task.RuleText text = new Task.RuleText(new RuleRef("notes", 3), new RuleFile(rule, Map.of()));
        Site site = new Site(Map.of("inbox", "/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC).with(lookups);
        return new Task(protocol, "1-17", attempt, document, facts, List.of(text), Task.Asking.FIRST_THAT_WANTS, site);
    }

    private Answer examine(ByteRef document, FileType type, String rule) throws Exception {
        frames.send(task(Task.PROTOCOL, 2, document, type, rule));
        return answer(Frames.Kind.ANSWER).answer();
    }

    /** Hands over what the worker asks for, keeps what it makes, and gives its answer. */
    private Frames.Frame answer(Frames.Kind wanted) throws Exception {
        while (true) {
            Frames.Frame frame = frames.receive()
                    .orElseThrow(() -> new AssertionError("The worker ended: " + read(temp.resolve("errors"))));
            if (frame.kind() == wanted) {
                return frame;
            }
            switch (frame.kind()) {
                case NEED -> handOver(frame.text());
                case MADE -> keep(frame.made());
                case PROGRESS -> assertThat(frame.progress().done()).isGreaterThanOrEqualTo(0);
                default -> throw new AssertionError("Unexpected " + frame.kind());
            }
        }
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            return e.toString();
        }
    }

    private void handOver(String sha256) throws IOException {
        asked.add(sha256);
        frames.sendBytes(new ByteArrayInputStream(bytes.get(sha256)));
    }

    private void keep(ByteRef ref) throws IOException {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        for (Frames.Frame frame = frames.receive().orElseThrow();
                frame.kind() == Frames.Kind.BYTES;
                frame = frames.receive().orElseThrow()) {
            all.write(frame.body());
        }
        made.put(ref, all.toByteArray());
    }

    @Test
    void aDocumentIsPlannedUnderItsRule() throws Exception {
        ByteRef document = known("HARBOUR TICKET\n\nNumber: T-0042\n");
        Answer answer = examine(document, FileType.TEXT, RULE);
        assertThat(answer.id()).isEqualTo("1-17");
        assertThat(answer.attempt()).isEqualTo(2);
        Outcome outcome = answer.outcome().orElseThrow();
        assertThat(outcome.rule()).contains(new RuleRef("notes", 3));
        assertThat(outcome.steps().get(0).fields().get(0).value()).isEqualTo("T-0042");
        assertThat(outcome.isPlanned()).isTrue();
        List<Filing> filings = outcome.effects(Filing.class);
        assertThat(filings).hasSize(1);
        assertThat(filings.get(0).under()).isEqualTo("Tickets");
        assertThat(filings.get(0).slots()).containsEntry("number", "T-0042");
        assertThat(asked).containsExactly(document.sha256());
    }

    @Test
    void whatIsWrongWithADocumentIsItsReason() throws Exception {
        Answer unmatched = examine(known("no such word"), FileType.TEXT, RULE);
        assertThat(unmatched.outcome().orElseThrow().ending()).isInstanceOf(Outcome.Ending.Unmatched.class);
        Answer failed = examine(known("HARBOUR TICKET without"), FileType.TEXT, RULE);
        Outcome.Ending ending = failed.outcome().orElseThrow().ending();
        assertThat(ending).isInstanceOf(Outcome.Ending.Failed.class);
        assertThat(((Outcome.Ending.Failed) ending).reason().code()).isEqualTo("field.missing");
    }

    @Test
    void theSameTaskHasTheSameOutcomeEachTime() throws Exception {
        ByteRef document = known("HARBOUR TICKET\n\nNumber: T-0042\n");
        Answer first = examine(document, FileType.TEXT, RULE);
        assertThat(examine(document, FileType.TEXT, RULE))
                .usingRecursiveComparison()
                .ignoringFieldsMatchingRegexes(".*millis")
                .isEqualTo(first);
    }

    @Test
    void whatIsMadeIsHandedOverBeforeTheAnswerUnderItsHash() throws Exception {
        Answer answer = examine(known("HARBOUR MEMO\n\nAll is well.\n"), FileType.TEXT, CONVERTING);
        assertThat(answer.outcome().orElseThrow().ending()).isInstanceOf(Outcome.Ending.Planned.class);
        assertThat(made).hasSize(1);
        Map.Entry<ByteRef, byte[]> pdf = made.entrySet().iterator().next();
        assertThat(pdf.getKey().sha256()).isEqualTo(sha256(pdf.getValue()));
        assertThat(pdf.getKey().size()).isEqualTo(pdf.getValue().length);
        assertThat(new String(pdf.getValue(), 0, 5, StandardCharsets.US_ASCII)).isEqualTo("%PDF-");
        // the worker waits for the bytes of its next document while its folder is looked at
        frames.send(task(Task.PROTOCOL, 2, known("HARBOUR MEMO\n\nNothing else.\n"), FileType.TEXT, RULE));
        assertThat(frames.receive().orElseThrow().kind()).isEqualTo(Frames.Kind.NEED);
        try (Stream<Path> left = Files.walk(temp.resolve("scratch/desk"))) {
            assertThat(left.filter(Files::isRegularFile))
                    .as("of the task before")
                    .noneMatch(file -> file.toFile().length() == pdf.getKey().size());
        }
    }

    @Test
    void aRuleThatLooksSomethingUpWorksOnTheDocumentAndNotOnTheTable() throws Exception {
        String rule = """
                lectomen: 1
                rule: notes
                from: { folder: /inbox/notes }
                do:
                  - find: ticket
                    fields:
                      number: { pattern: 'T-\\d{4}', near: Number }
                      berth: { look up: { in: berths, by: number, give: berth } }
                  - convert: PDF/A-2b
                  - name: "{berth}"
                  - file: { in: archive }
                """;
        ByteRef table = known("number,berth\nT-0041,North Quay\nT-0042,East Quay\n");
        Map<String, LookupRef> lookups =
                Map.of("berths", new LookupRef(table.sha256(), table.size(), List.of("number", "berth")));
        ByteRef document = known("HARBOUR TICKET\n\nNumber: T-0042\n");
        frames.send(task(Task.PROTOCOL, 1, document, FileType.TEXT, rule, lookups));
        Outcome outcome = answer(Frames.Kind.ANSWER).answer().outcome().orElseThrow();
        assertThat(outcome.steps().get(0).fields().get(1).value()).isEqualTo("East Quay");
        Path pdf =
                Files.write(temp.resolve("made.pdf"), made.values().iterator().next());
        assertThat(PdfReader.read(pdf, Progress.Listener.NONE)).isInstanceOfSatisfying(ReadResult.Read.class, read -> {
            assertThat(read.text().pages().get(0).text()).contains("HARBOUR").doesNotContain("Quay");
        });
        assertThat(asked).as("each is asked for once").containsExactlyInAnyOrder(document.sha256(), table.sha256());
    }

    @Test
    void aTaskOfAnotherProtocolIsAFault() throws Exception {
        frames.send(task(Task.PROTOCOL + 1, 1, known("text"), FileType.TEXT, RULE));
        Answer answer = answer(Frames.Kind.ANSWER).answer();
        assertThat(answer.outcome()).isEmpty();
        assertThat(answer.fault())
                .isEqualTo("task of protocol " + (Task.PROTOCOL + 1) + ", worker of " + Task.PROTOCOL);
        assertThat(examine(known("HARBOUR TICKET\n\nNumber: T-0001\n"), FileType.TEXT, RULE)
                        .outcome())
                .as("it goes on")
                .isPresent();
    }

    @Test
    void aPageIsShownAndAPageThatIsNotThereSaysSo() throws Exception {
        ByteRef document = known("a line\nanother\n");
        frames.send(new PageTask(Task.PROTOCOL, "p-1", document, FileType.TEXT, 1, 800, PageTask.Wanted.PICTURE));
        PageAnswer page = answer(Frames.Kind.SHOWN).pageAnswer();
        assertThat(page.id()).isEqualTo("p-1");
        assertThat(page.reason()).isEmpty();
        assertThat(page.pages()).isEqualTo(1);
        assertThat(page.lines()).contains("a line", "another");
        frames.send(new PageTask(Task.PROTOCOL, "p-2", document, FileType.TEXT, 9, 800, PageTask.Wanted.PICTURE));
        assertThat(answer(Frames.Kind.SHOWN).pageAnswer().reason().map(Reason::code))
                .contains("page.broken");
    }

    @Test
    void theWordsOfAPageAreToldWithTheirPlaces() throws Exception {
        frames.send(new PageTask(
                Task.PROTOCOL, "p-1", known("HARBOUR  TICKET\n"), FileType.TEXT, 1, 800, PageTask.Wanted.WORDS));
        List<PageAnswer.PlacedWord> words =
                answer(Frames.Kind.SHOWN).pageAnswer().words();
        assertThat(words).extracting(PageAnswer.PlacedWord::text).containsExactly("HARBOUR", "TICKET");
        assertThat(words.get(0).confidence()).isCloseTo(1, within(1e-9));
        assertThat(words.get(1).box().left()).isGreaterThan(words.get(0).box().right());
    }

    @Test
    void aDataFileIsAsked() throws Exception {
        ByteRef data = known("{\"number\": \"NM 12\", \"areas\": [\"Mole\", \"Roads\"]}");
        frames.send(new DataTask(Task.PROTOCOL, "d-1", data, DataFormat.JSON, "/areas/1", Map.of()));
        DataAnswer answer = answer(Frames.Kind.TOLD).dataAnswer();
        assertThat(answer.id()).isEqualTo("d-1");
        assertThat(answer.hits()).hasSize(1);
        assertThat(answer.hits().get(0).value()).isEqualTo("Roads");
        frames.send(new DataTask(Task.PROTOCOL, "d-2", known("{ broken"), DataFormat.JSON, "/areas", Map.of()));
        assertThat(answer(Frames.Kind.TOLD).dataAnswer().reason()).isPresent();
    }

    @Test
    void aWorkerEndsWhenItsParentDoesEvenInTheMiddleOfADocument() throws Exception {
        frames.send(task(Task.PROTOCOL, 1, known("text"), FileType.TEXT, RULE));
        assertThat(frames.receive().orElseThrow().kind()).isEqualTo(Frames.Kind.NEED);
        process.getOutputStream().close();
        assertThat(process.waitFor(2, TimeUnit.MINUTES)).isTrue();
        assertThat(process.exitValue()).isZero();
    }

    @Test
    void aWorkerThatIsToldWhatItDoesNotKnowEnds() throws Exception {
        frames.sendBytes(new ByteArrayInputStream(new byte[0]));
        assertThat(process.waitFor(2, TimeUnit.MINUTES)).isTrue();
        assertThat(process.exitValue()).isEqualTo(1);
        assertThat(read(temp.resolve("errors"))).contains("END instead of a task");
    }

    @Test
    void aStreamThatIsNoTalkEndsIt() throws Exception {
        process.getOutputStream().write("GET / HTTP/1.1".getBytes(StandardCharsets.US_ASCII));
        process.getOutputStream().flush();
        assertThat(process.waitFor(2, TimeUnit.MINUTES)).isTrue();
        assertThat(process.exitValue()).isEqualTo(4);
    }
}
