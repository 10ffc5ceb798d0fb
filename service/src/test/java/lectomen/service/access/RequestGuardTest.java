package lectomen.service.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import jakarta.servlet.FilterChain;
import jakarta.servlet.http.Cookie;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.Grant;
import lectomen.service.role.Role;
import lectomen.service.role.RoleGrants;
import lectomen.service.role.Scope;
import lectomen.service.store.FreshStore;
import lectomen.service.store.Store;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

class RequestGuardTest {
    @TempDir
    private static Path temp;

    private static Store store;
    private static Ledger ledger;
    private static Sessions sessions;
    private static Tokens tokens;
    private static RoleGrants grants;
    private static String session;

    @BeforeAll
    static void signIn() {
        store = FreshStore.open(temp, Instant::now);
        ledger = new Ledger(store, Instant::now);
        People people = new People(store, ledger, Instant::now, new PasswordHashing(1), signIn -> true);
        SignInAttempts never = new SignInAttempts(1, Duration.ofMinutes(1), () -> 0);
        sessions = new Sessions(store, ledger, Instant::now);
        grants = new RoleGrants(store, ledger, Instant::now);
        tokens = new Tokens(store, ledger, grants, Instant::now);
        Groups groups = new Groups(store, ledger, Instant::now);
        Invitations invitations = new Invitations(store, ledger, people, grants, groups, Instant::now, never);
        Invitations.Form form = new Invitations.Form(
                invitations.inviteAdministrator("service"), "Tess Quill", "tess", "the tide turns at nine");
        Person tess = ((Invitations.Followed.By) invitations.follow(form, "127.0.0.1")).person();
        session = sessions.open(tess, new Sessions.From("127.0.0.1", "a browser"));
    }

    @AfterAll
    static void close() {
        store.close();
    }

    @ParameterizedTest
    @CsvSource({
        "localhost:8417, Bearer right, 200",
        "127.0.0.1, Bearer right, 200",
        "[::1]:8417, Bearer right, 200",
        "harbour.example, Bearer right, 421",
        "localhost.harbour.example:8417, Bearer right, 421",
        "'', Bearer right, 421",
        "localhost, Bearer wrong, 401",
        "localhost, Bearer righ, 401",
        "localhost, Basic right, 401",
        "localhost, '', 401"
    })
    void whoIsAdmitted(String host, String authorization, int status) throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest("GET", "/api/v1/status");
        request.addHeader("Host", host);
        request.addHeader("Authorization", authorization);
        MockHttpServletResponse response = new MockHttpServletResponse();
        FilterChain chain = mock(FilterChain.class);
        guard(Set.of(), Set.of()).doFilter(request, response, chain);
        assertThat(response.getStatus()).isEqualTo(status);
        if (status == 200) {
            verify(chain).doFilter(request, response);
        } else {
            verify(chain, never()).doFilter(request, response);
            assertThat(response.getContentType()).startsWith("application/problem+json");
            assertThat(response.getContentAsString()).contains("\"code\"");
        }
    }

    private static final int MOST = 10;
    private final AtomicLong seconds = new AtomicLong(1_000);
    private final AtomicInteger blocked = new AtomicInteger();
    private final SignInAttempts attempts = new SignInAttempts(MOST, Duration.ofMinutes(1), seconds::get);

    private RequestGuard guard(Set<String> names, Set<String> onlyFrom) {
        return new RequestGuard(
                new Token("right"), tokens, sessions, grants, names, onlyFrom, attempts, blocked::incrementAndGet);
    }

    private MockHttpServletResponse call(RequestGuard guard, String path, String host, String token, String from)
            throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest("GET", path);
        request.addHeader("Host", host);
        request.addHeader("Authorization", "Bearer " + token);
        request.setRemoteAddr(from);
        MockHttpServletResponse response = new MockHttpServletResponse();
        guard.doFilter(request, response, mock(FilterChain.class));
        return response;
    }

    @Test
    void aTokenOfAProgramIsGoodUntilItExpiresOrIsRevoked() throws Exception {
        RequestGuard guard = guard(Set.of(), Set.of());
        Grant auditor = new Grant(Role.AUDITOR, Scope.ALL);
        Tokens.Made made =
                tokens.make("scales", auditor, Optional.of(Instant.now().plusSeconds(3600)), "owner");
        assertThat(tokens.list()).extracting(Tokens.Known::usedAt).containsExactly(Optional.empty());
        assertThat(call(guard, "/api/v1/status", "localhost", made.token(), "127.0.0.1")
                        .getStatus())
                .isEqualTo(200);
        assertThat(tokens.list().get(0).usedAt()).isPresent();
        assertThat(grants.of(made.known().principal())).containsExactly(auditor);
        assertThat(tokens.revoke(made.known().id(), "owner")).isTrue();
        assertThat(call(guard, "/api/v1/status", "localhost", made.token(), "127.0.0.1")
                        .getStatus())
                .isEqualTo(401);
        call(guard, "/api/v1/status", "localhost", made.token(), "127.0.0.1");
        call(guard, "/api/v1/status", "localhost", Tokens.PREFIX + "forged", "127.0.0.1");
        assertThat(ledger.about(made.known().principal()))
                .filteredOn(entry -> entry.event().equals("token.refused"))
                .as("recorded once a minute")
                .singleElement()
                .satisfies(entry -> assertThat(entry.facts()).containsEntry("reason", "revoked"));
        assertThat(ledger.about("people"))
                .filteredOn(entry -> entry.event().equals("token.refused"))
                .singleElement()
                .satisfies(entry -> assertThat(entry.facts()).containsEntry("reason", "unknown"));
        assertThat(tokens.revoke(99, "owner")).isFalse();
        assertThatThrownBy(() -> tokens.make("old", auditor, Optional.of(Instant.EPOCH), "owner"))
                .hasMessageContaining("expired already");
        assertThatThrownBy(() -> tokens.make(" ", auditor, Optional.empty(), "owner"))
                .hasMessageContaining("1 to 80 characters");
    }

    @Test
    void whoTriesTooManyWrongTokensHasToWaitAndNobodyElse() throws Exception {
        RequestGuard guard = guard(Set.of(), Set.of());
        for (int i = 0; i < MOST; i++) {
            assertThat(call(guard, "/api/v1/status", "localhost", "guess" + i, "127.0.0.1")
                            .getStatus())
                    .isEqualTo(401);
        }
        MockHttpServletResponse refused = call(guard, "/api/v1/status", "localhost", "guess", "127.0.0.1");
        assertThat(refused.getStatus()).isEqualTo(429);
        assertThat(refused.getHeader("Retry-After")).isEqualTo("60");
        assertThat(blocked).as("it is written down once").hasValue(1);
        assertThat(call(guard, "/api/v1/status", "localhost", "right", "127.0.0.1")
                        .getStatus())
                .as("who knows the token is not locked out by others")
                .isEqualTo(200);
        assertThat(call(guard, "/api/v1/status", "localhost", "guess", "127.0.0.2")
                        .getStatus())
                .isEqualTo(401);
        seconds.addAndGet(60);
        assertThat(call(guard, "/api/v1/status", "localhost", "guess", "127.0.0.1")
                        .getStatus())
                .isEqualTo(401);
    }

    @Test
    void behindAProxyNobodyElseIsTalkedToAndItsNameIsKnown() throws Exception {
        RequestGuard guard = guard(Set.of("Capture.harbour.example"), Set.of("10.1.2.3"));
        assertThat(call(guard, "/api/v1/status", "capture.harbour.example", "right", "10.1.2.3")
                        .getStatus())
                .isEqualTo(200);
        assertThat(call(guard, "/api/v1/status", "capture.harbour.example", "right", "10.1.2.4")
                        .getStatus())
                .isEqualTo(403);
    }

    @Test
    void healthIsToldWithoutAToken() throws Exception {
        RequestGuard guard = guard(Set.of(), Set.of());
        assertThat(call(guard, "/api/v1/health/live", "localhost", "wrong", "127.0.0.1")
                        .getStatus())
                .isEqualTo(200);
        assertThat(call(guard, "/api/v1/health", "localhost", "wrong", "127.0.0.1")
                        .getStatus())
                .isEqualTo(401);
    }

    private MockHttpServletResponse browse(String method, String path, String proof, String origin) throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest(method, path);
        request.addHeader("Host", "localhost");
        String right = sessions.find(session).orElseThrow().forgeryToken();
        request.addHeader(RequestGuard.FORGERY_HEADER, proof.equals("proof") ? right : proof);
        request.addHeader("Origin", origin);
        request.setCookies(new Cookie(RequestGuard.COOKIE, session));
        MockHttpServletResponse response = new MockHttpServletResponse();
        guard(Set.of(), Set.of()).doFilter(request, response, mock(FilterChain.class));
        return response;
    }

    @ParameterizedTest
    @CsvSource({
        "GET,  /api/v1/jobs,          none,  http://localhost,   200",
        "POST, /api/v1/job-actions/x, proof, http://localhost,   200",
        "POST, /api/v1/job-actions/x, none,  http://localhost,   403",
        "POST, /api/v1/job-actions/x, proof, http://evil.example, 403",
        "POST, /api/v1/session,       none,  http://evil.example, 403",
        "POST, /api/v1/session,       none,  http://localhost,   200",
    })
    void whatASignedInBrowserMayChange(String method, String path, String proof, String origin, int status)
            throws Exception {
        assertThat(browse(method, path, proof, origin).getStatus()).isEqualTo(status);
    }

    @ParameterizedTest
    @CsvSource({
        "/,                       200",
        "/jobs/1-17,              200",
        "/assets/index-A1.js,     200",
        "/api,                    401",
        "/api/v1/jobs,            401",
        "/%61pi/v1/jobs,          401",
        "//api/v1/jobs,           401",
        "/x/../api/v1/jobs,       401",
        "/x/%2e%2e/api/v1/jobs,   401",
        "/api;x=1/v1/jobs,        401",
        "/api/v1/session/../jobs, 401",
        "/api/v1/welcome-links,   401",
    })
    void onlyTheConsolesOwnFilesAreForAnybody(String path, int status) throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest("GET", path);
        request.addHeader("Host", "localhost");
        MockHttpServletResponse response = new MockHttpServletResponse();
        guard(Set.of(), Set.of()).doFilter(request, response, mock(FilterChain.class));
        assertThat(response.getStatus()).isEqualTo(status);
        assertThat(response.getHeader("Content-Security-Policy"))
                .contains("default-src 'none'")
                .doesNotContain("unsafe");
    }
}
