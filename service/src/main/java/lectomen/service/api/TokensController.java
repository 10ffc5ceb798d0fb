package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.access.Tokens;
import lectomen.service.role.Grant;
import lectomen.service.role.Permission;
import lectomen.service.role.RoleGrants;
import lectomen.service.rulebook.Rulebook;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Tokens for programs, each with a role. */
@RestController
@RequestMapping("/api/v1/tokens")
final class TokensController {
    private final Tokens tokens;
    private final RoleGrants grants;
    private final Rulebook rulebook;

    TokensController(Tokens tokens, RoleGrants grants, Rulebook rulebook) {
        this.tokens = tokens;
        this.grants = grants;
        this.rulebook = rulebook;
    }

    /** @param usedAt when it was last used, to the minute */
    record TokenView(
            long id,
            String name,
            String principal,
            List<GrantView> roles,
            Instant madeAt,
            String madeBy,
            Optional<Instant> expiresAt,
            Optional<Instant> usedAt,
            Optional<Instant> revokedAt) {
        static TokenView of(Tokens.Known token, List<Grant> roles) {
            return new TokenView(
                    token.id(),
                    token.name(),
                    token.principal(),
                    roles.stream().map(GrantView::of).toList(),
                    token.madeAt(),
                    token.madeBy(),
                    token.expiresAt(),
                    token.usedAt(),
                    token.revokedAt());
        }
    }

    record TokenList(List<TokenView> tokens) {}

    @Needs(Permission.SEE_PEOPLE)
    @GetMapping
    TokenList list() {
        Map<String, List<Grant>> roles = grants.all();
        return new TokenList(tokens.list().stream()
                .map(token -> TokenView.of(token, roles.getOrDefault(token.principal(), List.of())))
                .toList());
    }

    /**
     * @param rules that its role is limited to; absent for everything
     * @param expiresAt absent for never
     */
    record NewToken(
            @Nullable String name,
            @Nullable String role,
            @Nullable List<String> rules,
            @Nullable Instant expiresAt) {}

    /** @param token it is shown this once */
    record MadeToken(TokenView made, String token) {}

    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    MadeToken make(@RequestBody NewToken wanted) {
        String role = Optional.ofNullable(wanted.role()).orElse("");
        Grant grant = new GrantView(role, Optional.ofNullable(wanted.rules())).grant(rulebook);
        Tokens.Made made = tokens.make(
                Optional.ofNullable(wanted.name()).orElse(""),
                grant,
                Optional.ofNullable(wanted.expiresAt()),
                Caller.principal());
        return new MadeToken(TokenView.of(made.known(), List.of(grant)), made.token());
    }

    /** Lets nobody in with it any more. */
    @Needs(Permission.MANAGE_PEOPLE)
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable long id) {
        if (!tokens.revoke(id, Caller.principal())) {
            throw new NoSuchTokenException(id);
        }
    }
}
