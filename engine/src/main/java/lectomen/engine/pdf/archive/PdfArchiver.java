package lectomen.engine.pdf.archive;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import lectomen.engine.identify.FileType;
import lectomen.engine.pdf.CrossReferences;
import lectomen.engine.pdf.PageCount;
import lectomen.engine.pdf.write.ArchiveMetadata;
import lectomen.engine.pdf.write.Attachments;
import lectomen.engine.pdf.write.DocumentDetails;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.pdf.write.PdfWriter;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.jspecify.annotations.Nullable;

/**
 * Converts a PDF to PDF/A: applies every {@link ArchiveFix}, and writes the result only where nothing prevents it. Where a
 * change could be seen, each page is drawn before and after and compared; a file that would look different stands in its own
 * way. What was written is checked against the standard before it is given out.
 */
public final class PdfArchiver {
    private static final List<ArchiveFix> MENDINGS = List.of(
            new OwnResources(),
            new Forms(),
            new Actions(),
            new Annotations(),
            new CarriedFiles(),
            new OptionalContent(),
            new Transparency(),
            new Pictures(),
            new Inks(),
            new Fonts(),
            new PartsMetadata(),
            new Streams());

    private PdfArchiver() {}

    /** The result. */
    public sealed interface Result {
        /** @param changes what was changed on the way, worth knowing */
        record Archived(List<Reason> changes) implements Result {}

        /** Nothing was written. @param obstacles what prevents it, all that was found */
        record NotPossible(List<Reason> obstacles) implements Result {}

        /** The file can't be read. */
        record Unreadable(Reason reason) implements Result {}
    }

    /** A file that a result is to carry, as what it was made of. */
    public record Carried(Path file, String name, FileType type) {}

    /**
     * Brings a file to the target.
     *
     * @param details what is to be said of it, from what it says of itself
     * @param carried the third part alone takes one
     * @param to the file that is written; there is none where it is not possible
     * @throws IOException if the file's bytes can't be had, or the result not be written
     */
    public static Result archive(
            Path pdf,
            PdfTarget target,
            Instant now,
            UnaryOperator<DocumentDetails> details,
            Optional<Carried> carried,
            Path to)
            throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf.toFile(), IOUtils.createTempFileOnlyStreamCache())) {
            Optional<Reason> problem = PageCount.findProblem(document);
            if (problem.isPresent()) {
                return new Result.Unreadable(problem.get());
            }
            Findings findings = new Findings();
            if (CrossReferences.areDamaged(pdf)) {
                findings.changed("pdf.repaired");
            }
            mend(document, target, findings);
            if (findings.obstacles().isEmpty() && findings.mayLookDifferent()) {
                compare(pdf, document, findings);
            }
            if (!findings.obstacles().isEmpty()) {
                return new Result.NotPossible(findings.obstacles());
            }
            if (carried.isPresent()) {
                Attachments.add(
                        document,
                        carried.get().file(),
                        carried.get().name(),
                        carried.get().type(),
                        Attachments.Relation.SOURCE);
            }
            ArchiveMetadata.write(document, target, details.apply(OwnDetails.of(document, now)));
            document.setAllSecurityToBeRemoved(true);
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(to))) {
                PdfWriter.save(document, target, out);
            }
            List<String> unmet = StandardCheck.unmet(to, target);
            if (!unmet.isEmpty()) {
                Files.delete(to);
                return new Result.NotPossible(List.of(
                        Reason.of("archive.not-met", "target", target.word(), "clauses", String.join("; ", unmet))));
            }
            return new Result.Archived(findings.changes());
        } catch (InvalidPasswordException e) {
            return new Result.Unreadable(Reason.of("pdf.password"));
        }
    }

    /** What stands in a file's way to the target, and what would be changed; nothing is written. */
    public static Result inspect(Path pdf, PdfTarget target) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf.toFile(), IOUtils.createTempFileOnlyStreamCache())) {
            Findings findings = new Findings();
            mend(document, target, findings);
            return findings.obstacles().isEmpty()
                    ? new Result.Archived(findings.changes())
                    : new Result.NotPossible(findings.obstacles());
        }
    }

    private static void mend(PDDocument document, PdfTarget target, Findings findings) throws IOException {
        if (document.isEncrypted()) {
            findings.changed("archive.decrypted");
        }
        if (target.isAccessible()) {
            // Whether what a file tells of its parts is true, nobody here can say.
            findings.obstacle("archive.no-structure", "target", target.word());
        }
        for (ArchiveFix mending : MENDINGS) {
            mending.mend(document, target, findings);
        }
    }

    private static void compare(Path pdf, PDDocument after, Findings findings) throws IOException {
        try (PDDocument before = Loader.loadPDF(pdf.toFile(), IOUtils.createTempFileOnlyStreamCache())) {
            double difference = Comparison.of(before, after);
            if (difference > Comparison.MOST) {
                findings.obstacle("archive.looks-different", "difference", Long.toString(Math.round(difference)));
            }
        }
    }

    /** What a PDF says of itself. */
    static final class OwnDetails {
        private OwnDetails() {}

        static DocumentDetails of(PDDocument document, Instant now) {
            var information = document.getDocumentInformation();
            String keywords = text(information.getKeywords());
            return new DocumentDetails(
                    text(information.getTitle()),
                    text(information.getAuthor()),
                    text(information.getSubject()),
                    keywords.isEmpty() ? List.of() : List.of(keywords.split("\\s*[,;]\\s*")),
                    text(document.getDocumentCatalog().getLanguage()),
                    Optional.ofNullable(information.getCreationDate())
                            .map(date -> date.toInstant())
                            .orElse(now));
        }

        private static String text(@Nullable String value) {
            return value == null ? "" : value.strip();
        }
    }
}
