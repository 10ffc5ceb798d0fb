package lectomen.service.intake;

import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import lectomen.engine.reason.Reason;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/** The stored claims of one source: intended, held once their files are stored, removed at the end. */
final class ClaimRows {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String SERVICE = "service";

    private final Path hotFolder;
    private final long source;
    private final Store store;
    private final Ledger ledger;
    private final Jobs jobs;
    private final KeyedHash keyed;
    private final InstantSource clock;

    ClaimRows(
            Path hotFolder, long source, Store store, Ledger ledger, Jobs jobs, KeyedHash keyed, InstantSource clock) {
        this.hotFolder = hotFolder;
        this.source = source;
        this.store = store;
        this.ledger = ledger;
        this.jobs = jobs;
        this.keyed = keyed;
        this.clock = clock;
    }

    /** Writes several claims as intended, with one commit; gives their ids in the same order. */
    List<String> intend(List<ArrivalCandidate> wanted) {
        return store.write(db -> {
            List<String> made = new ArrayList<>();
            for (ArrivalCandidate one : wanted) {
                made.add(intend(db, one));
            }
            return made;
        });
    }

    @SuppressWarnings("ReferenceEquality") // the first piece itself
    private String intend(JdbcClient db, ArrivalCandidate candidate) {
        ArrivalCandidate.Piece first = candidate.first();
        boolean newJob = first.role() != ArrivalCandidate.Role.SIDECAR;
        String id = first.job().filter(told -> newJob).orElseGet(() -> jobs.newId(db));
        db.sql("""
                        insert or replace into claim (job_id, source_id, state, size, mtime, ctime, claimed_at)
                        values (?, ?, 'intended', ?, ?, ?, ?)
                        """)
                .params(
                        id,
                        source,
                        first.state().size(),
                        first.state().mtime(),
                        first.state().ctime(),
                        clock.millis())
                .update();
        if (!candidate.isPlain()) {
            String fails = candidate.fails().map(JSON::writeValueAsString).orElse(null);
            for (ArrivalCandidate.Piece piece : candidate.pieces()) {
                db.sql("""
                                insert or replace into claim_piece (claim, path_key, role, sidecar_key, job_id, fails)
                                values (?, ?, ?, ?, ?, ?)
                                """)
                        .param(id)
                        .param(pathKey(relative(piece.file())))
                        .param(piece.role().code())
                        .param(piece.sidecar()
                                .map(file -> pathKey(relative(file)))
                                .orElse(null))
                        .param(piece.job().orElse(piece == first && newJob ? id : null))
                        .param(fails)
                        .update();
            }
        }
        ledger.append(db, SERVICE, "claim.intended", Job.subject(id), "source", Long.toString(source));
        return id;
    }

    private String relative(Path file) {
        return hotFolder.relativize(file).toString();
    }

    /**
     * A file of a claim that takes several together, or that fails at once.
     *
     * @param sidecarKey of the file of the claim that belongs to it
     * @param job that its document has already
     */
    record Piece(
            String pathKey,
            ArrivalCandidate.Role role,
            Optional<String> sidecarKey,
            Optional<String> job,
            Optional<Reason> fails) {}

    /** The pieces of a claim by the keys of their paths; none for a claim of one file or folder that goes its way. */
    Map<String, Piece> pieces(String claim) {
        return store
                .read(db -> db.sql("select * from claim_piece where claim = ?")
                        .param(claim)
                        .query((row, n) -> new Piece(
                                row.getString("path_key"),
                                ArrivalCandidate.Role.ofCode(row.getString("role")),
                                Optional.ofNullable(row.getString("sidecar_key")),
                                Optional.ofNullable(row.getString("job_id")),
                                Optional.ofNullable(row.getString("fails"))
                                        .map(fails -> JSON.readValue(fails, Reason.class))))
                        .list())
                .stream()
                .collect(Collectors.toMap(Piece::pathKey, piece -> piece));
    }

    /** Nothing was kept yet and the file is not in the hidden folder: it is in the hot folder still, or somebody took it. */
    void letGo(String claim) {
        store.write(db -> {
            ledger.append(db, SERVICE, "claim.let-go", Job.subject(claim), "source", Long.toString(source));
            db.sql("delete from claim_piece where claim = ?").param(claim).update();
            return db.sql("delete from claim where job_id = ?").param(claim).update();
        });
    }

    /** All files of the claim are kept; what is in the hidden folder are spares from now on. */
    void held(JdbcClient db, String claim) {
        db.sql("update claim set state = 'held', claimed_at = ? where job_id = ?")
                .params(clock.millis(), claim)
                .update();
    }

    /** How a file was when it was kept. @param pathKey empty for the only file of a claim of an older version */
    record Mark(String claim, String pathKey, long size, long mtime, long ctime) {}

    /** Whether the mark says that the file at the path inside the claim is as it was kept. */
    boolean fits(Mark mark, String path, FileState now) {
        return (mark.pathKey().isEmpty() || mark.pathKey().equals(pathKey(path)))
                && mark.size() == now.size()
                && mark.mtime() == now.mtime()
                && mark.ctime() == now.ctime();
    }

    /** Notes how a file of the claim was when it was kept for a job. @param path inside the claim */
    void mark(JdbcClient db, String claim, String path, FileState state, String job) {
        db.sql("""
                        insert or replace into claim_file (claim, path_key, size, mtime, ctime, job_id)
                        values (?, ?, ?, ?, ?, ?)
                        """)
                .params(claim, pathKey(path), state.size(), state.mtime(), state.ctime(), job)
                .update();
    }

    /** How the files of several claims were when they were kept, by claim. */
    Map<String, List<Mark>> marks(List<String> claims) {
        return store
                .read(db -> db.sql("select * from claim_file where claim in (select value from json_each(?))")
                        .param(JSON.writeValueAsString(claims))
                        .query((row, n) -> new Mark(
                                row.getString("claim"),
                                row.getString("path_key"),
                                row.getLong("size"),
                                row.getLong("mtime"),
                                row.getLong("ctime")))
                        .list())
                .stream()
                .collect(Collectors.groupingBy(Mark::claim));
    }

    /** The job that the file at the path inside the claim was kept for. */
    Optional<String> findJob(String claim, String path) {
        return store.read(db -> db
                .sql("select job_id from claim_file where claim = ? and path_key in (?, '')")
                .params(claim, pathKey(path))
                .query(String.class)
                .list()
                .stream()
                .findFirst());
    }

    /** Nothing is left of the claims in the hidden folder. */
    void removed(List<String> claims) {
        if (claims.isEmpty()) {
            return;
        }
        String ids = JSON.writeValueAsString(claims);
        store.write(db -> {
            db.sql("delete from claim_file where claim in (select value from json_each(?))")
                    .param(ids)
                    .update();
            db.sql("delete from claim_piece where claim in (select value from json_each(?))")
                    .param(ids)
                    .update();
            return db.sql("update claim set state = 'removed' where job_id in (select value from json_each(?))")
                    .param(ids)
                    .update();
        });
    }

    /** A claim that is not at its end. */
    record Open(String id, boolean isHeld) {}

    List<Open> open() {
        return store.read(
                db -> db.sql("select job_id, state from claim where source_id = ? and state in ('intended', 'held')")
                        .param(source)
                        .query((row, n) -> new Open(
                                row.getString("job_id"), row.getString("state").equals("held")))
                        .list());
    }

    String pathKey(String path) {
        return keyed.of("claimed " + path);
    }
}
