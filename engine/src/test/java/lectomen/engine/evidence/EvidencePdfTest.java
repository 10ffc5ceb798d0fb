package lectomen.engine.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

class EvidencePdfTest {
    private static final Instant AT = Instant.parse("2027-03-01T10:00:00Z");

    @Test
    void tellsWhoDecidedWhatAndWhatWasInFrontOfThem() throws IOException {
        Evidence evidence = new Evidence(
                "1-4",
                "berth-14.tif",
                "berth-inspections",
                3,
                "ab".repeat(32),
                List.of(
                        new Evidence.Decided("review", 1, "", "accepted", "Ida Wren", AT, "cd".repeat(32), ""),
                        new Evidence.Decided(
                                "approval", 2, "harbour master", "sent-back", "", AT, "ef".repeat(32), "too late")),
                List.of(new Evidence.Corrected("report", "BI-03l4", "BI-0314", 1, "Ida Wren", AT)),
                List.of(new Evidence.Field("berth", "14")),
                90,
                "12".repeat(32));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        EvidencePdf.write(evidence, Locale.UK, ZoneId.of("Europe/Paris"), AT, out);
        try (PDDocument document = Loader.loadPDF(out.toByteArray())) {
            String text = new PDFTextStripper().getText(document);
            assertThat(text)
                    .contains("Evidence for berth-14.tif", "rule berth-inspections, version 3", "ab".repeat(32))
                    .contains("2027-03-01 11:00:00", "Ida Wren", "2 harbour", "sent back", "the rule", "too late")
                    .contains("BI-03l4", "BI-0314", "entry 90", "Europe/Paris");
            assertThat(document.getDocumentCatalog().getMetadata()).isNotNull();
        }
    }
}
