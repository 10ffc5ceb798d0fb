package lectomen.service.web;

import java.io.IOException;
import java.net.ConnectException;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.IntPredicate;
import java.util.stream.Stream;
import javax.net.ssl.SSLHandshakeException;
import lectomen.engine.webcall.MessageSignature;
import lectomen.service.connection.TrustedAuthorities;
import lectomen.service.home.WebSettings;
import lectomen.service.secret.NoSuchSecretException;
import lectomen.service.secret.SecretStore;
import org.jspecify.annotations.Nullable;

/**
 * A system that is called over HTTP: each call is a POST with an idempotency key, signed where there is a key (RFC 9421).
 * Redirects are not followed. Safe for several threads.
 */
public final class WebSystem {
    private static final Duration CONNECT = Duration.ofSeconds(10);
    private static final Duration ANSWER = Duration.ofSeconds(30);
    private static final Set<Integer> TRY_AGAIN = Set.of(408, 425, 429);
    private static final int SLOWEST_BYTES_A_SECOND = 100_000;
    private static final int FIRST_SERVER_ERROR = 500;
    private static final int LONGEST_ANSWER = 200;

    private final String name;
    private final WebSettings settings;
    private final SecretStore secrets;
    private final InstantSource clock;
    private final HttpClient http;

    /** @param name of the connection, by which the other side knows the key */
    public WebSystem(String name, WebSettings settings, SecretStore secrets, InstantSource clock) {
        this.name = name;
        this.settings = settings;
        this.secrets = secrets;
        this.clock = clock;
        this.http = HttpClient.newBuilder()
                .connectTimeout(CONNECT)
                .followRedirects(HttpClient.Redirect.NEVER)
                .version(HttpClient.Version.HTTP_1_1)
                .sslContext(TrustedAuthorities.context(settings.certificate()))
                .build();
    }

    /**
     * Calls the system.
     *
     * @param id names the call for good: the system takes it once, however often it comes
     * @param takes whether an answer with that status means that it has taken the call
     * @param begins called before anything is handed over
     */
    public CallResult call(String id, CallBody body, IntPredicate takes, Runnable begins) {
        Optional<String> secretProblem = findSecretProblem();
        if (secretProblem.isPresent()) {
            return new CallResult.NotNow(secretProblem.get());
        }
        HttpRequest request;
        byte[] digest;
        try {
            Optional<String> notAllowed = findPrivate();
            if (notAllowed.isPresent()) {
                return new CallResult.NotAllowed(notAllowed.get());
            }
            digest = body.digest();
            request = request(id, body, digest);
        } catch (UnknownHostException e) {
            return new CallResult.NotNow("unknown host " + settings.address().getHost());
        } catch (IOException e) {
            return new CallResult.NotNow("the document can't be read: " + e.getMessage());
        }
        begins.run();
        CompletableFuture<HttpResponse<String>> answer = http.sendAsync(request, BoundedAnswer.handler());
        try {
            long seconds = ANSWER.toSeconds() + body.size() / SLOWEST_BYTES_A_SECOND;
            return result(answer.get(seconds, TimeUnit.SECONDS), takes, CallBody.hex(digest));
        } catch (TimeoutException e) {
            answer.cancel(true);
            return new CallResult.Unknown("no answer in time");
        } catch (ExecutionException e) {
            return failed(e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new CallResult.Unknown("the service stopped");
        }
    }

    private static CallResult failed(@Nullable Throwable cause) {
        if (cause instanceof ConnectException || cause instanceof HttpConnectTimeoutException) {
            return new CallResult.NotNow("no connection");
        }
        return cause instanceof SSLHandshakeException
                ? new CallResult.NotNow("its certificate is not trusted")
                : new CallResult.Unknown(cause == null ? "" : String.valueOf(cause.getMessage()));
    }

    private Optional<String> findSecretProblem() {
        for (String secret : settings.secrets()) {
            try {
                if (secrets.open(secret).isEmpty()) {
                    return Optional.of("the secret \"" + secret + "\" can't be read");
                }
            } catch (NoSuchSecretException e) {
                return Optional.of("the secret \"" + secret + "\" is missing");
            }
        }
        return Optional.empty();
    }

    private String open(String secret) {
        return secrets.open(secret).orElseThrow(() -> new NoSuchSecretException(secret));
    }

    /** An address that is not of the public network, unless that is allowed. */
    private Optional<String> findPrivate() throws UnknownHostException {
        return settings.mayBePrivate()
                ? Optional.empty()
                : Stream.of(InetAddress.getAllByName(settings.address().getHost()))
                        .filter(WebSystem::isPrivate)
                        .map(InetAddress::getHostAddress)
                        .findFirst();
    }

    static boolean isPrivate(InetAddress address) {
        byte[] bytes = address.getAddress();
        boolean uniqueLocal = bytes.length == 16 && (bytes[0] & 0xfe) == 0xfc;
        boolean carrier = bytes.length == 4 && (bytes[0] & 0xff) == 100 && (bytes[1] & 0xc0) == 64;
        return address.isLoopbackAddress()
                || address.isSiteLocalAddress()
                || address.isLinkLocalAddress()
                || address.isAnyLocalAddress()
                || address.isMulticastAddress()
                || uniqueLocal
                || carrier;
    }

    private HttpRequest request(String id, CallBody body, byte[] digest) {
        URI address = settings.address();
        Map<String, String> components = new LinkedHashMap<>();
        components.put("@method", "POST");
        components.put("@target-uri", address.toString());
        components.put("content-digest", MessageSignature.contentDigest(digest));
        components.put("idempotency-key", "\"" + id + "\"");
        HttpRequest.Builder request = HttpRequest.newBuilder(address)
                .header("Content-Type", body.type())
                .header("Content-Digest", components.get("content-digest"))
                .header("Idempotency-Key", components.get("idempotency-key"))
                .POST(HttpRequest.BodyPublishers.fromPublisher(
                        HttpRequest.BodyPublishers.ofInputStream(body::open), body.size()));
        settings.secret().ifPresent(secret -> {
            MessageSignature signature = MessageSignature.of(
                    components,
                    clock.instant(),
                    ";keyid=\"" + name + "\";alg=\"hmac-sha256\"",
                    open(secret).getBytes(StandardCharsets.UTF_8));
            request.header("Signature-Input", signature.input()).header("Signature", signature.signature());
        });
        settings.signIn().ifPresent(signIn -> request.header("Authorization", authorization(signIn)));
        return request.build();
    }

    private String authorization(WebSettings.SignIn signIn) {
        if (signIn instanceof WebSettings.SignIn.Password password) {
            byte[] pair = (password.name() + ":" + open(password.secret())).getBytes(StandardCharsets.UTF_8);
            return "Basic " + Base64.getEncoder().encodeToString(pair);
        }
        return "Bearer " + open(signIn.secret());
    }

    private static CallResult result(HttpResponse<String> response, IntPredicate takes, String sha256) {
        int status = response.statusCode();
        if (takes.test(status)) {
            String type = response.headers().firstValue("Content-Type").orElse("");
            return new CallResult.Taken(status, type, response.body(), sha256);
        }
        String said = response.body().strip().lines().findFirst().orElse("");
        String answer = (status + " " + said.substring(0, Math.min(said.length(), LONGEST_ANSWER))).strip();
        return status >= FIRST_SERVER_ERROR || TRY_AGAIN.contains(status)
                ? new CallResult.NotNow(answer)
                : new CallResult.Refused(answer);
    }
}
