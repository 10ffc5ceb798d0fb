package lectomen.engine.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.imageio.ImageIO;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.StoredText;
import lectomen.engine.plan.Outcome;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.read.DocumentReader;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What was recognised before a plan waited is not recognised again. */
class KeptTextTest {
    private static final String RULE = """
            lectomen: 1
            rule: berths
            from: { folder: "{inbox}/berths" }
            do:
              - find: first
                fields: { vessel: { right of: Vessel, required: yes } }
              - wait: { for: 1 day }
              - find: more
                fields: { berth: { right of: Berth, required: yes } }
              - wait: { for: 2 days }
              - find: again
                fields: { quay: { right of: Quay, required: yes } }
              - name: "{vessel} {berth} {quay}"
              - file: { in: archive }
            """;

    private static final Instant NOON = Instant.parse("2027-06-01T12:00:00Z");

    @TempDir
    private Path temp;

    private final Map<String, Path> stored = new HashMap<>();
    private final List<String> fetched = new ArrayList<>();
    private ByteRef picture = new ByteRef("", 0);

    private final OutputSink bench = new OutputSink() {
        @Override
        public Path folder() {
            return temp;
        }

        @Override
        public void take(ByteRef ref, Path file) throws IOException {
            stored.put(ref.sha256(), Files.copy(file, temp.resolve("stored-" + ref.sha256())));
        }
    };

    @BeforeEach
    void draw() throws IOException {
        BufferedImage page = new BufferedImage(1000, 600, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D pen = page.createGraphics();
        pen.setColor(Color.WHITE);
        pen.fillRect(0, 0, 1000, 600);
        pen.setColor(Color.BLACK);
        pen.setFont(new Font(Font.SANS_SERIF, Font.PLAIN, 40));
        pen.drawString("Vessel: Heron", 80, 120);
        pen.drawString("Berth: 7", 80, 220);
        pen.drawString("Quay: North", 80, 320);
        pen.dispose();
        Path file = temp.resolve("page.png");
        ImageIO.write(page, "png", file.toFile());
        picture = new ByteRef("the-picture", Files.size(file));
        stored.put(picture.sha256(), file);
    }

    private Outcome run(Task.Asking asking, PlanRecord plan, Instant now) {
        Site site = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);
        FileFacts facts = new FileFacts(
                "page.png",
                picture.size(),
                FileType.PNG,
                Optional.of("/in/berths"),
                NOON,
                FileFacts.Circumstances.UNKNOWN.at(now));
        List<Task.RuleText> rules = List.of(new Task.RuleText(new RuleRef("berths", 1), new RuleFile(RULE)));
        Task task = new Task(Task.PROTOCOL, "1-1", 1, picture, facts, rules, asking, site, plan);
        fetched.clear();
        return new Examiner()
                .examine(
                        task,
                        ref -> {
                            fetched.add(ref.sha256());
                            return stored.get(ref.sha256());
                        },
                        bench,
                        progress -> {});
    }

    @Test
    void thePictureIsReadOnceHoweverOftenThePlanWaits() {
        PlanRecord first =
                run(Task.Asking.CHOSEN, null, NOON).findWait().orElseThrow().plan();
        assertThat(fetched).containsExactly(picture.sha256());
        assertThat(first.texts()).hasSize(1);
        String text = first.texts().get(0).stored().sha256();
        assertThat(stored).containsKey(text);

        PlanRecord second = run(Task.Asking.GO_ON, first, NOON.plus(Duration.ofDays(1)))
                .findWait()
                .orElseThrow()
                .plan();
        assertThat(fetched).as("the text, not the picture").containsExactly(text);
        assertThat(second.texts()).isEqualTo(first.texts());

        Outcome last = run(Task.Asking.GO_ON, second, NOON.plus(Duration.ofDays(3)));
        assertThat(fetched).containsExactly(text);
        assertThat(last.isPlanned()).isTrue();
        assertThat(last.steps().stream().flatMap(step -> step.fields().stream()).map(FieldValue::value))
                .containsExactly("Heron", "7", "North");
    }

    @Test
    void storedTextIsTheSameWordForWord() throws IOException {
        ReadResult reading = new DocumentReader(FontBook.shipped())
                .read(stored.get(picture.sha256()), FileType.PNG, ReadingOptions.USUAL, "the test", progress -> {});
        DocumentText text = ((ReadResult.Read) reading).text();
        assertThat(text.isRecognised()).isTrue();
        DocumentText again = StoredText.read(StoredText.write(text));
        assertThat(again.pages()).isEqualTo(text.pages());
        assertThat(again.illegiblePages()).isEqualTo(text.illegiblePages());
        assertThat(again.properties()).isEqualTo(text.properties());
    }
}
