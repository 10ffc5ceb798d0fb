package lectomen.service.effect.file;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.file.Filing;
import lectomen.service.effect.Effect;
import lectomen.service.effect.Effects;
import lectomen.service.effect.withdraw.WithdrawEffect;
import lectomen.service.job.Job;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Finds earlier documents with the same key, as the rule's {@code same document when} says. What comes later takes the place of
 * what came before, in the order of arrivals: each filing replaces what an earlier one put at its place, and once all that came
 * in together is at a good end, what they did not replace is withdrawn. What is replaced or withdrawn goes to where older
 * versions go; what somebody changed since is left.
 */
public final class SameDocument {

    /** The receipts of documents of the same key as an effect's, which stand. */
    private static final String RECEIPTS = """
            select r.effect_id, r.job_id from effect e
            join receipt r on r.document_key = e.document_key and r.document_key <> '' and r.ended_at is null
            where e.by_document = 1 and e.id = ?
            """;

    private final Store store;
    private final Effects effects;
    private final KeyedHash keyed;

    public SameDocument(Store store, Effects effects, KeyedHash keyed) {
        this.store = store;
        this.effects = effects;
        this.keyed = keyed;
    }

    private record Receipt(String effect, String job) {}

    private static List<Receipt> receipts(JdbcClient db, String which, Object... parameters) {
        return db.sql(RECEIPTS + which)
                .params(parameters)
                .query((row, n) -> new Receipt(row.getString("effect_id"), row.getString("job_id")))
                .list();
    }

    /** The key in words that no other rule's documents have; empty for a filing without one. */
    static Optional<String> key(JdbcClient db, Job job, Filing filing) {
        return filing.findDocumentKey()
                .map(key ->
                        job.rule().map(rule -> Rulebook.lineage(db, rule.id())).orElse("") + " " + key);
    }

    /** Why the filing must not be done: a later document of the same key was filed. One that has begun is ended properly. */
    Optional<Reason> findRefusal(Effect effect) {
        List<Receipt> newer = effect.place().isPresent()
                ? List.of()
                : store.read(db -> receipts(db, " and r.arrival_seq > e.arrival_seq", effect.id()));
        return newer.stream().findFirst().map(receipt -> Reason.of("document.newer", "job", receipt.job()));
    }

    /** The effect that filed an earlier document of the same key at the place. */
    Optional<String> findReplaced(Effect effect, Filing.Target.Place place) {
        String key = keyed.of("place " + effect.connection() + "/" + place.shown());
        String atPlace = " and r.arrival_seq < e.arrival_seq and r.place_key = ?";
        return store.read(db -> receipts(db, atPlace, effect.id(), key)).stream()
                .findFirst()
                .map(Receipt::effect);
    }

    /**
     * Writes the intents that withdraw what the arrival of a filed job did not replace; as long as something that came with it
     * has not come to a good end, nothing is withdrawn.
     */
    EarlierFilings.Left withdrawReplaced(JdbcClient db, Job job) {
        List<Effect> filed = Effects.where(
                db,
                "e.job_id = ? and e.generation = ? and e.by_document = 1 and e.kind = ? and e.state = 'done'",
                job.id(),
                job.generation(),
                FileEffect.CODE);
        if (filed.isEmpty()) {
            return EarlierFilings.Left.NOTHING;
        }
        if (WithdrawEffect.isUnderWay(effects, db, job)) {
            return EarlierFilings.Left.UNDER_WAY;
        }
        if (!othersHaveEndedWell(db, job)) {
            return EarlierFilings.Left.NOTHING;
        }
        Set<String> stale = new LinkedHashSet<>();
        for (Effect effect : filed) {
            Optional<String> key = key(db, job, effect.request().as(Filing.class));
            receipts(db, " and r.arrival_seq < e.arrival_seq", effect.id()).stream()
                    .map(Receipt::effect)
                    .filter(stale::add)
                    .flatMap(old -> Effects.find(db, old).stream())
                    .forEach(old -> WithdrawEffect.intend(effects, db, job, old, true, key));
        }
        return stale.isEmpty() ? EarlierFilings.Left.NOTHING : EarlierFilings.Left.INTENDED;
    }

    private static boolean othersHaveEndedWell(JdbcClient db, Job job) {
        return job.arrival().isEmpty()
                || db.sql("""
                        select 1 from job where arrival_seq = ? and id <> ?
                            and state not in ('filed', 'unmatched', 'rejected', 'cancelled')
                            and not exists (select 1 from job next where next.handed_over_from = job.id) limit 1
                        """)
                        .params(job.arrival().get(), job.id())
                        .query(Integer.class)
                        .list()
                        .isEmpty();
    }

    /** The filed jobs that came in with one which has ended otherwise, and which may have waited for that. */
    static List<String> filedWith(JdbcClient db, Job job) {
        return job.arrival().isEmpty()
                ? List.of()
                : db.sql("select id from job where arrival_seq = ? and id <> ? and state = 'filed'")
                        .params(job.arrival().get(), job.id())
                        .query(String.class)
                        .list();
    }
}
