package lectomen.engine.evidence;

import java.time.Instant;
import java.util.List;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.rulefile.RuleRef;

/**
 * What people decided about a document, and how that can be checked.
 *
 * @param document the SHA-256 of the document as it came in
 * @param decisions in order
 * @param corrections in order
 * @param fields as they are by the decisions
 * @param ledgerEntry the number of the last entry of the ledger about the document, and its hash: whoever has the ledger can check
 *     that nothing was changed since
 */
public record Evidence(
        String job,
        String fileName,
        String rule,
        int ruleVersion,
        String document,
        List<Decided> decisions,
        List<Corrected> corrections,
        List<Field> fields,
        long ledgerEntry,
        String ledgerHash) {
    public Evidence {
        decisions = List.copyOf(decisions);
        corrections = List.copyOf(corrections);
        fields = List.copyOf(fields);
    }

    /** @param document the SHA-256 of the document as it came in */
    public static Evidence of(Proof proof, String fileName, RuleRef rule, String document, List<FieldValue> fields) {
        return new Evidence(
                proof.job(),
                fileName,
                rule.id(),
                rule.version(),
                document,
                proof.decisions(),
                proof.corrections(),
                fields.stream()
                        .map(field -> new Field(field.name(), field.value()))
                        .toList(),
                proof.ledgerEntry(),
                proof.ledgerHash());
    }

    /**
     * A decision.
     *
     * @param stage counted from 1
     * @param stageName may be empty
     * @param verdict accepted, approved, sent-back or rejected
     * @param by who decided; empty for the rule
     * @param seen the keyed hash of what was in front of them
     * @param reason in their words; may be empty
     */
    public record Decided(
            String kind,
            int stage,
            String stageName,
            String verdict,
            String by,
            Instant at,
            String seen,
            String reason) {}

    /** A value that somebody entered. @param page counted from 1; 0 for none */
    public record Corrected(String field, String read, String entered, int page, String by, Instant at) {}

    /** A field by its name. */
    public record Field(String name, String value) {}
}
