package lectomen.service.api;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.effect.EffectDoubts;
import lectomen.service.effect.EffectRunner;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Effects in doubt, which a person settles. */
@RestController
@RequestMapping("/api/v1/effects")
final class EffectsController {
    private final EffectRunner effects;

    EffectsController(EffectRunner effects) {
        this.effects = effects;
    }

    /** @param as done: it is there; repeat: carry it out again; leave: its job fails */
    record SettleBody(@Nullable String as) {}

    @PostMapping("/{id}/settle")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void settle(@PathVariable String id, @RequestBody SettleBody body) {
        String as = Optional.ofNullable(body.as()).orElse("");
        EffectDoubts.Settlement settlement = List.of(EffectDoubts.Settlement.values()).stream()
                .filter(one -> one.name().toLowerCase(Locale.ROOT).equals(as))
                .findFirst()
                .orElseThrow(
                        () -> new BadRequestException("as", "as must be done, repeat or leave, not \"" + as + "\""));
        effects.doubts().settle(id, settlement, Caller.principal());
        effects.wake();
    }
}
