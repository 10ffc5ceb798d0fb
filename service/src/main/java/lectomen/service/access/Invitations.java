package lectomen.service.access;

import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.Grant;
import lectomen.service.role.Role;
import lectomen.service.role.RoleGrants;
import lectomen.service.role.Scope;
import lectomen.service.store.Store;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/**
 * One-time links, each good for a day: one that makes a person with the roles and groups that it carries, and one by which a person
 * chooses a new password. Safe for several threads.
 */
public final class Invitations {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Duration GOOD_FOR = Duration.ofDays(1);
    private static final String PURPOSE = "welcome";

    private final Store store;
    private final Ledger ledger;
    private final People people;
    private final RoleGrants grants;
    private final Groups groups;
    private final InstantSource clock;
    private final SignInAttempts attempts;

    public Invitations(
            Store store,
            Ledger ledger,
            People people,
            RoleGrants grants,
            Groups groups,
            InstantSource clock,
            SignInAttempts attempts) {
        this.store = store;
        this.ledger = ledger;
        this.people = people;
        this.grants = grants;
        this.groups = groups;
        this.clock = clock;
        this.attempts = attempts;
    }

    /** What a link carries, as it is stored. @param rules that the role is limited to; null for everything */
    private record Carried(String role, @Nullable Set<String> rules, Set<String> groups) {}

    /** @param person whose password it changes; empty where it makes a person */
    private record Link(Optional<Long> person, Carried carried) {}

    /** The code of a new link that makes a person with a role, in some groups. */
    public String invite(Grant grant, Set<String> into, String by) {
        Carried carried = new Carried(
                grant.role().code(),
                grant.scope().rules().<Set<String>>map(TreeSet::new).orElse(null),
                new TreeSet<>(into));
        return make(Optional.empty(), carried, "person.invited", "people", by);
    }

    /** The code of a new link that makes an administrator. */
    public String inviteAdministrator(String by) {
        return invite(Grant.ADMINISTRATOR, Set.of(), by);
    }

    /** The code of a new link by which a person chooses a new password. */
    public String renewPassword(Person person, String by) {
        Carried nothing = new Carried("", null, Set.of());
        return make(Optional.of(person.id()), nothing, "person.password-link", person.principal(), by);
    }

    private String make(Optional<Long> person, Carried carried, String event, String subject, String by) {
        String code = Secrets.make();
        return store.write(db -> {
            db.sql("delete from welcome_link where made_at < ?").param(oldest()).update();
            db.sql("insert into welcome_link (code_hash, made_at, invitation, person_id) values (?, ?, ?, ?)")
                    .param(Secrets.hash(PURPOSE, code))
                    .param(clock.millis())
                    .param(JSON.writeValueAsString(carried))
                    .param(person.orElse(null))
                    .update();
            ledger.append(db, by, event, subject);
            return code;
        });
    }

    private long oldest() {
        return clock.instant().minus(GOOD_FOR).toEpochMilli();
    }

    /** What a person types who follows a link; name and sign-in name count only where a person is made. */
    public record Form(String code, String name, String signIn, String password) {}

    /**
     * What a link is for.
     *
     * @param good whether it can be followed
     * @param person whose password it changes; empty where it makes a person
     */
    public record Purpose(boolean good, Optional<Person> person) {}

    /** What a link is for. @param address of the network that it comes from */
    public Purpose purpose(String code, String address) {
        Optional<Link> link = attempts.secondsToWait(address) > 0 ? Optional.empty() : store.read(db -> find(db, code));
        if (link.isEmpty()) {
            attempts.wrong(address);
        }
        return new Purpose(link.isPresent(), link.flatMap(Link::person).flatMap(people::find));
    }

    /** What became of following a link. */
    public sealed interface Followed {
        record By(Person person) implements Followed {}

        /** It is unknown, used or older than a day. */
        record NotGood() implements Followed {}

        /** Too many links that are not good came from there. */
        record LockedOut(long seconds) implements Followed {}
    }

    /** Follows a link. @param address of the network that it comes from @throws BadPersonException see there */
    public Followed follow(Form form, String address) {
        long wait = attempts.secondsToWait(address);
        if (wait > 0) {
            return new Followed.LockedOut(wait);
        }
        Optional<Person> person = accept(form);
        if (person.isEmpty()) {
            attempts.wrong(address);
            return new Followed.NotGood();
        }
        return new Followed.By(person.get());
    }

    /**
     * Makes a person, or changes the password of one, by a link, which is used up by it. Nothing else is looked at, and no time is
     * spent, before the link is found good.
     *
     * @return empty if the link is unknown, used or older than a day
     * @throws BadPersonException if a name or the password can't be taken; the link stays good then
     */
    private Optional<Person> accept(Form form) {
        Optional<Link> link = store.read(db -> find(db, form.code()));
        if (link.isEmpty()) {
            return Optional.empty();
        }
        boolean isNew = link.get().person().isEmpty();
        People.Details details =
                isNew ? people.checked(form.name(), form.signIn(), form.password()) : people.checked(form.password());
        return store.write(db -> {
            Optional<Link> still = find(db, form.code());
            if (still.isEmpty()) {
                return Optional.empty();
            }
            Person person = isNew ? makePerson(db, details, still.get().carried()) : renewed(db, details, still.get());
            db.sql("delete from welcome_link where code_hash = ?")
                    .param(Secrets.hash(PURPOSE, form.code()))
                    .update();
            return Optional.of(person);
        });
    }

    private Person makePerson(JdbcClient db, People.Details details, Carried carried) {
        Person person = people.insert(db, details);
        Scope scope = carried.rules() == null ? Scope.ALL : Scope.of(carried.rules());
        Grant grant = new Grant(Role.findByCode(carried.role()).orElseThrow(), scope);
        grants.set(db, person.principal(), List.of(grant), person.principal());
        carried.groups().forEach(group -> groups.addIfThere(db, group, person));
        return person;
    }

    private Person renewed(JdbcClient db, People.Details details, Link link) {
        return people.changePassword(db, link.person().orElseThrow(), details);
    }

    private Optional<Link> find(JdbcClient db, String code) {
        return db.sql("select * from welcome_link where code_hash = ? and made_at >= ?")
                .params(Secrets.hash(PURPOSE, code), oldest())
                .query((row, n) -> {
                    String invitation = row.getString("invitation");
                    long person = row.getLong("person_id");
                    return new Link(
                            row.wasNull() ? Optional.empty() : Optional.of(person),
                            invitation == null
                                    ? new Carried(Role.ADMINISTRATOR.code(), null, Set.of())
                                    : JSON.readValue(invitation, Carried.class));
                })
                .optional();
    }
}
