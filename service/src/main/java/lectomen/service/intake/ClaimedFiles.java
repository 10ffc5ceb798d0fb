package lectomen.service.intake;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * The claimed files of an arrival whose bytes are stored.
 *
 * @param firstJob the job of the first, where the files are no pieces of an arrival
 */
record ClaimedFiles(List<Part> parts, Optional<String> firstJob) {
    ClaimedFiles {
        parts = List.copyOf(parts);
    }

    /**
     * @param relative where it was below the hot folder
     * @param key of that
     * @param piece what it is in its arrival; empty for what came in a dropped folder, or alone
     */
    record Part(Path relative, StoredFile kept, String key, Optional<ClaimRows.Piece> piece) {
        boolean isSidecar() {
            return piece.filter(one -> one.role() == ArrivalCandidate.Role.SIDECAR)
                    .isPresent();
        }
    }
}
