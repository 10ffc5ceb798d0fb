package lectomen.engine.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.imageio.ImageIO;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Outcome;
import lectomen.engine.progress.Progress;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a trial read and made is not read and made again for the next one of the same document. */
class ResultCacheTest {
    private static final Site SITE =
            new Site(Map.of("inbox", "/srv/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    @TempDir
    private Path temp;

    private final List<String> fetched = new ArrayList<>();
    private final List<String> taken = new ArrayList<>();
    private Examiner examiner;

    @BeforeEach
    void aWorker() {
        examiner = new Examiner(new ResultCache(temp.resolve("kept")), lectomen.engine.font.FontBook.shipped());
    }

    private ByteRef text() throws IOException {
        Files.writeString(temp.resolve("t".repeat(64)), "MOORING PERMIT\nPermit no: 31\n");
        return new ByteRef("t".repeat(64), 30);
    }

    private ByteRef picture() throws IOException {
        Path file = temp.resolve("p".repeat(64));
        ImageIO.write(new BufferedImage(40, 20, BufferedImage.TYPE_BYTE_GRAY), "png", file.toFile());
        return new ByteRef("p".repeat(64), Files.size(file));
    }

    private Outcome examine(ByteRef document, FileType type, String step, String name, Task.Asking asking)
            throws IOException {
        String rule = """
                lectomen: 1
                rule: permits
                from: inbox
                do:
                  - STEP
                  - name: "NAME"
                  - file: { in: archive }
                """.replace("STEP", step).replace("NAME", name);
        Task task = new Task(
                Task.PROTOCOL,
                "t",
                1,
                document,
                new FileFacts("p", document.size(), type, Optional.empty(), Instant.EPOCH),
                List.of(new Task.RuleText(new RuleRef("permits", 1), new RuleFile(rule, Map.of()))),
                asking,
                SITE);
        Path desk = Files.createDirectories(temp.resolve("desk"));
        OutputSink bench = new OutputSink() {
            @Override
            public Path folder() {
                return desk;
            }

            @Override
            public void take(ByteRef ref, Path file) throws IOException {
                assertThat(Files.size(file)).isEqualTo(ref.size());
                taken.add(ref.sha256());
            }
        };
        return examiner.examine(
                task,
                ref -> {
                    fetched.add(ref.sha256());
                    return temp.resolve(ref.sha256());
                },
                bench,
                Progress.Listener.NONE);
    }

    private static String made(Outcome outcome) {
        return outcome.steps().stream()
                .flatMap(step -> step.findMade().stream())
                .map(made -> made.sha256())
                .findFirst()
                .orElse("");
    }

    @Test
    void aTrialWithAnotherNameReadsNothingAgain() throws IOException {
        String step = "{ find: permit, fields: { number: { right of: Permit no } } }";
        ByteRef document = text();
        Outcome first = examine(document, FileType.TEXT, step, "{number}", Task.Asking.ALL);
        Outcome second = examine(document, FileType.TEXT, step, "no {number}", Task.Asking.ALL);
        assertThat(second.isPlanned()).isTrue();
        assertThat(second.effects()).isNotEmpty().isNotEqualTo(first.effects());
        assertThat(fetched).as("the document had to be had once").hasSize(1);
        examine(document, FileType.TEXT, step, "{number}", Task.Asking.FIRST_THAT_WANTS);
        assertThat(fetched).as("what is filed is read for itself").hasSize(2);
    }

    @Test
    void aTrialWithAnotherNameMakesNothingAgainAndShowsItAllTheSame() throws IOException {
        ByteRef document = picture();
        Outcome first = examine(document, FileType.PNG, "resize: { percent: 50 % }", "small", Task.Asking.ALL);
        Outcome second = examine(document, FileType.PNG, "resize: { percent: 50 % }", "smaller", Task.Asking.ALL);
        assertThat(made(second)).isNotEmpty().isEqualTo(made(first));
        assertThat(taken).containsExactly(made(first), made(first));
        assertThat(fetched).hasSize(1);
        Outcome third = examine(document, FileType.PNG, "resize: { percent: 25 % }", "small", Task.Asking.ALL);
        assertThat(made(third)).isNotEqualTo(made(first));
    }
}
