package lectomen.service.effect.file;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.file.Filing;
import lectomen.service.effect.DueEffects;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectKinds;
import lectomen.service.effect.EffectOrder;
import lectomen.service.effect.EffectRunner;
import lectomen.service.effect.Effects;
import lectomen.service.job.Job;
import lectomen.service.job.JobEndings;
import lectomen.service.job.Jobs;
import lectomen.service.plan.PlanWaits;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/** The filings of a job: intends those of its plan, holds and cancels them, and ends the job once all of them are proved. */
public final class JobFilings {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Store store;
    private final Jobs jobs;
    private final Effects effects;
    private final EffectKinds kinds;
    private final String stepKinds;
    private final SameDocument sameDocument;
    private final EarlierFilings earlier;
    private final JobEndings endings;
    private final PlanWaits waits;
    private final EffectRunner runner;

    public JobFilings(
            Store store,
            Jobs jobs,
            Effects effects,
            EffectKinds kinds,
            SameDocument sameDocument,
            JobEndings endings,
            PlanWaits waits,
            EffectRunner runner) {
        this.store = store;
        this.jobs = jobs;
        this.effects = effects;
        this.kinds = kinds;
        this.stepKinds = JSON.writeValueAsString(kinds.askedForBySteps());
        this.sameDocument = sameDocument;
        this.earlier = new EarlierFilings(effects, kinds);
        this.endings = endings;
        this.waits = waits;
        this.runner = runner;
    }

    /**
     * Writes the intents of a plan, but for those that an earlier generation of the job has a receipt for; when the job was run
     * again, those replace what it filed before. Call it in the write that records the plan; {@link #wake} then starts them.
     */
    public void intend(JdbcClient db, Job job, List<PlannedEffect> planned) {
        List<Effect> before = job.generation() == 1 ? List.of() : effects.ofJob(db, job.id());
        boolean intended = false;
        for (PlannedEffect effect : planned) {
            intended |= kinds.require(effect).intend(db, job, before, effect);
        }
        if (!intended) {
            settle(db, job);
        }
    }

    /**
     * The same for a plan that goes on. What an earlier turn of the same run asked for stays as it was, even if its step ran again:
     * it may be in place already.
     */
    public void intendMore(JdbcClient db, Job job, List<PlannedEffect> planned) {
        Set<Integer> asked = effects.ofJob(db, job.id()).stream()
                .filter(effect -> effect.generation() == job.generation())
                .map(Effect::step)
                .collect(Collectors.toSet());
        intend(
                db,
                job,
                planned.stream()
                        .filter(effect -> !asked.contains(effect.step()))
                        .toList());
    }

    /**
     * A job whose plan waits waits too, once all its filings so far are proved. It is filed once all its filings of this run are, and
     * what it filed in an earlier run is replaced or withdrawn. */
    public void settle(JdbcClient db, Job before) {
        Job job = jobs.find(db, before.id()).orElseThrow();
        if (job.state().isEnd()) {
            return;
        }
        if (effects.lacksReceipt(db, job, stepKinds)) {
            if (EffectOrder.wakePostponed(db, job)) {
                store.afterCommit(this::wake);
            }
            return;
        }
        if (waits.settle(
                db, job, asked -> kinds.require(asked).findReply(db, job, effects.ofJob(db, job.id()), asked))) {
            return;
        }
        EarlierFilings.Left own =
                job.redoGeneration() > 1 ? earlier.withdrawRest(db, job) : EarlierFilings.Left.NOTHING;
        switch (own == EarlierFilings.Left.NOTHING ? sameDocument.withdrawReplaced(db, job) : own) {
            case NOTHING -> endings.filed(db, job);
            case INTENDED -> store.afterCommit(this::wake);
            case UNDER_WAY -> {}
        }
    }

    /** What came in with a job that has ended may have waited for that, to withdraw what earlier documents filed. */
    public void othersMayGoOn(JdbcClient db, Job job) {
        for (String id : SameDocument.filedWith(db, job)) {
            Job other = jobs.find(db, id).orElseThrow();
            if (sameDocument.withdrawReplaced(db, other) == EarlierFilings.Left.INTENDED) {
                store.afterCommit(this::wake);
                return;
            }
        }
    }

    /** The kinds of effects that jobs wait for. */
    public Set<String> kindsOfTheJob() {
        return kinds.ofTheJob();
    }

    /** Looks for due effects now rather than at the next turn. */
    public void wake() {
        runner.wake();
    }

    /** Whether a plan of the job's present generation waits to be carried out. */
    public boolean hasPlan(JdbcClient db, Job job) {
        return runner.ofTheJob(db, job.id()).stream().anyMatch(effect -> effect.generation() == job.generation());
    }

    /** Whether a filing of a job has begun that may already be in place. */
    public boolean hasBegun(JdbcClient db, Job job) {
        return runner.hasBegun(openOf(db, job.id()));
    }

    /** Whether something that a job waits for is still to be carried out. */
    public boolean hasOpen(JdbcClient db, Job job) {
        return !openOf(db, job.id()).isEmpty();
    }

    /**
     * Holds what was not begun of a job, or lets it go on.
     *
     * @return false, and nothing changed, if a filing has begun that may already be in place
     */
    public boolean hold(JdbcClient db, String jobId, boolean hold) {
        if (hold && runner.hasBegun(openOf(db, jobId))) {
            return false;
        }
        if (hold) {
            openOf(db, jobId).forEach(effect -> runner.letWait(db, effect));
        }
        DueEffects.hold(db, jobId, hold);
        return true;
    }

    /**
     * Gives up what was not begun of a job that is being cancelled or started again. Receipts stay.
     *
     * @return false, and nothing changed, if a filing has begun that may already be in place
     */
    public boolean giveUp(JdbcClient db, String jobId, Reason reason) {
        List<Effect> open = openOf(db, jobId);
        if (runner.hasBegun(open)) {
            return false;
        }
        open.forEach(effect -> runner.giveUp(db, effect, reason));
        return true;
    }

    private List<Effect> openOf(JdbcClient db, String jobId) {
        return runner.ofTheJob(db, jobId).stream()
                .filter(effect -> effect.state().isOpen() || effect.state() == Effect.State.HELD)
                .toList();
    }

    /** Tries what a job waits for at once. */
    public void tryNow(JdbcClient db, String jobId) {
        DueEffects.makeDue(db, jobId);
    }

    /** What the present run of a job asked to be filed and has filed, as its plan put it, with the numbers that it was given. */
    public List<Filing> filed(JdbcClient db, Job job) {
        return effects.ofJob(db, job.id()).stream()
                .filter(effect -> FileEffect.stands(effect) && effect.generation() == job.generation())
                .map(FilingOrders::filing)
                .toList();
    }

    /** The values by which the present run of a job was filed, with where that was; empty where it was not. */
    public Optional<Map<String, String>> filedSlots(JdbcClient db, Job job) {
        return effects.ofJob(db, job.id()).stream()
                .filter(effect -> FileEffect.stands(effect) && effect.generation() == job.generation())
                .findFirst()
                .map(effect -> {
                    Map<String, String> slots =
                            new HashMap<>(FilingOrders.filing(effect).slots());
                    String place = effect.place().orElse("");
                    int level = place.lastIndexOf('/');
                    slots.put("filed as", place.substring(level + 1));
                    slots.put("filed in", level < 0 ? "" : place.substring(0, level));
                    return slots;
                });
    }
}
