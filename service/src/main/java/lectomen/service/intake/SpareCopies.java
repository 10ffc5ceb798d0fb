package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import lectomen.engine.data.Sidecar;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;

/**
 * Claimed files in the hidden folder whose bytes are already stored. A spare that is as it was goes, unless a program still has
 * it open to write to; one that somebody still wrote to becomes, once it stays as it is, an arrival that follows the first.
 */
final class SpareCopies {
    private final ClaimFolder hidden;
    private final ClaimRows rows;
    private final FolderArrivals arrivals;
    private final Store store;
    private final Ledger ledger;
    private final Jobs jobs;
    private final ByteStore bytes;
    private final OpenFiles openFiles;

    /** Files that changed after they were taken, as they were at the last look; for the looking thread alone. */
    private final Map<Path, FileState> changing = new ConcurrentHashMap<>();

    SpareCopies(
            ClaimFolder hidden,
            ClaimRows rows,
            FolderArrivals arrivals,
            Store store,
            Ledger ledger,
            Jobs jobs,
            ByteStore bytes,
            OpenFiles openFiles) {
        this.hidden = hidden;
        this.rows = rows;
        this.arrivals = arrivals;
        this.store = store;
        this.ledger = ledger;
        this.jobs = jobs;
        this.bytes = bytes;
        this.openFiles = openFiles;
    }

    /**
     * The result of a release.
     *
     * @param open the claims to be looked at again later
     * @param writtenLate whether somebody wrote to one of them after it was taken
     */
    record Released(List<String> ended, List<String> open, boolean writtenLate) {}

    /** Removes the spares of several claims, with one commit. */
    Released release(List<String> claims) throws IOException {
        Map<String, List<ClaimRows.Mark>> marks = rows.marks(claims);
        List<String> open = new ArrayList<>();
        List<String> ended = new ArrayList<>();
        Set<Path> beingWritten = beingWritten();
        Set<Path> knownToChange = Set.copyOf(changing.keySet());
        for (String claim : claims) {
            boolean end = isReleased(claim, marks.getOrDefault(claim, List.of()), beingWritten);
            (end ? ended : open).add(claim);
        }
        boolean writtenLate = !knownToChange.containsAll(changing.keySet());
        rows.removed(ended);
        for (String claim : ended) {
            hidden.removeFolders(claim);
        }
        return new Released(ended, open, writtenLate);
    }

    private Set<Path> beingWritten() throws IOException {
        if (!hidden.exists()) {
            return Set.of();
        }
        Path all = hidden.realFolder();
        return openFiles.beingWritten(file -> file.startsWith(all));
    }

    private boolean isReleased(String claim, List<ClaimRows.Mark> marks, Set<Path> beingWritten) throws IOException {
        boolean end = true;
        for (Path file : hidden.filesOf(claim)) {
            if (IgnoredNames.ignores(file.getFileName().toString())) {
                hidden.giveBack(claim, file);
            } else if (beingWritten.contains(hidden.real(file))) {
                end = false;
            } else if (isSidecar(claim, file) && !isAsKept(claim, file, marks)) {
                hidden.giveBack(claim, file); // the next look finds it as one that comes late
            } else if (isAsKept(claim, file, marks)) {
                Files.delete(file);
                changing.remove(file);
            } else {
                arriveAgain(claim, file);
                end = false;
            }
        }
        return end;
    }

    private boolean isSidecar(String claim, Path file) {
        String key = rows.pathKey(hidden.relative(claim, file).toString());
        return Optional.ofNullable(rows.pieces(claim).get(key))
                .filter(piece -> piece.role() == ArrivalCandidate.Role.SIDECAR)
                .isPresent();
    }

    private boolean isAsKept(String claim, Path file, List<ClaimRows.Mark> marks) throws IOException {
        FileState now = FileState.of(file);
        String path = hidden.relative(claim, file).toString();
        return marks.stream().anyMatch(mark -> rows.fits(mark, path, now));
    }

    private void arriveAgain(String claim, Path file) throws IOException {
        FileState state = FileState.of(file);
        if (!state.equals(changing.put(file, state))) {
            return;
        }
        StoredFile kept = StoredFile.keep(file, bytes);
        Path relative = hidden.relative(claim, file);
        Optional<Job> first = jobs.find(claim);
        Optional<String> sameBytes = rows.findJob(claim, relative.toString()).filter(job -> jobs.find(job)
                .flatMap(Job::original)
                .filter(kept.bytes()::equals)
                .isPresent());
        Optional<Sidecar> sidecar = first.flatMap(job -> job.more().sidecar());
        store.write(db -> {
            String job = sameBytes.orElseGet(() -> jobs.newId(db));
            rows.mark(db, claim, relative.toString(), kept.state(), job);
            if (sameBytes.isEmpty()) {
                Optional<Long> follows = first.flatMap(Job::arrival);
                long arrival = arrivals.open(db, follows);
                arrivals.add(db, arrival, 1, job, relative, kept, sidecar, false);
                ledger.append(
                        db,
                        FolderArrivals.SERVICE,
                        "arrival.late-change",
                        Job.subject(claim),
                        "arrival",
                        Long.toString(arrival),
                        "job",
                        job);
                ledger.append(
                        db,
                        FolderArrivals.SERVICE,
                        "arrival.follows",
                        Job.subject(job),
                        "follows",
                        follows.map(Object::toString).orElse(""));
            }
            return job;
        });
    }
}
