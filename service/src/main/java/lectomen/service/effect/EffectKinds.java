package lectomen.service.effect;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** All kinds of effects by their codes. */
public final class EffectKinds {
    private final Map<String, EffectKind> byCode;

    public EffectKinds(List<EffectKind> kinds) {
        this.byCode = kinds.stream().collect(Collectors.toUnmodifiableMap(EffectKind::code, Function.identity()));
    }

    Optional<EffectKind> find(String code) {
        return Optional.ofNullable(byCode.get(code));
    }

    EffectKind require(String code) {
        return find(code)
                .orElseThrow(
                        () -> new IllegalStateException("No effects of the kind \"" + code + "\" can be carried out"));
    }

    /** Whether the job of such an effect waits for it. */
    public boolean isOfTheJob(Effect effect) {
        return find(effect.kind()).filter(EffectKind::isOfTheJob).isPresent();
    }
}
