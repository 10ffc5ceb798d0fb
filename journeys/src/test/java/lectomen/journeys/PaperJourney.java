package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import lectomen.demo.DemoPaper;
import lectomen.engine.pdf.write.ArchiveChecker;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Photographs, scans and faxes of the demo on their way to archivable PDFs. */
class PaperJourney {
    @TempDir
    private static Path temp;

    private static RunningService service;
    private static Path archive;
    private static List<DemoPaper.Sheet> sheets;

    @BeforeAll
    static void start() throws Exception {
        service = DemoHome.get().service();
        archive = DemoHome.get().archive();
        sheets = DemoPaper.sheets();
    }

    private static JsonNode story(String name) throws Exception {
        String id = service.awaitJob(name, "filed").path("id").asString();
        return service.get("/jobs/" + id);
    }

    @Test
    void everySheetIsFiledAndTheCheckerPassesWhatIsMade() throws Exception {
        List<String> problems = new ArrayList<>();
        for (DemoPaper.Sheet sheet : sheets) {
            story(sheet.name());
            for (String place : sheet.places()) {
                Path file = archive.resolve(place);
                assertThat(file).isRegularFile();
                if (place.endsWith(".pdf")) {
                    PdfTarget target = place.startsWith("Crane") ? PdfTarget.PDF_A_3B : PdfTarget.PDF_A_2B;
                    ArchiveChecker.problems(Files.readAllBytes(file), target)
                            .forEach(problem -> problems.add(place + ": " + problem));
                }
            }
        }
        assertThat(problems).isEmpty();
    }

    @Test
    void theBlankBackOfADiveSheetIsDroppedAndTheOthersStandUpright() throws Exception {
        JsonNode story = story("dive-0417.tif");
        String said = story.path("steps").toString();
        assertThat(story.path("fields").path(0).path("value").asString()).isEqualTo("Outer mole, north face");
        assertThat(said)
                .contains("Page 2 was rotated by 180 degrees")
                .contains("Page 3 was removed as blank")
                .contains("Page 1 was skewed by 2.4")
                .contains("Page 4 was skewed by -1.1");
        try (PDDocument pdf = Loader.loadPDF(archive.resolve("Dive sheets/Dive 0417 Outer mole, north face.pdf")
                .toFile())) {
            assertThat(pdf.getNumberOfPages()).isEqualTo(3);
            assertThat(pdf.getDocumentInformation().getTitle()).isEqualTo("Dive 0417");
            assertThat(new PDFTextStripper().getText(pdf)).contains("DIVE SHEET 2", "Lock sill");
        }
    }

    @Test
    void whatIsReadOnPaperIsExact() throws Exception {
        Map<String, String> crane = fields(story("fax_7_2027.tif"));
        assertThat(crane)
                .containsEntry("crane", "7")
                .containsEntry("valid until", "2028-02-02")
                .containsEntry("parts", "Hoist rope; Hook block; Brake")
                .containsEntry("results", "passed");
        assertThat(fields(story("tallow-quay_DN-2207.jpg")))
                .containsEntry("number", "DN-2207")
                .containsEntry("place", "tallow quay")
                .containsEntry("date", "2027-03-14");
        for (String report : List.of("berth-14.tif", "berth-09.tif", "berth-21.tif", "berth-03.tif")) {
            Map<String, String> found = fields(story(report));
            assertThat(found)
                    .as(report)
                    .containsEntry("inspected on", "2027-03-07")
                    .containsEntry("inspector", "Edwin Tarrow")
                    .containsEntry("depth found", "8.4");
        }
    }

    private static Map<String, String> fields(JsonNode story) {
        Map<String, String> fields = new HashMap<>();
        story.path("fields")
                .forEach(field -> fields.put(
                        field.path("name").asString(), field.path("value").asString()));
        return fields;
    }

    @Test
    void aCertificateCarriesTheFaxAsItCame() throws Exception {
        story("fax_7_2027.tif");
        DemoPaper.Sheet fax = sheets.stream()
                .filter(sheet -> sheet.name().equals("fax_7_2027.tif"))
                .findFirst()
                .orElseThrow();
        Path filed = archive.resolve(fax.places().get(0));
        try (PDDocument pdf = Loader.loadPDF(filed.toFile())) {
            byte[] carried = pdf.getDocumentCatalog()
                    .getNames()
                    .getEmbeddedFiles()
                    .getNames()
                    .get("fax_7_2027.tif")
                    .getEmbeddedFile()
                    .toByteArray();
            assertThat(Arrays.equals(carried, fax.bytes())).as("the very bytes").isTrue();
        }
    }

    @Test
    void eachOutputCanBeLookedAtAndTakenOutAndTheOriginalStays() throws Exception {
        JsonNode story = story("tallow-quay_DN-2207.jpg");
        String job = story.path("job").path("id").asString("");
        String id = job.isEmpty()
                ? service.job("tallow-quay_DN-2207.jpg").path("id").asString()
                : job;
        List<String> names = new ArrayList<>();
        story.path("outputs").forEach(output -> names.add(output.path("name").asString()));
        assertThat(names).containsExactlyInAnyOrder("main", "original", "sheet", "small");
        for (String name : names) {
            JsonNode page = service.get("/jobs/" + id + "/pages/1?output=" + name);
            assertThat(page.path("pages").asInt()).as(name).isEqualTo(1);
        }
        double asItCame = ratio(id, "original");
        double cutOut = ratio(id, "main");
        assertThat(asItCame).isBetween(1.32, 1.34);
        assertThat(cutOut).as("an A4 sheet").isBetween(1.40, 1.43);
        byte[] small = Files.readAllBytes(archive.resolve("Delivery notes/small/DN-2207 Tallow Quay.jpg"));
        assertThat(ImageIO.read(new ByteArrayInputStream(small)).getWidth()).isEqualTo(800);
        byte[] filed = Files.readAllBytes(archive.resolve("Delivery notes/DN-2207 Tallow Quay.pdf"));
        HttpResponse<byte[]> taken = service.bytes("/jobs/" + id + "/outputs/main");
        assertThat(sha256(taken.body())).isEqualTo(sha256(filed));
    }

    private static double ratio(String id, String output) {
        JsonNode page = service.get("/jobs/" + id + "/pages/1?output=" + output);
        return page.path("height").asDouble() / page.path("width").asDouble();
    }

    private static String sha256(byte[] bytes) throws Exception {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    }

    @Test
    void aPhotographThatIsCutOffFailsWithItsReasonAndComesBackAsItWas() throws Exception {
        byte[] whole = sheets.get(0).bytes();
        byte[] half = Arrays.copyOf(whole, whole.length / 2);
        service.drop("delivery-notes", "tallow-quay_DN-half.jpg", half);
        JsonNode job = service.awaitJob("tallow-quay_DN-half.jpg", "failed");
        assertThat(job.path("reason").path("words").asString()).contains("Page 1 can't be read", "incomplete");
        Path back = service.inbox("delivery-notes").resolve("failed/tallow-quay_DN-half.jpg");
        RunningService.await("it is given back", RunningService.LONGEST_WAIT, () -> Files.exists(back));
        assertThat(Files.readAllBytes(back)).isEqualTo(half);
    }

    @Test
    void aTrialShowsEachPageBeforeAndAfterAndFilesNothing() throws Exception {
        Path file = Files.write(
                temp.resolve("lantern-quay_DN-trial.jpg"), sheets.get(1).bytes());
        Answer trial = service.client(
                "trial",
                file.toString(),
                "--rule",
                "delivery-notes",
                "--save",
                temp.resolve("saved").toString());
        assertThat(trial.out())
                .contains("step 1, prepare pages: makes sheet, a tiff of")
                .contains("number = DN-2211", "Read page 1: ", "step 5, convert: makes main, a pdf of")
                .contains("the sheet was cut out of the photograph")
                .contains("filed in harbour-archive as Delivery notes/DN-2211 Lantern Quay");
        byte[] made = Files.readAllBytes(temp.resolve("saved/lantern-quay_DN-trial.jpg step 5 main.pdf"));
        assertThat(ArchiveChecker.problems(made, PdfTarget.PDF_A_2B)).isEmpty();
        JsonNode before = service.get("/trials/outputs/" + sha256(sheets.get(1).bytes()) + "/pages/1");
        JsonNode after = service.get("/trials/outputs/" + sha256(made) + "/pages/1");
        assertThat(before.path("pages").asInt()).isEqualTo(1);
        assertThat(after.path("height").asDouble() / after.path("width").asDouble())
                .isBetween(1.40, 1.43);
        assertThat(archive.resolve("Delivery notes/DN-2211 Lantern Quay (2).pdf"))
                .doesNotExist();
    }
}
