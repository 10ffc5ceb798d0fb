package lectomen.service.effect.withdraw;

import java.util.Optional;
import java.util.function.Function;
import java.util.function.IntFunction;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.file.Filing;
import lectomen.service.destination.Destination;
import lectomen.service.destination.FilingOrder;
import lectomen.service.destination.WithdrawResult;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectKind;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.Effects;
import lectomen.service.job.Job;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Withdraws what an earlier effect filed, once it has been replaced or is no longer part of its job. */
public final class WithdrawEffect implements EffectKind {
    private static final String CODE = "withdraw";

    private final Effects effects;
    private final Function<String, Optional<Destination>> destinations;
    private final OlderPlaces olderPlaces;

    /** Where what an effect filed goes once it is older, by a number from 1; empty where its rule does not say. */
    @FunctionalInterface
    public interface OlderPlaces {
        Optional<IntFunction<Filing.Target.Place>> find(String effectId);
    }

    public WithdrawEffect(
            Effects effects, Function<String, Optional<Destination>> destinations, OlderPlaces olderPlaces) {
        this.effects = effects;
        this.destinations = destinations;
        this.olderPlaces = olderPlaces;
    }

    /**
     * Writes the intent to withdraw what an earlier effect filed.
     *
     * @param job that it is done for
     * @param keeps whether it is kept as an older version, where its rule says
     * @param document the key that both have; empty for none
     */
    public static void intend(
            Effects effects, JdbcClient db, Job job, Effect old, boolean keeps, Optional<String> document) {
        WithdrawRequest request = new WithdrawRequest(old.id(), old.place().orElseThrow(), old.bytes(), keeps);
        effects.intend(
                db,
                job,
                new Effects.Intent(
                        old.step(),
                        CODE,
                        1,
                        old.connection(),
                        "",
                        request,
                        Optional.empty(),
                        Optional.of(old.id()),
                        Optional.empty(),
                        document));
    }

    /** Whether something of the job is still to be withdrawn. */
    public static boolean isUnderWay(Effects effects, JdbcClient db, Job job) {
        return effects.hasOpen(db, job.id(), CODE);
    }

    @Override
    public String code() {
        return CODE;
    }

    @Override
    public boolean isOfTheJob() {
        return true;
    }

    @Override
    public boolean canBeAsked(Effect effect) {
        return true;
    }

    @Override
    public EffectResult act(Effect effect, Attempt attempt) {
        WithdrawRequest request = effect.request().as(WithdrawRequest.class);
        EffectResult.Also ended = (db, job) -> effects.ended(db, request.effect());
        FilingOrder.Own own = new FilingOrder.Own(request.place(), request.content());
        WithdrawResult result = destinations
                .apply(effect.connection())
                .map(destination -> destination.withdraw(
                        effect.id(),
                        own,
                        request.keeps() ? olderPlaces.find(request.effect()) : Optional.empty(),
                        attempt::begins))
                .orElse(new WithdrawResult.Gone("connection is no longer set up", Optional.empty()));
        if (result instanceof WithdrawResult.NotNow notNow) {
            return new EffectResult.NotNow(notNow.reason());
        }
        return result instanceof WithdrawResult.Gone gone
                ? new EffectResult.Done(
                        request.place(), request.content(), gone.how(), gone.older(), false, ended, () -> {})
                : new EffectResult.Dropped(Reason.of("withdraw.changed", "name", request.place()), ended);
    }

    @Override
    public String title() {
        return "Withdraw";
    }

    @Override
    public String shown(String connection, String place) {
        return destinations
                .apply(connection)
                .map(destination -> destination.shown(place))
                .orElse(connection + "/" + place);
    }
}
