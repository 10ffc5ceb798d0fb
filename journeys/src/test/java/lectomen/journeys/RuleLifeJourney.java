package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A rule from its first draft to its end, by the commands that an administrator types. */
class RuleLifeJourney {
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

    private static Answer client(String... words) throws Exception {
        return service.client(words);
    }

    private static String file(String name, String content) throws Exception {
        return Files.writeString(temp.resolve(name), content).toString();
    }

    @Test
    void versionsAreKeptComparedAndComeBack() throws Exception {
        client("rule", "add", file("t1.yaml", Rules.tickets("history", "leave")), "--reason", "as the office wrote it");
        String changed = Rules.tickets("history", "fail").replace("text contains: TICKET", "text contains: FORM < 7");
        client("rule", "add", file("t2.yaml", changed));
        assertThat(client("rule", "versions", "history").out())
                .contains("as the office wrote it")
                .containsPattern("(?s)2 .*1 ");
        assertThat(client("rule", "diff", "history").out())
                .contains("from version 1 to 2")
                .contains("-   text contains: TICKET")
                .contains("+   text contains: FORM < 7")
                .contains("unchanged lines");
        assertThat(client("rule", "restore", "history", "--to", "1").out()).contains("version 3");
        assertThat(client("rule", "diff", "history", "--from", "1", "--to", "3").out())
                .contains("no changes");
        assertThat(client("rule", "versions", "history").out()).contains("restored version 1");
        client("rule", "live", "history");
        assertThat(client("rule", "retire", "history").out()).contains("(retired)");
        Path lying = Files.writeString(service.inbox("history").resolve("late.txt"), Rules.ticket("T-0001"));
        service.live(Rules.keepName("still-live", "arrives: whole"));
        drop("still-live", "still-live.txt", "taken by another rule meanwhile");
        service.awaitJob("still-live.txt", "filed");
        service.post("/rules/still-live/pause", "");
        assertThat(lying).as("a retired rule takes nothing").exists();
        assertThat(client("rule", "restore", "history", "--to", "9").err()).contains("Rule history has no version 9.");
    }

    @Test
    void aVersionThatChangesTheResultOfASampleIsNotPutLiveSilently() throws Exception {
        String first = Rules.tickets("sampled", "number it");
        client("rule", "add", file("s1.yaml", first));
        Answer kept = client("rule", "sample", "add", "sampled", file("ticket.txt", Rules.ticket("T-0311")));
        assertThat(kept.out()).contains("ticket.txt was added; expected: archive/sampled/T-0311.txt");
        assertThat(client("rule", "live", "sampled").exitCode()).isZero();
        client("rule", "add", file("s2.yaml", first.replace("\"{ticket number}\"", "\"{ticket number | after '-'}\"")));
        Answer run = client("rule", "sample", "run", "sampled");
        assertThat(run.exitCode()).isEqualTo(1);
        assertThat(run.out())
                .contains("ticket.txt: different")
                .contains("it was filed as \"archive/sampled/T-0311.txt\", and is as \"archive/sampled/0311.txt\"");
        Answer refused = client("rule", "live", "sampled");
        assertThat(refused.exitCode()).isEqualTo(1);
        assertThat(refused.err()).contains("not put live").contains("0311.txt");
        assertThat(client("rule", "live", "sampled", "--accept-samples").out()).contains("live version 2");
        assertThat(client("rule", "sample", "run", "sampled").out())
                .contains("1 of 1 samples give the expected result");
        assertThat(client("rule", "sample", "list", "sampled").out()).contains("archive/sampled/0311.txt");
        assertThat(client("rule", "sample", "remove", "sampled", "ticket.txt").out())
                .contains("no longer a sample");
        assertThat(client("rule", "sample", "remove", "sampled", "ticket.txt").err())
                .contains("has no sample");
    }

    @Test
    void aLookupCompletesFieldsAndIsGuardedByItsUsers() throws Exception {
        String vessels = "vessel,call sign\nGrey Heron,MHGH7\n";
        assertThat(client("lookup", "put", "vessels", file("bad.csv", "vessel,call sign\nGrey Heron\n"))
                        .err())
                .contains("line 2 has 1 value, and there are 2 columns");
        assertThat(client("lookup", "put", "vessels", file("vessels.csv", vessels))
                        .out())
                .contains("has 1 rows with vessel, call sign");
        String rule = """
                lectomen: 1
                rule: by-vessel
                parameters: { office: Quay office }
                from: { folder: "{inbox}/by-vessel", arrives: whole }
                do:
                  - find: note
                    fields:
                      vessel: { right of: Vessel, check in: vessels }
                      call sign: { look up: { in: vessels, by: vessel, give: call sign } }
                  - name: "{office} {call sign}"
                  - file: { in: archive, under: by-vessel }
                """;
        client("rule", "add", file("v.yaml", rule));
        client("rule", "live", "by-vessel");
        drop("by-vessel", "note.txt", "Vessel: grey heron\n");
        service.awaitJob("note.txt", "filed");
        assertThat(service.archive().resolve("by-vessel/Quay office MHGH7.txt")).exists();
        drop("by-vessel", "wrong.txt", "Vessel: Grey Hern\n");
        assertThat(service.awaitJob("wrong.txt", "failed")
                        .path("reason")
                        .path("words")
                        .asString())
                .contains("it is not in lookup vessels; nearest: Grey Heron");
        client("lookup", "put", "vessels", file("vessels.csv", vessels + "Grey Hern,MHGH9\n"));
        client("job", "retry", service.job("wrong.txt").path("id").asString());
        service.awaitJob("wrong.txt", "filed");
        assertThat(client("lookup", "list").out()).contains("by-vessel");
        assertThat(client("lookup", "show", "vessels").out()).contains("Grey Hern,MHGH9");
        assertThat(client("lookup", "remove", "vessels").err()).contains("used by by-vessel");
        client("rule", "retire", "by-vessel");
        assertThat(client("lookup", "remove", "vessels").out()).contains("is removed");
        assertThat(client("rule", "check", file("v.yaml", rule)).out()).contains("unknown lookup \"vessels\"");
    }

    @Test
    void aRuleNamesAGroupToAskWhichIsReportedWhenItIsEmptyAndGuardedByItsUsers() throws Exception {
        String rule = """
                lectomen: 1
                rule: asked
                contact: quay-watch
                from: { folder: "{inbox}/asked" }
                do: [{ file: { in: archive, under: asked } }]
                """;
        assertThat(client("rule", "check", file("asked.yaml", rule)).out())
                .contains("line 3, column 10", "there is no group or person \"quay-watch\"");
        client("group", "add", "quay-watch");
        client("rule", "add", file("asked.yaml", rule));
        assertThat(client("rule", "live", "asked").out())
                .contains("live version 1", "Note: The group quay-watch has no member who can sign in");
        assertThat(client("rule", "contacts", "asked").out()).contains("quay-watch", "nobody at present");
        assertThat(client("group", "remove", "quay-watch").err()).contains("used by asked");
        client("rule", "retire", "asked");
        assertThat(client("group", "remove", "quay-watch").exitCode()).isZero();
    }

    private static void drop(String folder, String name, String text) throws Exception {
        Path outside = Files.writeString(temp.resolve("dropped.txt"), text);
        Files.move(outside, service.inbox(folder).resolve(name));
    }

    @Test
    void aTrialOfTheRulebookSaysWhoTakesItAndWhoWouldHave() throws Exception {
        for (String id : List.of("first", "second", "third")) {
            String when = id.equals("third") ? "  text contains: OTHER" : "  text contains: TRIED";
            client(
                    "rule",
                    "add",
                    file(id + ".yaml", Rules.tickets(id, "leave").replace("  text contains: TICKET", when)));
            client("rule", "live", id);
        }
        String said = client("trial", "--text", "TRIED\n\nNumber: T-0042").out();
        assertThat(said)
                .contains("rule first matches")
                .contains("rule second would also match")
                .contains("rule third does not match")
                .contains("as first/T-0042.txt");
        Path ticket = Files.writeString(temp.resolve("of-job.txt"), "TRIED\n\nNumber: T-0043");
        client("send", ticket.toString());
        service.awaitJob("of-job.txt", "filed");
        String job = service.job("of-job.txt").path("id").asString();
        assertThat(client("trial", "--job", job, "--rule", "second").out()).contains("as second/T-0043.txt");
        assertThat(client("trial").err()).contains("name what to test");
    }

    @Test
    void wordsThatASenderPutsOnAFileDecide() throws Exception {
        String rule = Rules.keepName("tagged", "").replace("do:", "when: { tagged: urgent }\ndo:");
        client("rule", "add", file("g.yaml", rule));
        client("rule", "live", "tagged");
        client("send", file("plain.bin", "\u0001"), "--rule", "tagged");
        client("send", file("hot.bin", "\u0001\u0002"), "--rule", "tagged", "--tag", "urgent");
        service.awaitJob("hot.bin", "filed");
        assertThat(service.awaitJob("plain.bin", "unmatched")
                        .path("reason")
                        .path("words")
                        .asString())
                .contains("tagged urgent: no tags");
    }

    @Test
    void filesInSubfoldersAreToldApartByTheirFolders() throws Exception {
        String rule = Rules.keepName("leveled", "subfolders: watch\narrives: whole")
                .replace("do:", "when: { folder like: 'Berths/{side}' }\ndo:")
                .replace("\"{file name}\"", "\"{side} {folder 1} {file name}\"");
        client("rule", "add", file("l.yaml", rule));
        client("rule", "live", "leveled");
        Path north = Files.createDirectories(service.inbox("leveled").resolve("Berths/North"));
        Files.writeString(north.resolve("plan.txt"), "x");
        service.awaitJob("plan.txt", "filed");
        assertThat(service.archive().resolve("leveled/North Berths plan.txt")).exists();
        assertThat(service.get("/jobs/" + service.job("plan.txt").path("id").asString())
                        .path("subfolder")
                        .asString())
                .isEqualTo("Berths/North");
    }

    @Test
    void theSchemaTakesGoodRulesAndRefusesWrongWords() throws Exception {
        SchemaRegistry schemas = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12);
        Schema schema = schemas.getSchema(client("rule", "schema").out(), InputFormat.JSON);
        Schema ofParts = schemas.getSchema(client("part", "schema").out(), InputFormat.JSON);
        try (Stream<Path> rules = Files.list(Launcher.ROOT.resolve("demo/src/main/resources/lectomen/demo"))) {
            for (Path rule : (Iterable<Path>) rules.filter(RuleLifeJourney::isRule)::iterator) {
                String text = Files.readString(rule);
                assertThat((text.contains("\npart:") ? ofParts : schema).validate(text, InputFormat.YAML))
                        .as(rule.toString())
                        .isEmpty();
            }
        }
        assertThat(schema.validate(Rules.tickets("a", "number it"), InputFormat.YAML))
                .isEmpty();
        assertThat(schema.validate(Rules.tickets("a", "burn it"), InputFormat.YAML)
                        .toString())
                .contains("/do/2/file/when taken");
        assertThat(schema.validate(Rules.tickets("a", "leave").replace("text contains", "text holds"), InputFormat.YAML)
                        .toString())
                .contains("text holds");
    }

    @Test
    void onlyWhatTheRuleFiledItselfIsReplaced() throws Exception {
        client("rule", "add", file("own.yaml", Rules.tickets("owner", "replace own")));
        client("rule", "live", "owner");
        drop("owner", "first.txt", Rules.ticket("T-0501") + "one");
        service.awaitJob("first.txt", "filed");
        drop("owner", "second.txt", Rules.ticket("T-0501") + "two");
        service.awaitJob("second.txt", "filed");
        Path place = service.archive().resolve("owner/T-0501.txt");
        assertThat(place).content().endsWith("two");
        try (Stream<Path> files = Files.list(service.archive().resolve("owner"))) {
            assertThat(files.filter(file -> !file.getFileName().toString().startsWith(".")))
                    .hasSize(1);
        }
        Files.writeString(place, "changed by the office");
        drop("owner", "third.txt", Rules.ticket("T-0501") + "three");
        assertThat(service.awaitJob("third.txt", "failed")
                        .path("reason")
                        .path("code")
                        .asString())
                .isEqualTo("name.taken");
        assertThat(place).content().isEqualTo("changed by the office");
        Files.writeString(service.archive().resolve("owner/T-0502.txt"), "a stranger's");
        drop("owner", "fourth.txt", Rules.ticket("T-0502"));
        service.awaitJob("fourth.txt", "failed");
        assertThat(service.archive().resolve("owner/T-0502.txt")).content().isEqualTo("a stranger's");
    }

    @Test
    void aRuleThatCanNeverWinIsFlagged() throws Exception {
        for (String id : List.of("shadow-a", "shadow-b")) {
            String rule = Rules.tickets(id, "leave").replace("{inbox}/" + id, "{inbox}/shadow");
            client("rule", "add", file(id + ".yaml", rule));
            client("rule", "live", id);
        }
        assertThat(client("rule", "list").out())
                .contains("takes nothing: rule shadow-a, which comes before it, takes every file that it could match");
        client("rule", "pause", "shadow-a");
        assertThat(client("rule", "list").out()).doesNotContain("takes nothing");
    }

    private static boolean isRule(Path file) {
        return file.toString().endsWith(".yaml") && !file.endsWith("lectomen.yaml");
    }

    @Test
    void aPatternThatRunsForEverIsStoppedWithTheRulesLine() throws Exception {
        String rule =
                Rules.keepName("slow", "arrives: whole").replace("do:", "when:\n  text matches: '(a|aa)+\\1c'\ndo:");
        client("rule", "add", file("p.yaml", rule));
        client("rule", "live", "slow");
        drop("slow", "slow.txt", "a".repeat(300) + "!");
        assertThat(service.awaitJob("slow.txt", "failed")
                        .path("reason")
                        .path("words")
                        .asString())
                .contains("(line 7 of rule slow) took too long");
        HttpResponse<String> answer =
                service.send(service.request("/rules/none/samples/run").POST(BodyPublishers.noBody()));
        assertThat(answer.statusCode()).isEqualTo(404);
    }
}
