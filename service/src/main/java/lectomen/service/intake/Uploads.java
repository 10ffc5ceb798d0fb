package lectomen.service.intake;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.SourceSettings.SeenBefore;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Takes in uploaded files. Safe for several threads. */
public final class Uploads {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "upload_key", List.of("key"), ErasableColumns.Subject.JOB, "delete from upload_key where job_id = ?"));

    /**
     * A file on its way in.
     *
     * @param wantedRule the one rule that is asked; empty to let the rulebook decide
     * @param tags words that the sender puts on the file
     * @param key by which the sender names this sending, so that sending it again makes no second job; empty for none
     */
    public record Sent(
            String name, Optional<String> wantedRule, Set<String> tags, Optional<String> key, boolean hold) {}

    /** @param again whether the file was sent before under the same key */
    public record Accepted(String job, boolean again) {}

    private final Store store;
    private final Sources sources;
    private final Jobs jobs;
    private final ByteStore bytes;
    private final Arrivals arrivals;
    private final KeyedHash keyed;
    private final InstantSource clock;
    private final DiskSpaceGuard diskSpace;
    private final Runnable whenArrived;
    private final UnaryOperator<String> nameOf;

    /** @param nameOf the name of a principal, for reasons that people read */
    public Uploads(
            Store store,
            Sources sources,
            Jobs jobs,
            ByteStore bytes,
            Arrivals arrivals,
            KeyedHash keyed,
            InstantSource clock,
            DiskSpaceGuard diskSpace,
            Runnable whenArrived,
            UnaryOperator<String> nameOf) {
        this.store = store;
        this.sources = sources;
        this.jobs = jobs;
        this.bytes = bytes;
        this.arrivals = arrivals;
        this.keyed = keyed;
        this.clock = clock;
        this.diskSpace = diskSpace;
        this.whenArrived = whenArrived;
        this.nameOf = nameOf;
    }

    /**
     * Keeps the bytes and makes a job for them; gives its id once neither can be lost any more.
     *
     * @throws NoRoomException if the disk is too full
     * @throws KeyTakenException if the key was used for other bytes
     */
    public Accepted take(Sent sent, InputStream content, String principal) throws IOException {
        diskSpace.findTooLow().ifPresent(reason -> {
            throw new DiskTooFullException(reason.words());
        });
        byte[] head = content.readNBytes(FileType.HEAD_BYTES);
        ByteRef ref = bytes.put(new SequenceInputStream(new ByteArrayInputStream(head), content));
        FileType type = FileType.of(head, sent.name());
        long source = sources.ofUploads();
        Optional<String> key = sent.key().map(text -> keyed.of("upload " + principal + " " + text));
        Accepted accepted = store.write(db -> key.flatMap(known -> findSentBefore(db, known, ref))
                .orElseGet(() -> make(db, sent, key, ref, type, source, principal)));
        whenArrived.run();
        return accepted;
    }

    private static Optional<Accepted> findSentBefore(JdbcClient db, String key, ByteRef ref) {
        return db.sql("select job_id, content from upload_key where key = ?")
                .param(key)
                .query((row, n) -> {
                    if (!row.getString("content").equals(ref.sha256())) {
                        throw new KeyTakenException();
                    }
                    return new Accepted(row.getString("job_id"), true);
                })
                .optional();
    }

    private Accepted make(
            JdbcClient db, Sent sent, Optional<String> key, ByteRef ref, FileType type, long source, String principal) {
        String job = jobs.newId(db);
        long arrival = arrivals.open(db, source, Optional.empty(), principal);
        FileFacts.Circumstances more = new FileFacts.Circumstances(
                "", Optional.empty(), nameOf.apply(principal), sent.tags(), Optional.empty());
        Arrivals.File file = new Arrivals.File(job, sent.name(), more, ref, type, sent.wantedRule(), false);
        arrivals.add(db, arrival, 1, source, file, SeenBefore.PROCESS, Optional.empty(), principal);
        if (sent.hold()) {
            jobs.move(
                    db,
                    job,
                    JobMove.to(JobState.HELD, Reason.of("job.held", "who", nameOf.apply(principal))),
                    principal);
        }
        key.ifPresent(named -> db.sql("insert into upload_key (key, job_id, content, at) values (?, ?, ?, ?)")
                .params(named, job, ref.sha256(), clock.millis())
                .update());
        return new Accepted(job, false);
    }
}
