package lectomen.engine.pdf.write;

import java.io.ByteArrayInputStream;
import java.util.List;
import java.util.Locale;
import org.verapdf.gf.foundry.VeraGreenfieldFoundryProvider;
import org.verapdf.pdfa.Foundries;
import org.verapdf.pdfa.PDFAParser;
import org.verapdf.pdfa.PDFAValidator;
import org.verapdf.pdfa.flavours.PDFAFlavour;
import org.verapdf.pdfa.results.TestAssertion;
import org.verapdf.pdfa.results.ValidationResult;

/** Asks an independent checker whether a file is what it claims to be. */
public final class ArchiveChecker {
    static {
        VeraGreenfieldFoundryProvider.initialise();
    }

    private ArchiveChecker() {}

    /** What stands against it, each once, with its clause. */
    public static List<String> problems(byte[] pdf, PdfTarget target) throws Exception {
        PDFAFlavour flavour =
                PDFAFlavour.fromString(target.part() + target.conformance().toLowerCase(Locale.ROOT));
        try (PDFAParser parser = Foundries.defaultInstance().createParser(new ByteArrayInputStream(pdf), flavour);
                PDFAValidator validator = Foundries.defaultInstance().createValidator(flavour, false)) {
            ValidationResult result = validator.validate(parser);
            return result.getTestAssertions().stream()
                    .filter(one -> one.getStatus() == TestAssertion.Status.FAILED)
                    .map(one -> one.getRuleId().getClause() + "-"
                            + one.getRuleId().getTestNumber() + " " + one.getMessage() + " " + one.getErrorMessage())
                    .distinct()
                    .limit(12)
                    .toList();
        }
    }
}
