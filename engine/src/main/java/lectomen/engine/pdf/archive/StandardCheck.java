package lectomen.engine.pdf.archive;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import lectomen.engine.pdf.write.PdfTarget;
import org.verapdf.core.EncryptedPdfException;
import org.verapdf.core.ModelParsingException;
import org.verapdf.core.ValidationException;
import org.verapdf.gf.foundry.VeraGreenfieldFoundryProvider;
import org.verapdf.pdfa.Foundries;
import org.verapdf.pdfa.PDFAParser;
import org.verapdf.pdfa.PDFAValidator;
import org.verapdf.pdfa.flavours.PDFAFlavour;
import org.verapdf.pdfa.results.TestAssertion;
import org.verapdf.pdfa.results.ValidationResult;

/** Checks a written file against the whole standard, by the rules that validators use. */
public final class StandardCheck {
    private static final int MOST_TOLD = 3;

    static {
        VeraGreenfieldFoundryProvider.initialise();
    }

    private StandardCheck() {}

    /** The clauses that a file does not meet, each once, with what they ask for; empty where it is what it claims to be. */
    public static List<String> unmet(Path pdf, PdfTarget target) throws IOException {
        PDFAFlavour flavour =
                PDFAFlavour.fromString(target.part() + target.conformance().toLowerCase(Locale.ROOT));
        try (PDFAParser parser = Foundries.defaultInstance().createParser(pdf.toFile(), flavour);
                PDFAValidator validator = Foundries.defaultInstance().createValidator(flavour, false)) {
            ValidationResult result = validator.validate(parser);
            return result.getTestAssertions().stream()
                    .filter(one -> one.getStatus() == TestAssertion.Status.FAILED)
                    .map(one -> one.getRuleId().getClause() + " " + one.getMessage())
                    .distinct()
                    .limit(MOST_TOLD)
                    .toList();
        } catch (ModelParsingException | EncryptedPdfException | ValidationException e) {
            throw new IOException("what was written can't be checked", e);
        }
    }
}
