package lectomen.engine.task;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Outcome;
import lectomen.engine.progress.Progress;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FramesTest {
    /** For rules that make nothing. */
    private static final OutputSink NO_BENCH = new OutputSink() {
        @Override
        public Path folder() {
            return Path.of("/nowhere");
        }

        @Override
        public void take(ByteRef ref, Path file) throws IOException {
            throw new IOException("nothing is made here");
        }
    };

    private static final Site SITE = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private final ByteArrayOutputStream sent = new ByteArrayOutputStream();
    private final Frames out = new Frames(InputStream.nullInputStream(), sent);

    private Frames received() {
        return new Frames(new ByteArrayInputStream(sent.toByteArray()), new ByteArrayOutputStream());
    }

    private static Task task(String rule) {
        FileFacts facts = new FileFacts(
                "ticket.txt", 20, FileType.TEXT, Optional.of("/in/t"), Instant.parse("2027-03-01T10:00:00Z"));
        return new Task(
                Task.PROTOCOL,
                "1-7",
                3,
                new ByteRef("ab".repeat(32), 20),
                facts,
                List.of(new Task.RuleText(new RuleRef("r", 2), new RuleFile(rule))),
                Task.Asking.FIRST_THAT_WANTS,
                SITE);
    }

    @Test
    void aTaskArrivesAsItWasSent() throws IOException {
        out.send(task("lectomen: 1"));
        assertThat(received().receive().orElseThrow().task()).isEqualTo(task("lectomen: 1"));
    }

    @Test
    void anAnswerArrivesAsItWasSentWhateverItsOutcome(@TempDir Path temp) throws IOException {
        Path ticket = Files.writeString(temp.resolve("t"), "Number: T-0001\n");
        String rule = """
                lectomen: 1
                rule: r
                from: { folder: "{inbox}/t" }
                when: { all: [ { text contains: NUMBER } ] }
                do:
                  - find: ticket
                    fields: { number: { right of: Number, required: yes } }
                  - name: "{number}"
                  - file: { in: archive }
                """;
        for (String written : List.of(
                rule, rule.replace("NUMBER", "nothing"), rule.replace("of: Number", "of: Nothing"), "no rule")) {
            Task task = task(written);
            Outcome outcome = new Examiner().examine(task, ref -> ticket, NO_BENCH, Progress.Listener.NONE);
            ByteArrayOutputStream answer = new ByteArrayOutputStream();
            new Frames(InputStream.nullInputStream(), answer).send(Answer.of(task, outcome));
            Frames back = new Frames(new ByteArrayInputStream(answer.toByteArray()), new ByteArrayOutputStream());
            assertThat(back.receive().orElseThrow().answer()).isEqualTo(Answer.of(task, outcome));
        }
    }

    @Test
    void bytesArriveInPiecesAndEnd() throws IOException {
        byte[] bytes = "x".repeat(150_000).getBytes(StandardCharsets.UTF_8);
        out.sendBytes(new ByteArrayInputStream(bytes));
        Frames frames = received();
        int total = 0;
        for (Frames.Frame frame = frames.receive().orElseThrow();
                frame.kind() == Frames.Kind.BYTES;
                frame = frames.receive().orElseThrow()) {
            total += frame.body().length;
        }
        assertThat(total).isEqualTo(bytes.length);
        assertThat(frames.receive()).isEmpty();
    }

    @Test
    void aStreamGoneWrongIsRefusedRatherThanBelieved() throws IOException {
        assertThatThrownBy(() -> new Frames(new ByteArrayInputStream("Hello".getBytes()), sent).receive())
                .hasMessageContaining("72");
        byte[] huge = {'A', 0x7f, -1, -1, -1};
        assertThatThrownBy(() -> new Frames(new ByteArrayInputStream(huge), sent).receive())
                .hasMessageContaining("too long");
        out.need("ab".repeat(32));
        byte[] cut = Arrays.copyOf(sent.toByteArray(), 20);
        assertThatThrownBy(() -> new Frames(new ByteArrayInputStream(cut), sent).receive())
                .isInstanceOf(EOFException.class);
    }
}
