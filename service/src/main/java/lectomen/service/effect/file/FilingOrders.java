package lectomen.service.effect.file;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntFunction;
import lectomen.engine.step.file.Filing;
import lectomen.service.destination.FilingOrder;
import lectomen.service.effect.Effect;
import lectomen.service.effect.Effects;

/** Makes the orders of filing effects out for destinations. */
final class FilingOrders {
    private final Effects effects;
    private final Locale locale;

    FilingOrders(Effects effects, Locale locale) {
        this.effects = effects;
        this.locale = locale;
    }

    static Filing filing(Effect effect) {
        return effect.request().as(Filing.class);
    }

    /** Empty where a value of its name or folder is missing. */
    Optional<FilingOrder> find(Effect effect) {
        Filing filing = filing(effect);
        return filing.target(locale) instanceof Filing.Target.Place place
                ? Optional.of(order(effect, filing, place))
                : Optional.empty();
    }

    private FilingOrder order(Effect effect, Filing filing, Filing.Target.Place place) {
        Optional<Effect> replaced = effect.supersedes().flatMap(effects::find).filter(FileEffect::stands);
        boolean ofAnotherJob = replaced.filter(earlier -> !earlier.jobId().equals(effect.jobId()))
                .isPresent();
        return new FilingOrder(
                effect.id(),
                place.folder(),
                place.name(),
                filing.whenTaken(),
                otherNames(filing, place),
                effect.bytes(),
                replaced.map(earlier -> new FilingOrder.Own(earlier.place().orElseThrow(), earlier.bytes())),
                filing.findDocumentKey().isPresent() && ofAnotherJob,
                effect.place());
    }

    private FilingOrder.OtherNames otherNames(Filing filing, Filing.Target.Place place) {
        return new FilingOrder.OtherNames() {
            @Override
            public String numbered(int number) {
                return filing.numbered(place, number, locale);
            }

            @Override
            public Optional<Filing.Target.Place> older(int number) {
                return filing.older(place, number, locale);
            }
        };
    }

    /** Where what an effect filed goes once it is older, by a number from 1; empty for what is no filing. */
    Optional<IntFunction<Filing.Target.Place>> findOlder(String effectId) {
        return effects.find(effectId).filter(FileEffect::isFiling).map(effect -> {
            Filing filing = filing(effect);
            List<String> path = List.of(effect.place().orElseThrow().split("/"));
            Filing.Target.Place place =
                    new Filing.Target.Place(path.subList(0, path.size() - 1), path.get(path.size() - 1));
            return number -> filing.older(place, number, locale)
                    .orElseThrow(() -> new IllegalStateException("No place for older versions of " + effectId));
        });
    }
}
