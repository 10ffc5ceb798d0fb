package lectomen.service.intake;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.time.InstantSource;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;

/** Takes in files that are sent to the service. */
public final class Uploads {
    private final Store store;
    private final Sources sources;
    private final Jobs jobs;
    private final ByteStore bytes;
    private final Arrivals arrivals;
    private final Runnable whenArrived;

    public Uploads(
            Store store,
            Ledger ledger,
            Sources sources,
            Jobs jobs,
            ByteStore bytes,
            KeyedHash keyed,
            InstantSource clock,
            Runnable whenArrived) {
        this.store = store;
        this.sources = sources;
        this.jobs = jobs;
        this.bytes = bytes;
        this.arrivals = new Arrivals(store, ledger, jobs, keyed, clock);
        this.whenArrived = whenArrived;
    }

    /**
     * Keeps the bytes and makes a job for them; gives its id once neither can be lost any more.
     *
     * @param wantedRule the one rule that may take it; empty to let the rulebook decide
     */
    public String take(String name, InputStream content, Optional<String> wantedRule, String principal)
            throws IOException {
        byte[] head = content.readNBytes(FileType.HEAD_BYTES);
        ByteRef ref = bytes.put(new SequenceInputStream(new ByteArrayInputStream(head), content));
        FileType type = FileType.of(head);
        long source = sources.ofUploads();
        String id = store.write(db -> {
            String made = jobs.newId(db);
            jobs.create(
                    db, made, new Jobs.NewJob(source, name, ref.size(), type, wantedRule, JobState.WAITING), principal);
            arrivals.write(db, made, source, ref, type, Optional.empty(), principal);
            return made;
        });
        whenArrived.run();
        return id;
    }
}
