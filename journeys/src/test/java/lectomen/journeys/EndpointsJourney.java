package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import lectomen.demo.DemoPermit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Every call of the interface with a good and a bad answer. The table is held against the description of the interface: a new
 * call without its lines here fails.
 */
class EndpointsJourney {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String BYTES = "application/octet-stream";
    private static final String ONE_PAGE = """
            %PDF-1.4
            1 0 obj <</Type/Catalog/Pages 2 0 R>> endobj
            2 0 obj <</Type/Pages/Kids[3 0 R]/Count 1>> endobj
            3 0 obj <</Type/Page/Parent 2 0 R/MediaBox[0 0 200 100]>> endobj
            trailer <</Root 1 0 R>>
            %%EOF
            """;

    @TempDir
    private static Path temp;

    private static RunningService service;
    private static String filed;
    private static String failed;
    private static String held;
    private static String picture;
    private static String made;
    private static String doubt;
    private static String waiting;
    private static String welcome;
    private static String source;

    @BeforeAll
    static void start() throws Exception {
        Path home = Files.createDirectories(temp.resolve("home"));
        Files.createDirectories(home.resolve("archive"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                  front-desk: { printer: { address: "ipp://localhost:1/ipp/print" } }
                """);
        service = RunningService.start(home);
        service.live(Rules.tickets("tickets", "number it"));
        filed = upload("filed.txt", Rules.ticket("T-0001"));
        failed = upload("failed.txt", "HARBOUR TICKET without");
        service.awaitJob("filed.txt", "filed");
        service.awaitJob("failed.txt", "failed");
        held = upload("held.txt", "HARBOUR TICKET without too");
        service.awaitJob("held.txt", "failed");
        String doubtful = upload("doubtful.txt", Rules.ticket("T-0002"));
        service.awaitJob("doubtful.txt", "filed");
        doubt = service.get("/jobs/" + doubtful)
                .path("effects")
                .get(0)
                .path("id")
                .asString();
        DoubtJourney.doubt(service.home(), "= '" + doubtful + "'");
        service.live("""
                lectomen: 1
                rule: waits
                from: { folder: "{inbox}/waits" }
                do:
                  - wait: { for: 1 day }
                  - file: { in: archive }
                """);
        waiting = upload("waits", "waits.txt", "NOTICE");
        RunningService.await("it waits for a time", RunningService.LONGEST_WAIT, () -> service.get("/jobs/" + waiting)
                .has("waitsUntil"));
        source = service.get("/sources").path("sources").get(0).path("id").asString();
        picture = upload("picture.pdf", ONE_PAGE);
        made = madeByTrial();
        String first =
                service.post("/welcome-links", "").path("path").asString().replaceFirst(".*#", "");
        service.send(service.request("/welcome")
                .setHeader("Content-Type", "application/json")
                .POST(BodyPublishers.ofString("{\"code\": \"" + first
                        + "\", \"name\": \"Ivo Marsh\", \"signIn\": \"ivo\", \"password\": \"high water at ten\"}")));
        welcome = service.post("/welcome-links", "").path("path").asString().replaceFirst(".*#", "");
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    /** The session that Ivo Marsh has had since he followed his link. */
    private static boolean endSession() {
        JsonNode session =
                service.get("/accounts/1/sessions").path("sessions").path(0).path("id");
        int status = service.send(service.request("/accounts/1/sessions/" + session.asString())
                        .DELETE())
                .statusCode();
        return status == 204
                && service.get("/accounts/1/sessions").path("sessions").isEmpty();
    }

    /** The hash of a document that was uploaded to be tried, and has pages to draw. */
    private static String drawn() throws Exception {
        HttpResponse<String> answer = service.send(service.request("/trials/documents")
                .setHeader("Content-Type", "application/octet-stream")
                .POST(BodyPublishers.ofByteArray(DemoPermit.onePage())));
        return JSON.readTree(answer.body()).path("document").asString();
    }

    /** The hash of what a trial of a rule made that is uploaded. */
    private static String madeByTrial() {
        String rule = "lectomen: 1\nrule: pages\nfrom: inbox\ndo:\n  - convert: PDF/A-2b\n  - file: { in: archive }\n";
        String part = "--x\r\nContent-Disposition: form-data; name=\"%s\"; filename=\"%s\"\r\n\r\n%s\r\n";
        String form = part.formatted("file", "page.pdf", ONE_PAGE) + part.formatted("ruleFile", "rule.yaml", rule)
                + "--x--\r\n";
        HttpResponse<String> answer = service.send(service.request("/trials")
                .setHeader("Content-Type", "multipart/form-data; boundary=x")
                .POST(BodyPublishers.ofString(form)));
        return JSON.readTree(answer.body()).path("made").path(0).path("sha256").asString();
    }

    private void check(EndpointCases.Case one, Map<String, Set<Boolean>> seen, List<String> wrong) {
        HttpResponse<String> answer = call(one);
        boolean asWanted = answer.statusCode() == one.status()
                && answer.body().contains(one.shows())
                && !answer.body().contains("Exception");
        if (asWanted && !one.code().isEmpty()) {
            asWanted = JSON.readTree(answer.body()).path("code").asString("").equals(one.code());
        }
        if (!asWanted) {
            wrong.add(one + "\n    answered " + answer.statusCode() + " " + answer.body());
        }
        seen.computeIfAbsent(one.call(), call -> new LinkedHashSet<>())
                .add(one.code().isEmpty());
    }

    /** A document that waits to be printed until somebody releases it. */
    private static String heldPrint() throws Exception {
        service.live("""
                lectomen: 1
                rule: posters
                from: { folder: "{inbox}/posters" }
                do:
                  - print: { on: front-desk, hold: yes }
                """);
        upload("posters", "poster.txt", "NOTICE");
        RunningService.await("it is held", RunningService.LONGEST_WAIT, () -> !prints().isEmpty());
        return prints().get(0).path("id").asString();
    }

    private static JsonNode prints() {
        return service.get("/queues/front-desk/prints").path("prints");
    }

    private static String upload(String name, String text) {
        return upload("tickets", name, text);
    }

    private static String upload(String rule, String name, String text) {
        HttpResponse<String> response = service.send(service.request("/uploads?rule=" + rule + "&name=" + name)
                .setHeader("Content-Type", BYTES)
                .POST(BodyPublishers.ofString(text)));
        return JSON.readTree(response.body()).path("job").asString();
    }

    private static HttpResponse<String> call(EndpointCases.Case one) {
        HttpRequest.Builder request = service.request(one.path());
        if (one.type().isEmpty()) {
            request.method(one.method(), BodyPublishers.noBody());
        } else {
            request.setHeader("Content-Type", one.type());
            request.method(one.method(), BodyPublishers.ofString(one.body()));
        }
        return service.send(request);
    }

    @Test
    void everyCallAnswersWellAndSaysWhatIsWrong() throws Exception {
        Map<String, Set<Boolean>> seen = new TreeMap<>();
        List<String> wrong = new ArrayList<>();
        EndpointCases cases = new EndpointCases(
                filed,
                failed,
                held,
                picture,
                made,
                drawn(),
                welcome,
                source,
                service.archive().toString(),
                doubt,
                waiting);
        cases.all().forEach(one -> check(one, seen, wrong));
        QueueCases.of(heldPrint()).forEach(one -> check(one, seen, wrong));
        seen.get("session.changePassword").add(true); // ConsoleJourney changes one
        seen.get("notices.inbox").add(true); // NoticeJourney, in the browser
        seen.get("notices.read").add(true);
        seen.get("notices.readAll").add(true);
        seen.forEach((call, answers) -> {
            if (call.startsWith("desk.")) {
                answers.add(true); // DeskJourney, as the people whom a rule asks
            }
        });
        seen.get("session.prove").add(true); // SignInJourney does these
        seen.get("secondFactor.begin").add(true);
        seen.get("secondFactor.confirm").add(true);
        seen.get("secondFactor.remove").add(true);
        seen.get("secondFactor.removeOf").add(true);
        seen.get("openId.begin").add(true);
        seen.get("openId.comeBack").add(false); // it sends every browser back to the page to sign in on
        seen.get("accounts.endSession").add(endSession());
        seen.get("ledger.events").add(eventsFollowEachOtherAndGoOnWhereTheyStopped());
        assertThat(wrong).isEmpty();
        Set<String> described = new LinkedHashSet<>();
        service.get("/openapi.json")
                .path("paths")
                .forEach(path -> path.forEach(
                        call -> described.add(call.path("operationId").asString())));
        assertThat(described).hasSizeGreaterThan(25);
        assertThat(seen.keySet()).as("no call without its lines here").containsAll(described);
        assertThat(seen.entrySet().stream()
                        .filter(entry -> entry.getValue().size() < 2)
                        .map(Map.Entry::getKey)
                        .collect(Collectors.toSet()))
                .as("calls with only a good or only a bad answer here")
                .isEmpty();
    }

    private static boolean eventsFollowEachOtherAndGoOnWhereTheyStopped() throws Exception {
        long last = 0;
        for (int listening = 0; listening < 2; listening++) {
            URI events = URI.create(service.url() + "/api/v1/events?after=0");
            HttpRequest.Builder request = HttpRequest.newBuilder(events)
                    .header(
                            "Authorization",
                            "Bearer "
                                    + Files.readString(service.home().resolve("token"))
                                            .strip());
            if (last > 0) {
                request.header("Last-Event-ID", Long.toString(last));
            }
            try (var lines = HttpClient.newHttpClient()
                    .send(request.build(), HttpResponse.BodyHandlers.ofLines())
                    .body()) {
                List<Long> ids = lines.filter(line -> line.startsWith("id:"))
                        .map(line -> Long.parseLong(line.substring(3).strip()))
                        .limit(10)
                        .toList();
                for (long id : ids) {
                    assertThat(id).as("no entry twice, none left out").isEqualTo(last + 1);
                    last = id;
                }
            }
        }
        return true;
    }

    @Test
    void aChangeOfWhatOthersChangedMeanwhileIsRefused() {
        HttpResponse<String> rule =
                service.send(service.request("/rules/tickets").GET());
        String tag = rule.headers().firstValue("ETag").orElseThrow();
        assertThat(service.send(service.request("/rules/tickets")
                                .header("If-None-Match", tag)
                                .GET())
                        .statusCode())
                .isEqualTo(304);
        service.post("/rules", Rules.tickets("tickets", "leave"));
        HttpResponse<String> late = service.send(
                service.request("/rules/tickets/pause").header("If-Match", tag).POST(BodyPublishers.noBody()));
        assertThat(late.statusCode()).isEqualTo(412);
        assertThat(late.body()).contains("changed-meanwhile").contains("Read it again");
        HttpResponse<String> job =
                service.send(service.request("/jobs/" + filed).GET());
        String jobTag = job.headers().firstValue("ETag").orElseThrow();
        HttpRequest.Builder first = service.request("/jobs/" + filed + "/priority?priority=60")
                .header("If-Match", jobTag)
                .POST(BodyPublishers.noBody());
        assertThat(service.send(first).statusCode()).isEqualTo(200);
        HttpRequest.Builder second = service.request("/jobs/" + filed + "/priority?priority=61")
                .header("If-Match", jobTag)
                .POST(BodyPublishers.noBody());
        assertThat(service.send(second).statusCode()).isEqualTo(412);
    }

    @Test
    void anUploadThatIsSentTwiceMakesOneJob() {
        List<String> jobs = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            JsonNode answer = JSON.readTree(keyed("once", "HARBOUR TICKET once").body());
            jobs.add(answer.path("job").asString());
            assertThat(answer.path("again").asBoolean()).isEqualTo(i == 1);
        }
        assertThat(jobs.get(0)).isEqualTo(jobs.get(1));
        HttpResponse<String> other = keyed("once", "other bytes");
        assertThat(other.statusCode()).isEqualTo(422);
        assertThat(other.body()).contains("key-taken");
    }

    private static HttpResponse<String> keyed(String key, String text) {
        return service.send(service.request("/uploads?name=once.txt")
                .setHeader("Content-Type", BYTES)
                .header("Idempotency-Key", key)
                .POST(BodyPublishers.ofString(text)));
    }

    @Test
    void pagesFollowEachOtherWithoutGapOrRepetition() throws Exception {
        for (int i = 0; i < 25; i++) {
            upload("paged-%02d.txt".formatted(i), "HARBOUR TICKET " + i);
        }
        List<String> names = new ArrayList<>();
        String cursor = "";
        do {
            JsonNode page = service.get("/jobs?name=paged&order=oldest&limit=7" + cursor);
            page.path("jobs").forEach(job -> names.add(job.path("fileName").asString()));
            cursor = page.has("next") ? "&cursor=" + page.path("next").asString() : "";
        } while (!cursor.isEmpty());
        assertThat(names).hasSize(25).isSorted().doesNotHaveDuplicates();
    }
}
