package lectomen.service.signin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import lectomen.service.access.PeopleFixture;
import lectomen.service.access.Person;
import lectomen.service.home.SignInSettings;
import lectomen.service.ledger.Ledger;
import lectomen.service.secret.HomeKey;
import lectomen.service.signin.PasswordSignIn.Result;
import lectomen.standins.authenticator.AuthenticatorApp;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PasswordSignInTest {
    private static final SignInSettings ONLY_TESS =
            new SignInSettings(Optional.of("tess"), false, Optional.empty(), Optional.empty());

    @TempDir
    private Path temp;

    private PeopleFixture fixture;
    private SecondFactors factors;
    private Person tess;

    @BeforeEach
    void open() {
        fixture = new PeopleFixture(temp);
        factors = factors(SignInSettings.LOCAL);
        tess = fixture.administrator("Tess Quill", "Tess");
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private SecondFactors factors(SignInSettings settings) {
        return new SecondFactors(fixture.store, fixture.ledger, new HomeKey(new byte[32]), fixture.clock, settings);
    }

    private PasswordSignIn signIn(SignInSettings settings) {
        OutsidePeople outside = new OutsidePeople(
                fixture.store, fixture.ledger, fixture.people, fixture.grants, fixture.groups, fixture.clock);
        return new PasswordSignIn(
                fixture.store,
                fixture.ledger,
                fixture.people,
                factors,
                outside,
                Optional.empty(),
                settings,
                fixture.tries(5),
                fixture.tries(10));
    }

    private static Result prove(PasswordSignIn signIn, String name, String password, String code) {
        return signIn.prove(new PasswordSignIn.Typed(name, password, code), "127.0.0.1");
    }

    @Test
    void thePasswordProvesWhoSomebodyIs() {
        PasswordSignIn signIn = signIn(SignInSettings.LOCAL);
        assertThat(prove(signIn, " TESS ", PeopleFixture.PASSWORD, "")).isEqualTo(new Result.Proven(tess));
        assertThat(prove(signIn, "tess", "not this one", "")).isEqualTo(new Result.Wrong());
        assertThat(prove(signIn, "nobody", PeopleFixture.PASSWORD, "")).isEqualTo(new Result.Wrong());
        assertThat(prove(signIn, "tess", "", "")).isEqualTo(new Result.Wrong());
        assertThat(fixture.ledger.about(tess.principal()))
                .extracting(Ledger.Entry::event)
                .filteredOn("sign-in.failed"::equals)
                .hasSize(2);
        assertThat(fixture.ledger.about("people").toString())
                .contains("sign-in.failed")
                .doesNotContain("nobody");
    }

    @Test
    void afterFiveWrongPasswordsEvenTheRightOneHasToWait() {
        PasswordSignIn signIn = signIn(SignInSettings.LOCAL);
        for (int i = 0; i < 5; i++) {
            assertThat(prove(signIn, "tess", "guess number " + i, "")).isEqualTo(new Result.Wrong());
        }
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, "")).isInstanceOf(Result.LockedOut.class);
        assertThat(fixture.ledger.about("people"))
                .extracting(Ledger.Entry::event)
                .containsOnlyOnce("sign-in.blocked");
        fixture.seconds.addAndGet(15 * 60);
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, "")).isEqualTo(new Result.Proven(tess));
    }

    @Test
    void onlyTheAccountForEmergenciesMayUseAPassword() throws Exception {
        Person ivo = fixture.administrator("Ivo Marsh", "ivo");
        PasswordSignIn signIn = signIn(ONLY_TESS);
        assertThat(prove(signIn, "ivo", PeopleFixture.PASSWORD, "")).isEqualTo(new Result.Wrong());
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, "")).isEqualTo(new Result.Proven(tess));
        assertThat(prove(signIn(SignInSettings.LOCAL), "ivo", PeopleFixture.PASSWORD, ""))
                .isEqualTo(new Result.Proven(ivo));
        try (PeopleFixture strict = new PeopleFixture(temp.resolve("strict"), ONLY_TESS::hasPassword)) {
            assertThatThrownBy(() -> strict.administrator("Ivo Marsh", "ivo"))
                    .hasMessageContaining("passwords are off here");
            assertThat(strict.administrator("Tess Quill", "tess").signIn()).isEqualTo("tess");
        }
    }

    private List<String> setUp() {
        String secret = factors.begin(tess).secret();
        return factors.confirm(tess, AuthenticatorApp.code(secret, fixture.clock.instant()));
    }

    @Test
    void aSecondFactorIsAskedForAndEachCodeCountsOnce() {
        String secret = factors.begin(tess).secret();
        PasswordSignIn signIn = signIn(SignInSettings.LOCAL);
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, ""))
                .as("it counts only once it is confirmed")
                .isEqualTo(new Result.Proven(tess));
        assertThatThrownBy(() -> factors.confirm(tess, "000000x")).hasMessageContaining("not the current code");
        String first = AuthenticatorApp.code(secret, fixture.clock.instant());
        factors.confirm(tess, first);
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, "")).isEqualTo(new Result.CodeNeeded());
        assertThat(prove(signIn, "tess", "not this one", first)).isEqualTo(new Result.Wrong());
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, first))
                .as("used for the set-up")
                .isEqualTo(new Result.Wrong());
        fixture.clock.advance(Duration.ofSeconds(30));
        String next = AuthenticatorApp.code(secret, fixture.clock.instant());
        String typed = next.substring(0, 3) + " " + next.substring(3);
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, typed)).isEqualTo(new Result.Proven(tess));
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, next))
                .as("replayed")
                .isEqualTo(new Result.Wrong());
        fixture.clock.advance(Duration.ofSeconds(90));
        String late = AuthenticatorApp.code(secret, fixture.clock.instant().minusSeconds(60));
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, late))
                .as("two steps late")
                .isEqualTo(new Result.Wrong());
        String early = AuthenticatorApp.code(secret, fixture.clock.instant().plusSeconds(30));
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, early)).isEqualTo(new Result.Proven(tess));
    }

    @Test
    void aRecoveryCodeStandsInForTheAppOnce() {
        List<String> codes = setUp();
        assertThat(codes).hasSize(8).doesNotHaveDuplicates();
        PasswordSignIn signIn = signIn(SignInSettings.LOCAL);
        String code = codes.get(3).toUpperCase(java.util.Locale.ROOT);
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, code)).isEqualTo(new Result.Proven(tess));
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, code)).isEqualTo(new Result.Wrong());
        assertThat(fixture.ledger.about(tess.principal()))
                .extracting(Ledger.Entry::event)
                .contains("second-factor.on", "second-factor.recovered");
        String stored = fixture.store.read(
                db -> db.sql("select group_concat(code_hash) || (select sealed from second_factor) from recovery_code")
                        .query(String.class)
                        .single());
        assertThat(stored).doesNotContain(codes.get(0));
    }

    @Test
    void wrongCodesBlockLikeWrongPasswords() {
        setUp();
        PasswordSignIn signIn = signIn(SignInSettings.LOCAL);
        for (int i = 0; i < 5; i++) {
            assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, "guess" + i))
                    .isEqualTo(new Result.Wrong());
            assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, ""))
                    .as("the right password alone does not set the count back")
                    .isInstanceOfAny(Result.CodeNeeded.class, Result.LockedOut.class);
        }
        assertThat(prove(signIn, "tess", PeopleFixture.PASSWORD, "")).isInstanceOf(Result.LockedOut.class);
    }

    @Test
    void whereASecondFactorIsRequiredItIsDueUntilItIsSetUp() {
        SignInSettings required = new SignInSettings(Optional.empty(), true, Optional.empty(), Optional.empty());
        assertThat(factors.isDue(tess.principal())).as("not required").isFalse();
        factors = factors(required);
        assertThat(factors.isDue(tess.principal())).isTrue();
        assertThat(factors.isDue("owner")).isFalse();
        setUp();
        assertThat(factors.isDue(tess.principal())).isFalse();
        assertThatThrownBy(() -> factors.begin(tess)).hasMessageContaining("there is one already");
        assertThat(factors.remove(tess, "owner")).isTrue();
        assertThat(factors.remove(tess, "owner")).isFalse();
        assertThat(factors.isDue(tess.principal())).isTrue();
    }
}
