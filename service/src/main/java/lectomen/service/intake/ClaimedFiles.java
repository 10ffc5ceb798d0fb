package lectomen.service.intake;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * Files of a lot whose bytes are kept.
 *
 * @param firstJob the job of the first, where the files are no pieces of a lot
 */
record ClaimedFiles(List<Part> parts, Optional<String> firstJob) {
    ClaimedFiles {
        parts = List.copyOf(parts);
    }

    /**
     * @param relative where it lay below the hot folder
     * @param key of that
     * @param piece what it is in its lot; empty for what came in a dropped folder, or alone
     */
    record Part(Path relative, StoredFile kept, String key, Optional<ClaimRows.Piece> piece) {
        boolean isSidecar() {
            return piece.filter(one -> one.role() == ArrivalCandidate.Role.SIDECAR)
                    .isPresent();
        }
    }
}
