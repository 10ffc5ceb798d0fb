package lectomen.service.effect.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.service.Await;
import lectomen.service.ServiceFixture;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Documents of one key, in whatever order they were planned. */
class SameDocumentTest {
    private static final String RULE = """
            lectomen: 1
            rule: drawings
            from: { folder: "{inbox}/drawings" }
            same document when: "{file name}"
            do:
              - file: { in: archive, under: Drawings }
            """;

    @TempDir
    private Path temp;

    private ServiceFixture fixture;

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp);
        fixture.rulebook.add(RULE, "owner");
        fixture.rulebook.putLive("drawings", "owner");
        fixture.runner.start(fixture.folders::clearUnreached);
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private static Filing filing(String key, String name) {
        return new Filing(
                1,
                "archive",
                "Drawings",
                name,
                Map.of(),
                "txt",
                WhenTaken.NUMBER_IT,
                "",
                "{under}/older/{name} ({n})",
                List.of(),
                key,
                null,
                null,
                null);
    }

    /** As a worker's answer is recorded. */
    private void plan(String id, String key, String name) {
        fixture.store.write(db -> {
            fixture.jobs.move(db, id, JobMove.to(JobState.WORKING), "service");
            fixture.jobs.setRule(db, id, new RuleRef("drawings", 1));
            Job job = fixture.jobs.find(db, id).orElseThrow();
            fixture.filings.intend(db, job, List.of(filing(key, name)));
            return id;
        });
        fixture.filings.wake();
    }

    private JobState state(String id) {
        return fixture.jobs.require(id).state();
    }

    private void await(String id, JobState state) throws InterruptedException {
        Await.until(id + " is " + state, () -> fixture.jobs.require(id), () -> state(id) == state);
    }

    private Map<String, String> filed() throws IOException {
        Path folder = temp.resolve("archive/Drawings");
        Map<String, String> filed = new TreeMap<>();
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                if (!file.getFileName().toString().startsWith(".")) {
                    filed.put(folder.relativize(file).toString(), Files.readString(file));
                }
            }
        }
        return filed;
    }

    @Test
    void whatCameLaterWaitsForWhatCameBeforeAndIsNotPlannedYet() throws Exception {
        String other = fixture.send("other.txt", "other");
        String first = fixture.send("first.txt", "first");
        String second = fixture.send("second.txt", "second");
        plan(second, "MH-1", "sheet");
        plan(other, "MH-9", "other sheet");
        await(other, JobState.FILED);
        assertThat(state(second)).as("the first may have the same key").isEqualTo(JobState.WORKING);
        plan(first, "MH-1", "sheet");
        await(first, JobState.FILED);
        await(second, JobState.FILED);
        assertThat(filed())
                .isEqualTo(Map.of("other sheet.txt", "other", "sheet.txt", "second", "older/sheet (1).txt", "first"));
    }

    @Test
    void aDocumentOfAnotherKeyIsNeverReplaced() throws Exception {
        String first = fixture.send("first.txt", "first");
        plan(first, "MH-1", "sheet");
        await(first, JobState.FILED);
        String second = fixture.send("second.txt", "second");
        plan(second, "MH-2", "sheet");
        await(second, JobState.FILED);
        assertThat(filed()).isEqualTo(Map.of("sheet.txt", "first", "sheet (2).txt", "second"));
    }

    @Test
    void aDocumentUnderAnotherNameTakesTheEarlierOneBack() throws Exception {
        String first = fixture.send("first.txt", "first");
        plan(first, "MH-1", "sheet of March");
        await(first, JobState.FILED);
        String second = fixture.send("second.txt", "second");
        plan(second, "MH-1", "sheet of April");
        await(second, JobState.FILED);
        assertThat(filed()).isEqualTo(Map.of("sheet of April.txt", "second", "older/sheet of March (1).txt", "first"));
    }

    @Test
    void whatFailsOnTheWayKeepsNobodyBack() throws Exception {
        String first = fixture.send("first.txt", "first");
        String second = fixture.send("second.txt", "second");
        plan(second, "MH-1", "sheet");
        fixture.store.write(db -> {
            Job job = fixture.jobs.find(db, first).orElseThrow();
            fixture.jobs.move(db, first, JobMove.to(JobState.WORKING), "service");
            fixture.endings.endBadly(
                    db,
                    fixture.jobs.find(db, job.id()).orElseThrow(),
                    JobState.FAILED,
                    Reason.of("file.empty"),
                    Optional.empty());
            return first;
        });
        await(second, JobState.FILED);
        assertThat(filed()).isEqualTo(Map.of("sheet.txt", "second"));
    }
}
