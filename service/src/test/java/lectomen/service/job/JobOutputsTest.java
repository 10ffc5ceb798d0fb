package lectomen.service.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Outcome;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.service.ServiceFixture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What steps made of a document: which rows there are, and who uses which bytes. */
class JobOutputsTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private String id = "";

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp);
        id = fixture.send("scan.tif", "as it came");
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private StepOutput made(String output, String content) throws IOException {
        ByteRef ref = fixture.bytes.put(new ByteArrayInputStream(content.getBytes(StandardCharsets.UTF_8)));
        return new StepOutput(output, ref.sha256(), ref.size(), FileType.PDF);
    }

    private static StepResult step(int number, StepOutput made) {
        return new StepResult(number, "convert", number, new StepAddition.Output(made), List.of(), Optional.empty(), 0);
    }

    private static Filing filing(int step, StepOutput product) {
        return new Filing(
                step,
                "archive",
                "",
                "a",
                Map.of(),
                "pdf",
                WhenTaken.NUMBER_IT,
                null,
                null,
                null,
                null,
                product,
                null,
                null);
    }

    private void keep(List<StepResult> steps, List<Filing> filings) {
        keep(steps, filings, Set.of());
    }

    private void keep(List<StepResult> steps, List<Filing> filings, Set<String> handedOver) {
        List<StepResult> all = new ArrayList<>(steps);
        filings.forEach(filing -> all.add(new StepResult(
                filing.step(), "file", 1, new StepAddition.Effect(filing), List.of(), Optional.empty(), 0)));
        Outcome outcome = new Outcome(List.of(), Optional.of(new RuleRef("r", 1)), all, new Outcome.Ending.Planned());
        fixture.store.write(db -> {
            JobOutputs.keep(db, fixture.jobs.require(id), outcome, handedOver, 1);
            return id;
        });
    }

    private List<String> rows() {
        List<String> rows = new ArrayList<>();
        new JobFamily(fixture.store).outputs(fixture.jobs.require(id)).forEach(output -> rows.add(output.name()));
        return rows;
    }

    private int uses(String sha256) {
        return fixture.store.read(db -> db.sql("select coalesce(max(uses), 0) from bytes where sha256 = ?")
                .param(sha256)
                .query(Integer.class)
                .single());
    }

    private String original() {
        return fixture.jobs.require(id).original().orElseThrow().sha256();
    }

    @Test
    void whatIsFiledAndWhatIsNamedIsKeptAndTheOriginalKeepsItsRow() throws IOException {
        StepOutput sheet = made("sheet", "prepared");
        StepOutput main = made("main", "the pdf");
        keep(List.of(step(1, sheet), step(2, main)), List.of(filing(3, main)));
        assertThat(rows()).containsExactly("main", "original", "sheet");
        assertThat(uses(sheet.sha256())).isEqualTo(1);
        assertThat(uses(main.sha256())).isEqualTo(1);
        assertThat(uses(original())).isEqualTo(1);
    }

    @Test
    void whatWasOnlyAStepOnTheWayIsNotKept() throws IOException {
        StepOutput onTheWay = made("main", "prepared");
        StepOutput main = made("main", "the pdf");
        keep(List.of(step(1, onTheWay), step(2, main)), List.of(filing(3, main)));
        assertThat(rows()).containsExactly("main", "original");
        assertThat(uses(onTheWay.sha256())).isZero();
    }

    @Test
    void whatIsFiledBetweenTwoStepsHasARowOfItsOwn() throws IOException {
        StepOutput first = made("main", "prepared");
        StepOutput second = made("main", "the pdf");
        Filing early = filing(2, first);
        keep(List.of(step(1, first), step(3, second)), List.of(early, filing(4, second)));
        assertThat(rows()).contains("main", "main-2", "original");
        String row = fixture.store.read(db -> JobOutputs.rowOf(db, fixture.jobs.require(id), early));
        assertThat(row).isEqualTo("main-2");
    }

    @Test
    void aStepThatChangedNothingUsesTheOriginalsBytesOnce() throws IOException {
        StepOutput same = new StepOutput("main", original(), 10, FileType.TEXT);
        keep(List.of(step(1, same)), List.of(filing(2, same)));
        assertThat(uses(original())).isEqualTo(1);
        fixture.store.write(db -> {
            Originals.noLongerUse(db, id);
            return id;
        });
        assertThat(uses(original())).isZero();
    }

    @Test
    void lettingTheOriginalGoLetsGoOfWhatWasMadeOfItToo() throws IOException {
        StepOutput sheet = made("sheet", "prepared");
        StepOutput main = made("main", "the pdf");
        keep(List.of(step(1, sheet), step(2, main)), List.of(filing(3, main)));
        fixture.store.write(db -> {
            new Originals(fixture.ledger, fixture.clock).remove(db, id, "owner");
            Originals.noLongerUse(db, id); // as when the job goes later
            return id;
        });
        assertThat(uses(sheet.sha256())).isZero();
        assertThat(uses(main.sha256())).isZero();
    }
}
