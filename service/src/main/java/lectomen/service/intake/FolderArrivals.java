package lectomen.service.intake;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import lectomen.engine.data.DataFormat;
import lectomen.engine.data.Sidecar;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.SidecarSettings;
import lectomen.engine.rule.SourceSettings;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Takes in the arrivals of one hot folder as its rules say. */
final class FolderArrivals {
    static final String SERVICE = "service";

    /** Told, in the write that takes a file, which job it was taken for. */
    @FunctionalInterface
    interface Marked {
        void mark(ClaimedFiles.Part part, String job);
    }

    private final Path hotFolder;
    private final long source;
    private final Arrivals arrivals;
    private final Jobs jobs;
    private final AwaitedSidecars awaited;

    /** How rules choose to treat what comes; changes with them. */
    private volatile SourceSettings settings = SourceSettings.DEFAULT;

    FolderArrivals(Path hotFolder, long source, Arrivals arrivals, Jobs jobs, AwaitedSidecars awaited) {
        this.hotFolder = hotFolder;
        this.source = source;
        this.arrivals = arrivals;
        this.jobs = jobs;
        this.awaited = awaited;
    }

    void treatAs(SourceSettings choice) {
        settings = choice;
    }

    /** Begins an arrival; gives its number. @param follows the arrival whose file changed after it was taken */
    long open(JdbcClient db, Optional<Long> follows) {
        return arrivals.open(db, source, follows, SERVICE);
    }

    /** Adds what was taken together as an arrival of its own. @param leftInFolder whether the files stay there */
    void add(JdbcClient db, ClaimedFiles taken, boolean leftInFolder, Marked marked) {
        Map<Boolean, List<ClaimedFiles.Part>> parts =
                taken.parts().stream().collect(Collectors.partitioningBy(ClaimedFiles.Part::isSidecar));
        List<ClaimedFiles.Part> documents = parts.getOrDefault(false, List.of());
        List<ClaimedFiles.Part> sidecars = parts.getOrDefault(true, List.of());
        if (documents.isEmpty()) {
            sidecars.forEach(part -> addLate(db, part, marked));
            return;
        }
        long arrival = open(db, Optional.empty());
        String first = "";
        int number = 0;
        for (ClaimedFiles.Part part : documents) {
            Optional<String> firstJob = number == 0 ? taken.firstJob() : Optional.empty();
            Optional<String> known = part.piece().flatMap(ClaimRows.Piece::job).or(() -> firstJob);
            String job = known.orElseGet(() -> jobs.newId(db));
            first = first.isEmpty() ? job : first;
            Optional<Sidecar> sidecar = part.piece()
                    .flatMap(ClaimRows.Piece::sidecarKey)
                    .flatMap(key -> sidecars.stream()
                            .filter(other -> other.key().equals(key))
                            .findFirst())
                    .map(this::sidecar);
            add(db, arrival, ++number, job, part.relative(), part.kept(), sidecar, leftInFolder);
            marked.mark(part, job);
            part.piece().ifPresent(piece -> treat(db, piece, part.relative(), job));
        }
        for (ClaimedFiles.Part part : sidecars) {
            boolean used = documents.stream()
                    .flatMap(document -> document.piece().flatMap(ClaimRows.Piece::sidecarKey).stream())
                    .anyMatch(part.key()::equals);
            arrivals.addSidecar(db, arrival, ++number, part.kept().bytes(), used);
            marked.mark(part, first);
        }
    }

    private void treat(JdbcClient db, ClaimRows.Piece piece, Path relative, String job) {
        if (piece.role() == ArrivalCandidate.Role.LONE_DOCUMENT) {
            awaited.remember(db, relative, job);
        }
        Optional<Reason> fails = piece.fails();
        Optional<Job> now = jobs.find(db, job);
        if (fails.isPresent()
                && now.filter(made -> made.state() == JobState.WAITING).isPresent()) {
            arrivals.fail(db, now.get(), fails.get(), hotFolder.toString());
        }
    }

    private Sidecar sidecar(ClaimedFiles.Part part) {
        String name = part.relative().getFileName().toString();
        DataFormat form = DataFormat.findByWord(name.substring(name.lastIndexOf('.') + 1))
                .orElseThrow(() -> new IllegalStateException("A data file without the extension of one was taken"));
        Map<String, String> namespaces =
                settings.sidecar().map(SidecarSettings::namespaces).orElse(Map.of());
        return Sidecar.of(
                name, form, part.kept().bytes().sha256(), part.kept().bytes().size(), namespaces);
    }

    /** A data file whose document went its way without it: the document goes it once more. */
    private void addLate(JdbcClient db, ClaimedFiles.Part part, Marked marked) {
        String id = part.piece().flatMap(ClaimRows.Piece::job).orElseThrow();
        Job job = jobs.find(db, id).orElseThrow();
        long arrival = open(db, job.arrival());
        arrivals.runAgainWith(db, job, sidecar(part));
        arrivals.addSidecar(db, arrival, 1, part.kept().bytes(), true);
        AwaitedSidecars.forget(db, job);
        marked.mark(part, id);
    }

    /**
     * Adds a kept file to an arrival under the id of its job.
     *
     * @param relative where it was below the hot folder
     * @param leftInFolder whether it stays there
     */
    void add(
            JdbcClient db,
            long arrival,
            int part,
            String job,
            Path relative,
            StoredFile kept,
            Optional<Sidecar> sidecar,
            boolean leftInFolder) {
        FileFacts.Circumstances more = kept.circumstances(relative);
        Arrivals.File file = new Arrivals.File(
                job,
                relative.getFileName().toString(),
                sidecar.map(more::with).orElse(more),
                kept.bytes(),
                kept.type(),
                Optional.empty(),
                leftInFolder);
        arrivals.add(
                db, arrival, part, source, file, settings.seenBefore(), Optional.of(hotFolder.toString()), SERVICE);
    }
}
