package lectomen.engine.split;

import java.util.List;
import lectomen.engine.reason.Reason;

/** What became of a document that was to be taken apart. */
public sealed interface SplitResult {
    /** @param pieces at least one, in order */
    record Pieces(List<Piece> pieces) implements SplitResult {
        public Pieces {
            pieces = List.copyOf(pieces);
        }
    }

    record Refused(Reason reason) implements SplitResult {}
}
