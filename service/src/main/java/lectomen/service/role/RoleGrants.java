package lectomen.service.role;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.InstantSource;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The roles that principals have. Safe for several threads. */
public final class RoleGrants {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<TreeSet<String>> RULES = new TypeReference<>() {};

    private final Store store;
    private final Ledger ledger;
    private final InstantSource clock;

    public RoleGrants(Store store, Ledger ledger, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.clock = clock;
    }

    public List<Grant> of(String principal) {
        return store.read(db -> of(db, principal));
    }

    public static List<Grant> of(JdbcClient db, String principal) {
        return db.sql("select role, rules from role_grant where principal = ? order by role")
                .param(principal)
                .query(RoleGrants::grant)
                .list();
    }

    /** The grants of everybody, by principal. */
    public Map<String, List<Grant>> all() {
        record Held(String principal, Grant grant) {}
        return store
                .read(db -> db.sql("select principal, role, rules from role_grant order by principal, role")
                        .query((row, n) -> new Held(row.getString("principal"), grant(row, n)))
                        .list())
                .stream()
                .collect(Collectors.groupingBy(
                        Held::principal, LinkedHashMap::new, Collectors.mapping(Held::grant, Collectors.toList())));
    }

    private static Grant grant(ResultSet row, int n) throws SQLException {
        String rules = row.getString("rules");
        Role role = Role.findByCode(row.getString("role")).orElseThrow();
        return new Grant(role, rules == null ? Scope.ALL : Scope.of(JSON.readValue(rules, RULES)));
    }

    /**
     * Gives a principal these roles, and no others.
     *
     * @param by the principal that says so
     * @throws LastAdministratorException see there
     */
    public void set(JdbcClient db, String principal, List<Grant> grants, String by) {
        keepingAnAdministrator(db, () -> replace(db, principal, grants, by));
        String roles = grants.stream().map(RoleGrants::words).collect(Collectors.joining("; "));
        ledger.append(db, by, "roles.set", principal, "roles", roles);
    }

    private void replace(JdbcClient db, String principal, List<Grant> grants, String by) {
        db.sql("delete from role_grant where principal = ?").param(principal).update();
        for (Grant grant : grants) {
            Optional<Set<String>> rules = grant.scope().rules();
            db.sql("""
                            insert into role_grant (principal, role, rules, granted_at, granted_by) values (?, ?, ?, ?, ?)
                            on conflict (principal, role) do update set rules = excluded.rules
                            """)
                    .param(principal)
                    .param(grant.role().code())
                    .param(rules.map(ids -> JSON.writeValueAsString(new TreeSet<>(ids)))
                            .orElse(null))
                    .param(clock.millis())
                    .param(by)
                    .update();
        }
    }

    /** A grant in words, such as "operator of mooring-permits, tide-bulletins". */
    public static String words(Grant grant) {
        return grant.role().code()
                + grant.scope()
                        .rules()
                        .map(rules -> " of " + String.join(", ", new TreeSet<>(rules)))
                        .orElse("");
    }

    /**
     * Makes a change that may take something away from people.
     *
     * @throws LastAdministratorException if it would take away the last who may manage people
     */
    public static void keepingAnAdministrator(JdbcClient db, Runnable change) {
        boolean hadOne = hasAdministrator(db);
        change.run();
        if (hadOne && !hasAdministrator(db)) {
            throw new LastAdministratorException();
        }
    }

    private static boolean hasAdministrator(JdbcClient db) {
        return db.sql("""
                        select count(*) from person p join role_grant g on g.principal = 'person ' || p.id
                        where g.role = ? and g.rules is null and p.disabled_at is null
                        """).param(Role.ADMINISTRATOR.code()).query(Integer.class).single() > 0;
    }

    /** A rule has another id from now on. */
    public static void renamed(JdbcClient db, String from, String to) {
        db.sql("""
                        update role_grant set rules = (
                            select json_group_array(case when value = :from then :to else value end) from json_each(rules))
                        where rules is not null and exists (select 1 from json_each(rules) where value = :from)
                        """).param("from", from).param("to", to).update();
    }
}
