package lectomen.standins.openid;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * A provider of OpenID Connect on this machine (authorisation code flow with PKCE). Whoever comes says who they are by a click; there
 * are no passwords. It makes faults on request. Groups are only told by the endpoint for more about a person.
 */
public final class OpenIdStandIn implements AutoCloseable {
    private static final String JSON = "application/json";
    private static final String HTML = "text/html; charset=utf-8";

    private final HttpServer server;
    private final ExecutorService threads = Executors.newFixedThreadPool(4);
    private final List<Account> accounts;
    private final IdTokens tokens = new IdTokens();
    private final Map<String, SignIn> codes = new ConcurrentHashMap<>();
    private final Map<String, Account> accesses = new ConcurrentHashMap<>();
    private volatile Fault fault = Fault.NONE;
    private volatile Duration skew = Duration.ZERO;

    private OpenIdStandIn(HttpServer server, List<Account> accounts) {
        this.server = server;
        this.accounts = List.copyOf(accounts);
    }

    /** @param port 0 for any free one */
    public static OpenIdStandIn start(int port) throws IOException {
        return start(port, Account.HARBOUR);
    }

    public static OpenIdStandIn start(int port, List<Account> accounts) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
        OpenIdStandIn standIn = new OpenIdStandIn(server, accounts);
        standIn.listen("/.well-known/openid-configuration", standIn::describe);
        standIn.listen("/keys", exchange -> standIn.answer(exchange, 200, JSON, standIn.tokens.published()));
        standIn.listen("/authorize", standIn::authorize);
        standIn.listen("/token", standIn::token);
        standIn.listen("/userinfo", standIn::tellMore);
        server.setExecutor(standIn.threads);
        server.start();
        return standIn;
    }

    /** What a service calls it. */
    public String issuer() {
        return "http://localhost:" + server.getAddress().getPort();
    }

    /** Makes this fault from now on. */
    public void make(Fault next) {
        fault = next;
    }

    /** Sets by how much its clock is fast. */
    public void setClockSkew(Duration next) {
        skew = next;
    }

    public void rotateKey() {
        tokens.rotateKey();
    }

    @Override
    public void close() {
        server.stop(0);
        threads.shutdownNow();
    }

    private interface Handler {
        void handle(HttpExchange exchange) throws IOException;
    }

    private void listen(String path, Handler handler) {
        server.createContext(path, exchange -> {
            try (exchange) {
                handler.handle(exchange);
            }
        });
    }

    private void describe(HttpExchange exchange) throws IOException {
        answer(exchange, 200, JSON, """
                {"issuer": "%1$s",
                 "authorization_endpoint": "%1$s/authorize",
                 "token_endpoint": "%1$s/token",
                 "userinfo_endpoint": "%1$s/userinfo",
                 "jwks_uri": "%1$s/keys",
                 "response_types_supported": ["code"],
                 "subject_types_supported": ["public"],
                 "id_token_signing_alg_values_supported": ["ES256"],
                 "code_challenge_methods_supported": ["S256"]}
                """.formatted(issuer()));
    }

    /** Shows the page to sign in on, and takes what was chosen there. */
    private void authorize(HttpExchange exchange) throws IOException {
        Map<String, String> asked = parameters(exchange.getRequestURI().getRawQuery());
        if (exchange.getRequestMethod().equals("GET")) {
            answer(
                    exchange,
                    200,
                    HTML,
                    SignInPage.of(accounts, exchange.getRequestURI().getRawQuery()));
            return;
        }
        Map<String, String> form = parameters(body(exchange));
        Optional<Account> account = accounts.stream()
                .filter(one -> one.signIn().equals(form.get("person")))
                .findFirst();
        String comeBack = asked.getOrDefault("redirect_uri", "");
        String state = fault == Fault.OTHER_STATE ? "another-state" : asked.getOrDefault("state", "");
        String result;
        if (account.isPresent()) {
            String code = UUID.randomUUID().toString();
            codes.put(
                    code,
                    new SignIn(
                            asked.getOrDefault("client_id", ""),
                            comeBack,
                            asked.getOrDefault("nonce", ""),
                            asked.getOrDefault("code_challenge", ""),
                            account.get(),
                            Instant.now()));
            result = "code=" + code;
        } else {
            result = "error=access_denied";
        }
        exchange.getResponseHeaders()
                .set(
                        "Location",
                        comeBack + "?" + result + "&state=" + URLEncoder.encode(state, StandardCharsets.UTF_8));
        exchange.sendResponseHeaders(302, -1);
    }

    private void token(HttpExchange exchange) throws IOException {
        Map<String, String> form = parameters(body(exchange));
        SignIn signIn = codes.remove(form.getOrDefault("code", ""));
        boolean good = signIn != null
                && signIn.comeBack().equals(form.get("redirect_uri"))
                && signIn.challenge().equals(challenge(form.getOrDefault("code_verifier", "")));
        if (!good || signIn == null) {
            answer(exchange, 400, JSON, "{\"error\": \"invalid_grant\"}");
            return;
        }
        String access = UUID.randomUUID().toString();
        accesses.put(access, signIn.account());
        answer(exchange, 200, JSON, """
                {"access_token": "%s", "token_type": "Bearer", "expires_in": 300, "id_token": "%s"}
                """.formatted(
                        access, tokens.make(signIn.account(), signIn, issuer(), skew, fault)));
    }

    /** The answer to a challenge of PKCE (RFC 7636, 4.6). */
    private static String challenge(String verifier) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(verifier.getBytes(StandardCharsets.US_ASCII));
            return Base64.getUrlEncoder().withoutPadding().encodeToString(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("This Java has no SHA-256", e);
        }
    }

    private void tellMore(HttpExchange exchange) throws IOException {
        String header = Optional.ofNullable(exchange.getRequestHeaders().getFirst("Authorization"))
                .orElse("");
        Account account = accesses.get(header.replaceFirst("^Bearer ", ""));
        if (account == null) {
            answer(exchange, 401, JSON, "{\"error\": \"invalid_token\"}");
            return;
        }
        String groups = String.join("\", \"", account.groups());
        answer(exchange, 200, JSON, """
                {"sub": "%s", "preferred_username": "%s", "name": "%s", "groups": ["%s"]}
                """.formatted(account.subject(), account.signIn(), account.name(), groups));
    }

    private static String body(HttpExchange exchange) throws IOException {
        return new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
    }

    private static Map<String, String> parameters(String text) {
        Map<String, String> parameters = new HashMap<>();
        for (String part : Optional.ofNullable(text).orElse("").split("&")) {
            String[] pair = part.split("=", 2);
            String value = pair.length > 1 ? pair[1] : "";
            parameters.put(
                    URLDecoder.decode(pair[0], StandardCharsets.UTF_8),
                    URLDecoder.decode(value, StandardCharsets.UTF_8));
        }
        return parameters;
    }

    private void answer(HttpExchange exchange, int status, String type, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", type);
        exchange.getResponseHeaders().set("Cache-Control", "no-store");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }
}
