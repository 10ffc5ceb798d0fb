package lectomen.service.signin;

import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.service.access.BadPersonException;
import lectomen.service.access.Groups;
import lectomen.service.access.People;
import lectomen.service.access.Person;
import lectomen.service.home.SignInSettings;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.Grant;
import lectomen.service.role.LastAdministratorException;
import lectomen.service.role.RoleGrants;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The people who sign in elsewhere. Somebody who comes for the first time becomes a person here. At each sign-in they get the roles
 * and groups that their groups stand for. Nobody becomes a person who is here already by having the same sign-in name: that is for an
 * administrator to say. Safe for several threads.
 */
public final class OutsidePeople {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "outside_identity",
            List.of("provider", "subject"),
            ErasableColumns.Subject.PERSON,
            "delete from outside_identity where person_id = ?"));

    public static final String OPENID = "openid";
    public static final String DIRECTORY = "directory";
    public static final List<String> PROVIDERS = List.of(OPENID, DIRECTORY);

    private final Store store;
    private final Ledger ledger;
    private final People people;
    private final RoleGrants grants;
    private final Groups groups;
    private final InstantSource clock;

    public OutsidePeople(
            Store store, Ledger ledger, People people, RoleGrants grants, Groups groups, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.people = people;
        this.grants = grants;
        this.groups = groups;
        this.clock = clock;
    }

    /** Whether a person who signed in elsewhere is admitted. */
    public sealed interface Admission {
        record Admitted(Person person) implements Admission {}

        /** @param code to decide on @param words for the person */
        record Refused(String code, String words) implements Admission {}
    }

    /** Admits a person who signed in elsewhere, or refuses them. @param mapping what their groups stand for here */
    public Admission admit(OutsidePerson outside, SignInSettings.Mapping mapping) {
        Optional<List<Grant>> roles = mapping.rolesOf(outside.groups());
        Admission admission = find(outside.provider(), outside.subject())
                .map(known -> admitKnown(known, roles))
                .orElseGet(() -> admitNew(outside, roles));
        if (admission instanceof Admission.Admitted admitted) {
            Person person = admitted.person();
            roles.ifPresent(given -> give(person, given, outside.provider()));
            Set<String> into = mapping.groupsOf(outside.groups());
            store.write(db -> {
                groups.setOf(db, person, into, Set.copyOf(mapping.groups().values()), "service");
                return into;
            });
        } else if (admission instanceof Admission.Refused refused) {
            refuse(outside, refused.code());
        }
        return admission;
    }

    private static Admission admitKnown(Person person, Optional<List<Grant>> roles) {
        if (person.disabledAt().isPresent()) {
            return new Admission.Refused("disabled", "This account is disabled. Ask an administrator.");
        }
        return noRole(roles).<Admission>map(refused -> refused).orElse(new Admission.Admitted(person));
    }

    private static Optional<Admission.Refused> noRole(Optional<List<Grant>> roles) {
        return roles.filter(List::isEmpty)
                .map(none -> new Admission.Refused(
                        "no-role", "None of your groups has a role here. Ask an administrator for access."));
    }

    private Admission admitNew(OutsidePerson outside, Optional<List<Grant>> roles) {
        Optional<Admission.Refused> noRole = noRole(roles);
        if (noRole.isPresent()) {
            return noRole.get();
        }
        if (people.findBySignIn(outside.signIn()).isPresent()) {
            return new Admission.Refused(
                    "sign-in-name-in-use",
                    "The sign-in name " + outside.signIn()
                            + " belongs to another account here. Ask an administrator to link it.");
        }
        try {
            return new Admission.Admitted(store.write(db -> {
                Person person = people.insertWithoutPassword(db, outside.name(), outside.signIn());
                link(db, outside.provider(), outside.subject(), person, "service");
                return person;
            }));
        } catch (BadPersonException e) {
            return new Admission.Refused("bad-person", "Your account can't be used here: " + e.getMessage() + ".");
        }
    }

    private void give(Person person, List<Grant> roles, String provider) {
        if (Set.copyOf(grants.of(person.principal())).equals(Set.copyOf(roles))) {
            return;
        }
        try {
            store.write(db -> {
                grants.set(db, person.principal(), roles, "service");
                return provider;
            });
        } catch (LastAdministratorException e) {
            store.write(db -> {
                ledger.append(db, "service", "roles.kept", person.principal(), "reason", "last administrator");
                return provider;
            });
        }
    }

    private void refuse(OutsidePerson outside, String reason) {
        Optional<Person> known = find(outside.provider(), outside.subject());
        String subject = known.map(Person::principal).orElse("people");
        store.write(db -> {
            ledger.append(db, "service", "sign-in.refused", subject, "reason", reason);
            return reason;
        });
    }

    /** The person here of somebody elsewhere. */
    public Optional<Person> find(String provider, String subject) {
        Optional<Long> id =
                store.read(db -> db.sql("select person_id from outside_identity where provider = ? and subject = ?")
                        .params(provider, subject)
                        .query(Long.class)
                        .optional());
        return id.flatMap(people::find);
    }

    /** Somebody elsewhere. */
    public record Identity(String provider, String subject) {}

    /** Who a person is elsewhere. */
    public List<Identity> of(long person) {
        return store.read(db -> db.sql(
                        "select provider, subject from outside_identity where person_id = ? order by provider, subject")
                .param(person)
                .query(Identity.class)
                .list());
    }

    /**
     * Says that a person here is that one elsewhere, from now on.
     *
     * @throws BadPersonException if that one is another person here already
     */
    public void link(Person person, Identity identity, String by) {
        if (identity.subject().isBlank()) {
            throw new BadPersonException("subject", "the subject is missing: what names the person there");
        }
        Optional<Person> other =
                find(identity.provider(), identity.subject()).filter(known -> known.id() != person.id());
        if (other.isPresent()) {
            throw new BadPersonException(
                    "subject", "that one is linked to " + other.get().name() + " already");
        }
        store.write(db -> {
            link(db, identity.provider(), identity.subject(), person, by);
            return identity;
        });
    }

    /** @return false if they were not linked */
    public boolean unlink(Person person, String provider, String by) {
        return store.write(db -> {
            int removed = db.sql("delete from outside_identity where person_id = ? and provider = ?")
                    .params(person.id(), provider)
                    .update();
            if (removed > 0) {
                ledger.append(db, by, "person.unlinked", person.principal(), "provider", provider);
            }
            return removed > 0;
        });
    }

    private void link(JdbcClient db, String provider, String subject, Person person, String by) {
        db.sql("insert or ignore into outside_identity (provider, subject, person_id, linked_at) values (?, ?, ?, ?)")
                .params(provider, subject, person.id(), clock.millis())
                .update();
        ledger.append(db, by, "person.linked", person.principal(), "provider", provider);
    }
}
