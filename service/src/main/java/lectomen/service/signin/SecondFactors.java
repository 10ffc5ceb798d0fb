package lectomen.service.signin;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import javax.crypto.spec.SecretKeySpec;
import lectomen.service.access.BadPersonException;
import lectomen.service.access.Person;
import lectomen.service.access.Secrets;
import lectomen.service.home.SignInSettings;
import lectomen.service.ledger.Ledger;
import lectomen.service.secret.HomeKey;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.apache.commons.codec.binary.Base32;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The second factor of people: codes of an authenticator app by time (RFC 6238: HMAC-SHA-1, six digits, steps of 30 seconds). A code
 * counts one step early or late and only once. Codes for recovery are each good for one sign-in. Safe for several threads.
 */
public final class SecondFactors {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(
            new ErasableColumns(
                    "second_factor",
                    List.of("sealed"),
                    ErasableColumns.Subject.PERSON,
                    "delete from second_factor where person_id = ?"),
            new ErasableColumns(
                    "recovery_code",
                    List.of("code_hash"),
                    ErasableColumns.Subject.PERSON,
                    "delete from recovery_code where person_id = ?"));

    private static final String ALGORITHM = TimeBasedOneTimePasswordGenerator.TOTP_ALGORITHM_HMAC_SHA1;
    private static final int SECRET_BYTES = 20;
    private static final int RECOVERY_CODES = 8;
    private static final int RECOVERY_LENGTH = 10;
    private static final String RECOVERY_SIGNS = "abcdefghjkmnpqrstuvwxyz23456789";

    private final Store store;
    private final Ledger ledger;
    private final HomeKey key;
    private final InstantSource clock;
    private final SignInSettings settings;
    private final SecureRandom random = new SecureRandom();
    private final TimeBasedOneTimePasswordGenerator generator = new TimeBasedOneTimePasswordGenerator();
    private final Base32 base32 = new Base32();

    public SecondFactors(Store store, Ledger ledger, HomeKey key, InstantSource clock, SignInSettings settings) {
        this.store = store;
        this.ledger = ledger;
        this.key = key;
        this.clock = clock;
        this.settings = settings;
    }

    /** Whether a person has set one up. */
    public boolean isOn(Person person) {
        return store.read(db -> find(db, person)).filter(Row::isSetUp).isPresent();
    }

    /** Whether a principal is a person who has to set one up before anything else: with a password here, and one is required. */
    public boolean isDue(String principal) {
        return settings.secondFactorRequired()
                && store.read(db -> db.sql("""
                                select count(*) from person p left join second_factor f on f.person_id = p.id
                                where 'person ' || p.id = ? and p.password_hash <> '' and f.set_up_at is null
                                """)
                                .param(principal)
                                .query(Integer.class)
                                .single())
                        > 0;
    }

    /** What an authenticator app needs. @param secret in base 32 @param uri with all of it, for a QR code */
    public record SetUp(String secret, String uri) {}

    /**
     * Begins to set one up. It counts from {@link #confirm} on.
     *
     * @throws BadPersonException if the person has one
     */
    public SetUp begin(Person person) {
        if (isOn(person)) {
            throw new BadPersonException("secondFactor", "there is one already; remove it first");
        }
        byte[] bytes = new byte[SECRET_BYTES];
        random.nextBytes(bytes);
        String secret = base32.encodeAsString(bytes);
        String sealed = key.seal(nameOf(person), secret).text();
        store.write(db -> db.sql("""
                        insert into second_factor (person_id, sealed) values (?, ?)
                        on conflict (person_id) do update set sealed = excluded.sealed, step = 0
                        where set_up_at is null
                        """).params(person.id(), sealed).update());
        String uri = "otpauth://totp/Lectomen:" + URLEncoder.encode(person.signIn(), StandardCharsets.UTF_8)
                + "?secret=" + secret + "&issuer=Lectomen";
        return new SetUp(secret, uri);
    }

    /**
     * Completes the set-up with a first code.
     *
     * @return codes for recovery, to be shown once
     * @throws BadPersonException if the code is wrong
     */
    public List<String> confirm(Person person, String code) {
        Row row = store.read(db -> find(db, person))
                .filter(one -> !one.isSetUp())
                .orElseThrow(() -> new BadPersonException("code", "nothing is being set up"));
        OptionalLong step = findStep(person, row, code);
        if (step.isEmpty()) {
            throw new BadPersonException("code", "this is not the current code; check the clock of your device");
        }
        List<String> recovery = new ArrayList<>();
        for (int i = 0; i < RECOVERY_CODES; i++) {
            recovery.add(recoveryCode());
        }
        store.write(db -> {
            db.sql("update second_factor set set_up_at = ?, step = ? where person_id = ?")
                    .params(clock.millis(), step.getAsLong(), person.id())
                    .update();
            db.sql("delete from recovery_code where person_id = ?")
                    .param(person.id())
                    .update();
            recovery.forEach(one -> db.sql("insert into recovery_code (person_id, code_hash) values (?, ?)")
                    .params(person.id(), hash(one))
                    .update());
            ledger.append(db, person.principal(), "second-factor.on", person.principal());
            return recovery;
        });
        return recovery;
    }

    /** @return false if there was none */
    public boolean remove(Person person, String by) {
        return store.write(db -> {
            db.sql("delete from recovery_code where person_id = ?")
                    .param(person.id())
                    .update();
            int removed = db.sql("delete from second_factor where person_id = ?")
                    .param(person.id())
                    .update();
            if (removed > 0) {
                ledger.append(db, by, "second-factor.off", person.principal());
            }
            return removed > 0;
        });
    }

    /** Whether it is the current code of a person, or one for recovery; used up then. */
    boolean accepts(Person person, String code) {
        Optional<Row> row = store.read(db -> find(db, person)).filter(Row::isSetUp);
        if (row.isEmpty()) {
            return false;
        }
        OptionalLong step = findStep(person, row.get(), code);
        return step.isPresent() ? useUp(person, step.getAsLong()) : useUpRecovery(person, code);
    }

    private boolean useUp(Person person, long step) {
        return store.write(db -> db.sql("update second_factor set step = ? where person_id = ? and step < ?")
                        .params(step, person.id(), step)
                        .update()
                > 0);
    }

    private boolean useUpRecovery(Person person, String code) {
        return store.write(db -> {
            int used = db.sql("delete from recovery_code where person_id = ? and code_hash = ?")
                    .params(person.id(), hash(code))
                    .update();
            if (used > 0) {
                ledger.append(db, person.principal(), "second-factor.recovered", person.principal());
            }
            return used > 0;
        });
    }

    /** The step whose code it is, of those that were not used yet. */
    private OptionalLong findStep(Person person, Row row, String code) {
        Optional<String> secret = HomeKey.Sealed.of(row.sealed()).flatMap(box -> key.open(nameOf(person), box));
        if (secret.isEmpty()) {
            return OptionalLong.empty();
        }
        long seconds = generator.getTimeStep().toSeconds();
        long present = clock.instant().getEpochSecond() / seconds;
        String typed = code.replaceAll("\\s", "");
        for (long step = present - 1; step <= present + 1; step++) {
            if (step > row.step() && Secrets.same(typed, codeAt(secret.get(), Instant.ofEpochSecond(step * seconds)))) {
                return OptionalLong.of(step);
            }
        }
        return OptionalLong.empty();
    }

    private String codeAt(String secret, Instant time) {
        try {
            return generator.generateOneTimePasswordString(
                    new SecretKeySpec(base32.decode(secret), ALGORITHM), time, Locale.ROOT);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("This Java can't compute codes by time", e);
        }
    }

    private String recoveryCode() {
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < RECOVERY_LENGTH; i++) {
            code.append(i == RECOVERY_LENGTH / 2 ? "-" : "")
                    .append(RECOVERY_SIGNS.charAt(random.nextInt(RECOVERY_SIGNS.length())));
        }
        return code.toString();
    }

    private static String hash(String recoveryCode) {
        return Secrets.hash("recovery", recoveryCode.strip().toLowerCase(Locale.ROOT));
    }

    private static String nameOf(Person person) {
        return "second-factor " + person.id();
    }

    private record Row(String sealed, boolean isSetUp, long step) {}

    private static Optional<Row> find(JdbcClient db, Person person) {
        return db.sql("select * from second_factor where person_id = ?")
                .param(person.id())
                .query((row, n) ->
                        new Row(row.getString("sealed"), row.getObject("set_up_at") != null, row.getLong("step")))
                .optional();
    }
}
