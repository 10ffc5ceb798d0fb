package lectomen.service.intake;

import java.nio.file.Path;
import java.time.InstantSource;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.rule.SidecarSettings;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Remembers which documents of a source were taken without their data file, so that a late one is recognised. */
final class AwaitedSidecars {
    private final long source;
    private final Jobs jobs;
    private final KeyedHash keyed;
    private final InstantSource clock;

    AwaitedSidecars(long source, Jobs jobs, KeyedHash keyed, InstantSource clock) {
        this.source = source;
        this.jobs = jobs;
        this.keyed = keyed;
        this.clock = clock;
    }

    /** Writes down that a document was taken without its data file. @param document its path below the hot folder */
    void remember(JdbcClient db, Path document, String job) {
        Stream.of(SidecarSettings.Named.values())
                .map(named -> named.of(document.getFileName().toString()))
                .map(document::resolveSibling)
                .distinct()
                .forEach(
                        base -> db.sql("insert or replace into sidecar_awaited (name_key, job_id, at) values (?, ?, ?)")
                                .params(key(base.toString()), job, clock.millis())
                                .update());
    }

    /** The document for which a data file comes late. @param sidecar its path below the hot folder */
    Optional<SidecarPairing.TakenEarlier> find(JdbcClient db, String sidecar) {
        String base = sidecar.substring(0, sidecar.lastIndexOf('.'));
        return db.sql("select job_id from sidecar_awaited where name_key = ?")
                .param(key(base))
                .query(String.class)
                .optional()
                .flatMap(job -> jobs.find(db, job))
                .map(job ->
                        new SidecarPairing.TakenEarlier(job.id(), job.state().isEnd()));
    }

    /** No data file is awaited for the document any more. */
    static void forget(JdbcClient db, Job job) {
        db.sql("delete from sidecar_awaited where job_id = ?").param(job.id()).update();
    }

    private String key(String base) {
        return keyed.of("sidecar of " + source + " " + base.toLowerCase(Locale.ROOT));
    }
}
