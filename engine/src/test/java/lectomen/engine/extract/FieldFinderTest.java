package lectomen.engine.extract;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.plaintext.PlainTextReader;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FieldFinderTest {
    @TempDir
    private Path temp;

    private DocumentText page(String text) throws IOException {
        Path file = Files.writeString(temp.resolve("page.txt"), text);
        return ((ReadResult.Read) PlainTextReader.read(file)).text();
    }

    private static FieldSpec field(String name, FieldSpec.Where where, String pattern, String... labels) {
        Optional<Pattern> compiled = pattern.isEmpty() ? Optional.empty() : Optional.of(Pattern.compile(pattern));
        List<FieldSpec.Place> places = List.of(new FieldSpec.Place(where, Label.all(List.of(labels))));
        return new FieldSpec(name, FieldType.TEXT, true, places, compiled, "", 1);
    }

    private static FieldSpec rightOf(String label) {
        return field(label, FieldSpec.Where.RIGHT_OF, "", label);
    }

    private static FieldSpec below(String label) {
        return field(label, FieldSpec.Where.BELOW, "", label);
    }

    private static String find(DocumentText text, FieldSpec wanted, FieldSpec... others) {
        List<FieldSpec> all = new ArrayList<>(List.of(others));
        all.add(wanted);
        FieldResult result = FieldFinder.find(all, wanted, text, Locale.UK);
        return result instanceof FieldResult.Found found
                ? found.value().value()
                : ((FieldResult.Missing) result).reason().words();
    }

    @Test
    void aValueStandsRightOfItsLabelInTheLineOrInTheNextColumn() throws IOException {
        DocumentText text = page("Vessel: Grey Heron\nBerth          Lantern Quay 4\n");
        assertThat(find(text, rightOf("Vessel"))).isEqualTo("Grey Heron");
        assertThat(find(text, rightOf("berth"))).isEqualTo("Lantern Quay 4");
    }

    @ParameterizedTest
    @CsvSource({
        "'Vessel: Fennick Lane', Fennick Lane, 1",
        "'Vessel: Fennick  Lane', Fennick Lane, 1",
        "'Vessel:  Fennick  Lane  II', Fennick Lane II, 1",
        "'Vessel: Fennick   Lane', Fennick, 0.8",
        "'Vessel: Fennick    Lane', Fennick, 0.8",
        "'Vessel: Fennick     Lane', Fennick, 1",
        "'Vessel: Fennick  Berth: Lane', Fennick, 1",
        "'Vessel: Fennick  Berth Lane', Fennick, 1",
        "'Vessel:|Fennick  Lane', Fennick Lane, 1"
    })
    void twoBlanksArePartOfAValueAndAWiderGapMayPartColumns(String words, String value, double confidence)
            throws IOException {
        DocumentText text = page(words.replace('|', '\n') + "\n");
        FieldSpec.Where where = words.contains("|") ? FieldSpec.Where.BELOW : FieldSpec.Where.RIGHT_OF;
        FieldSpec vessel = field("Vessel", where, "", "Vessel");
        FieldResult result = FieldFinder.find(List.of(vessel, rightOf("Berth")), vessel, text, Locale.UK);
        FieldValue found = ((FieldResult.Found) result).value();
        assertThat(found.value()).isEqualTo(value);
        assertThat(found.confidence()).isEqualTo(confidence);
        assertThat(found.method().contains("may part columns")).isEqualTo(confidence < 1);
    }

    @Test
    void aValueEndsWhereTheNextLabelBegins() throws IOException {
        DocumentText text = page("Vessel: Grey Heron Berth: Lantern Quay 4\n");
        assertThat(find(text, rightOf("Vessel"), rightOf("Berth"))).isEqualTo("Grey Heron");
        assertThat(find(text, rightOf("Berth"), rightOf("Vessel"))).isEqualTo("Lantern Quay 4");
    }

    @Test
    void anEmptyPlaceIsNotFilledWithTheNextLabel() throws IOException {
        DocumentText text = page("Vessel:          Berth: Lantern Quay 4\n");
        assertThat(find(text, rightOf("Vessel"), rightOf("Berth"))).startsWith("No \"Vessel\" on page 1");
    }

    @Test
    void theSameWordsInsideASentenceAreNoLabel() throws IOException {
        DocumentText text = page("1. The vessel moors at the berth that is named below.\n\nVessel     Turnstone\n");
        assertThat(find(text, rightOf("Vessel"))).isEqualTo("Turnstone");
    }

    @Test
    void aLabelWithAColonIsSurerThanOneAtTheStartOfASentence() throws IOException {
        DocumentText text = page("Vessel owners please note the new fees.\n\nVessel: Turnstone\n");
        assertThat(find(text, rightOf("Vessel"))).isEqualTo("Turnstone");
    }

    @Test
    void aValueStandsBelowItsLabelInItsOwnColumn() throws IOException {
        DocumentText text = page("VESSEL              BERTH\nLapwing             Tallow Quay 2\n\nother matter\n");
        assertThat(find(text, below("Vessel"), below("Berth"))).isEqualTo("Lapwing");
        assertThat(find(text, below("Berth"), below("Vessel"))).isEqualTo("Tallow Quay 2");
    }

    @Test
    void whatStandsFarBelowIsNotTaken() throws IOException {
        assertThat(find(page("VESSEL\n\n\n\n\n\n\n\nfoot of the page\n"), below("Vessel")))
                .startsWith("No \"Vessel\"");
    }

    @Test
    void thePatternNearestToTheLabelIsTaken() throws IOException {
        DocumentText text = page("Ref MHP-2026-0001\n\nPermit no.   MHP-2027-0031\nReplaces MHP-2026-0009\n");
        assertThat(find(text, field("permit", FieldSpec.Where.NEAR, "MHP-\\d{4}-\\d{4}", "Permit no")))
                .isEqualTo("MHP-2027-0031");
    }

    @Test
    void aGroupOfThePatternIsTheValueAndItsWordsAreTheBox() throws IOException {
        DocumentText text = page("Berth inspection BIR-2027-0007 of the day\n");
        FieldSpec spec = field("report", FieldSpec.Where.ANYWHERE, "BIR-(\\d{4}-\\d{4})");
        FieldResult.Found found = (FieldResult.Found) FieldFinder.find(List.of(spec), spec, text, Locale.UK);
        assertThat(found.value().value()).isEqualTo("2027-0007");
        assertThat(found.value().box().left()).isEqualTo(17);
        assertThat(found.value().box().width()).isEqualTo(13);
        assertThat(found.value().confidence()).isEqualTo(1.0);
    }

    @Test
    void aPatternNarrowsWhatStandsRightOfALabel() throws IOException {
        DocumentText text = page("Crane: Portal crane 3 (tested)\n");
        assertThat(find(text, field("number", FieldSpec.Where.RIGHT_OF, "\\d+", "Crane")))
                .isEqualTo("3");
    }

    @Test
    void aMissSaysWhatWasSoughtWhereAndTheNearestThingSeen() throws IOException {
        DocumentText text = page("Permit-Nr.: NS 4711\n\f\nsecond page\n");
        assertThat(find(text, field("permit number", FieldSpec.Where.NEAR, "MHP-\\d+", "Permit no")))
                .isEqualTo(
                        "No \"permit number\" on pages 1 to 2 (expected MHP-\\d+ near \"Permit no\"); nearest: \"Permit-Nr.:\", page 1. Check the document, or the labels in the rule.");
        assertThat(find(text, field("berth", FieldSpec.Where.RIGHT_OF, "", "Berth")))
                .isEqualTo(
                        "No \"berth\" on pages 1 to 2 (expected right of \"Berth\"); nothing similar was found. Check the document, or the labels in the rule.");
    }

    @Test
    void aLabelWithoutItsValueIsSaid() throws IOException {
        DocumentText text = page("Permit no.: to follow\n");
        assertThat(find(text, field("permit", FieldSpec.Where.NEAR, "MHP-\\d+", "Permit no")))
                .contains("\"Permit no.:\" is on page 1, but without a matching value");
    }

    @Test
    void aValueThatIsNoneOfItsTypeSaysWhatItReads() throws IOException {
        List<FieldSpec.Place> places =
                List.of(new FieldSpec.Place(FieldSpec.Where.RIGHT_OF, Label.all(List.of("Valid from"))));
        FieldSpec spec = new FieldSpec("valid from", FieldType.DATE, true, places, Optional.empty(), "dd/MM/yyyy", 1);
        assertThat(find(page("Valid from: soon\n"), spec))
                .isEqualTo(
                        "Field \"valid from\" on page 1 reads \"soon\", which is not a valid date in the form dd/MM/yyyy. Correct the document or the rule.");
    }

    @Test
    void aPatternThatBacktracksWithoutEndIsStopped() throws IOException {
        DocumentText text = page("a".repeat(200) + "!\n");
        FieldSpec spec = field("slow", FieldSpec.Where.ANYWHERE, "(a|aa)+\\1c");
        assertThatThrownBy(() -> FieldFinder.find(List.of(spec), spec, text, Locale.UK))
                .isInstanceOf(PatternTooSlow.class);
    }
}
