package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpRequest.BodyPublishers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What follows once a document is filed, rejected or failed: it goes on to another rule, and its job is tagged. */
class FollowUpJourney {
    private static final String SLIPS = """
            lectomen: 1
            rule: slips
            from: { folder: "{inbox}/slips", arrives: whole }
            do:
              - find: slip
                fields:
                  vessel: { right of: Vessel }
                  number: { pattern: 'S-\\d{3}', near: Number, required: yes }
              - name: "{number} {vessel}"
              - file: { in: archive, under: Slips, when taken: leave }
            then:
              filed: { tag: done }
              rejected: { tag: [double, look twice] }
              failed: { hand over to: by-hand, tag: needs eyes }
            """;

    private static final String BY_HAND = """
            lectomen: 1
            rule: by-hand
            from: hand-overs
            when: { tagged: needs eyes }
            do:
              - name: "{given vessel | or 'no vessel'} from {given rule}, {given reason | replace pattern '[^A-Za-z0-9]+' by ' ' | first 9}"
              - file: { in: archive, under: "By hand" }
            then:
              filed: { hand over to: slips }
            """;

    private static final String CLAIMS = """
            lectomen: 1
            rule: claims
            from: { folder: "{inbox}/claims", arrives: whole }
            do:
              - find: claim
                fields:
                  vessel: { right of: Vessel }
                  number: { pattern: 'C-\\d{3}', near: Number, required: yes }
              - name: "{number} {vessel}"
              - file: { in: archive, under: "Claims/{vessel}", when taken: leave }
            then:
              filed:
                answer:
                  in: answers
                  named: "{file name}.json"
                  json: { document: "{filed as}", folder: "{filed in}", vessel: "{vessel | upper}", ended: "{end}" }
                original: { move to: done }
              failed:
                answer: { in: answers, named: "{file name} failed.txt", text: "{file name} of {vessel | or 'no vessel'}: {reason}" }
                original: keep
              rejected: { original: remove }
            """;

    private static final String LETTERS = """
            lectomen: 1
            rule: letters
            from: { folder: "{inbox}/letters", arrives: whole, subfolders: watch }
            do:
              - find: letter
                fields: { vessel: { right of: Vessel, required: yes } }
              - { convert: PDF, as: page }
              - file: { in: archive, under: "Letters/{folder path}" }
            then:
              filed: { hand over to: { rule: register, output: page } }
            """;

    private static final String REGISTER = """
            lectomen: 1
            rule: register
            from: hand-overs
            when: { type is: pdf }
            do:
              - name: "{file name} of {given vessel}"
              - file: { in: archive, under: "Register/{folder path}" }
            """;

    @TempDir
    private static Path temp;

    private static RunningService service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.post("/rules", BY_HAND.replace("then:", "").replace("  filed: { hand over to: slips }", ""));
        service.live(SLIPS);
        service.post("/rules", BY_HAND);
        service.post("/rules/by-hand/live", "");
        service.live(CLAIMS);
        service.live(REGISTER);
        service.live(LETTERS);
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static JsonNode drop(String name, String text, String state) throws Exception {
        return drop("slips", name, text, state);
    }

    private static JsonNode drop(String folder, String name, String text, String state) throws Exception {
        Path whole = Files.writeString(temp.resolve(name), text);
        Files.move(whole, service.inbox(folder).resolve(name));
        return service.awaitJob(name, state);
    }

    private static JsonNode story(String id) {
        return service.get("/jobs/" + id);
    }

    @Test
    void whatFailsGoesOnWithItsFieldsAndItsReason() throws Exception {
        Path whole = Files.writeString(temp.resolve("torn.txt"), "Vessel: Grey Heron\n");
        Files.move(whole, service.inbox("slips").resolve("torn.txt"));
        Path filed = service.archive().resolve("By hand/Grey Heron from slips, No number.txt");
        RunningService.await("it is filed by the other rule", RunningService.LONGEST_WAIT, () -> Files.exists(filed));
        JsonNode first = service.jobs().stream()
                .filter(job -> job.path("fileName").asString().equals("torn.txt")
                        && job.path("rule").asString().equals("slips"))
                .findFirst()
                .orElseThrow();
        JsonNode story = story(first.path("id").asString());
        assertThat(story.path("state").asString()).isEqualTo("failed");
        assertThat(story.path("cameOfIt").size()).isEqualTo(1);
        String next = story.path("cameOfIt").get(0).path("id").asString();
        RunningService.await(
                "the next job is filed",
                RunningService.LONGEST_WAIT,
                () -> story(next).path("state").asString().equals("filed"));
        assertThat(service.inbox("slips").resolve("failed/torn.txt"))
                .as("what goes on is not given back")
                .doesNotExist();
        assertThat(story(next).path("notes").toString())
                .contains("It was not handed over to rule slips, since it came from there.");
        assertThat(service.client("job", "show", first.path("id").asString()).out())
                .contains("job.handed-over")
                .contains("continues as job " + next)
                .contains("needs eyes");
        assertThat(service.client("job", "show", next).out())
                .contains("by rule slips, job " + first.path("id").asString());
    }

    @Test
    void whatIsFiledOrRejectedIsTagged() throws Exception {
        JsonNode filed = drop("good.txt", "Number: S-001\nVessel: Tern\n", "filed");
        assertThat(story(filed.path("id").asString()).path("tags").toString()).isEqualTo("[\"done\"]");
        JsonNode rejected = drop("again.txt", "Number: S-001\nVessel: Tern\nagain\n", "rejected");
        assertThat(story(rejected.path("id").asString()).path("tags").toString())
                .contains("double", "look twice");
    }

    private static void dropInto(String subfolder, String name, String text) throws Exception {
        Path whole = Files.writeString(temp.resolve(name), text);
        Path folder = Files.createDirectories(service.inbox("letters").resolve(subfolder));
        Files.move(whole, folder.resolve(name));
    }

    private static void awaitFile(Path file) throws Exception {
        RunningService.await(file + " is there", RunningService.LONGEST_WAIT, () -> Files.exists(file));
    }

    @Test
    void anOutputGoesOnToAnotherRuleWithItsFieldsAndItsPlace() throws Exception {
        dropInto("1998/valves", "gate.txt", "Vessel: Grey Heron\n");
        awaitFile(service.archive().resolve("Letters/1998/valves/gate.txt"));
        Path registered = service.archive().resolve("Register/1998/valves/gate of Grey Heron.pdf");
        awaitFile(registered);
        assertThat(Files.readString(registered, StandardCharsets.ISO_8859_1)).startsWith("%PDF-");
        JsonNode handed = service.awaitJob("gate.pdf", "filed");
        assertThat(service.client("job", "show", handed.path("id").asString()).out())
                .contains("handed over by rule letters, job ");
        assertThat(story(handed.path("id").asString())
                        .path("given")
                        .path("vessel")
                        .asString())
                .isEqualTo("Grey Heron");
    }

    @Test
    void whatFailsKeepsItsPlaceBelowTheHotFolder() throws Exception {
        dropInto("a/b", "torn.txt", "Nothing\n");
        dropInto("c", "torn.txt", "Nothing else\n");
        Path failed = service.inbox("letters").resolve("failed");
        awaitFile(failed.resolve("a/b/torn.txt.reason.txt"));
        awaitFile(failed.resolve("c/torn.txt.reason.txt"));
        assertThat(failed.resolve("a/b/torn.txt")).hasContent("Nothing");
        assertThat(failed.resolve("c/torn.txt")).hasContent("Nothing else");
    }

    private static String awaitText(String place) throws Exception {
        Path file = service.inbox("claims").resolve(place);
        RunningService.await(place + " is there", RunningService.LONGEST_WAIT, () -> Files.exists(file));
        return Files.readString(file);
    }

    @Test
    void whoeverSentADocumentHearsWhatBecameOfItAndTheOriginalGoesWhereTheRuleSays() throws Exception {
        drop("claims", "tern.txt", "Number: C-001\nVessel: Grey Tern\n", "filed");
        assertThat(awaitText("answers/tern.json")).isEqualTo("""
                {
                  "document" : "C-001 Grey Tern.txt",
                  "folder" : "Claims/Grey Tern",
                  "vessel" : "GREY TERN",
                  "ended" : "filed"
                }
                """);
        assertThat(awaitText("done/tern.txt")).isEqualTo("Number: C-001\nVessel: Grey Tern\n");
        assertThat(service.inbox("claims").resolve("done/tern.txt.reason.txt")).doesNotExist();

        drop("claims", "torn.txt", "Vessel: Skua\n", "failed");
        assertThat(awaitText("answers/torn failed.txt")).startsWith("torn of Skua: No \"number\" on page 1");
        assertThat(service.inbox("claims").resolve("failed")).doesNotExist();

        JsonNode rejected = drop("claims", "once-more.txt", "Number: C-001\nVessel: Grey Tern\nanother\n", "rejected");
        JsonNode story = story(rejected.path("id").asString());
        assertThat(story.has("originalRemovedAt")).isTrue();
        assertThat(story.has("originalSha256")).isFalse();
        Answer again = service.client("job", "run-again", rejected.path("id").asString());
        assertThat(again.err()).contains("its original was removed by retention or its rule");
        String shown = service.client(
                        "job", "show", service.job("tern.txt").path("id").asString())
                .out();
        assertThat(shown).contains("Answer, done: ").contains("answers/tern.json");
    }

    @Test
    void aFollowUpThatNeedsAHotFolderSaysSoForAnUpload() throws Exception {
        service.send(service.request("/uploads?name=sent.txt&rule=claims")
                .setHeader("Content-Type", "application/octet-stream")
                .POST(BodyPublishers.ofString("Number: C-007\nVessel: Skua\n")));
        JsonNode job = service.awaitJob("sent.txt", "filed");
        assertThat(story(job.path("id").asString()).path("notes").toString())
                .contains(
                        "No answer was written: \\\"answers\\\" is a folder inside a hot folder, but the document came from no hot folder.");
    }

    @Test
    void whatIsHandedOverWaitsForARuleThatIsPaused() throws Exception {
        service.post("/rules/by-hand/pause", "");
        Path whole = Files.writeString(temp.resolve("early.txt"), "Vessel: Lapwing\n");
        Files.move(whole, service.inbox("slips").resolve("early.txt"));
        RunningService.await("it waits", RunningService.LONGEST_WAIT, () -> service.jobs().stream()
                .anyMatch(job -> job.path("fileName").asString().equals("early.txt")
                        && job.path("reason").path("code").asString("").equals("rule.paused")));
        service.post("/rules/by-hand/live", "");
        RunningService.await(
                "it is filed",
                RunningService.LONGEST_WAIT,
                () -> Files.exists(service.archive().resolve("By hand/Lapwing from slips, No number.txt")));
    }

    @Test
    void nobodyElseGivesFilesToARuleThatTakesHandOvers() throws Exception {
        service.send(service.request("/uploads?name=loose.txt")
                .setHeader("Content-Type", "application/octet-stream")
                .POST(BodyPublishers.ofString("Number: S-009\nVessel: Skua\n")));
        assertThat(service.awaitJob("loose.txt", "filed").path("rule").asString())
                .isEqualTo("slips");
    }

    @Test
    void aHandOverToNoRuleOrToItselfIsRefused() throws Exception {
        Path nowhere = Files.writeString(temp.resolve("n.yaml"), SLIPS.replace("to: by-hand", "to: by-hands"));
        assertThat(service.client("rule", "check", nowhere.toString()).out())
                .contains("unknown rule \"by-hands\"")
                .contains("did you mean \"by-hand\"?");
        Path itself = Files.writeString(temp.resolve("i.yaml"), SLIPS.replace("to: by-hand", "to: slips"));
        assertThat(service.client("rule", "check", itself.toString()).out()).contains("handed over to another rule");
        Path empty = Files.writeString(temp.resolve("e.yaml"), SLIPS.replace("filed: { tag: done }", "filed: {}"));
        assertThat(service.client("rule", "check", empty.toString()).out()).contains("a follow-up needs");
        check(
                CLAIMS.replace("original: keep", "original: burn"),
                "\"original\" must be keep, remove, or { move to: a folder }");
        check(CLAIMS.replace("in: answers", "in: ../answers"), "a folder must be an absolute path, or one name inside");
        check(CLAIMS.replace("in: answers", "in: /etc/answers"), "is not under any of the roots");
        check(CLAIMS.replace("move to: done", "move to: \"{inbox}/slips\""), "files put there would be taken in again");
        check(
                BY_HAND.replace("hand over to: slips", "original: { move to: done }"),
                "\"done\" is a folder inside a hot folder, but handed-over documents come from no hot folder; name a path");
        check(CLAIMS.replace("{filed as}", "{filed ass}"), "unknown field \"filed ass\"");
        check(CLAIMS.replace("text: \"{file", "words: \"{file"), "\"words\" is not known in \"answer\"");
    }

    private static void check(String rule, String says) throws Exception {
        Path file = Files.writeString(temp.resolve("check.yaml"), rule);
        Answer answer = service.client("rule", "check", file.toString());
        assertThat(answer.out()).contains(says);
    }
}
