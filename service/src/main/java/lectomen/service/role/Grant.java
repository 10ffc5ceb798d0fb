package lectomen.service.role;

/** A role that somebody has, for everything or for some rules. */
public record Grant(Role role, Scope scope) {
    public static final Grant ADMINISTRATOR = new Grant(Role.ADMINISTRATOR, Scope.ALL);
}
