package lectomen.client;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The rulebook: read, checked, changed, compared, and tried. */
class RuleCommandTest {
    private static final String DRAFT = "{\"id\": \"notes\", \"state\": \"draft\", \"latestVersion\": 2}";
    private static final String LIVE =
            "{\"id\": \"notes\", \"state\": \"live\", \"latestVersion\": 2, \"liveVersion\": 2}";

    @TempDir
    private Path temp;

    private StubService service;

    @BeforeEach
    void start() throws IOException {
        service = new StubService(temp.resolve("home"));
    }

    @AfterEach
    void stop() {
        service.close();
    }

    private String file(String name, String text) throws IOException {
        return Files.writeString(temp.resolve(name), text).toString();
    }

    @Test
    void rulesAreListedInTheirOrderWithWhatKeepsThemFromActing() {
        service.on("GET /rules", """
                {"rules": [
                  {"position": 1, "id": "permits", "state": "live", "latestVersion": 3, "liveVersion": 2, "title": "Permits",
                   "folders": ["/in/a", "/in/b"]},
                  {"position": 2, "id": "notes", "state": "live", "latestVersion": 1, "liveVersion": 1, "folders": ["/in/a"],
                   "whyNotActing": "rule permits takes every file first"}]}""");
        assertThat(service.run("rule", "list").out().lines().toList()).satisfies(lines -> {
            assertThat(lines).hasSize(4);
            assertThat(lines.get(1)).containsPattern("^1 +permits +live +3 +2 +Permits +/in/a, /in/b$");
            assertThat(lines.get(3)).isEqualTo("      takes nothing: rule permits takes every file first");
        });
        service.on("GET /rules", "{\"rules\": []}");
        assertThat(service.run("rule", "list").out())
                .contains("There are no rules yet")
                .contains("rule add FILE");
    }

    @Test
    void rulesThatAreNamedGoFirstAndTheOthersBehindThemAsBefore() {
        service.on("GET /rules", "{\"rules\": [{\"id\": \"a\"}, {\"id\": \"b\"}, {\"id\": \"c\"}, {\"id\": \"d\"}]}");
        service.on("POST /rules/order", "{\"rules\": [{\"position\": 1, \"id\": \"c\", \"state\": \"live\"}]}");
        assertThat(service.run("rule", "order", "c", "b").out()).containsPattern("1 +c +live");
        assertThat(service.asked().get(1).body()).isEqualTo("{\"ids\":[\"c\",\"b\",\"a\",\"d\"]}");
        assertThat(service.run("rule", "order", "c", "x").err()).contains("Unknown rule x.");
        assertThat(service.asked()).as("nothing is changed then").hasSize(3);
    }

    @Test
    void aRulesFileIsPrintedAsItIs() {
        service.on("GET /rules/notes", "{\"text\": \"lectomen: 1\\nrule: notes # as it is\\n\"}");
        assertThat(service.run("rule", "show", "notes").out()).isEqualTo("lectomen: 1\nrule: notes # as it is\n");
    }

    @Test
    void aFileIsCheckedByLineAndColumn() throws IOException {
        String good = file("good.yaml", "lectomen: 1\n");
        service.on("POST /rules/check", "{\"good\": true, \"problems\": []}");
        StubService.Answer answer = service.run("rule", "check", good);
        assertThat(answer.exitCode()).isZero();
        assertThat(answer.out()).isEqualTo(good + " is valid.\n");
        assertThat(service.asked().get(0).body()).isEqualTo("lectomen: 1\n");
        assertThat(service.asked().get(0).contentType()).isEqualTo("text/plain; charset=utf-8");
        service.on("POST /rules/check", """
                {"good": false, "problems": [
                  {"line": 5, "column": 3, "words": "\\"acept\\" is not known"}, {"line": 7, "column": 1, "words": "no steps"}]}""");
        StubService.Answer bad = service.run("rule", "check", good);
        assertThat(bad.exitCode()).isEqualTo(1);
        assertThat(bad.out())
                .isEqualTo(good + ", line 5, column 3: \"acept\" is not known\n" + good
                        + ", line 7, column 1: no steps\n");
    }

    @Test
    void aRuleIsAddedAsADraftWithItsReason() throws IOException {
        service.on("POST /rules?reason=a%20new%20office", DRAFT);
        assertThat(service.run("rule", "add", file("r.yaml", "x"), "--reason", "a new office")
                        .out())
                .isEqualTo("Rule notes (draft): latest version 2, never live\n");
    }

    @Test
    void aFileWithSeveralProblemsIsRefusedWithAllOfThem() throws IOException {
        service.refuseWith("POST /rules?reason=", 422, """
                {"detail": "It has problems", "problems": [
                  {"line": 1, "column": 1, "words": "one"}, {"line": 2, "column": 2, "words": "two"}]}""");
        StubService.Answer answer = service.run("rule", "add", file("r.yaml", "x"));
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.err())
                .isEqualTo("lectomen: the file has 2 problems:\n  line 1, column 1: one\n  line 2, column 2: two\n");
    }

    @ParameterizedTest
    @CsvSource({
        "live notes, POST /rules/notes/live?existing=take&acceptSamples=false",
        "live notes --existing leave, POST /rules/notes/live?existing=leave&acceptSamples=false",
        "live notes --accept-samples, POST /rules/notes/live?existing=take&acceptSamples=true",
        "pause notes, POST /rules/notes/pause",
        "retire notes, POST /rules/notes/retire",
        "restore notes --to 3, POST /rules/notes/restore?to=3"
    })
    void aRuleIsChanged(String words, String call) {
        service.on(call, LIVE);
        StubService.Answer answer = service.run(("rule " + words).split(" "));
        assertThat(answer.exitCode()).as(answer.err()).isZero();
        assertThat(answer.out()).isEqualTo("Rule notes (live): latest version 2, live version 2\n");
    }

    @Test
    void aDayIsThatOfThisMachine() {
        String midnight = LocalDate.of(2027, 3, 1)
                .atStartOfDay(ZoneId.systemDefault())
                .toInstant()
                .toString();
        service.on("POST /rules/notes/live?existing=newer&newerThan=" + midnight + "&acceptSamples=false", LIVE);
        assertThat(service.run("rule", "live", "notes", "--existing", "newer", "--than", "2027-03-01")
                        .exitCode())
                .isZero();
        assertThat(service.run("rule", "live", "notes", "--existing", "burn").exitCode())
                .isEqualTo(2);
    }

    @Test
    void pendingFilesOfARuleAreShown() {
        service.on("GET /rules/notes/pending", """
                {"files": [
                   {"name": "a.txt", "modified": "2027-03-01T10:00:00Z", "size": 10, "decision": "TAKE"},
                   {"name": "b.txt", "modified": "2027-03-01T10:00:00Z", "size": 10, "decision": "READ"},
                   {"name": "c.json", "modified": "2027-03-01T10:00:00Z", "size": 10, "decision": "LEAVE", "why": "does not accept json"}],
                 "all": 3, "take": 1, "read": 1, "leave": 1, "notReached": ["/in/away"]}""");
        assertThat(service.run("rule", "pending", "notes").out())
                .containsPattern("a\\.txt .* take it\n")
                .containsPattern("b\\.txt .* read it to decide\n")
                .containsPattern("c\\.json .* leave it: does not accept json\n")
                .contains("3 files are in its folders: take 1, read 1 to decide, leave 1.")
                .contains("/in/away does not exist or can't be read.");
    }

    @Test
    void aRuleIsRenamed() {
        service.on(
                "POST /rules/notes/rename?to=papers&folder=true",
                "{\"id\": \"papers\", \"folders\": [\"/in/papers\"]}");
        assertThat(service.run("rule", "rename", "notes", "papers", "--folder").out())
                .isEqualTo("Rule notes is papers from now on; it takes files from /in/papers.\n");
    }

    @Test
    void versionsAreListedAndCompared() {
        service.on("GET /rules/notes/versions", """
                {"versions": [{"version": 2, "addedAt": "2027-03-01T10:00:00Z", "addedBy": "tess", "reason": "a new office"},
                              {"version": 1, "addedAt": "2027-02-01T10:00:00Z", "addedBy": "owner"}]}""");
        assertThat(service.run("rule", "versions", "notes").out())
                .containsPattern("2 .* tess +a new office")
                .containsPattern("1 .* owner");
        service.on("GET /rules/notes/difference?from=1&to=2", """
                {"from": 1, "to": 2, "lines": [
                   {"kind": "SAME", "number": 1, "text": "lectomen: 1"}, {"kind": "GAP", "number": 4},
                   {"kind": "REMOVED", "number": 6, "text": "old"}, {"kind": "ADDED", "number": 6, "text": "new"},
                   {"kind": "GAP", "number": 1}],
                 "parts": [{"name": "named", "lines": [{"kind": "ADDED", "number": 1, "text": "part"}]}]}""");
        assertThat(service.run("rule", "diff", "notes", "--from", "1", "--to", "2")
                        .out())
                .isEqualTo("""
                        Rule notes, from version 1 to 2:
                            1   lectomen: 1
                              … 4 unchanged lines
                            6 - old
                            6 + new
                              … 1 unchanged line
                        Shared part named:
                            1 + part
                        """);
        service.on("GET /rules/notes/difference", "{\"from\": 2, \"to\": 2, \"lines\": [], \"parts\": []}");
        assertThat(service.run("rule", "diff", "notes").out()).contains("no changes.");
    }

    @Test
    void samplesAreKeptRunAndForgotten() throws IOException {
        String file = file("t.txt", "bytes of it");
        service.on(
                "POST /rules/notes/samples",
                "{\"expected\": {\"ending\": \"planned\", \"places\": [\"archive/t.txt\"]}}");
        assertThat(service.run("rule", "sample", "add", "notes", file).out())
                .isEqualTo("t.txt was added; expected: archive/t.txt\n");
        assertThat(service.asked().get(0).contentType()).startsWith("multipart/form-data; boundary=");
        assertThat(service.asked().get(0).body())
                .contains("name=\"file\"; filename=\"t.txt\"")
                .contains("bytes of it");
        service.on("GET /rules/notes/samples", """
                {"samples": [{"name": "t.txt", "expected": {"ending": "failed", "reason": "field.missing", "places": []}}]}""");
        assertThat(service.run("rule", "sample", "list", "notes").out())
                .containsPattern("t\\.txt +failed \\(field\\.missing\\)");
        service.on("POST /rules/notes/samples/run", """
                {"samples": [{"name": "t.txt", "differences": []},
                             {"name": "u.txt", "differences": ["it was filed as \\"a\\", and is as \\"b\\""]}]}""");
        StubService.Answer run = service.run("rule", "sample", "run", "notes");
        assertThat(run.exitCode()).isEqualTo(1);
        assertThat(run.out()).isEqualTo("""
                t.txt: as expected
                u.txt: different
                  it was filed as "a", and is as "b"
                1 of 2 samples give the expected result.
                """);
        service.on("DELETE /rules/notes/samples/u%20v.txt", "");
        assertThat(service.run("rule", "sample", "remove", "notes", "u v.txt").exitCode())
                .isZero();
    }

    @Test
    void aTrialTellsWhoTakesAFileWhatIsFoundAndWhereItWouldLie() throws IOException {
        String file = file("p.txt", "bytes");
        service.on("POST /trials?rule=permits", """
                {"fileName": "p.txt", "rule": "permits", "ending": "planned",
                 "considered": [
                   {"rule": {"id": "other"}, "takes": false, "whyNot": "does not accept text"},
                   {"rule": {"id": "permits"}, "takes": true, "conditions": [{"says": "pages at most 3", "truth": "NO", "saw": "4"}]},
                   {"rule": {"id": "later"}, "takes": true}],
                 "fields": [{"name": "number", "value": "7", "page": 2, "method": "near No"},
                            {"name": "office", "value": "Quay", "page": 0, "method": "a parameter"}],
                 "made": [{"step": 2, "word": "convert", "output": "main", "type": "pdf", "bytes": 2000, "sha256": "abc"}],
                 "notes": [{"words": "The font was not at hand."}],
                 "wouldFile": [
                   {"connection": "archive", "folder": "Permits", "name": "7.pdf", "whenTaken": "number it", "otherName": "7 (2).pdf"},
                   {"connection": "archive", "folder": "", "name": "7.txt", "whenTaken": "new version", "olderGoesTo": "older/7.txt"}]}""");
        assertThat(service.run("trial", file, "--rule", "permits").out())
                .contains("rule other does not match: does not accept text")
                .contains("rule permits matches\n    pages at most 3: false (4)")
                .contains("rule later would also match")
                .contains("number = 7  (page 2, near No)")
                .contains("office = Quay  (a parameter)")
                .contains("step 2, convert: makes main, a pdf of 2.0 kB")
                .contains("note: The font was not at hand.")
                .contains("filed in archive as Permits/7.pdf; if the name is taken: number it, as 7 (2).pdf")
                .contains(
                        "filed in archive as 7.txt; if the name is taken: new version, with the previous version as older/7.txt");
    }

    @Test
    void whatATrialMakesIsSaved() throws IOException {
        String file = file("p.txt", "bytes");
        service.on("POST /trials", """
                {"fileName": "p.txt", "ending": "unmatched", "reason": {"words": "No rule wants it."},
                 "made": [{"step": 2, "word": "convert", "output": "main", "type": "pdf", "bytes": 4, "sha256": "abc"}]}""");
        service.on("GET /trials/outputs/abc", "made");
        Path saved = temp.resolve("saved");
        StubService.Answer answer = service.run("trial", file, "--save", saved.toString());
        assertThat(answer.out()).contains("unmatched. No rule wants it.");
        assertThat(answer.err()).isEqualTo("Saved " + saved.resolve("p.txt step 2 main.pdf") + "\n");
        assertThat(saved.resolve("p.txt step 2 main.pdf")).hasContent("made");
    }

    @Test
    void aTrialIsOfFilesOrAJobOrAText() {
        String failed =
                "{\"fileName\": \"text.txt\", \"rule\": \"r\", \"ending\": \"failed\", \"reason\": {\"words\": \"No number.\"}}";
        service.on("POST /trials?job=1-17", failed);
        assertThat(service.run("trial", "--job", "1-17").out()).contains("fails under rule r. No number.");
        service.on("POST /trials", failed);
        assertThat(service.run("trial", "--text", "TIDE BULLETIN").exitCode()).isZero();
        assertThat(service.asked().get(1).body())
                .contains("filename=\"text.txt\"")
                .contains("TIDE BULLETIN");
        assertThat(service.run("trial").err()).contains("name what to test: files, --job ID or --text TEXT");
        assertThat(service.run("trial", "--job", "1-1", "--text", "x").exitCode())
                .isEqualTo(2);
    }

    @Test
    void anExpressionIsTriedOnDataFromAFileOrAPipe() throws IOException {
        String call = "POST /trials/data?expression=%2F%2Fn%3Anumber&form=xml&namespaces=n%3Durn%3Ax";
        service.on(call, "{\"hits\": [{\"value\": \"7\", \"where\": \"/n[1]\"}]}");
        StubService.Answer one =
                service.runWith("<n/>", "trial", "data", "-", "//n:number", "--as", "xml", "--prefix", "n=urn:x");
        assertThat(one.out()).isEqualTo("7  (/n[1])\n1 result.\n");
        assertThat(service.asked().get(0).body()).isEqualTo("<n/>");
        service.on("POST /trials/data?expression=%2Fa", "{\"hits\": []}");
        StubService.Answer none = service.run("trial", "data", file("d.json", "{}"), "/a");
        assertThat(none.exitCode()).isEqualTo(1);
        assertThat(none.out()).isEqualTo("No result.\n");
        service.on("POST /trials/data?expression=%2Fb", "{\"hits\": [], \"reason\": {\"words\": \"It is no JSON.\"}}");
        assertThat(service.run("trial", "data", file("d.json", "{"), "/b").out())
                .isEqualTo("It is no JSON.\n");
    }
}
