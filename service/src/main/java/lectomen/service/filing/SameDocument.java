package lectomen.service.filing;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.plan.Filing;
import lectomen.engine.reason.Reason;
import lectomen.service.job.Job;
import lectomen.service.rulebook.Rulebook;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/**
 * Documents of the same key, as the rule says by {@code same document when}. What comes later takes the place of what came
 * before, in the order of arrivals: each filing replaces what an earlier one put at its place, and once all that came in
 * together is at a good end, what they did not replace is taken back. What is replaced or taken back goes to where older
 * versions go; what somebody changed since is left.
 */
final class SameDocument {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Effects effects;

    SameDocument(Effects effects) {
        this.effects = effects;
    }

    /** The key in words that no other rule's documents have; empty for a filing without one. */
    static Optional<String> key(JdbcClient db, Job job, Filing filing) {
        return filing.findDocumentKey()
                .map(key ->
                        job.rule().map(rule -> Rulebook.lineage(db, rule.id())).orElse("") + " " + key);
    }

    /** Why the filing must not be done: a later document of the same key was filed. One that has begun is ended properly. */
    Optional<Reason> findRefusal(Effect effect) {
        return effect.place().isPresent()
                ? Optional.empty()
                : effects.findNewerDocument(effect).map(job -> Reason.of("document.newer", "job", job));
    }

    /** The effect that filed an earlier document of the same key at the place. */
    Optional<String> findReplaced(Effect effect, Filing.Target.Place place) {
        return effects.findEarlierDocument(effect, place.shown());
    }

    /**
     * Writes the intents that take back what the arrival of a filed job did not replace; as long as something that came with it has
     * not come to a good end, nothing is taken back.
     */
    EarlierFilings.Left takeBack(JdbcClient db, Job job) {
        List<Effect> filed = effects.documentsFiled(db, job);
        if (filed.isEmpty()) {
            return EarlierFilings.Left.NOTHING;
        }
        if (effects.hasOpenWithdrawal(db, job.id())) {
            return EarlierFilings.Left.UNDER_WAY;
        }
        if (!othersHaveEndedWell(db, job)) {
            return EarlierFilings.Left.NOTHING;
        }
        Set<String> stale = new LinkedHashSet<>();
        for (Effect effect : filed) {
            Optional<String> key = key(db, job, JSON.readValue(effect.request(), Filing.class));
            for (Effect old : effects.earlierDocuments(db, effect)) {
                if (stale.add(old.id())) {
                    WithdrawRequest request =
                            new WithdrawRequest(old.id(), old.place().orElseThrow(), old.bytes(), true);
                    effects.intend(
                            db,
                            job,
                            new Effects.Intent(
                                    old.step(),
                                    Effect.Kind.WITHDRAW,
                                    old.connection(),
                                    "",
                                    request,
                                    Optional.empty(),
                                    Optional.of(old.id()),
                                    key));
                }
            }
        }
        return stale.isEmpty() ? EarlierFilings.Left.NOTHING : EarlierFilings.Left.INTENDED;
    }

    private static boolean othersHaveEndedWell(JdbcClient db, Job job) {
        return job.arrival().isEmpty()
                || db.sql("""
                        select 1 from job where arrival_seq = ? and id <> ?
                            and state not in ('filed', 'unwanted', 'rejected', 'cancelled') limit 1
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
