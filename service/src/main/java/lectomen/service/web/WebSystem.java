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
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.net.ssl.SSLHandshakeException;
import lectomen.engine.webcall.MessageSignature;
import lectomen.service.connection.TrustedAuthorities;
import lectomen.service.home.WebSettings;
import lectomen.service.secret.NoSuchSecretException;
import lectomen.service.secret.SecretStore;

/**
 * A system that is called over HTTP: each call is a POST of JSON with an idempotency key, signed where there is a key (RFC 9421).
 * Redirects are not followed. Safe for several threads.
 */
public final class WebSystem {
    private static final Duration CONNECT = Duration.ofSeconds(10);
    private static final Duration ANSWER = Duration.ofSeconds(30);
    private static final Set<Integer> TRY_AGAIN = Set.of(408, 425, 429);
    private static final int FIRST_NOT_GOOD = 300;
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
     * @param begins called before anything is handed over
     */
    public CallResult call(String id, String json, Runnable begins) {
        Optional<String> key;
        try {
            key = settings.secret().flatMap(secrets::open);
        } catch (NoSuchSecretException e) {
            return new CallResult.NotNow("the secret \"" + settings.secret().orElse("") + "\" is missing");
        }
        if (settings.secret().isPresent() && key.isEmpty()) {
            return new CallResult.NotNow("the secret \"" + settings.secret().get() + "\" can't be read");
        }
        try {
            Optional<String> notAllowed = findPrivate();
            if (notAllowed.isPresent()) {
                return new CallResult.NotAllowed(notAllowed.get());
            }
        } catch (UnknownHostException e) {
            return new CallResult.NotNow("unknown host " + settings.address().getHost());
        }
        begins.run();
        try {
            return result(http.send(request(id, json, key), HttpResponse.BodyHandlers.ofString()));
        } catch (ConnectException | HttpConnectTimeoutException e) {
            return new CallResult.NotNow("no connection");
        } catch (SSLHandshakeException e) {
            return new CallResult.NotNow("its certificate is not trusted");
        } catch (IOException e) {
            return new CallResult.Unknown(String.valueOf(e.getMessage()));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new CallResult.Unknown("the service stopped");
        }
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

    private HttpRequest request(String id, String json, Optional<String> key) {
        byte[] body = json.getBytes(StandardCharsets.UTF_8);
        URI address = settings.address();
        Map<String, String> components = new LinkedHashMap<>();
        components.put("@method", "POST");
        components.put("@target-uri", address.toString());
        components.put("content-digest", MessageSignature.digestOf(body));
        components.put("idempotency-key", "\"" + id + "\"");
        HttpRequest.Builder request = HttpRequest.newBuilder(address)
                .timeout(ANSWER)
                .header("Content-Type", "application/json")
                .header("Content-Digest", components.get("content-digest"))
                .header("Idempotency-Key", components.get("idempotency-key"))
                .POST(HttpRequest.BodyPublishers.ofByteArray(body));
        key.ifPresent(secret -> {
            MessageSignature signature = MessageSignature.of(
                    components,
                    clock.instant(),
                    ";keyid=\"" + name + "\";alg=\"hmac-sha256\"",
                    secret.getBytes(StandardCharsets.UTF_8));
            request.header("Signature-Input", signature.input()).header("Signature", signature.signature());
        });
        return request.build();
    }

    private static CallResult result(HttpResponse<String> response) {
        int status = response.statusCode();
        String said = response.body().strip().lines().findFirst().orElse("");
        String answer = (status + " " + said.substring(0, Math.min(said.length(), LONGEST_ANSWER))).strip();
        if (status < FIRST_NOT_GOOD) {
            return new CallResult.Taken(Integer.toString(status));
        }
        return status >= FIRST_SERVER_ERROR || TRY_AGAIN.contains(status)
                ? new CallResult.NotNow(answer)
                : new CallResult.Refused(answer);
    }
}
