package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import lectomen.engine.LongRun;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A trial says what a real run does, and does nothing. Random rules and documents; -Dlectomen.seed=N repeats a run. */
class TrialsJourney {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final long SEED = Long.getLong("lectomen.seed", 20270312L);
    private static final int RULES = LongRun.of(8, 25);
    private static final int DOCUMENTS = LongRun.of(5, 8);
    private static final int TRIALS = LongRun.of(60, 500);

    private static final String VESSELS = """
            vessel,call sign,quay
            Grey Heron,MHGH7,Lantern Quay
            Storm Petrel,MHSP2,Tallow Quay
            Turnstone,MHTS4,Ropewalk Quay
            """;

    private static final List<String> CONDITIONS = List.of(
            "text contains: HARBOUR",
            "name like: \"{kind}-*\"",
            "name matches: '\\d{3}'",
            "size at most: 4 kB",
            "pages at most: 1",
            "any: [ { text contains: PERMIT }, { text contains: NOTE } ]",
            "none: [ { name like: 'draft*' } ]");

    private static final List<String> FIELDS = List.of(
            "a: { right of: Vessel, default: none }",
            "a: { right of: Vessel, check in: { lookup: vessels, column: vessel, take nearest: yes }, default: Turnstone }",
            "a: { right of: [Quay, Berth], default: '-' }",
            "a: { pattern: 'No (\\d+)', take: last, default: '0' }",
            "a: { column: Item, take: all, default: nothing }",
            "a: { in file name: '-(\\d+)', default: '7' }",
            "a: { value: '{file name | initials}x' }",
            "a: { zone: { left: 0 %, top: 0 %, width: 100 %, height: 30 % }, default: blank }");

    private static final List<String> MORE_FIELDS = List.of(
            "b: { right of: Date, as: date }",
            "b: { right of: Fee, as: money, at most: 5000 }",
            "b: { right of: Paid, as: yes/no }",
            "b: { look up: { in: vessels, by: a, column: vessel, give: call sign } }",
            "b: { right of: Date, as: date, required: yes, say: It needs its day. }");

    private static final List<String> NAMES = List.of(
            "{a} {b}",
            "{b | or 'x'} {a | upper | first 9}",
            "{a | replace ' ' by '_'} {file name | last 4}",
            "{arrived | plus 30 days | end of month} {a | title}",
            "{rule} {a | plain} ({b})");

    @TempDir
    private static Path temp;

    private static RunningService service;
    private final Random random = new Random(SEED);

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.send(service.request("/lookups/vessels").PUT(BodyPublishers.ofString(VESSELS)));
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private <T> T any(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private String rule(String id) {
        return """
                lectomen: 1
                rule: %1$s
                from: { folder: "{inbox}/%1$s" }
                when: { %2$s }
                do:
                  - find: paper
                    fields:
                      %3$s
                      %4$s
                  - name: "%5$s"
                  - file: { in: archive, under: "%1$s/{a | first 12 | or 'none'}" }
                """.formatted(id, any(CONDITIONS), any(FIELDS), any(MORE_FIELDS), any(NAMES));
    }

    private String document() {
        List<String> lines = new ArrayList<>(List.of(
                any(List.of("HARBOUR PERMIT", "HARBOUR NOTE", "LETTER", "TIDE BULLETIN")),
                "",
                "Vessel: " + any(List.of("Grey Heron", "Storm Petrol", "TURNSTONE", "Élan / Vital", "")),
                "Date: " + any(List.of("12 March 2027", "03/04/2027", "soon", "2027-05-09")),
                "Fee: " + any(List.of("£ 64.00", "EUR 1.240,00", "9,999.00", "none")),
                "Quay: " + any(List.of("Lantern Quay", "No quay")) + "   Paid: " + any(List.of("yes", "no", "x", "-")),
                "No " + random.nextInt(900) + " and No " + random.nextInt(900),
                "",
                "Item      Weight",
                "Anchor    " + random.nextInt(2_000),
                "Chain     " + random.nextInt(500)));
        return String.join("\n", lines.subList(0, 3 + random.nextInt(lines.size() - 2))) + "\n";
    }

    private JsonNode trial(String rule, String name, String text) {
        String form = "--x\r\nContent-Disposition: form-data; name=\"file\"; filename=\"" + name + "\"\r\n\r\n" + text
                + "\r\n--x--\r\n";
        HttpResponse<String> answer = service.send(service.request("/trials?rule=" + rule)
                .setHeader("Content-Type", "multipart/form-data; boundary=x")
                .POST(BodyPublishers.ofString(form)));
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        return JSON.readTree(answer.body());
    }

    private static String send(String rule, String name, String text) {
        HttpResponse<String> answer = service.send(service.request("/uploads?rule=" + rule + "&name=" + name)
                .setHeader("Content-Type", "application/octet-stream")
                .POST(BodyPublishers.ofString(text)));
        return JSON.readTree(answer.body()).path("job").asString();
    }

    private static Map<String, String> fields(JsonNode of) {
        Map<String, String> fields = new TreeMap<>();
        of.path("fields")
                .forEach(field -> fields.put(
                        field.path("name").asString(),
                        field.path("value").asString() + " "
                                + field.path("method").asString()));
        return fields;
    }

    /** Of everything that a trial might touch: jobs, ledger, sources, files. */
    private static String standing() throws IOException {
        JsonNode entries = service.get("/ledger?limit=1000&after=0");
        List<String> files = new ArrayList<>();
        try (Stream<Path> walk = Files.walk(service.home().resolve("archive"))) {
            for (Path file : (Iterable<Path>) walk.sorted()::iterator) {
                files.add(file
                        + (Files.isRegularFile(file)
                                ? " " + Files.readString(file).hashCode()
                                : ""));
            }
        }
        return service.get("/status").path("jobs") + " "
                + entries.path("entries").size() + " " + service.get("/ledger/check") + " " + files;
    }

    @Test
    void aTrialSaysWhatARealRunDoesAndManyOfThemDoNothing() throws Exception {
        record Pair(String rule, String name, String text, JsonNode trial) {}
        List<String> rules = new ArrayList<>();
        for (int i = 0; i < RULES; i++) {
            String text = rule("rule-" + i);
            HttpResponse<String> added = service.send(service.request("/rules").POST(BodyPublishers.ofString(text)));
            assertThat(added.statusCode()).as(text + added.body()).isEqualTo(201);
            service.post("/rules/rule-" + i + "/live", "");
            rules.add("rule-" + i);
        }
        Files.createDirectories(service.archive());
        String before = standing();
        List<Pair> pairs = new ArrayList<>();
        for (String rule : rules) {
            for (int i = 0; i < DOCUMENTS; i++) {
                String text = document();
                String name = any(List.of("permit-", "draft-", "note-")) + (100 + pairs.size()) + ".txt";
                pairs.add(new Pair(rule, name, text, trial(rule, name, text)));
            }
        }
        for (int i = pairs.size(); i < TRIALS; i++) {
            Pair pair = pairs.get(i % pairs.size());
            JsonNode again = trial(pair.rule(), pair.name(), pair.text());
            assertThat(again).as("the same each time").isEqualTo(pair.trial());
        }
        assertThat(standing()).as("nothing moved by " + TRIALS + " trials").isEqualTo(before);

        List<String> jobs = new ArrayList<>();
        pairs.forEach(pair -> jobs.add(send(pair.rule(), pair.name(), pair.text())));
        RunningService.await(
                "all have ended",
                RunningService.LONGEST_WAIT,
                () -> service.count("waiting") + service.count("working") == 0
                        && service.count("filed") + service.count("failed") + service.count("unmatched")
                                == jobs.size());
        int filed = 0;
        for (int i = 0; i < pairs.size(); i++) {
            Pair pair = pairs.get(i);
            JsonNode real = service.get("/jobs/" + jobs.get(i));
            String said = "seed " + SEED + ", " + pair.rule() + ", " + pair.name() + "\n" + pair.text();
            String ending = pair.trial().path("ending").asString();
            assertThat(real.path("state").asString()).as(said).isEqualTo(ending.equals("planned") ? "filed" : ending);
            assertThat(fields(real)).as(said).isEqualTo(fields(pair.trial()));
            assertThat(real.path("reason").path("words").asString(""))
                    .as(said)
                    .isEqualTo(pair.trial().path("reason").path("words").asString(""));
            if (ending.equals("planned")) {
                filed++;
                JsonNode would = pair.trial().path("wouldFile").get(0);
                String stem = would.path("folder").asString() + "/"
                        + would.path("name").asString();
                String place = real.path("effects").get(0).path("place").asString();
                assertThat(List.of(place, place.replaceFirst(" \\(\\d+\\)\\.txt$", ".txt")))
                        .as(said + "where a name that is taken gets a number")
                        .anyMatch(one -> one.endsWith("/" + stem));
            }
        }
        assertThat(filed).as("enough of both kinds").isBetween(pairs.size() / 10, pairs.size() * 9 / 10);
    }
}
