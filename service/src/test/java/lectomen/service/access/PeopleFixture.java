package lectomen.service.access;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import lectomen.service.SettableClock;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.RoleGrants;
import lectomen.service.store.FreshStore;
import lectomen.service.store.Store;

/** People with everything that they need, on a store and a clock of their own. */
public final class PeopleFixture implements AutoCloseable {
    public static final String PASSWORD = "the tide turns at nine";
    public static final Sessions.From HERE = new Sessions.From("127.0.0.1", "a browser");
    private static final Duration BLOCKED_FOR = Duration.ofMinutes(15);

    public final SettableClock clock = new SettableClock(Instant.parse("2027-03-01T10:00:00Z"));
    public final Store store;
    public final Ledger ledger;
    public final People people;
    public final RoleGrants grants;
    public final Groups groups;
    public final Invitations invitations;
    public final Sessions sessions;

    /** The clock by which tries are counted. */
    public final AtomicLong seconds = new AtomicLong(1_000);

    public PeopleFixture(Path folder) {
        this(folder, signIn -> true);
    }

    /** @param hasPassword whether somebody of that sign-in name may have a password */
    public PeopleFixture(Path folder, java.util.function.Predicate<String> hasPassword) {
        store = FreshStore.open(folder, clock);
        ledger = new Ledger(store, clock);
        people = new People(store, ledger, clock, new PasswordHashing(1), hasPassword);
        grants = new RoleGrants(store, ledger, clock);
        groups = new Groups(store, ledger, clock);
        invitations = new Invitations(store, ledger, people, grants, groups, clock, tries(10));
        sessions = new Sessions(store, ledger, clock);
    }

    /** Blocks after so many. */
    public SignInAttempts tries(int most) {
        return new SignInAttempts(most, BLOCKED_FOR, seconds::get);
    }

    public Optional<Person> follow(String code, String name, String signIn, String password) {
        return invitations.follow(new Invitations.Form(code, name, signIn, password), "127.0.0.1")
                        instanceof Invitations.Followed.By by
                ? Optional.of(by.person())
                : Optional.empty();
    }

    public String link() {
        return invitations.inviteAdministrator("service");
    }

    /** An administrator with {@link #PASSWORD}. */
    public Person administrator(String name, String signIn) {
        return follow(link(), name, signIn, PASSWORD).orElseThrow();
    }

    @Override
    public void close() {
        store.close();
    }
}
