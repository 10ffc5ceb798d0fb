package lectomen.service.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SessionsTest {
    private static final String PASSWORD = "the tide turns at nine";

    @TempDir
    private Path temp;

    private final AtomicReference<Instant> now = new AtomicReference<>(Instant.parse("2027-03-01T10:00:00Z"));
    private final AtomicLong seconds = new AtomicLong(1_000);
    private Store store;
    private Ledger ledger;
    private People people;
    private Sessions sessions;

    @BeforeEach
    void open() {
        store = Store.open(temp, now::get);
        ledger = new Ledger(store, now::get);
        people = new People(store, ledger, now::get, new PasswordHashing(1));
        Duration span = Duration.ofMinutes(15);
        sessions = new Sessions(
                store,
                ledger,
                people,
                now::get,
                new SignInAttempts(5, span, seconds::get),
                new SignInAttempts(10, span, seconds::get));
    }

    @AfterEach
    void close() {
        store.close();
    }

    private Person tess() {
        return people.welcome(people.makeLink("service"), "Tess Quill", "Tess", PASSWORD)
                .orElseThrow();
    }

    private Sessions.SignIn signIn(String name, String password) {
        return sessions.signIn(name, password, "127.0.0.1");
    }

    @Test
    void aLinkMakesOnePersonAndIsUsedUp() {
        String code = people.makeLink("service");
        assertThat(people.welcome(code, "Tess Quill", "tess", PASSWORD)).isPresent();
        assertThat(people.welcome(code, "Ivo Marsh", "ivo", PASSWORD)).isEmpty();
        String old = people.makeLink("service");
        now.updateAndGet(time -> time.plus(Duration.ofHours(25)));
        assertThat(people.welcome(old, "Ivo Marsh", "ivo", PASSWORD)).isEmpty();
        assertThat(people.list()).extracting(Person::name).containsExactly("Tess Quill");
    }

    @Test
    void whatCanNotBeTakenIsSaidAndTheLinkStaysGood() {
        String code = people.makeLink("service");
        assertThatThrownBy(() -> people.welcome(code, " ", "tess", PASSWORD)).hasMessageContaining("a name must have");
        assertThatThrownBy(() -> people.welcome(code, "Tess", "te ss", PASSWORD))
                .hasMessageContaining("sign-in name");
        assertThatThrownBy(() -> people.welcome(code, "Tess", "tess", "short")).hasMessageContaining("10 characters");
        assertThat(people.welcome(code, "Tess", "tess", PASSWORD)).isPresent();
    }

    @Test
    void aSessionEndsByItselfAndBySigningOut() {
        Person tess = tess();
        assertThat(signIn("tess", "not this one")).isInstanceOf(Sessions.SignIn.Wrong.class);
        assertThat(signIn("nobody", PASSWORD)).isInstanceOf(Sessions.SignIn.Wrong.class);
        Sessions.SignIn.In in = (Sessions.SignIn.In) signIn(" TESS ", PASSWORD);
        assertThat(sessions.find(in.token()).map(Sessions.Session::person)).contains(tess);
        assertThat(sessions.find(in.token() + "x")).isEmpty();
        now.updateAndGet(time -> time.plus(Duration.ofHours(11)));
        assertThat(sessions.find(in.token())).isPresent();
        now.updateAndGet(time -> time.plus(Duration.ofHours(11)));
        assertThat(sessions.find(in.token())).as("a sign of life keeps it").isPresent();
        now.updateAndGet(time -> time.plus(Duration.ofHours(13)));
        assertThat(sessions.find(in.token())).isEmpty();
        String second = sessions.open(tess);
        sessions.close(second);
        assertThat(sessions.find(second)).isEmpty();
    }

    @Test
    void afterFiveWrongPasswordsEvenTheRightOneHasToWait() {
        tess();
        for (int i = 0; i < 5; i++) {
            assertThat(signIn("tess", "guess number " + i)).isInstanceOf(Sessions.SignIn.Wrong.class);
        }
        assertThat(signIn("tess", PASSWORD)).isInstanceOf(Sessions.SignIn.LockedOut.class);
        seconds.addAndGet(15 * 60);
        assertThat(signIn("tess", PASSWORD)).isInstanceOf(Sessions.SignIn.In.class);
    }

    @Test
    void theLedgerKnowsPeopleByNumberAloneAndTheStoreNoSecret() {
        Person tess = tess();
        String token = sessions.open(tess);
        assertThat(ledger.about(tess.principal()).toString())
                .contains("person.made", "person.signed-in")
                .doesNotContain("Tess", "tess");
        String kept = store.read(db -> db.sql("select password_hash || token_hash from person join person_session")
                .query(String.class)
                .single());
        assertThat(kept).doesNotContain(PASSWORD, token);
    }
}
