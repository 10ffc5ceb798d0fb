package lectomen.service.signin.openid;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.service.access.PeopleFixture;
import lectomen.service.connection.TrustedAuthorities;
import lectomen.service.home.SignInSettings;
import lectomen.service.ledger.Ledger;
import lectomen.service.secret.HomeKey;
import lectomen.service.secret.SecretStore;
import lectomen.service.signin.OutsidePerson;
import lectomen.service.signin.openid.OpenIdSignIn.Answer;
import lectomen.service.signin.openid.OpenIdSignIn.Begun;
import lectomen.service.signin.openid.OpenIdSignIn.Request;
import lectomen.service.signin.openid.OpenIdSignIn.Result;
import lectomen.standins.openid.Fault;
import lectomen.standins.openid.OpenIdStandIn;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OpenIdSignInTest {
    private static final URI COME_BACK = URI.create("http://localhost:8417/api/v1/session/openid/return");
    private static final HomeKey KEY = new HomeKey(new byte[32]);
    private static final OutsidePerson FINN =
            new OutsidePerson("openid", "mh-2042", "finn", "Finn Breaker", Set.of("permit-office"));

    @TempDir
    private Path temp;

    private PeopleFixture fixture;
    private OpenIdStandIn provider;
    private OpenIdSignIn signIn;

    @BeforeEach
    void open() throws IOException {
        fixture = new PeopleFixture(temp);
        provider = OpenIdStandIn.start(0);
        signIn = signIn(provider.issuer(), new SignInSettings.Claims("preferred_username", "name", "groups"));
    }

    @AfterEach
    void close() {
        provider.close();
        fixture.close();
    }

    private OpenIdSignIn signIn(String issuer, SignInSettings.Claims claims) {
        SignInSettings.OpenId settings = new SignInSettings.OpenId(
                "Marrowick Harbour",
                URI.create(issuer),
                "lectomen",
                Optional.empty(),
                Optional.empty(),
                claims,
                new SignInSettings.Mapping(Map.of(), Map.of()));
        SecretStore secrets = new SecretStore(fixture.store, fixture.ledger, KEY, fixture.clock);
        Provider asked = new Provider(settings, secrets, TrustedAuthorities.connections(Optional.empty()));
        return new OpenIdSignIn(settings, asked, KEY, fixture.clock, fixture.store, fixture.ledger, fixture.tries(10));
    }

    private Begun begin() {
        return signIn.begin(new Request(COME_BACK, "/jobs", ""));
    }

    /** What the provider sends the browser back with once somebody has said who they are. */
    private static Map<String, String> choose(Begun begun, String person) throws Exception {
        HttpRequest form = HttpRequest.newBuilder(begun.to())
                .POST(HttpRequest.BodyPublishers.ofString("person=" + person))
                .build();
        String location = HttpClient.newHttpClient()
                .send(form, HttpResponse.BodyHandlers.discarding())
                .headers()
                .firstValue("Location")
                .orElseThrow();
        assertThat(location).startsWith(COME_BACK + "?");
        return Arrays.stream(URI.create(location).getQuery().split("&"))
                .map(part -> part.split("=", 2))
                .collect(Collectors.toMap(part -> part[0], part -> part[1]));
    }

    private static Answer answer(Map<String, String> back, String cookie) {
        return new Answer(back.get("state"), back.get("code"), back.get("error"), cookie);
    }

    private Result finish(Answer answer) {
        return signIn.finish(answer, "127.0.0.1");
    }

    private Result go(String person) throws Exception {
        Begun begun = begin();
        return finish(answer(choose(begun, person), begun.cookie()));
    }

    private void assertRecorded(String reason) {
        Ledger.Entry last = fixture.ledger
                .about("people")
                .get(fixture.ledger.about("people").size() - 1);
        assertThat(last.event()).isEqualTo("sign-in.refused");
        assertThat(last.toString()).contains(reason);
    }

    @Test
    void somebodyGoesToTheProviderAndComesBack() throws Exception {
        assertThat(begin().to().toString())
                .contains("code_challenge_method=S256", "nonce=", "state=", "response_type=code");
        assertThat(go("finn")).isEqualTo(new Result.Proven(FINN, "/jobs", ""));
    }

    @ParameterizedTest
    @CsvSource({
        "OTHER_STATE, state",
        "OTHER_NONCE, nonce",
        "OTHER_ISSUER, issuer",
        "OTHER_AUDIENCE, audience",
        "EXPIRED, expired",
        "OTHER_KEY, signature",
        "UNSIGNED, signature"
    })
    void whatProvesNothingIsRefusedAndRecorded(Fault fault, String reason) throws Exception {
        provider.make(fault);
        assertThat(go("finn")).isEqualTo(new Result.Refused(reason));
        assertRecorded(reason);
        provider.make(Fault.NONE);
        assertThat(go("finn")).isInstanceOf(Result.Proven.class);
    }

    @ParameterizedTest
    @CsvSource({"40, true", "-40, true", "180, false"})
    void clocksMayDifferByAMinute(long seconds, boolean isLetIn) throws Exception {
        provider.setClockSkew(Duration.ofSeconds(seconds));
        assertThat(go("finn")).isInstanceOf(isLetIn ? Result.Proven.class : Result.Refused.class);
        if (!isLetIn) {
            assertRecorded("clock");
        }
    }

    @Test
    void aNewKeyOfTheProviderIsFoundAtOnce() throws Exception {
        assertThat(go("finn")).isInstanceOf(Result.Proven.class);
        provider.rotateKey();
        assertThat(go("finn")).isInstanceOf(Result.Proven.class);
    }

    @Test
    void nobodyFinishesWhatAnotherBrowserBeganOrFinishesTwice() throws Exception {
        Begun mine = begin();
        Begun theirs = begin();
        Map<String, String> back = choose(theirs, "orla");
        assertThat(finish(answer(back, mine.cookie()))).isEqualTo(new Result.Refused("state"));
        assertThat(finish(answer(back, ""))).isEqualTo(new Result.Refused("state"));
        assertThat(finish(answer(back, theirs.cookie() + "A"))).isEqualTo(new Result.Refused("state"));
        assertThat(finish(answer(back, theirs.cookie()))).isInstanceOf(Result.Proven.class);
        assertThat(finish(answer(back, theirs.cookie()))).isEqualTo(new Result.Refused("replayed"));
        assertRecorded("replayed");
    }

    @Test
    void whoIsRefusedTooOftenHasToWaitAndNobodyElse() throws Exception {
        Answer forged = new Answer("forged", "forged", null, "forged");
        for (int i = 0; i < 10; i++) {
            assertThat(finish(forged)).isEqualTo(new Result.Refused("state"));
        }
        assertThat(finish(forged)).isEqualTo(new Result.LockedOut());
        assertThat(fixture.ledger.about("people"))
                .as("nothing more is recorded")
                .hasSize(10);
        Begun begun = begin();
        assertThat(signIn.finish(answer(choose(begun, "finn"), begun.cookie()), "10.0.0.7"))
                .isInstanceOf(Result.Proven.class);
        fixture.seconds.addAndGet(15 * 60);
        assertThat(go("finn")).isInstanceOf(Result.Proven.class);
    }

    @Test
    void itHasToBeFinishedWithinTenMinutes() throws Exception {
        Begun begun = begin();
        Map<String, String> back = choose(begun, "finn");
        fixture.clock.advance(Duration.ofMinutes(11));
        assertThat(finish(answer(back, begun.cookie()))).isEqualTo(new Result.Refused("too late"));
    }

    @Test
    void whoCancelsOrSendsAnotherCodeIsRefused() throws Exception {
        assertThat(go("")).isEqualTo(new Result.Refused("provider"));
        Begun begun = begin();
        Map<String, String> back = choose(begun, "finn");
        assertThat(finish(new Answer(back.get("state"), "guessed", null, begun.cookie())))
                .isEqualTo(new Result.Refused("code"));
    }

    @Test
    void aFreshProofAsksTheProviderToAskAgain() throws Exception {
        Begun begun = signIn.begin(new Request(COME_BACK, "/people", "the session"));
        assertThat(begun.to().toString()).contains("prompt=login", "max_age=0");
        assertThat(finish(answer(choose(begun, "finn"), begun.cookie())))
                .isEqualTo(new Result.Proven(FINN, "/people", "the session"));
    }

    @Test
    void otherClaimsCanBeReadAndAreNotNeeded() throws Exception {
        signIn = signIn(provider.issuer(), new SignInSettings.Claims("sub", "nickname", "realm.roles"));
        assertThat(go("finn"))
                .isEqualTo(new Result.Proven(
                        new OutsidePerson("openid", "mh-2042", "mh-2042", "mh-2042", Set.of()), "/jobs", ""));
    }

    @Test
    void aProviderThatIsAwayOrAnotherOneIsSaidToBe() throws Exception {
        Begun begun = begin();
        Map<String, String> back = choose(begun, "finn");
        OpenIdSignIn other = signIn(provider.issuer() + "/", new SignInSettings.Claims("sub", "name", "groups"));
        assertThatThrownBy(() -> other.begin(new Request(COME_BACK, "/jobs", "")))
                .isInstanceOf(ProviderException.class)
                .hasMessageContaining("another issuer");
        provider.close();
        assertThat(finish(answer(back, begun.cookie()))).isEqualTo(new Result.Unreachable());
    }
}
