package lectomen.engine.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FilingByHandTest {
    private static final Site SITE =
            new Site(Map.of("quay", "Lantern Quay"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private static FileFacts facts(String name, FileType type) {
        return new FileFacts(name, 20, type, Optional.of("/in/letters"), Instant.parse("2027-03-01T23:30:00Z"));
    }

    private static FilingByHand as(String under, String name) {
        return new FilingByHand("archive", under, name, WhenTaken.NUMBER_IT);
    }

    private static String place(FilingByHand byHand, FileFacts facts) {
        Outcome outcome = byHand.plan(facts, SITE);
        Filing filing = outcome.effects(Filing.class).get(0);
        return ((Filing.Target.Place) filing.target(Locale.UK)).shown();
    }

    @ParameterizedTest
    @CsvSource({
        "'', 'Letter of the ferry office', scan.pdf, 'Letter of the ferry office.pdf'",
        "'', 'Letter.pdf', scan.pdf, 'Letter.pdf'",
        "'', 'Letter.PDF', scan.pdf, 'Letter.pdf'",
        "'', 'Letter.docx', scan.pdf, 'Letter.docx.pdf'",
        "'Berths/North', '{file name}', scan 7.pdf, 'Berths/North/scan 7.pdf'",
        "'{quay}', '{arrived | date yyyy} {file name | upper}', scan.pdf, 'Lantern Quay/2027 SCAN.pdf'",
        "'', '{{draft}} 3', scan.pdf, '{draft} 3.pdf'",
        "'a/b:c', 'x/y', scan.pdf, 'a/b-c/x-y.pdf'"
    })
    void aDocumentGoesWhereAPersonSaysUnderALegalName(String under, String name, String file, String place) {
        assertThat(place(as(under, name), facts(file, FileType.PDF))).isEqualTo(place);
    }

    @Test
    void theExtensionFollowsTheRealType() {
        assertThat(place(as("", "Plan"), facts("plan.txt", FileType.PDF))).isEqualTo("Plan.pdf");
        assertThat(place(as("", "Plan"), facts("plan.log", FileType.TEXT))).isEqualTo("Plan.log");
    }

    @ParameterizedTest
    @CsvSource({
        "'', '', 'the name has an empty pattern'",
        "'', 'a {berth}', 'the name asks for {berth}; there are {arrived}, {file name}, {folder}, {folder path}, {quay}, {sender}, {today}'",
        "'', 'a } b', 'the name has a } without its {; write }} for the character itself'",
        "'x {folder path}', a, '{folder path} can contain several folders, so it must stand alone between slashes'",
        "'', '{folder path}', '{folder path} can contain several folders, so it must stand alone between slashes; a name can take {folder}'",
        "'{b', a, 'the folder has a { without its }; write {{ for the character itself'"
    })
    void whatCantBeDoneIsSaidBeforeItIsTried(String under, String name, String problem) {
        assertThat(as(under, name).problems(SITE)).isEqualTo(List.of(problem));
    }

    @Test
    void aGoodOneHasNoProblem() {
        assertThat(as("{quay}/2027", "{file name}").problems(SITE)).isEmpty();
    }

    @Test
    void aNameThatComesOutEmptyFailsWithItsReason() {
        Outcome outcome = as("", "...").plan(facts("a.pdf", FileType.PDF), SITE);
        assertThat(outcome.ending()).isInstanceOf(Outcome.Ending.Failed.class);
        assertThat(outcome.steps()).singleElement().satisfies(step -> {
            assertThat(step.word()).isEqualTo("file by hand");
            assertThat(step.failed()).isPresent();
        });
    }
}
