package lectomen.service.effect;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import lectomen.engine.step.PlannedEffect;

/** All kinds of effects by their codes. */
public final class EffectKinds {
    private final Map<String, EffectKind> byCode;

    public EffectKinds(List<EffectKind> kinds) {
        this.byCode = kinds.stream().collect(Collectors.toUnmodifiableMap(EffectKind::code, Function.identity()));
    }

    Optional<EffectKind> find(String code) {
        return Optional.ofNullable(byCode.get(code));
    }

    public EffectKind require(String code) {
        return find(code)
                .orElseThrow(
                        () -> new IllegalStateException("No effects of the kind \"" + code + "\" can be carried out"));
    }

    /** The kind that carries out what a step asks for. */
    public EffectKind require(PlannedEffect planned) {
        return byCode.values().stream()
                .filter(kind -> kind.takes(planned))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException(
                        "No kind of effect carries out " + planned.getClass().getSimpleName()));
    }

    /** The codes of the kinds that steps ask for. */
    public Set<String> askedForBySteps() {
        return byCode.values().stream()
                .filter(EffectKind::isAskedForBySteps)
                .map(EffectKind::code)
                .collect(Collectors.toSet());
    }

    /** The codes of the kinds that jobs wait for. */
    public Set<String> ofTheJob() {
        return byCode.values().stream()
                .filter(EffectKind::isOfTheJob)
                .map(EffectKind::code)
                .collect(Collectors.toSet());
    }

    /** Whether the job of such an effect waits for it. */
    public boolean isOfTheJob(Effect effect) {
        return find(effect.kind()).filter(EffectKind::isOfTheJob).isPresent();
    }
}
