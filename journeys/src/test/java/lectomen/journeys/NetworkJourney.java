package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.time.Duration;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The two declared ways off the machine: a certificate of its own, and a proxy. */
class NetworkJourney {
    private static final Path TLS = Path.of("src/test/resources/tls").toAbsolutePath();

    @TempDir
    private Path temp;

    private Path home(String listen) throws Exception {
        Path home = Files.createDirectories(temp.resolve("home"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections: { archive: { folder: "{home}/archive" } }
                listen: %s
                """.formatted(listen));
        return home;
    }

    private static SSLContext trusting(Path certificate) throws Exception {
        KeyStore known = KeyStore.getInstance(KeyStore.getDefaultType());
        known.load(null);
        try (InputStream in = Files.newInputStream(certificate)) {
            known.setCertificateEntry(
                    "own", CertificateFactory.getInstance("X.509").generateCertificate(in));
        }
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(known);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return context;
    }

    @Test
    void withACertificateItTalksOnlyPrivately() throws Exception {
        Path home =
                home("{ names: [localhost], certificate: \"%s/cert.pem\", key: \"%s/key.pem\" }".formatted(TLS, TLS));
        try (RunningService service = RunningService.start(home)) {
            assertThat(service.url()).startsWith("https://localhost:");
            HttpClient http = HttpClient.newBuilder()
                    .sslContext(trusting(TLS.resolve("cert.pem")))
                    .build();
            HttpRequest request = HttpRequest.newBuilder(URI.create(service.url() + "/api/v1/rules"))
                    .header(
                            "Authorization",
                            "Bearer " + Files.readString(home.resolve("token")).strip())
                    .build();
            HttpResponse<String> answer = http.send(request, HttpResponse.BodyHandlers.ofString());
            assertThat(answer.statusCode()).isEqualTo(200);
            String plain = call(URI.create(service.url()).getPort(), "/api/v1/health/live", "localhost", "");
            assertThat(plain).as("not in clear text").doesNotContain("live").contains("400");
        }
    }

    @Test
    void behindAProxyItAnswersToTheNameAndBelowThePathThatTheProxyHas() throws Exception {
        Path home = home("{ proxy: { url: \"https://capture.harbour.example/lectomen\", addresses: [127.0.0.1] } }");
        try (ServiceInTest service = ServiceInTest.startAt(home, Duration.ZERO)) {
            int port = service.port();
            String token = Files.readString(home.resolve("token")).strip();
            assertThat(call(port, "/lectomen/api/v1/rules", "capture.harbour.example", token))
                    .startsWith("HTTP/1.1 200");
            assertThat(call(port, "/api/v1/rules", "capture.harbour.example", token))
                    .startsWith("HTTP/1.1 404");
            assertThat(call(port, "/lectomen/api/v1/rules", "other.example", token))
                    .startsWith("HTTP/1.1 421");
            assertThat(Files.readString(home.resolve("address"))).contains("https://capture.harbour.example/lectomen");
        }
    }

    private static String call(int port, String path, String host, String token) throws Exception {
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress("127.0.0.1", port), 2_000);
            String request = "GET " + path + " HTTP/1.1\r\nHost: " + host + "\r\nAuthorization: Bearer " + token
                    + "\r\nConnection: close\r\n\r\n";
            socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
            return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Test
    void anIncompleteDeclarationIsRefusedWithItsPlace() throws Exception {
        Path home = home("{ address: 0.0.0.0, names: [localhost] }");
        Answer answer = Commands.run("serve", "--home", home.toString(), "--port", "0");
        assertThat(answer.exitCode()).isEqualTo(2);
        assertThat(answer.err()).contains("line 4").contains("either \"certificate\" with \"key\"");
    }
}
