package lectomen.engine.evidence;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import lectomen.engine.report.PdfPages;

/** Evidence as a PDF that can be archived. */
public final class EvidencePdf {
    private static final DateTimeFormatter SHOWN = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss", Locale.ROOT);

    private EvidencePdf() {}

    /** @param now when it was made @throws IOException if it can't be written */
    public static void write(Evidence evidence, Locale locale, ZoneId zone, Instant now, OutputStream out)
            throws IOException {
        String title = "Evidence for " + evidence.fileName();
        PdfPages pages = new PdfPages()
                .title(title)
                .text(job(evidence) + ", version " + evidence.ruleVersion(), 2)
                .text("SHA-256 of the document: " + evidence.document(), 2)
                .text(ledger(evidence), 2)
                .text("Times are in " + zone.getId() + ".", 10)
                .heading("Decisions")
                .text(evidence.decisions().isEmpty() ? "Nobody was asked." : "", 2)
                .texts(
                        List.of(2.2, 2.0, 2.0, 2.4, 3.4),
                        List.of("When", "Stage", "Decision", "By", "Reason"),
                        evidence.decisions().stream()
                                .map(one -> decided(one, zone))
                                .toList());
        pages.heading("What was in front of whom (keyed hashes)")
                .texts(
                        List.of(2.2, 9.8),
                        List.of("When", "Hash"),
                        evidence.decisions().stream()
                                .map(one -> List.of(shown(one.at(), zone), one.seen()))
                                .toList());
        if (!evidence.corrections().isEmpty()) {
            pages.heading("Corrections")
                    .texts(
                            List.of(2.2, 2.4, 2.6, 2.6, 2.2),
                            List.of("When", "Field", "Read", "Entered", "By"),
                            evidence.corrections().stream()
                                    .map(one -> List.of(
                                            shown(one.at(), zone), one.field(), one.read(), one.entered(), one.by()))
                                    .toList());
        }
        pages.heading("Fields")
                .texts(
                        List.of(3.0, 9.0),
                        List.of("Field", "Value"),
                        evidence.fields().stream()
                                .map(one -> List.of(one.name(), one.value()))
                                .toList());
        pages.write(title, "Evidence of decisions", locale, now, out);
    }

    private static String job(Evidence evidence) {
        String rule = "rule " + evidence.rule();
        return evidence.job().isEmpty() ? "Rule " + evidence.rule() : "Job " + evidence.job() + ", " + rule;
    }

    private static String ledger(Evidence evidence) {
        return evidence.ledgerHash().isEmpty()
                ? ""
                : "Ledger: entry " + evidence.ledgerEntry() + ", hash " + evidence.ledgerHash();
    }

    private static List<String> decided(Evidence.Decided one, ZoneId zone) {
        String stage = one.kind().equals("review") ? "review" : one.stage() + " " + one.stageName();
        String by = one.by().isEmpty() ? "the rule" : one.by();
        return List.of(shown(one.at(), zone), stage.strip(), one.verdict().replace('-', ' '), by, one.reason());
    }

    private static String shown(Instant at, ZoneId zone) {
        return SHOWN.format(at.atZone(zone));
    }
}
