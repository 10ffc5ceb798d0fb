package lectomen.service.intake;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * Files that may become one arrival: usually one file or dropped folder; else documents with their data file, or all files in
 * the folder.
 *
 * @param pieces at least one
 * @param fails why its documents fail as soon as they are taken; empty where they go their way
 */
record ArrivalCandidate(List<Piece> pieces, Optional<Reason> fails) {
    ArrivalCandidate {
        pieces = List.copyOf(pieces);
    }

    /** What a file of an arrival is. */
    enum Role {
        DOCUMENT("document"),
        /** A document whose data file was awaited and did not come. */
        LONE_DOCUMENT("lone document"),
        SIDECAR("sidecar");

        private final String code;

        Role(String code) {
            this.code = code;
        }

        String code() {
            return code;
        }

        static Role ofCode(String code) {
            return List.of(values()).stream()
                    .filter(role -> role.code.equals(code))
                    .findFirst()
                    .orElseThrow(() -> new IllegalStateException("Unknown role of a file: " + code));
        }
    }

    /**
     * One file of an arrival, or a dropped folder.
     *
     * @param sidecar the file of the arrival that belongs to it
     * @param job that told people it is there unmatched; for a data file that comes late, the job of its document
     */
    record Piece(Path file, FileState state, Role role, Optional<Path> sidecar, Optional<String> job) {
        Piece of(Optional<String> told) {
            return new Piece(file, state, role, sidecar, told);
        }
    }

    static ArrivalCandidate of(Path file, FileState state) {
        return new ArrivalCandidate(
                List.of(new Piece(file, state, Role.DOCUMENT, Optional.empty(), Optional.empty())), Optional.empty());
    }

    Piece first() {
        return pieces.get(0);
    }

    /** Whether it is nothing but one file or folder that goes its way, as most are. */
    boolean isPlain() {
        return pieces.size() == 1 && fails.isEmpty() && first().role() == Role.DOCUMENT;
    }
}
