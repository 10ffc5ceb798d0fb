package lectomen.service.role;

import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** What a principal may do. */
public final class Access {
    private final Map<Permission, Scope> scopes = new EnumMap<>(Permission.class);

    public Access(List<Grant> grants) {
        for (Grant grant : grants) {
            grant.role().permissions().forEach(permission -> scopes.merge(permission, grant.scope(), Scope::or));
        }
    }

    /** Of the owner of the home. */
    public static Access toEverything() {
        return new Access(List.of(Grant.ADMINISTRATOR));
    }

    public Set<Permission> permissions() {
        return Collections.unmodifiableSet(scopes.keySet());
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Access access && scopes.equals(access.scopes);
    }

    @Override
    public int hashCode() {
        return scopes.hashCode();
    }

    /** What the permission is for; empty for one that the principal does not have. */
    public Optional<Scope> findScope(Permission permission) {
        return Optional.ofNullable(scopes.get(permission));
    }
}
