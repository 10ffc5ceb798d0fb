package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.engine.pdf.write.ArchiveChecker;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What comes from word processors: found in, converted, filed and looked at. */
class WrittenJourney {
    private static final String RULE = """
            lectomen: 1
            rule: memos
            from:
              - folder: "{inbox}/memos"
                arrives: whole
                accept: [rtf]
            when:
              text contains: Memo
            do:
              - find: memo
                fields:
                  number: { pattern: 'WM-\\d{3}', required: yes }
                  subject: { property: title, required: yes }
                  depth: { right of: Quay 7, as: number }
              - convert: PDF/A-2a
              - name: "{number} {subject}"
              - file: { in: archive, under: Memos }
              - file: { in: archive, under: As written, output: original }
            """;
    private static final String MEMO = """
            {\\rtf1\\ansi\\deff0\\deflang2057{\\fonttbl{\\f0\\fswiss Arial;}}{\\info{\\title Depths at the quay}{\\author Ivo Marl}}
            \\paperw11906\\paperh16838
            \\pard\\plain\\f0\\fs28\\outlinelevel0 Memo WM-118\\par
            \\trowd\\cellx3000\\cellx6000\\pard\\intbl\\plain\\f0\\fs22 Quay 7\\cell 4.70\\cell\\row
            \\pard\\plain\\f0\\fs22 Ask the {\\field{\\*\\fldinst HYPERLINK "https://tides.marrowick.example"}{\\fldrslt tide office}}.\\par
            }
            """;

    @TempDir
    private static Path temp;

    private static RunningService service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.live(RULE);
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static String drop(String name, String text, String state) throws Exception {
        Path whole = Files.writeString(temp.resolve("whole"), text, StandardCharsets.US_ASCII);
        Files.move(whole, service.inbox("memos").resolve(name));
        return service.awaitJob(name, state).path("id").asString();
    }

    @Test
    void itIsNamedByItsWordsTableAndPropertiesAndFiledTwice() throws Exception {
        String id = drop("memo.rtf", MEMO, "filed");
        JsonNode job = service.get("/jobs/" + id);
        assertThat(job.path("fields").toString()).contains("\"value\":\"4.7");
        assertThat(job.path("steps").toString())
                .contains(
                        "Font Arial was not available; Liberation Sans, which has the same widths, was used instead.");
        Path pdf = service.archive().resolve("Memos/WM-118 Depths at the quay.pdf");
        assertThat(ArchiveChecker.problems(Files.readAllBytes(pdf), PdfTarget.PDF_A_2A))
                .isEmpty();
        try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
            assertThat(document.getDocumentInformation().getAuthor()).isEqualTo("Ivo Marl");
            assertThat(document.getDocumentCatalog()
                            .getDocumentOutline()
                            .getFirstChild()
                            .getTitle())
                    .isEqualTo("Memo WM-118");
            assertThat(document.getPage(0).getAnnotations()).hasSize(1);
        }
        assertThat(service.archive().resolve("As written/WM-118 Depths at the quay.rtf"))
                .hasContent(MEMO);
        JsonNode page = service.get("/jobs/" + id + "/pages/1");
        assertThat(page.path("width").asDouble()).isCloseTo(595.3, within(0.01));
        assertThat(service.get("/jobs/" + id + "/pages/1/words").toString()).contains("\"text\":\"WM-118\"");
    }

    @Test
    void brokenFilesFailWithAReason() throws Exception {
        String id = drop("broken.rtf", "{\\rtf1 " + "{".repeat(20_000), "failed");
        assertThat(service.get("/jobs/" + id).path("reason").path("words").asString())
                .isEqualTo(
                        "The document can't be read: its groups are nested more than 5000 deep in each other. Save it again in the program that made it.");
    }
}
