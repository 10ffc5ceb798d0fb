package lectomen.service.api;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.destination.VerifyResult;
import lectomen.service.effect.EffectDoubts;
import lectomen.service.effect.EffectRunner;
import lectomen.service.role.Permission;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Effects: whether what they did still stands, and those in doubt, which a person settles. */
@RestController
@RequestMapping("/api/v1/effects")
final class EffectsController {
    private final EffectRunner effects;

    EffectsController(EffectRunner effects) {
        this.effects = effects;
    }

    /** @param as done: it is there; repeat: carry it out again; leave: its job fails */
    record SettleBody(@Nullable String as) {}

    /**
     * @param result as filed, changed, gone, or unknown
     * @param words the same for people
     */
    record Verified(String result, String words) {
        static Verified of(VerifyResult result) {
            if (result instanceof VerifyResult.Unknown unknown) {
                return new Verified("unknown", unknown.reason().words());
            }
            if (result instanceof VerifyResult.Gone) {
                return new Verified("gone", "It is no longer there.");
            }
            return result instanceof VerifyResult.Changed
                    ? new Verified("changed", "It was changed since it was filed, or something else is there now.")
                    : new Verified("as filed", "It is there, exactly as it was filed.");
        }
    }

    /** Looks whether what it filed is still there, byte for byte. */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.EFFECT)
    @GetMapping("/{id}/verify")
    Verified verify(@PathVariable String id) {
        return Verified.of(effects.verify(id));
    }

    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.EFFECT)
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
