package lectomen.service.web;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import lectomen.engine.webcall.MessageSignature;
import lectomen.service.ServiceFixture;
import lectomen.service.home.WebSettings;
import lectomen.service.secret.HomeKey;
import lectomen.service.secret.SecretStore;
import lectomen.standins.business.BusinessStandIn;
import lectomen.standins.business.BusinessStandIn.Mood;
import lectomen.standins.business.ReceivedCall;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Calls to a business system that fails on request. */
class WebSystemTest {
    private static final String JSON = "{\"event\":\"filed\"}";

    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private SecretStore secrets;
    private BusinessStandIn server;
    private final AtomicInteger begun = new AtomicInteger();

    @BeforeEach
    void start() throws IOException {
        fixture = new ServiceFixture(temp);
        secrets = new SecretStore(fixture.store, fixture.ledger, new HomeKey(new byte[32]), fixture.clock);
        server = BusinessStandIn.start(0, call -> {});
    }

    @AfterEach
    void stop() {
        server.close();
        fixture.close();
    }

    private Optional<WebSettings.SignIn> signIn = Optional.empty();

    private CallResult call(String address, Optional<String> secret, boolean mayBePrivate) {
        WebSettings settings = new WebSettings(URI.create(address), secret, signIn, Optional.empty(), mayBePrivate);
        return new WebSystem("berth-system", settings, secrets, fixture.clock)
                .call("lectomen-1-e7", CallBody.ofJson(JSON), status -> status < 300, begun::incrementAndGet);
    }

    private String here() {
        return "http://localhost:" + server.port() + "/documents";
    }

    @Test
    void theServiceSignsInWithATokenOrWithANameAndAPassword() {
        secrets.put("berth-token", "t0ken", "owner");
        signIn = Optional.of(new WebSettings.SignIn.Token("berth-token"));
        call(here(), Optional.empty(), true);
        signIn = Optional.of(new WebSettings.SignIn.Password("capture", "berth-token"));
        call(here(), Optional.empty(), true);
        assertThat(server.received())
                .extracting(call -> call.header("authorization").orElse(""))
                .containsExactly("Bearer t0ken", "Basic Y2FwdHVyZTp0MGtlbg==");
        signIn = Optional.of(new WebSettings.SignIn.Token("lost"));
        assertThat(call(here(), Optional.empty(), true))
                .isEqualTo(new CallResult.NotNow("the secret \"lost\" is missing"));
    }

    @Test
    void ofALongAnswerNoMoreIsReadThanTheLimit() throws IOException {
        HttpServer talker = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        talker.createContext("/", exchange -> {
            exchange.sendResponseHeaders(200, 0);
            try (OutputStream out = exchange.getResponseBody()) {
                byte[] some = new byte[64_000];
                for (int i = 0; i < 10_000; i++) {
                    out.write(some);
                }
            }
        });
        talker.start();
        try {
            String address = "http://localhost:" + talker.getAddress().getPort() + "/";
            assertThat(call(address, Optional.empty(), true))
                    .isInstanceOfSatisfying(CallResult.Taken.class, taken -> assertThat(taken.answer())
                            .hasSize(BoundedAnswer.MOST_BYTES));
        } finally {
            talker.stop(0);
        }
    }

    @Test
    void aCallIsSignedAndHasAKeyByWhichItIsKnown() {
        secrets.put("berth-key", "the lamp is lit", "owner");
        assertThat(call(here(), Optional.of("berth-key"), true))
                .isInstanceOfSatisfying(CallResult.Taken.class, taken -> {
                    assertThat(taken.status()).isEqualTo(201);
                    assertThat(taken.type()).isEqualTo("application/json");
                    assertThat(taken.answer()).isEqualTo("{\"number\": \"BR-4001\"}");
                });
        ReceivedCall call = server.received().get(0);
        assertThat(call.body()).isEqualTo(JSON);
        assertThat(call.header("idempotency-key")).contains("\"lectomen-1-e7\"");
        Map<String, String> components = new LinkedHashMap<>();
        components.put("@method", "POST");
        components.put("@target-uri", here());
        components.put("content-digest", call.header("content-digest").orElseThrow());
        components.put("idempotency-key", call.header("idempotency-key").orElseThrow());
        Instant now = fixture.clock.instant();
        MessageSignature expected = MessageSignature.of(
                components,
                now,
                ";keyid=\"berth-system\";alg=\"hmac-sha256\"",
                "the lamp is lit".getBytes(StandardCharsets.UTF_8));
        assertThat(call.header("signature-input")).contains(expected.input());
        assertThat(call.header("signature")).contains(expected.signature());
        assertThat(expected.input()).contains("created=" + now.getEpochSecond());
        assertThat(begun).hasValue(1);
    }

    @ParameterizedTest
    @CsvSource({"BUSY, NotNow", "REFUSING, Refused", "SILENT, Unknown", "SLOW, Taken"})
    void whatTheSystemSaysDecides(Mood mood, String result) {
        server.setMood(mood);
        assertThat(call(here(), Optional.empty(), true).getClass().getSimpleName())
                .isEqualTo(result);
    }

    @Test
    void aSystemThatIsAwayIsNotCalledNow() {
        String address = here();
        server.close();
        assertThat(call(address, Optional.empty(), true)).isEqualTo(new CallResult.NotNow("no connection"));
        assertThat(call("https://berths.nowhere.invalid/documents", Optional.empty(), false))
                .isEqualTo(new CallResult.NotNow("unknown host berths.nowhere.invalid"));
        assertThat(call(address, Optional.of("no-such-key"), true))
                .isEqualTo(new CallResult.NotNow("the secret \"no-such-key\" is missing"));
    }

    @Test
    void aPrivateAddressIsCalledOnlyWhereTheSettingsAllowIt() {
        assertThat(call(here(), Optional.empty(), false)).isInstanceOf(CallResult.NotAllowed.class);
        assertThat(server.received()).isEmpty();
        assertThat(begun).hasValue(0);
    }

    @ParameterizedTest
    @CsvSource({
        "127.0.0.1, true",
        "10.1.2.3, true",
        "172.20.0.1, true",
        "192.168.7.7, true",
        "169.254.1.1, true",
        "100.64.0.1, true",
        "0.0.0.0, true",
        "::1, true",
        "fe80::1, true",
        "fd12::7, true",
        "192.0.2.7, false",
        "172.32.0.1, false",
        "100.128.0.1, false",
        "2001:db8::1, false"
    })
    void privateAddressesAreKnown(String address, boolean isPrivate) throws IOException {
        assertThat(WebSystem.isPrivate(InetAddress.getByName(address))).isEqualTo(isPrivate);
    }
}
