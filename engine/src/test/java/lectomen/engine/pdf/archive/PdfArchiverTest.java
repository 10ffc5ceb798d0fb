package lectomen.engine.pdf.archive;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import lectomen.engine.pdf.write.ArchiveChecker;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PdfArchiverTest {
    private static final Instant NOW = Instant.parse("2026-03-02T09:30:00Z");

    @TempDir
    private Path temp;

    private final Map<String, byte[]> incoming = new TreeMap<>();

    @BeforeEach
    void gather() throws Exception {
        Path makers = Path.of(PdfArchiverTest.class
                .getResource("/lectomen/engine/pdf/makers/tex-table.pdf")
                .toURI());
        try (Stream<Path> files = Files.list(makers.getParent())) {
            for (Path file :
                    files.filter(one -> one.toString().endsWith(".pdf")).toList()) {
                incoming.put(file.getFileName().toString(), Files.readAllBytes(file));
            }
        }
        incoming.putAll(OddPdfs.all(temp));
    }

    private PdfArchiver.Result archive(byte[] pdf, PdfTarget target, ByteArrayOutputStream out) throws Exception {
        Path file = Files.write(temp.resolve("in.pdf"), pdf);
        Path written = temp.resolve("out.pdf");
        Files.deleteIfExists(written);
        PdfArchiver.Result result =
                PdfArchiver.archive(file, target, NOW, UnaryOperator.identity(), Optional.empty(), written);
        if (Files.exists(written)) {
            out.write(Files.readAllBytes(written));
        }
        return result;
    }

    @ParameterizedTest
    @CsvSource({"PDF_A_1B, 40", "PDF_A_2B, 45", "PDF_A_2U, 45", "PDF_A_3B, 46"})
    void mostIncomingPdfsBecomeValidAndLookTheSameAndTheOthersSayWhyNot(PdfTarget target, int atLeast)
            throws Exception {
        List<String> wrong = new ArrayList<>();
        List<String> notPossible = new ArrayList<>();
        for (Map.Entry<String, byte[]> one : incoming.entrySet()) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            PdfArchiver.Result result = archive(one.getValue(), target, out);
            if (result instanceof PdfArchiver.Result.NotPossible not) {
                assertThat(out.size()).isZero();
                notPossible.add(one.getKey() + ": " + words(not.obstacles()));
                continue;
            }
            assertThat(result).as(one.getKey()).isInstanceOf(PdfArchiver.Result.Archived.class);
            List<String> problems = ArchiveChecker.problems(out.toByteArray(), target);
            if (!problems.isEmpty()) {
                wrong.add(one.getKey() + ": " + problems);
            }
            try (PDDocument before = Loader.loadPDF(one.getValue());
                    PDDocument after = Loader.loadPDF(out.toByteArray())) {
                double difference = Comparison.of(before, after);
                if (difference > Comparison.MOST) {
                    wrong.add(one.getKey() + " looks different by " + difference);
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(incoming.size() - notPossible.size())
                .as("of " + incoming.size() + "; not possible: " + notPossible)
                .isGreaterThanOrEqualTo(atLeast);
    }

    private static List<String> words(List<Reason> reasons) {
        return reasons.stream().map(Reason::words).toList();
    }

    @Test
    void aFileThatIsNotWhatItClaimsToBeIsFoundOut() throws Exception {
        Path file = Files.write(temp.resolve("claims.pdf"), incoming.get("form-without-values"));
        assertThat(StandardCheck.unmet(file, PdfTarget.PDF_A_2B))
                .anySatisfy(clause -> assertThat(clause).startsWith("6.2.11.4.1 The font programs for all fonts"));
    }

    @Test
    void whatWasChangedIsSaid() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfArchiver.Result result = archive(incoming.get("runs-things"), PdfTarget.PDF_A_2B, out);
        assertThat(((PdfArchiver.Result.Archived) result).changes().stream().map(Reason::code))
                .contains("archive.action-removed", "archive.annotation-removed", "archive.font-replaced");
    }

    @Test
    void aDamagedCrossReferenceTableIsRepairedAndReported() throws Exception {
        String whole = new String(incoming.get("browser-letter.pdf"), StandardCharsets.ISO_8859_1);
        byte[] damaged = whole.replaceFirst("startxref\\s+\\d+", "startxref\n7").getBytes(StandardCharsets.ISO_8859_1);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfArchiver.Result result = archive(damaged, PdfTarget.PDF_A_2B, out);
        assertThat(((PdfArchiver.Result.Archived) result).changes().stream().map(Reason::code))
                .contains("pdf.repaired");
        assertThat(ArchiveChecker.problems(out.toByteArray(), PdfTarget.PDF_A_2B))
                .isEmpty();
    }

    @Test
    void whatStandsInAFormIsKeptAsItLooks() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfArchiver.Result result = archive(incoming.get("form"), PdfTarget.PDF_A_2B, out);
        assertThat(((PdfArchiver.Result.Archived) result).changes().stream().map(Reason::code))
                .contains("archive.form-flattened")
                .doesNotContain("archive.signature-lost");
        try (PDDocument after = Loader.loadPDF(out.toByteArray())) {
            assertThat(new PDFTextStripper().getText(after)).contains("Silver Tern");
        }
    }
}
