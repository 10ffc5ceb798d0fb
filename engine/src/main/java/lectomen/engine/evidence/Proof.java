package lectomen.engine.evidence;

import java.util.List;

/**
 * What people decided about a document by some time.
 *
 * @param decisions in order
 * @param corrections in order
 * @param ledgerEntry the number of the last entry of the ledger about the document by then, and its hash
 */
public record Proof(
        String job,
        List<Evidence.Decided> decisions,
        List<Evidence.Corrected> corrections,
        long ledgerEntry,
        String ledgerHash) {
    /** Where nobody was asked. */
    public static final Proof NONE = new Proof("", List.of(), List.of(), 0, "");

    public Proof {
        decisions = List.copyOf(decisions);
        corrections = List.copyOf(corrections);
    }
}
