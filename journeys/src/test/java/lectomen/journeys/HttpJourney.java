package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The HTTP interface: who is let in, and how errors look. */
class HttpJourney {
    @TempDir
    private static Path temp;

    private static RunningService service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static void assertProblem(HttpResponse<String> response, int status, String code, String detail) {
        assertThat(response.statusCode()).as(response.body()).isEqualTo(status);
        assertThat(response.headers().firstValue("Content-Type").orElse("")).startsWith("application/problem+json");
        JsonNode problem = JsonMapper.builder().build().readTree(response.body());
        assertThat(problem.path("code").asString()).isEqualTo(code);
        assertThat(problem.path("detail").asString()).contains(detail).doesNotContain("Exception");
    }

    private static HttpResponse<String> upload(String query, String content) {
        return service.send(service.request("/uploads?" + query)
                .setHeader("Content-Type", "application/octet-stream")
                .POST(BodyPublishers.ofString(content)));
    }

    @Test
    void onlyCallersWithTheTokenAreAdmitted() {
        URI status = URI.create(service.url() + "/api/v1/status");
        assertProblem(service.send(HttpRequest.newBuilder(status)), 401, "token-needed", "Bearer");
        assertProblem(
                service.send(HttpRequest.newBuilder(status).header("Authorization", "Bearer wrong")),
                401,
                "token-needed",
                "token");
        assertThat(service.send(service.request("/status")).statusCode()).isEqualTo(200);
    }

    /** A request to sign in whose body does not come. @param from the address of the caller */
    private static Socket halfSent(String from) throws IOException {
        Socket socket = new Socket();
        socket.bind(new InetSocketAddress(from, 0));
        socket.connect(
                new InetSocketAddress("127.0.0.1", URI.create(service.url()).getPort()), 20_000);
        String head = "POST /api/v1/session HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n"
                + "Content-Length: 1000\r\n\r\n{";
        socket.getOutputStream().write(head.getBytes(StandardCharsets.US_ASCII));
        return socket;
    }

    @Test
    void whoFloodsTheServiceWithHalfRequestsIsRefusedAndNobodyElse() throws Exception {
        List<Socket> sent = new ArrayList<>();
        try {
            String refusal = "";
            while (refusal.isEmpty() && sent.size() < 60) {
                Socket next = halfSent("127.0.0.7");
                sent.add(next);
                next.setSoTimeout(sent.size() <= 32 ? 1 : 5_000);
                try {
                    refusal = new String(next.getInputStream().readNBytes(400), StandardCharsets.UTF_8);
                } catch (SocketTimeoutException stillWaiting) {
                    // it holds a thread
                }
            }
            assertThat(refusal).startsWith("HTTP/1.1 429").contains("too-many-requests", "Retry-After");
            assertThat(sent).hasSizeBetween(30, 48);
            assertThat(service.send(service.request("/status")).statusCode()).isEqualTo(200);
        } finally {
            for (Socket one : sent) {
                one.close();
            }
        }
    }

    @Test
    void whatARequestDidNotReadIsNotWaitedForForLong() throws Exception {
        try (Socket socket = new Socket()) {
            socket.connect(
                    new InetSocketAddress("127.0.0.1", URI.create(service.url()).getPort()), 20_000);
            String head = "POST /api/v1/rules HTTP/1.1\r\nHost: localhost\r\nContent-Length: 9000000\r\n\r\n";
            socket.getOutputStream().write(head.getBytes(StandardCharsets.US_ASCII));
            byte[] some = new byte[100_000];
            try {
                for (int i = 0; i < 25; i++) {
                    socket.getOutputStream().write(some);
                }
            } catch (IOException closed) {
                // that is what is expected here
            }
            assertThat(service.send(service.request("/status")).statusCode()).isEqualTo(200);
            HttpResponse<String> refused =
                    service.send(HttpRequest.newBuilder(URI.create(service.url() + "/api/v1/rules"))
                            .POST(BodyPublishers.ofByteArray(some)));
            assertProblem(refused, 401, "token-needed", "Bearer");
        }
    }

    @Test
    void aBorrowedHostNameGetsNothing() throws Exception {
        URI url = URI.create(service.url());
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress("127.0.0.1", url.getPort()), 2_000);
            String call = "GET /api/v1/status HTTP/1.1\r\nHost: harbour.example:" + url.getPort()
                    + "\r\nConnection: close\r\n\r\n";
            socket.getOutputStream().write(call.getBytes(StandardCharsets.US_ASCII));
            String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(answer).startsWith("HTTP/1.1 421").contains("host-not-allowed");
        }
    }

    @Test
    void whatIsWrongIsSaidAsAProblemWithACode() {
        assertProblem(service.send(service.request("/jobs/1-77").GET()), 404, "no-such-job", "1-77");
        assertProblem(
                service.send(service.request("/jobs/1-77/retry").POST(BodyPublishers.noBody())),
                404,
                "no-such-job",
                "1-77");
        assertProblem(
                service.send(service.request("/jobs/1-77/cancel").POST(BodyPublishers.noBody())),
                404,
                "no-such-job",
                "1-77");
        assertProblem(service.send(service.request("/jobs?state=lost").GET()), 400, "bad-request", "unmatched");
        assertProblem(service.send(service.request("/jobs?limit=0").GET()), 400, "bad-request", "limit");
        assertProblem(service.send(service.request("/jobs?limit=many").GET()), 400, "bad-request", "limit");
        assertProblem(service.send(service.request("/rules/none").GET()), 404, "no-such-rule", "none");
        assertProblem(
                service.send(service.request("/rules/none/live").POST(BodyPublishers.noBody())),
                404,
                "no-such-rule",
                "none");
        assertProblem(
                service.send(service.request("/rules/none/pause").POST(BodyPublishers.noBody())),
                404,
                "no-such-rule",
                "none");
        assertProblem(
                service.send(service.request("/rules").POST(BodyPublishers.ofString("rule: ["))),
                422,
                "bad-rule",
                "line 1");
        assertProblem(service.send(service.request("/nothing").GET()), 404, "no-such-endpoint", "nothing");
        assertProblem(service.send(service.request("/status").DELETE()), 405, "bad-request", "DELETE");
        assertProblem(upload("name=a.txt&rule=none", "a"), 404, "no-such-rule", "none");
    }

    @Test
    void whoeverAsksForThePathOfErrorsFindsNothing() {
        URI errors = URI.create(service.url() + "/error");
        assertProblem(service.send(HttpRequest.newBuilder(errors)), 404, "no-such-endpoint", "");
    }

    @Test
    void aRuleOutsideTheRootsOrAroundADestinationIsRefusedWithItsPlace() {
        String outside = Rules.keepName("outside", "").replace("{inbox}/outside", "/var/spool/somewhere");
        JsonNode check = service.post("/rules/check", outside);
        assertThat(check.path("good").asBoolean()).isFalse();
        assertThat(check.path("problems").get(0).path("words").asString()).contains("is not under any of the roots");
        assertThat(check.path("problems").get(0).path("line").asInt()).isEqualTo(4);
        String around = Rules.keepName("around", "").replace("{inbox}/around", "{home}/archive/in");
        assertThat(service.post("/rules/check", around).path("problems").toString())
                .contains("contain each other");
        service.post("/rules", Rules.keepName("first", "settle: 1s"));
        String other = Rules.keepName("second", "settle: 3s").replace("{inbox}/second", "{inbox}/first");
        assertThat(service.post("/rules/check", other).path("problems").toString())
                .contains("rule first uses this folder with different settings");
    }

    @Test
    void aNameInAnUploadNeverLeavesItsPlace() throws Exception {
        service.live(Rules.keepName("uploads", ""));
        HttpResponse<String> response = upload("rule=uploads&name=..%2F..%2Fetc%2Fclimb.txt", "climbing");
        assertThat(response.statusCode()).isEqualTo(202);
        JsonNode job = service.awaitJob("climb.txt", "filed");
        assertThat(job.path("places").get(0).asString())
                .isEqualTo(service.archive().resolve("uploads/climb.txt").toString());
    }
}
