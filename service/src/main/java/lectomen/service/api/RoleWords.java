package lectomen.service.api;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import lectomen.service.role.Permission;
import lectomen.service.role.Role;

/** The roles with their permissions in words. */
final class RoleWords {
    private RoleWords() {}

    static Map<String, List<String>> all() {
        Map<String, List<String>> all = new LinkedHashMap<>();
        for (Role role : Role.values()) {
            all.put(
                    role.code(),
                    Arrays.stream(Permission.values())
                            .filter(role.permissions()::contains)
                            .map(Permission::words)
                            .toList());
        }
        return all;
    }
}
