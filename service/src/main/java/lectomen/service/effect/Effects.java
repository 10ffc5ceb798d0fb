package lectomen.service.effect;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PlannedEffect;
import lectomen.service.job.Job;
import lectomen.service.job.JobOutputs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import lectomen.service.store.StoreIdentity;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/** The stored effects: intents, attempts, receipts. */
public final class Effects {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(
            new ErasableColumns(
                    "effect_words",
                    List.of("request", "place", "reason_parameters", "older", "reply"),
                    ErasableColumns.Subject.JOB,
                    "update effect_words set request = '{}', place = null, reason_parameters = '{}', older = null, reply = null where effect_id in (select id from effect where job_id = ?)"));

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Store store;
    private final Ledger ledger;
    private final KeyedHash keyed;
    private final InstantSource clock;

    public Effects(Store store, Ledger ledger, KeyedHash keyed, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.keyed = keyed;
        this.clock = clock;
    }

    /**
     * What is to be written down.
     *
     * @param form of the request, as its kind counts them
     * @param settings of the connection, as far as they matter for what is done
     * @param supersedes the effect whose result this one's replaces
     * @param withdraws the effect whose result is withdrawn
     * @param occasion what tells it from others of the same step; empty for the first
     * @param document the key by which it takes the place of earlier documents, and later ones take its; empty for none
     */
    public record Intent(
            int step,
            String kind,
            int form,
            String connection,
            String settings,
            Object request,
            Optional<String> supersedes,
            Optional<String> withdraws,
            Optional<String> occasion,
            Optional<String> document) {
        /** For a request in its first form. */
        public static Intent of(int step, String kind, String connection, String settings, Object request) {
            return new Intent(
                    step,
                    kind,
                    1,
                    connection,
                    settings,
                    request,
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty());
        }

        /** For a request in a later form, where the settings of the connection don't matter. */
        public static Intent inForm(int form, int step, String kind, String connection, Object request) {
            return new Intent(
                    step,
                    kind,
                    form,
                    connection,
                    "",
                    request,
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty());
        }

        /** The same once more, for something that may be done again and again. */
        public Intent on(String anotherOccasion) {
            return new Intent(
                    step,
                    kind,
                    form,
                    connection,
                    settings,
                    request,
                    supersedes,
                    withdraws,
                    Optional.of(anotherOccasion),
                    document);
        }
    }

    /** Writes an intent; gives its id. */
    public String intend(JdbcClient db, Job job, Intent intent) {
        long number = StoreIdentity.next(db, "effect");
        int incarnation = store.identity().incarnation();
        String id = incarnation + "-e" + number;
        long now = clock.millis();
        String once = job.id() + "/" + job.generation() + "/" + intent.step() + "/" + intent.kind()
                + intent.withdraws()
                        .or(intent::occasion)
                        .map(other -> "/" + other)
                        .orElse("");
        db.sql("""
                        insert into effect (id, incarnation, job_id, generation, step, kind, connection, settings_hash,
                            idempotency_key, document_key, by_document, arrival_seq, output, supersedes, withdraws, state,
                            created_at, changed_at)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 'intended', ?, ?)
                        """)
                .param(id)
                .param(incarnation)
                .param(job.id())
                .param(job.generation())
                .param(intent.step())
                .param(intent.kind())
                .param(intent.connection())
                .param(keyed.of(intent.settings()))
                .param(once)
                .param(keyed.of(intent.document()
                        .map(key -> "document " + key)
                        .orElse("document " + intent.kind() + " " + job.id())))
                .param(intent.document().isPresent() ? 1 : 0)
                .param(job.arrival().orElse(0L))
                .param(output(db, job, intent))
                .param(intent.supersedes().orElse(null))
                .param(intent.withdraws().orElse(null))
                .param(now)
                .param(now)
                .update();
        db.sql("insert into effect_words (effect_id, request_form, request) values (?, ?, ?)")
                .params(id, intent.form(), JSON.writeValueAsString(intent.request()))
                .update();
        ledger.append(db, "service", "effect.intended", job.subject(), "effect", id, "kind", intent.kind());
        return id;
    }

    /** What a step made is filed under its own name; all else is about the original document. */
    private static String output(JdbcClient db, Job job, Intent intent) {
        return intent.request() instanceof PlannedEffect planned
                ? JobOutputs.rowOf(db, job, planned)
                : JobOutputs.original(db, job.id(), job.generation());
    }

    /** Whether an effect of the kind has not come to its end for a job. */
    public boolean hasOpen(JdbcClient db, String jobId, String kind) {
        return !db.sql("""
                        select 1 from effect where job_id = ? and kind = ? and state not in ('done', 'abandoned') limit 1
                        """).params(jobId, kind).query(Integer.class).list().isEmpty();
    }

    /** Writes down that the effect's result takes the place of another's, before anything is done there. */
    public void replaces(JdbcClient db, Effect effect, String other) {
        db.sql("update effect set supersedes = ? where id = ?")
                .params(other, effect.id())
                .update();
    }

    /** Writes what the effect asks for, once that is known in full. */
    public void asks(JdbcClient db, Effect effect, Object request) {
        db.sql("update effect_words set request = ? where effect_id = ?")
                .params(JSON.writeValueAsString(request), effect.id())
                .update();
    }

    /**
     * Call it in a write that changes an effect which was read before that write.
     *
     * @throws NoLongerOpenException see there
     */
    public void requireOpen(JdbcClient db, Effect effect) {
        boolean open = find(db, effect.id()).filter(now -> now.state().isOpen()).isPresent();
        if (!open) {
            throw new NoLongerOpenException(effect.id());
        }
    }

    /**
     * Begins an attempt on the place, before anything is done there.
     *
     * @throws NoLongerOpenException see there
     */
    void acting(JdbcClient db, Effect effect, String place) {
        long now = clock.millis();
        int begun = db.sql("""
                        update effect set state = 'acting', changed_at = ?, version = version + 1
                        where id = ? and state in ('intended', 'acting') and on_hold = 0
                        """).params(now, effect.id()).update();
        if (begun == 0) {
            throw new NoLongerOpenException(effect.id());
        }
        db.sql("update effect_words set place = ? where effect_id = ?")
                .params(place, effect.id())
                .update();
        db.sql("insert or ignore into effect_attempt (effect_id, attempt, began_at) values (?, ?, ?)")
                .params(effect.id(), effect.attempts() + 1, now)
                .update();
    }

    /**
     * Writes the receipt.
     *
     * @param job that the effect is of
     */
    void done(JdbcClient db, Effect effect, Job job, EffectResult.Done done) {
        long now = clock.millis();
        String place = done.place();
        String name = place.substring(place.lastIndexOf('/') + 1);
        end(db, effect, Effect.State.DONE, Optional.of(place), Optional.empty(), Optional.empty());
        String placeKey = keyed.of("place " + effect.connection() + "/" + place);
        String contentKey = keyed.of("content " + done.bytes().sha256());
        db.sql("""
                        insert into receipt (effect_id, incarnation, at, job_id, rule_id, place_key, content_key, name_key, renamed,
                            size, answer, document_key, arrival_seq)
                        select ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, case when by_document = 1 and ? then document_key else '' end, arrival_seq
                        from effect where id = ?
                        """)
                .param(effect.id())
                .param(store.identity().incarnation())
                .param(now)
                .param(job.id())
                .param(job.rule().map(rule -> rule.id()).orElse(null))
                .param(placeKey)
                .param(contentKey)
                .param(OwnResults.nameKey(keyed, name))
                .param(done.filesDocument() && !name.equals(job.name()) ? 1 : 0)
                .param(done.bytes().size())
                .param(done.answer())
                .param(done.filesDocument() ? 1 : 0)
                .param(effect.id())
                .update();
        ledger.append(
                db,
                "service",
                "effect.receipt",
                Job.subject(effect.jobId()),
                "effect",
                effect.id(),
                "place",
                placeKey,
                "content",
                contentKey);
    }

    /** Says where what was there was moved to. */
    void movedOlder(JdbcClient db, Effect effect, String place) {
        db.sql("update effect_words set older = ? where effect_id = ?")
                .params(place, effect.id())
                .update();
        String placeKey = keyed.of("place " + effect.connection() + "/" + place);
        String subject = Job.subject(effect.jobId());
        ledger.append(db, "service", "effect.moved-older", subject, "effect", effect.id(), "place", placeKey);
    }

    /** Says, beside the receipt, that what was to be replaced has been changed by somebody since, and was left. */
    public void leftChanged(JdbcClient db, Effect effect, String place) {
        Reason reason = Reason.of("withdraw.changed", "name", place);
        db.sql("update effect set reason_code = ? where id = ?")
                .params(reason.code(), effect.id())
                .update();
        db.sql("update effect_words set reason_parameters = ? where effect_id = ?")
                .params(JSON.writeValueAsString(reason.parameters()), effect.id())
                .update();
        ledger.append(db, "service", "effect.left-changed", Job.subject(effect.jobId()), "effect", effect.id());
    }

    void waitUntil(JdbcClient db, Effect effect, Instant nextTry, Reason reason) {
        end(db, effect, Effect.State.INTENDED, effect.place(), Optional.of(nextTry), Optional.of(reason));
    }

    /** Says that it can't be proved whether an effect happened. */
    void doubt(JdbcClient db, Effect effect, Reason reason) {
        end(db, effect, Effect.State.IN_DOUBT, effect.place(), Optional.empty(), Optional.of(reason));
        String subject = Job.subject(effect.jobId());
        ledger.append(db, "service", "effect.in-doubt", subject, "effect", effect.id());
    }

    /** Says that an effect in doubt is repeated, as its rule or the settings say. */
    String repeatedInDoubt(JdbcClient db, Effect effect) {
        String subject = Job.subject(effect.jobId());
        ledger.append(db, "service", "effect.in-doubt", subject, "effect", effect.id(), "decision", "repeat");
        return effect.id();
    }

    /** Says what somebody decided about an effect in doubt. */
    void settled(JdbcClient db, Effect effect, String decision, String principal) {
        ledger.append(
                db,
                principal,
                "effect.settled",
                Job.subject(effect.jobId()),
                "effect",
                effect.id(),
                "decision",
                decision);
    }

    /** Forgets what the last attempt intended, so that the next begins from the beginning. */
    void forgetAttempt(JdbcClient db, Effect effect) {
        db.sql("update effect_words set place = null where effect_id = ?")
                .param(effect.id())
                .update();
    }

    /** Has an effect in doubt carried out again. */
    void repeat(JdbcClient db, Effect effect) {
        db.sql(
                        "update effect set state = 'intended', next_try_at = 0, reason_code = null, version = version + 1 where id = ?")
                .param(effect.id())
                .update();
    }

    public void abandon(JdbcClient db, Effect effect, Reason reason) {
        end(db, effect, Effect.State.ABANDONED, effect.place(), Optional.empty(), Optional.of(reason));
        ledger.append(
                db,
                "service",
                "effect.abandoned",
                Job.subject(effect.jobId()),
                "effect",
                effect.id(),
                "reason",
                reason.code());
    }

    private void end(
            JdbcClient db,
            Effect effect,
            Effect.State state,
            Optional<String> place,
            Optional<Instant> nextTry,
            Optional<Reason> reason) {
        long now = clock.millis();
        String code = reason.map(Reason::code).orElse(null);
        db.sql("""
                        update effect set state = ?, next_try_at = ?, reason_code = ?, attempts = attempts + 1, changed_at = ?,
                            version = version + 1
                        where id = ?
                        """)
                .param(state.code())
                .param(nextTry.map(Instant::toEpochMilli).orElse(0L))
                .param(code)
                .param(now)
                .param(effect.id())
                .update();
        db.sql("update effect_words set place = coalesce(?, place), reason_parameters = ? where effect_id = ?")
                .param(place.orElse(null))
                .param(reason.map(r -> JSON.writeValueAsString(r.parameters())).orElse("{}"))
                .param(effect.id())
                .update();
        db.sql("""
                        insert into effect_attempt (effect_id, attempt, began_at, ended_at, outcome, reason_code)
                        values (?, ?, ?, ?, ?, ?)
                        on conflict (effect_id, attempt) do update
                        set ended_at = excluded.ended_at, outcome = excluded.outcome, reason_code = excluded.reason_code
                        """)
                .param(effect.id())
                .param(effect.attempts() + 1)
                .param(now)
                .param(now)
                .param(state.code())
                .param(code)
                .update();
    }

    /**
     * Whether an effect of these kinds has no receipt yet in the job's present generation.
     *
     * @param kinds as a JSON array, so that the statement is the same each time
     */
    public boolean lacksReceipt(JdbcClient db, Job job, String kinds) {
        return !db.sql("""
                        select 1 from effect
                        where job_id = ? and generation = ? and state <> 'done'
                          and kind in (select value from json_each(?)) limit 1
                        """)
                .params(job.id(), job.generation(), kinds)
                .query(Integer.class)
                .list()
                .isEmpty();
    }

    /** Says that what an effect filed was replaced or withdrawn. */
    public void ended(JdbcClient db, String effectId) {
        db.sql("update receipt set ended_at = ? where effect_id = ?")
                .params(clock.millis(), effectId)
                .update();
    }

    /** @param busy connections that take no more at present */
    List<DueEffects.Due> due(Set<String> busy, int most) {
        return store.read(db -> DueEffects.find(db, busy, most, clock.millis()));
    }

    public Optional<Effect> find(String id) {
        return store.read(db -> find(db, id));
    }

    public static Optional<Effect> find(JdbcClient db, String id) {
        return db.sql(EffectRow.SELECT + " where e.id = ?")
                .param(id)
                .query(EffectRow::effect)
                .optional();
    }

    /** The effects whose receipts were written last. */
    List<Effect> lastDone(int most) {
        return store.read(db -> db.sql(EffectRow.SELECT + " where r.at is not null order by r.rowid desc limit ?")
                .param(most)
                .query(EffectRow::effect)
                .list());
    }

    /** Those that a condition picks out; in it, e is the effect and r its receipt. */
    public static List<Effect> where(JdbcClient db, String condition, Object... parameters) {
        return db.sql(EffectRow.SELECT + " where " + condition)
                .params(parameters)
                .query(EffectRow::effect)
                .list();
    }

    public List<Effect> ofJob(JdbcClient db, String jobId) {
        return db.sql(EffectRow.SELECT + " where e.job_id = ? order by e.created_at, e.rowid")
                .param(jobId)
                .query(EffectRow::effect)
                .list();
    }

    public List<EffectView> views(JdbcClient db, List<String> jobIds) {
        return db.sql("""
                        select e.*, w.place, w.older, w.reason_parameters, r.at as done_at, r.answer, r.ended_at
                        from effect e join effect_words w on w.effect_id = e.id left join receipt r on r.effect_id = e.id
                        where e.job_id in (:jobs) order by e.created_at, e.rowid
                        """).param("jobs", jobIds).query(EffectRow::view).list();
    }
}
