package lectomen.service.effect.file;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntFunction;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.service.bytes.ByteStore;
import lectomen.service.counter.Counters;
import lectomen.service.destination.Destination;
import lectomen.service.destination.Destinations;
import lectomen.service.destination.FilingOrder;
import lectomen.service.destination.PlaceResult;
import lectomen.service.destination.VerifyResult;
import lectomen.service.effect.DueEffects;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectKind;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.Effects;
import lectomen.service.effect.StandingResults;
import lectomen.service.effect.withdraw.WithdrawEffect;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Files a document at the destination of a connection. */
public final class FileEffect implements EffectKind {
    static final String CODE = "file";
    private static final String COUNTER_BUSY = "counter.busy";

    private final Store store;
    private final Jobs jobs;
    private final Effects effects;
    private final StandingResults standing;
    private final ByteStore bytes;
    private final Counters counters;
    private final SameDocument sameDocument;
    private final Destinations destinations;
    private final FilingOrders orders;
    private final Locale locale;

    public FileEffect(
            Store store,
            Jobs jobs,
            Effects effects,
            StandingResults standing,
            ByteStore bytes,
            Counters counters,
            SameDocument sameDocument,
            Destinations destinations,
            Locale locale) {
        this.store = store;
        this.jobs = jobs;
        this.effects = effects;
        this.standing = standing;
        this.bytes = bytes;
        this.counters = counters;
        this.sameDocument = sameDocument;
        this.destinations = destinations;
        this.orders = new FilingOrders(effects, locale);
        this.locale = locale;
    }

    static boolean isFiling(Effect effect) {
        return effect.kind().equals(CODE);
    }

    /** Whether what it filed is still there: it was done, and nothing was put in its place since. */
    static boolean stands(Effect effect) {
        return isFiling(effect) && effect.state() == Effect.State.DONE && !effect.ended();
    }

    /** Where what an effect filed goes once it is older, by a number from 1; empty for what is no filing. */
    public Optional<IntFunction<Filing.Target.Place>> findOlder(String effectId) {
        return orders.findOlder(effectId);
    }

    @Override
    public String code() {
        return CODE;
    }

    @Override
    public String title() {
        return "File";
    }

    @Override
    public boolean isAskedForBySteps() {
        return true;
    }

    @Override
    public boolean takes(PlannedEffect planned) {
        return planned instanceof Filing;
    }

    @Override
    public boolean intend(JdbcClient db, Job job, List<Effect> before, PlannedEffect planned) {
        Filing filing = (Filing) planned;
        if (EarlierFilings.stands(before, job, filing)) {
            return false;
        }
        effects.intend(
                db,
                job,
                new Effects.Intent(
                        filing.step(),
                        CODE,
                        requestForm(),
                        filing.connection(),
                        destinations.settings(filing.connection()),
                        counters.withQuickNumbers(db, job.id(), filing),
                        EarlierFilings.findReplacedBy(before, job, filing),
                        Optional.empty(),
                        Optional.empty(),
                        SameDocument.key(db, job, filing)));
        return true;
    }

    @Override
    public boolean isOfTheJob() {
        return true;
    }

    @Override
    public boolean canBeAsked(Effect effect) {
        return destinations
                .find(effect.connection())
                .filter(place -> !place.canBeAsked())
                .isEmpty();
    }

    @Override
    public WhenInDoubt whenInDoubt(Effect effect) {
        return FilingOrders.filing(effect).whenInDoubt();
    }

    @Override
    public EffectResult act(Effect due, Attempt attempt) {
        Optional<String> busy = findBusyCounter(due);
        if (busy.isPresent()) {
            return new EffectResult.NotNow(Reason.of(COUNTER_BUSY, "counter", busy.get()));
        }
        Effect numbered = effects.find(due.id()).orElseThrow();
        Optional<Reason> refusal = sameDocument.findRefusal(numbered);
        if (refusal.isPresent()) {
            return new EffectResult.Failed(refusal.get(), JobState.REJECTED);
        }
        Effect effect = replacingOwn(numbered);
        Optional<Destination> destination = destinations.find(effect.connection());
        Optional<FilingOrder> found = orders.find(effect);
        if (destination.isEmpty() || found.isEmpty()) {
            return new EffectResult.Failed(
                    Reason.of("connection.unknown", "connection", effect.connection()), JobState.FAILED);
        }
        if (destination.get().mayReplace() && !FilingOrders.filing(effect).mayReplace()) {
            return new EffectResult.Failed(
                    Reason.of("destination.may-replace", "connection", effect.connection()), JobState.FAILED);
        }
        if (!bytes.has(effect.bytes().sha256())) {
            return new EffectResult.Failed(Reason.of("bytes.missing"), JobState.FAILED);
        }
        FilingOrder order = found.get();
        return result(effect, destination.get(), order, destination.get().place(order, bytes::open, attempt::begins));
    }

    @Override
    public Optional<EffectResult> ask(Effect effect) {
        Optional<Destination> destination = destinations.find(effect.connection());
        if (destination.isEmpty() || !bytes.has(effect.bytes().sha256())) {
            return Optional.empty();
        }
        return orders.find(effect).flatMap(order -> destination
                .get()
                .findPlaced(order, bytes::open)
                .map(found -> result(effect, destination.get(), order, found)));
    }

    private EffectResult result(Effect effect, Destination destination, FilingOrder order, PlaceResult result) {
        return result instanceof PlaceResult.Placed placed
                ? new EffectResult.Done(
                        placed.place(),
                        order.bytes(),
                        placed.answer(),
                        placed.older(),
                        true,
                        (db, job) -> placed(db, effect, order, placed),
                        () -> destination.clear(order))
                : EffectResult.findProblem(effect, order, result).orElseThrow();
    }

    /** Gives the filing the numbers that it needs; the counter that another filing has in hand, if one does. */
    private Optional<String> findBusyCounter(Effect effect) {
        Filing filing = FilingOrders.filing(effect);
        if (filing.counters().isEmpty()) {
            return Optional.empty();
        }
        Counters.Numbered numbers = store.write(db -> {
            effects.requireOpen(db, effect);
            Counters.Numbered given = counters.withUnbrokenNumbers(db, effect.jobId(), filing);
            if (given instanceof Counters.Numbered.With with) {
                effects.asks(db, effect, with.filing());
            }
            return given;
        });
        return numbers instanceof Counters.Numbered.Busy busy ? Optional.of(busy.counter()) : Optional.empty();
    }

    /** A filing that may take the place of what its rule filed there before says so before it acts. */
    private Effect replacingOwn(Effect effect) {
        if (effect.supersedes().isPresent()) {
            return effect;
        }
        Filing filing = FilingOrders.filing(effect);
        boolean byKey = filing.findDocumentKey().isPresent();
        boolean may = byKey || filing.whenTaken() == WhenTaken.REPLACE_OWN;
        Optional<String> earlier = may && filing.target(locale) instanceof Filing.Target.Place place
                ? byKey
                        ? sameDocument.findReplaced(effect, place)
                        : jobs.require(effect.jobId())
                                .rule()
                                .flatMap(rule -> standing.findAt(effect.connection(), place.shown(), rule.id()))
                : Optional.empty();
        if (earlier.isEmpty()) {
            return effect;
        }
        store.write(db -> {
            effects.requireOpen(db, effect);
            effects.replaces(db, effect, earlier.get());
            return effect.id();
        });
        return effects.find(effect.id()).orElseThrow();
    }

    @Override
    public void confirmed(JdbcClient db, Effect effect) {
        if (counters.used(db, effect.jobId(), FilingOrders.filing(effect))) {
            DueEffects.wakeWaitingFor(db, COUNTER_BUSY);
        }
    }

    @Override
    public VerifyResult verify(Effect done) {
        return destinations
                .find(done.connection())
                .filter(Destination::canBeAsked)
                .map(destination ->
                        destination.verify(new FilingOrder.Own(done.place().orElseThrow(), done.bytes())))
                .orElseGet(() -> EffectKind.super.verify(done));
    }

    @Override
    public boolean withdraw(JdbcClient db, Job job, Effect done) {
        WithdrawEffect.intend(effects, db, job, done, false, Optional.empty());
        return true;
    }

    private void placed(JdbcClient db, Effect effect, FilingOrder order, PlaceResult.Placed placed) {
        confirmed(db, effect);
        order.replaces().ifPresent(own -> {
            boolean atItsPlace = own.place().equals(placed.place());
            if (atItsPlace || order.keepsReplaced()) {
                effects.ended(db, effect.supersedes().orElseThrow());
            }
            if (!atItsPlace && order.keepsReplaced()) {
                effects.leftChanged(db, effect, own.place());
            }
        });
    }

    @Override
    public void clear(Effect effect) {
        destinations.find(effect.connection()).ifPresent(destination -> orders.find(effect)
                .ifPresent(destination::clear));
    }

    /** Nothing was put in place, and nothing will be before the next try: others may have the numbers meanwhile. */
    @Override
    public void waits(JdbcClient db, Effect effect) {
        if (effects.find(effect.id()).flatMap(Effect::place).isEmpty()) {
            counters.letGo(db, effect.jobId(), FilingOrders.filing(effect));
        }
    }

    @Override
    public void givenUp(JdbcClient db, Effect effect) {
        counters.unused(db, effect.jobId(), FilingOrders.filing(effect));
    }

    @Override
    public String shown(String connection, String place) {
        return destinations
                .find(connection)
                .map(destination -> destination.shown(place))
                .orElse(connection + "/" + place);
    }
}
