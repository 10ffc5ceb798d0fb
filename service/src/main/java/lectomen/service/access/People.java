package lectomen.service.access;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.LastAdministratorException;
import lectomen.service.role.RoleGrants;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The people who can sign in. The first is made through a one-time link that the service prints. Safe for several threads.
 */
public final class People {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "person",
            List.of("name", "sign_in", "password_hash"),
            ErasableColumns.Subject.PERSON,
            "update person set name = 'forgotten', sign_in = 'forgotten ' || id, password_hash = '' where id = ?"));

    private static final int SHORTEST_PASSWORD = 10;
    private static final int LONGEST = 200;
    private static final Pattern SIGN_IN = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}._@+-]{0,79}");

    private final Store store;
    private final Ledger ledger;
    private final InstantSource clock;
    private final PasswordHashing passwords;
    private final Predicate<String> hasPassword;

    /** @param hasPassword whether somebody of that sign-in name may have a password here */
    public People(
            Store store, Ledger ledger, InstantSource clock, PasswordHashing passwords, Predicate<String> hasPassword) {
        this.store = store;
        this.ledger = ledger;
        this.clock = clock;
        this.passwords = passwords;
        this.hasPassword = hasPassword;
    }

    public List<Person> list() {
        return store.read(db ->
                db.sql("select * from person order by id").query(People::person).list());
    }

    public Optional<Person> find(long id) {
        return list().stream().filter(person -> person.id() == id).findFirst();
    }

    /** The person whom the ledger calls so; empty for tokens and the service itself. */
    public Optional<Person> findByPrincipal(String principal) {
        return list().stream()
                .filter(person -> person.principal().equals(principal))
                .findFirst();
    }

    /** What a person typed, checked, with the password hashed. */
    record Details(String name, String signIn, String passwordHash) {}

    /** @throws BadPersonException if a name or the password can't be taken */
    Details checked(String name, String signIn, String password) {
        Details names = checkedNames(name, signIn);
        require(
                "signIn",
                hasPassword.test(names.signIn()),
                "passwords are off here, except for the account for emergencies");
        return new Details(names.name(), names.signIn(), checked(password).passwordHash());
    }

    private static Details checkedNames(String name, String signIn) {
        String shown = name.strip();
        String typed = signIn.strip().toLowerCase(Locale.ROOT);
        require(
                "name",
                !shown.isEmpty() && shown.length() <= LONGEST,
                "a name must have 1 to " + LONGEST + " characters");
        require(
                "signIn",
                SIGN_IN.matcher(typed).matches(),
                "a sign-in name may have up to 80 letters, digits and . _ @ + -");
        return new Details(shown, typed, "");
    }

    /** @throws BadPersonException if the password can't be taken */
    Details checked(String password) {
        require(
                "password",
                password.length() >= SHORTEST_PASSWORD && password.length() <= LONGEST,
                "a password must have at least " + SHORTEST_PASSWORD + " characters; a sentence is easy to remember");
        return new Details("", "", passwords.hash(password));
    }

    private static void require(String field, boolean good, String otherwise) {
        if (!good) {
            throw new BadPersonException(field, otherwise);
        }
    }

    /** @throws BadPersonException if the sign-in name is in use */
    Person insert(JdbcClient db, Details details) {
        boolean taken = db.sql("select count(*) from person where sign_in = ?")
                        .param(details.signIn())
                        .query(Integer.class)
                        .single()
                > 0;
        require("signIn", !taken, "the sign-in name " + details.signIn() + " is already in use");
        Person person = db.sql("""
                        insert into person (name, sign_in, password_hash, made_at) values (?, ?, ?, ?) returning *
                        """)
                .params(details.name(), details.signIn(), details.passwordHash(), clock.millis())
                .query(People::person)
                .single();
        ledger.append(db, person.principal(), "person.made", person.principal());
        return person;
    }

    /**
     * A new person without a password here.
     *
     * @throws BadPersonException if a name can't be taken, or the sign-in name is in use
     */
    public Person insertWithoutPassword(JdbcClient db, String name, String signIn) {
        return insert(db, checkedNames(name, signIn));
    }

    /** The person of that sign-in name, and whether they have a password here. */
    public record Found(Person person, boolean hasPassword) {}

    public Optional<Found> findBySignIn(String signIn) {
        return store.read(db -> db.sql("select * from person where sign_in = ?")
                .param(signIn.strip().toLowerCase(Locale.ROOT))
                .query((row, n) -> new Found(
                        person(row, n), !row.getString("password_hash").isEmpty()))
                .optional());
    }

    /**
     * Changes a password, and ends the person's sessions.
     *
     * @throws BadPersonException if it can't be taken
     */
    public void changePassword(long id, String password) {
        Details details = checked(password);
        store.write(db -> changePassword(db, id, details));
    }

    Person changePassword(JdbcClient db, long id, Details details) {
        Person person = db.sql("update person set password_hash = ? where id = ? returning *")
                .params(details.passwordHash(), id)
                .query(People::person)
                .single();
        endSessions(db, id);
        ledger.append(db, person.principal(), "person.password-changed", person.principal());
        return person;
    }

    private static void endSessions(JdbcClient db, long id) {
        db.sql("delete from person_session where person_id = ?").param(id).update();
    }

    /**
     * Lets a person sign in no more, or again.
     *
     * @return false if there is no such person
     * @throws LastAdministratorException if nobody would be left who may manage people
     */
    public boolean setDisabled(long id, boolean disabled, String by) {
        return store.write(db -> {
            RoleGrants.keepingAnAdministrator(db, () -> {
                int changed = db.sql("update person set disabled_at = ? where id = ? and (disabled_at is null) = ?")
                        .param(disabled ? clock.millis() : null)
                        .params(id, disabled ? 1 : 0)
                        .update();
                if (changed > 0) {
                    endSessions(db, id);
                    ledger.append(db, by, disabled ? "person.disabled" : "person.enabled", "person " + id);
                }
            });
            return db.sql("select count(*) from person where id = ?")
                            .param(id)
                            .query(Integer.class)
                            .single()
                    > 0;
        });
    }

    /** Says that a person is away until then, and who does their work meanwhile; empty for neither. */
    public void setAway(long id, Optional<Instant> until, Optional<Long> delegate, String by) {
        require("delegate", delegate.filter(other -> other == id).isEmpty(), "a person can't be their own delegate");
        require("delegate", delegate.isEmpty() || find(delegate.get()).isPresent(), "there is no such person");
        store.write(db -> {
            db.sql("update person set away_until = ?, delegate_id = ? where id = ?")
                    .param(until.map(Instant::toEpochMilli).orElse(null))
                    .param(delegate.orElse(null))
                    .param(id)
                    .update();
            ledger.append(db, by, until.isPresent() ? "person.away" : "person.back", "person " + id);
            return id;
        });
    }

    /** The person of that sign-in name, if the password is theirs. Takes about as long if it is not. */
    public Optional<Person> findBy(String signIn, String password) {
        record Known(Person person, String hash) {}
        Optional<Known> known =
                store.read(db -> db.sql("select * from person where sign_in = ? and disabled_at is null")
                        .param(signIn.strip().toLowerCase(Locale.ROOT))
                        .query((row, n) -> new Known(person(row, n), row.getString("password_hash")))
                        .optional());
        boolean right = password.length() <= LONGEST
                && passwords.matches(password, known.map(Known::hash).filter(hash -> !hash.isEmpty()));
        return known.filter(one -> right && !one.hash().isEmpty()).map(Known::person);
    }

    /** How a principal of the ledger is called: a person by name, anybody else as they stand there. */
    public String nameOf(String principal) {
        return findByPrincipal(principal).map(Person::name).orElse(principal);
    }

    static Person person(ResultSet row, int n) throws SQLException {
        long delegate = row.getLong("delegate_id");
        return new Person(
                row.getLong("id"),
                row.getString("name"),
                row.getString("sign_in"),
                row.wasNull() ? Optional.empty() : Optional.of(delegate),
                Tokens.time(row, "away_until"),
                Tokens.time(row, "disabled_at"));
    }
}
