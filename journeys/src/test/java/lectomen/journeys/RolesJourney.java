package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What each role may do, and what a role that is limited to a rule sees. */
class RolesJourney {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String JSON_TYPE = "application/json";
    private static final Set<String> TAKES_BYTES = Set.of("arrivals.upload", "trialDocuments.keep");
    private static final List<String> ROLES =
            List.of("administrator", "rule author", "operator", "approver", "auditor");

    @TempDir
    private static Path temp;

    private static ServiceInTest service;
    private static final Map<String, String> TOKENS = new LinkedHashMap<>();

    /** A token of the operator, and of the auditor, of permits alone. */
    private static String permits;

    private static String permitsAuditor;
    private static String permit;
    private static String notice;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.live(Rules.keepName("permits", "accept: [text]"));
        service.live(Rules.keepName("notices", "accept: [text]"));
        for (String role : ROLES) {
            TOKENS.put(role, token("{\"name\": \"%1$s\", \"role\": \"%1$s\"}".formatted(role)));
        }
        permits = token("{\"name\": \"ferry office\", \"role\": \"operator\", \"rules\": [\"permits\"]}");
        permitsAuditor = token("{\"name\": \"ferry audit\", \"role\": \"auditor\", \"rules\": [\"permits\"]}");
        Files.writeString(service.inbox("permits").resolve("heron.txt"), "PERMIT");
        Files.writeString(service.inbox("notices").resolve("tern.txt"), "NOTICE");
        permit = service.awaitJob("heron.txt", "filed").path("id").asString();
        notice = service.awaitJob("tern.txt", "filed").path("id").asString();
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static String token(String wanted) {
        HttpResponse<String> made = service.send(
                service.request("/tokens").setHeader("Content-Type", JSON_TYPE).POST(BodyPublishers.ofString(wanted)));
        assertThat(made.statusCode()).as(made.body()).isEqualTo(201);
        return JSON.readTree(made.body()).path("token").asString();
    }

    private static HttpResponse<String> call(String token, String method, String path) {
        return call(token, method, path, JSON_TYPE);
    }

    private static HttpResponse<String> call(String token, String method, String path, String type) {
        boolean parts = type.startsWith("multipart");
        return service.send(service.request(path)
                .setHeader("Authorization", "Bearer " + token)
                .setHeader("Content-Type", parts ? type + "; boundary=x" : type)
                .method(
                        method,
                        method.equals("GET")
                                ? BodyPublishers.noBody()
                                : BodyPublishers.ofString(parts ? "--x--\r\n" : "{}")));
    }

    private static String codeOf(HttpResponse<String> answer) {
        return answer.statusCode() == 403
                ? JSON.readTree(answer.body()).path("code").asString("")
                : "";
    }

    private static Map<String, List<String>> table() throws IOException {
        Map<String, List<String>> rows = new TreeMap<>();
        try (Stream<String> lines = new String(
                        Objects.requireNonNull(RolesJourney.class.getResourceAsStream("roles.csv"))
                                .readAllBytes(),
                        StandardCharsets.UTF_8)
                .lines()) {
            lines.skip(1).forEach(line -> {
                List<String> cells = List.of(line.split(",", -1));
                rows.put(cells.get(0), cells.subList(1, cells.size()));
            });
        }
        return rows;
    }

    /** Every call as every role: what the table does not allow is refused, and nothing else. */
    @Test
    void eachRoleMayCallWhatTheTableSaysAndNothingElse() throws Exception {
        Map<String, List<String>> table = table();
        List<String> wrong = new ArrayList<>();
        TreeSet<String> described = new TreeSet<>();
        table.remove("ledger.events"); // its answer never ends
        for (Map.Entry<String, JsonNode> path :
                service.get("/openapi.json").path("paths").properties()) {
            for (Map.Entry<String, JsonNode> call : path.getValue().properties()) {
                String id = call.getValue().path("operationId").asString();
                if (id.equals("ledger.events")) {
                    continue;
                }
                described.add(id);
                List<String> row = table.getOrDefault(id, List.of());
                for (int role = 0; role < ROLES.size(); role++) {
                    boolean allowed = !row.isEmpty() && row.get(role).equals("yes");
                    String where = path.getKey()
                            .replaceFirst("^/api/v1", "")
                            .replace("{id}", id.startsWith("sources") || id.startsWith("accounts") ? "77" : "none")
                            .replaceAll("\\{(page|version)}", "1")
                            .replaceAll("\\{[a-zA-Z0-9]+}", "none");
                    String method = call.getKey().toUpperCase(Locale.ROOT);
                    String type = call.getValue().path("requestBody").path("content").propertyNames().stream()
                            .findFirst()
                            .orElse(TAKES_BYTES.contains(id) ? "application/octet-stream" : JSON_TYPE);
                    HttpResponse<String> answer = call(TOKENS.get(ROLES.get(role)), method, where, type);
                    boolean refused = codeOf(answer).equals("not-allowed");
                    if (refused == allowed || answer.body().contains("token-needed")) {
                        wrong.add(id + " as " + ROLES.get(role) + ": " + answer.statusCode());
                    }
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(table.keySet())
                .as("a row for each call, and a call for each row")
                .isEqualTo(described);
    }

    @Test
    void aRoleThatIsLimitedSeesItsOwnJobsAndNothingOfOthers() {
        JsonNode jobs = JSON.readTree(call(permits, "GET", "/jobs").body()).path("jobs");
        assertThat(jobs.findValuesAsString("id")).containsExactly(permit);
        assertThat(call(permits, "GET", "/jobs?name=tern").body()).doesNotContain(notice);
        assertThat(call(permits, "GET", "/jobs?rule=notices").body()).doesNotContain(notice);
        for (String path : List.of("/jobs/%s", "/jobs/%s/original", "/jobs/%s/pages/1")) {
            HttpResponse<String> theirs = call(permits, "GET", path.formatted(permit));
            assertThat(theirs.statusCode()).as(path).isNotEqualTo(403);
            HttpResponse<String> others = call(permits, "GET", path.formatted(notice));
            assertThat(others.statusCode()).as(path).isEqualTo(404);
            assertThat(others.body())
                    .as("as if it were not there")
                    .isEqualTo(
                            call(permits, "GET", path.formatted("1-77")).body().replace("1-77", notice));
        }
        assertThat(call(permits, "POST", "/jobs/" + notice + "/hold").statusCode())
                .isEqualTo(404);
        assertThat(call(permits, "POST", "/job-actions/run-again?ids=" + notice).statusCode())
                .isEqualTo(404);
        assertThat(JSON.readTree(call(permits, "POST", "/job-actions/run-again?state=filed&dry=true")
                                .body())
                        .path("matched")
                        .asInt())
                .isEqualTo(1);
        assertThat(call(permits, "POST", "/jobs/" + permit + "/move?rule=notices")
                        .statusCode())
                .isEqualTo(404);
    }

    @Test
    void itSeesItsOwnRulesFoldersFiguresAndEntries() {
        assertThat(JSON.readTree(call(permits, "GET", "/rules").body())
                        .path("rules")
                        .findValuesAsString("id"))
                .containsExactly("permits");
        assertThat(call(permits, "GET", "/rules/notices").statusCode()).isEqualTo(404);
        assertThat(call(permits, "GET", "/sources").body())
                .contains("/permits\"")
                .doesNotContain("/notices\"");
        JsonNode status = JSON.readTree(call(permits, "GET", "/status").body());
        assertThat(status.path("jobs").path("filed").asInt()).isEqualTo(1);
        JsonNode today = JSON.readTree(call(permits, "GET", "/today").body());
        assertThat(today.path("rules").findValuesAsString("rule")).containsExactly("permits");
        assertThat(today.toString()).doesNotContain("notices");
        String entries = call(permitsAuditor, "GET", "/ledger?limit=1000").body();
        assertThat(entries).contains("job " + permit).doesNotContain("job " + notice, "rule notices", "token");
        assertThat(codeOf(call(permitsAuditor, "GET", "/ledger/check"))).isEqualTo("not-allowed");
        assertThat(codeOf(call(permits, "GET", "/metrics"))).isEqualTo("not-allowed");
        assertThat(call(permits, "GET", "/metrics").body()).contains("limited to some rules");
    }

    @Test
    void itSendsFilesToItsOwnRulesAlone() {
        HttpResponse<String> none = upload("");
        assertThat(none.statusCode()).isEqualTo(400);
        assertThat(none.body()).contains("name the rule");
        assertThat(upload("&rule=notices").statusCode()).isEqualTo(404);
        assertThat(upload("&rule=permits").statusCode()).isEqualTo(202);
    }

    @Test
    void theClientKeepsALoginReadableByItsOwnerAlone() throws Exception {
        Map<String, String> settings =
                Map.of("XDG_CONFIG_HOME", temp.resolve("settings").toString(), "LECTOMEN_HOME", "");
        Answer wrong = Launcher.runWith(settings, "lectomen_wrong\n", "login", "--url", service.url(), "--stdin");
        assertThat(wrong.exitCode()).isEqualTo(1);
        assertThat(temp.resolve("settings/lectomen/login.json")).doesNotExist();
        Answer kept = Launcher.runWith(settings, permits + "\n", "login", "--url", service.url() + "/", "--stdin");
        assertThat(kept.out()).contains("Commands now go to " + service.url());
        assertThat(PosixFilePermissions.toString(
                        Files.getPosixFilePermissions(temp.resolve("settings/lectomen/login.json"))))
                .isEqualTo("rw-------");
        Answer jobs = Launcher.runWith(settings, "", "job", "list");
        assertThat(jobs.out()).contains("heron.txt").doesNotContain("tern.txt");
        assertThat(Launcher.runWith(settings, "", "connection", "pause", "archive")
                        .err())
                .contains("Your role is limited to some rules");
        assertThat(Launcher.runWith(settings, "", "login", "--forget").out()).isEqualTo("Forgotten.\n");
        assertThat(Launcher.runWith(settings, "", "job", "list").err()).contains("no service is running on home");
    }

    private static HttpResponse<String> upload(String rule) {
        return service.send(service.request("/uploads?name=sent.txt&hold=true" + rule)
                .setHeader("Authorization", "Bearer " + permits)
                .setHeader("Content-Type", "application/octet-stream")
                .POST(BodyPublishers.ofString("PERMIT")));
    }

    @Test
    void whatIsUnknownIsRefusedWithAReason() {
        Map<String, String> refused = Map.of(
                "{\"name\": \"x\", \"role\": \"king\"}",
                "unknown role \\\"king\\\"; there are administrator, rule author, operator, approver, auditor",
                "{\"name\": \"x\", \"role\": \"operator\", \"rules\": [\"none\"]}",
                "Unknown rule none",
                "{\"name\": \"x\", \"role\": \"operator\", \"rules\": []}",
                "name at least one rule",
                "{\"name\": \" \", \"role\": \"operator\"}",
                "1 to 80 characters",
                "{\"name\": \"x\", \"role\": \"operator\", \"expiresAt\": \"2020-01-01T00:00:00Z\"}",
                "expired already");
        refused.forEach((wanted, words) -> assertThat(service.send(service.request("/tokens")
                                .setHeader("Content-Type", JSON_TYPE)
                                .POST(BodyPublishers.ofString(wanted)))
                        .body())
                .contains(words));
    }
}
