package lectomen.service.role;

import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** A set of permissions that people and tokens are given. */
public enum Role {
    ADMINISTRATOR(EnumSet.allOf(Permission.class)),
    RULE_AUTHOR(
            EnumSet.of(Permission.SEE_DOCUMENTS, Permission.SEE_RULES, Permission.WRITE_RULES, Permission.SEE_SERVICE)),
    OPERATOR(EnumSet.of(
            Permission.SEE_DOCUMENTS,
            Permission.HANDLE_DOCUMENTS,
            Permission.REVIEW,
            Permission.SEE_RULES,
            Permission.SEE_SERVICE,
            Permission.RUN_SERVICE)),
    APPROVER(EnumSet.of(Permission.SEE_DOCUMENTS, Permission.REVIEW, Permission.APPROVE)),
    /** Sees everything, changes nothing. */
    AUDITOR(EnumSet.of(
            Permission.SEE_DOCUMENTS,
            Permission.SEE_RULES,
            Permission.SEE_SERVICE,
            Permission.SEE_LEDGER,
            Permission.SEE_PEOPLE));

    private final Set<Permission> permissions;

    Role(Set<Permission> permissions) {
        this.permissions = Set.copyOf(permissions);
    }

    public Set<Permission> permissions() {
        return permissions;
    }

    /** How it is stored and shown. */
    public String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    public static Optional<Role> findByCode(String code) {
        return List.of(values()).stream()
                .filter(role -> role.code().equals(code))
                .findFirst();
    }

    public static List<String> codes() {
        return List.of(values()).stream().map(Role::code).toList();
    }
}
