package lectomen.engine.pdf.inspect;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.pdf.CrossReferences;
import lectomen.engine.pdf.PageCount;
import lectomen.engine.pdf.PdfReader;
import lectomen.engine.pdf.ScannedPage;
import lectomen.engine.pdf.archive.PdfArchiver;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDMetadata;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;

/** Inspects a PDF: its claims, its contents, and what would prevent its conversion to PDF/A. */
public final class PdfInspector {
    private static final Pattern PART = Pattern.compile("pdfaid:part(?:>|=\")\\s*(\\d)");
    private static final Pattern CONFORMANCE = Pattern.compile("pdfaid:conformance(?:>|=\")\\s*([A-Za-z])");
    private static final double MM_PER_POINT = 25.4 / 72;

    private PdfInspector() {}

    /** The result. */
    public sealed interface Result {
        record Seen(PdfFacts facts) implements Result {}

        record Unreadable(Reason reason) implements Result {}
    }

    /** @throws IOException if the file's bytes can't be had */
    public static Result inspect(Path pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf.toFile(), IOUtils.createTempFileOnlyStreamCache())) {
            Optional<Reason> unworkable = PageCount.findProblem(document);
            return unworkable.isPresent()
                    ? new Result.Unreadable(unworkable.get())
                    : new Result.Seen(facts(pdf, document));
        } catch (InvalidPasswordException e) {
            return new Result.Unreadable(Reason.of("pdf.password"));
        } catch (IOException | RuntimeException e) {
            String problem = ProblemWords.of(e);
            return new Result.Unreadable(Reason.of("pdf.broken", "problem", problem));
        }
    }

    private static PdfFacts facts(Path pdf, PDDocument document) throws IOException {
        Map<String, Integer> sizes = new LinkedHashMap<>();
        PageContents contents = new PageContents();
        int scanned = 0;
        for (PDPage page : document.getPages()) {
            sizes.merge(size(page), 1, Integer::sum);
            scanned += ScannedPage.find(page).isPresent() ? 1 : 0;
            contents.add(page);
        }
        Map<String, List<Reason>> inTheWay = new LinkedHashMap<>();
        for (PdfTarget target : PdfTarget.values()) {
            if (target.isArchive() && PdfArchiver.inspect(pdf, target) instanceof PdfArchiver.Result.NotPossible not) {
                inTheWay.put(target.word(), not.obstacles());
            } else if (target.isArchive()) {
                inTheWay.put(target.word(), List.of());
            }
        }
        ReadResult reading = PdfReader.read(pdf, Progress.Listener.NONE);
        List<Reason> odd = odd(pdf, document);
        int words = 0;
        List<Integer> illegible = List.of();
        if (reading instanceof ReadResult.Read read) {
            DocumentText text = read.text();
            illegible = text.illegiblePages();
            for (Page page : text.pages()) {
                for (Line line : page.lines()) {
                    words += line.words().size();
                }
            }
        } else if (reading instanceof ReadResult.Unreadable unreadable) {
            odd.add(unreadable.reason());
        }
        return new PdfFacts(
                String.format(Locale.ROOT, "%.1f", document.getVersion()),
                document.getNumberOfPages(),
                sizes,
                scanned,
                words,
                illegible,
                List.copyOf(contents.fonts().values()),
                List.copyOf(contents.spotColours()),
                claims(document),
                inTheWay,
                document.getSignatureDictionaries().size(),
                odd);
    }

    private static String size(PDPage page) {
        PDRectangle crop = page.getCropBox();
        boolean turned = page.getRotation() % 180 != 0;
        long width = Math.round((turned ? crop.getHeight() : crop.getWidth()) * MM_PER_POINT);
        long height = Math.round((turned ? crop.getWidth() : crop.getHeight()) * MM_PER_POINT);
        return width + " x " + height + " mm";
    }

    private static Optional<String> claims(PDDocument document) throws IOException {
        PDMetadata metadata = document.getDocumentCatalog().getMetadata();
        if (metadata == null) {
            return Optional.empty();
        }
        String xmp = new String(metadata.toByteArray(), StandardCharsets.UTF_8);
        Matcher part = PART.matcher(xmp);
        Matcher conformance = CONFORMANCE.matcher(xmp);
        return part.find()
                ? Optional.of("PDF/A-" + part.group(1)
                        + (conformance.find() ? conformance.group(1).toLowerCase(Locale.ROOT) : ""))
                : Optional.empty();
    }

    private static List<Reason> odd(Path pdf, PDDocument document) throws IOException {
        List<Reason> odd = new ArrayList<>();
        if (document.isEncrypted()) {
            odd.add(Reason.of("inspect.protected"));
        }
        if (CrossReferences.areDamaged(pdf)) {
            odd.add(Reason.of("pdf.repaired"));
        }
        if (document.getDocumentCatalog().getAcroForm(null) != null) {
            odd.add(Reason.of("inspect.form"));
        }
        if (document.getDocumentCatalog().getNames() != null
                && document.getDocumentCatalog().getNames().getEmbeddedFiles() != null) {
            odd.add(Reason.of("inspect.carries-files"));
        }
        return odd;
    }
}
