package lectomen.service.api;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.service.role.Grant;
import lectomen.service.role.Role;
import lectomen.service.role.Scope;
import lectomen.service.rulebook.Rulebook;

/** A role that somebody has. @param rules that it is limited to; absent for everything */
record GrantView(String role, Optional<List<String>> rules) {
    static GrantView of(Grant grant) {
        return new GrantView(
                grant.role().code(),
                grant.scope().rules().map(rules -> rules.stream().sorted().toList()));
    }

    /** @throws BadRequestException if there is no such role or rule */
    Grant grant(Rulebook rulebook) {
        Role known = Role.findByCode(Optional.ofNullable(role).orElse(""))
                .orElseThrow(() -> new BadRequestException(
                        "role", "unknown role \"" + role + "\"; there are " + String.join(", ", Role.codes())));
        Optional<List<String>> limits = Optional.ofNullable(rules).flatMap(some -> some);
        if (limits.filter(List::isEmpty).isPresent()) {
            throw new BadRequestException("rules", "name at least one rule, or leave rules out for everything");
        }
        limits.ifPresent(ids -> ids.forEach(rulebook::require));
        return new Grant(known, limits.map(ids -> Scope.of(Set.copyOf(ids))).orElse(Scope.ALL));
    }
}
