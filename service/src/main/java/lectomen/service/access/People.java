package lectomen.service.access;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The people who can sign in. The first is made through a one-time link that the service prints; Safe for several
 * threads.
 */
public final class People {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "person",
            List.of("name", "sign_in", "password_hash"),
            ErasableColumns.Subject.PERSON,
            "update person set name = 'forgotten', sign_in = 'forgotten ' || id, password_hash = '' where id = ?"));

    private static final Duration LINK_GOOD_FOR = Duration.ofDays(1);
    private static final int SHORTEST_PASSWORD = 10;
    private static final int LONGEST = 200;
    private static final Pattern SIGN_IN = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}._@+-]{0,79}");

    private final Store store;
    private final Ledger ledger;
    private final InstantSource clock;
    private final PasswordHashing passwords;

    public People(Store store, Ledger ledger, InstantSource clock, PasswordHashing passwords) {
        this.store = store;
        this.ledger = ledger;
        this.clock = clock;
        this.passwords = passwords;
    }

    public List<Person> list() {
        return store.read(db -> db.sql("select id, name, sign_in from person order by id")
                .query(People::person)
                .list());
    }

    /** The code of a new link that makes an administrator; good for a day and one use. */
    public String makeLink(String principal) {
        String code = Secrets.make();
        store.write(db -> {
            db.sql("delete from welcome_link where made_at < ?")
                    .param(oldestLink())
                    .update();
            db.sql("insert into welcome_link (code_hash, made_at) values (?, ?)")
                    .params(Secrets.hash("welcome", code), clock.millis())
                    .update();
            ledger.append(db, principal, "person.invited", "people");
            return code;
        });
        return code;
    }

    private long oldestLink() {
        return clock.instant().minus(LINK_GOOD_FOR).toEpochMilli();
    }

    /**
     * Makes a person through a link, which is used up by it.
     *
     * @return empty if the link is unknown, used or older than a day
     * @throws BadPersonException if a name or the password can't be taken; the link stays good then
     */
    public Optional<Person> welcome(String code, String name, String signIn, String password) {
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
        require(
                "password",
                password.length() >= SHORTEST_PASSWORD && password.length() <= LONGEST,
                "a password must have at least " + SHORTEST_PASSWORD + " characters; a sentence is easy to remember");
        String hash = passwords.hash(password);
        return store.write(db -> {
            if (db.sql("select 1 from person where sign_in = ?")
                            .param(typed)
                            .query(Integer.class)
                            .list()
                            .size()
                    > 0) {
                throw new BadPersonException("signIn", "the sign-in name " + typed + " is already in use");
            }
            int used = db.sql("delete from welcome_link where code_hash = ? and made_at >= ?")
                    .params(Secrets.hash("welcome", code), oldestLink())
                    .update();
            return used == 1 ? Optional.of(insert(db, shown, typed, hash)) : Optional.empty();
        });
    }

    private static void require(String field, boolean good, String otherwise) {
        if (!good) {
            throw new BadPersonException(field, otherwise);
        }
    }

    private Person insert(JdbcClient db, String name, String signIn, String hash) {
        long id = db.sql("""
                        insert into person (name, sign_in, password_hash, made_at) values (?, ?, ?, ?) returning id
                        """)
                .params(name, signIn, hash, clock.millis())
                .query(Long.class)
                .single();
        Person person = new Person(id, name, signIn);
        ledger.append(db, person.principal(), "person.made", person.principal());
        return person;
    }

    /** The person of that sign-in name, if the password is theirs. Takes about as long if it is not. */
    Optional<Person> findBy(String signIn, String password) {
        record Known(Person person, String hash) {}
        Optional<Known> known = store.read(db -> db.sql("select * from person where sign_in = ?")
                .param(signIn.strip().toLowerCase(Locale.ROOT))
                .query((row, n) -> new Known(person(row, n), row.getString("password_hash")))
                .optional());
        boolean right = password.length() <= LONGEST && passwords.matches(password, known.map(Known::hash));
        return known.filter(one -> right).map(Known::person);
    }

    /** How a principal of the ledger is called: a person by name, anybody else as they stand there. */
    public String nameOf(String principal) {
        return list().stream()
                .filter(person -> person.principal().equals(principal))
                .map(Person::name)
                .findFirst()
                .orElse(principal);
    }

    static Person person(ResultSet row, int n) throws SQLException {
        return new Person(row.getLong("id"), row.getString("name"), row.getString("sign_in"));
    }
}
