package lectomen.client;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What rules share and look up, hot folders, retention, and the service at a glance. */
class TablesCommandTest {
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
    void lookupsArePutShownListedAndRemoved() throws IOException {
        service.on("PUT /lookups/vessels", "{\"name\": \"vessels\", \"rows\": 2, \"columns\": [\"vessel\", \"quay\"]}");
        assertThat(service.run("lookup", "put", "vessels", file("v.csv", "vessel,quay\n"))
                        .out())
                .isEqualTo("Lookup vessels has 2 rows with vessel, quay.\n");
        assertThat(service.asked().get(0).body()).isEqualTo("vessel,quay\n");
        service.on("GET /lookups/vessels", "vessel,quay\nTern,Q7\n");
        assertThat(service.run("lookup", "show", "vessels").out()).isEqualTo("vessel,quay\nTern,Q7\n");
        service.on("GET /lookups", """
                {"lookups": [{"name": "vessels", "rows": 2, "version": 4, "columns": ["vessel", "quay"], "usedBy": ["permits"]}]}""");
        assertThat(service.run("lookup", "list").out()).containsPattern("vessels +2 +4 +vessel, quay +permits");
        service.on("DELETE /lookups/vessels", "");
        assertThat(service.run("lookup", "remove", "vessels").out()).isEqualTo("Lookup vessels is removed.\n");
        service.refuse("DELETE /lookups/vessels", 409, "It is used by permits.");
        assertThat(service.run("lookup", "remove", "vessels").exitCode()).isEqualTo(1);
    }

    @Test
    void partsTellWhichRulesFollowThem() throws IOException {
        service.on("POST /parts?live=true&reason=clearer", """
                {"part": {"name": "named", "kind": "name pattern", "version": 2},
                 "rules": [{"id": "one", "version": 2, "live": true},
                           {"id": "two", "version": 5, "live": false, "whyNotLive": "its samples come out different"}]}""");
        assertThat(service.run("part", "put", file("p.yaml", "part: named\n"), "--reason", "clearer", "--live")
                        .out())
                .isEqualTo("""
                        Part named (name pattern) is version 2.
                          rule one: version 2 is live
                          rule two: version 5 is not live: its samples come out different
                        """);
        service.on("GET /parts/named", "{\"text\": \"part: named\\n\"}");
        assertThat(service.run("part", "show", "named").out()).isEqualTo("part: named\n");
        service.on("GET /parts", "{\"parts\": []}");
        assertThat(service.run("part", "list").out()).contains("There are no shared parts yet");
        service.on("GET /parts/schema", "{\"$schema\": \"x\"}");
        assertThat(service.run("part", "schema").out()).isEqualTo("{\"$schema\": \"x\"}");
        service.on("DELETE /parts/named", "");
        assertThat(service.run("part", "remove", "named").out()).isEqualTo("Part named is removed.\n");
    }

    @Test
    void countersAreListedSetAndExplained() {
        String counters = """
                {"counters": [
                  {"name": "readings", "usedBy": ["bulletins"], "runs": [
                     {"run": "2027-03", "next": 118, "given": 117, "inHand": 1, "unused": 0}]},
                  {"name": "letters", "usedBy": [], "runs": []}]}""";
        service.on("GET /counters", counters);
        assertThat(service.run("counter", "list").out())
                .containsPattern("readings +2027-03 +118 +117 +1 +0 +bulletins")
                .containsPattern("letters +none given yet");
        service.on("POST /counters/readings/set?next=200&run=2027-03&reason=as%20on%20paper", counters);
        assertThat(service.run(
                                "counter",
                                "set",
                                "readings",
                                "--next",
                                "200",
                                "--run",
                                "2027-03",
                                "--reason",
                                "as on paper")
                        .exitCode())
                .isZero();
        service.on("GET /counters/readings/changes", """
                {"changes": [{"changedAt": "2027-03-01T10:00:00Z", "changedBy": "tess", "run": "2027-03", "before": 118,
                  "after": 200, "reason": "as on paper"}]}""");
        assertThat(service.run("counter", "changes", "readings").out())
                .containsPattern("tess +2027-03 +118 +200 +as on paper");
        assertThat(service.run("counter", "set", "readings", "--next", "200").exitCode())
                .as("a reason is needed")
                .isEqualTo(2);
        service.on("GET /counters", "{\"counters\": []}");
        assertThat(service.run("counter", "list").out()).contains("There are no counters yet");
    }

    @Test
    void aSecretIsPipedInWithoutItsLineEnd() {
        service.on("PUT /secrets/mail", "{\"name\": \"mail\", \"version\": 2}");
        StubService.Answer answer = service.runWith("kelp and brass\r\n", "secret", "put", "mail", "--stdin");
        assertThat(answer.out()).isEqualTo("Secret mail is set, version 2.\n");
        assertThat(service.asked().get(0).body()).isEqualTo("kelp and brass");
        assertThat(service.run("secret", "put", "mail").err()).contains("there is no terminal for the prompt");
        service.on("GET /secrets", """
                {"secrets": [{"name": "mail", "version": 2, "changedAt": "2027-03-01T10:00:00Z", "changedBy": "owner", "readable": true},
                             {"name": "old", "version": 1, "changedAt": "2027-03-01T10:00:00Z", "changedBy": "owner", "readable": false}]}""");
        assertThat(service.run("secret", "list").out())
                .containsPattern("mail +2 .* sealed")
                .containsPattern("old +1 .* can't be decrypted with the current key");
        service.on("DELETE /secrets/mail", "");
        assertThat(service.run("secret", "remove", "mail").out()).isEqualTo("Secret mail is deleted.\n");
    }

    private static final String SOURCES = """
            {"sources": [
              {"id": 2, "folder": "/srv/in/notes", "rules": ["notes"], "about": "What the watch writes.", "waiting": ["a.txt: its data file"]},
              {"id": 3, "folder": "/srv/other/notes", "rules": ["other"], "trouble": {"code": "source.paused", "words": "Paused by Tess."}},
              {"id": 4, "folder": "/srv/in/plans", "rules": ["plans"], "nextRunAt": "2027-03-01T17:30:00Z", "ready": 7}]}""";

    @Test
    void hotFoldersAreListedWithTheirState() {
        service.on("GET /sources", SOURCES);
        assertThat(service.run("source", "list").out())
                .containsPattern("2 +/srv/in/notes +notes .*open, 1 wait\n +What the watch writes\\.")
                .containsPattern("3 +/srv/other/notes .*paused")
                .containsPattern("4 +/srv/in/plans .*scheduled, 7 waiting");
        service.on("GET /sources", "{\"sources\": []}");
        assertThat(service.run("source", "list").out()).contains("No live rule has a hot folder yet");
    }

    @ParameterizedTest
    @CsvSource({"plans, 4", "in/notes, 2", "/srv/other/notes, 3", "4, 4"})
    void aFolderIsMeantByItsPathTheEndOfItOrItsNumber(String folder, int id) {
        service.on("GET /sources", SOURCES);
        service.on("POST /sources/" + id + "/pause", "{\"folder\": \"/srv/x\"}");
        assertThat(service.run("source", "pause", folder).out())
                .isEqualTo("Paused: /srv/x. To resume: source resume.\n");
    }

    @Test
    void aFolderThatIsNotMeantClearlyIsRefused() {
        service.on("GET /sources", SOURCES);
        assertThat(service.run("source", "pause", "notes").err()).contains("Several folders end with that");
        assertThat(service.run("source", "pause", "nowhere").err())
                .contains("No live rule has the hot folder \"nowhere\"");
    }

    @Test
    void aRunIsAskedForAndTheLastRunsAreShown() {
        service.on("GET /sources", SOURCES);
        service.on("POST /sources/4/run", "{\"beganAt\": \"2027-03-01T16:00:00Z\"}");
        assertThat(service.run("source", "run", "plans").out()).startsWith("A run started at ");
        service.on("GET /sources/4", """
                {"source": {"id": 4, "folder": "/srv/in/plans", "rules": ["plans"], "running": true,
                            "closed": {"words": "It is open 07:00 to 12:00."}},
                 "runs": [{"dueAt": "2027-03-01T17:30:00Z", "cause": "due", "by": "", "beganAt": "2027-03-01T17:30:00Z",
                           "endedAt": "2027-03-01T17:30:02Z", "taken": 0},
                          {"dueAt": "2027-03-02T17:30:00Z", "cause": "asked for", "by": "tess", "beganAt": "2027-03-02T17:30:00Z", "taken": 3}]}""");
        assertThat(service.run("source", "show", "plans").out())
                .contains("nothing new")
                .containsPattern("asked for +tess .* in progress +3");
        service.on("POST /sources/4/resume", "{\"folder\": \"/srv/in/plans\"}");
        assertThat(service.run("source", "resume", "plans").out()).isEqualTo("Resumed: /srv/in/plans\n");
    }

    @Test
    void whetherAFileWouldBeTakenIsTheExitCode() throws IOException {
        service.on("POST /sources/test?name=a.dxf&size=100000", """
                {"folders": [{"folder": "/in/plans", "rules": [{"rule": "plans", "says": "no", "why": "does not accept dxf"}]},
                             {"folder": "/in/x", "ignored": "it is hidden", "rules": []}]}""");
        StubService.Answer no = service.run("source", "test", "a.dxf");
        assertThat(no.exitCode()).isEqualTo(1);
        assertThat(no.out())
                .containsPattern("/in/plans +plans +no +does not accept dxf")
                .containsPattern("/in/x +no +it is hidden");
        service.on("POST /sources/test?name=a.pdf&size=5", """
                {"folders": [{"folder": "/in/plans", "rules": [{"rule": "plans", "says": "after reading", "why": "text"}]}]}""");
        assertThat(service.run("source", "test", "a.pdf", "--size", "5", "--rule", file("r.yaml", "rule: x"))
                        .exitCode())
                .isZero();
        assertThat(service.asked().get(1).body()).isEqualTo("rule: x");
    }

    @Test
    void theStatusShowsFoldersAndWhatNeedsAttention() {
        service.on("GET /status", """
                {"home": "/srv/lectomen", "startedAt": "2027-03-01T10:00:00Z", "liveRules": 3,
                 "workers": {"running": [11, 12], "most": 4}, "jobs": {"filed": 120, "failed": 1},
                 "disk": {"freeBytes": 5000000000, "keepFreeBytes": 500000000},
                 "sources": [
                   {"folder": "/in/a", "settling": 1, "ready": 0, "unmatched": 2, "left": 0},
                   {"folder": "/in/b", "trouble": {"code": "folder.not-reached", "words": "It is not there."}},
                   {"folder": "/in/c", "silent": {"words": "Nothing came for 3 h."}}],
                 "attention": ["1 failed (job list --state failed)"]}""");
        assertThat(service.run("status").out())
                .contains("Home      /srv/lectomen, running since ")
                .contains("Rules     3 live")
                .contains("Workers   2 running, configured: 4")
                .contains("Jobs      120 filed, 1 failed")
                .contains("Disk      5.0 GB free; intake stops below 500 MB")
                .containsPattern("/in/a .*1 settling, 2 unmatched +open")
                .containsPattern("/in/b .*nothing +trouble\n +It is not there\\.")
                .containsPattern("/in/c .*silent\n +Nothing came for 3 h\\.")
                .endsWith("Needs attention:\n  1 failed (job list --state failed)\n");
    }

    @Test
    void aServiceWithNothingToDoSaysSo() {
        service.on("GET /status", """
                {"home": "/srv/l", "startedAt": "2027-03-01T10:00:00Z", "liveRules": 0, "workers": {"running": [], "most": 2},
                 "jobs": {}, "disk": {"freeBytes": 1, "keepFreeBytes": 1}, "sources": [], "attention": []}""");
        assertThat(service.run("status").out())
                .contains("Jobs      none yet")
                .doesNotContain("HOT FOLDER")
                .doesNotContain("attention");
    }

    @Test
    void intakeIsPausedAndResumed() {
        service.on("POST /intake/pause", "{\"paused\": {\"words\": \"All intake was paused since 10:00 by owner.\"}}");
        StubService.Answer paused = service.run("intake", "pause");
        assertThat(paused.exitCode()).isZero();
        assertThat(paused.out()).contains("All intake was paused");
        service.on("POST /intake/resume", "{}");
        assertThat(service.run("intake", "resume").exitCode()).isZero();
    }

    @Test
    void whatIsDueIsShownAndRemoved() {
        String due = """
                {"due": [{"rule": "notes", "keepOriginalsDays": 1, "originals": 4, "bytes": 4000, "jobs": 0},
                         {"keepJobsDays": 400, "originals": 0, "bytes": 0, "jobs": 2}]}""";
        service.on("GET /retention", due);
        assertThat(service.run("retention").out())
                .contains("ORIGINALS DUE")
                .containsPattern("notes +1 day +for ever +4 +4\\.0 kB +0")
                .containsPattern("\\(no rule\\) +for ever +400 days +0 +0 B +2");
        service.on("POST /retention/run", due);
        assertThat(service.run("retention", "--remove").out()).contains("ORIGINALS REMOVED");
        service.on("GET /retention", "{\"due\": []}");
        assertThat(service.run("retention").out()).contains("Everything is kept forever");
    }

    @Test
    void queuesTellHowTheirPrintersAreAndWhatTheyCanDo() throws IOException {
        String plotter = """
                {"name": "plan-room", "address": "ipp://plotter.marrowick.example/ipp/print", "state": "stopped",
                 "reasons": "media-empty-error", "model": "Quayline 900", "readyMedia": ["iso_a1_594x841mm"],
                 "formats": ["application/pdf"], "ticket": [
                   {"word": "media", "values": ["iso_a1_594x841mm"], "queueDefault": "", "printerDefault": "iso_a1_594x841mm"},
                   {"word": "sides", "values": ["one-sided"], "queueDefault": "one-sided", "printerDefault": ""}]}""";
        service.on("GET /queues", "{\"queues\": [" + plotter + """
                , {"name": "front-desk", "address": "ipp://desk.marrowick.example/ipp/print", "problem": "no connection",
                   "state": "idle", "reasons": "", "model": "", "readyMedia": []}]}""");
        assertThat(service.run("queue", "list").out())
                .containsPattern("plan-room +stopped: media-empty-error +iso_a1_594x841mm +Quayline 900, ipp://plotter")
                .containsPattern("front-desk +away: no connection +ipp://desk");
        service.on("GET /queues/plan-room", plotter);
        assertThat(service.run("queue", "show", "plan-room").out())
                .contains(
                        "plan-room: Quayline 900, ipp://plotter.marrowick.example/ipp/print",
                        "Takes    application/pdf")
                .containsPattern("media +iso_a1_594x841mm +iso_a1_594x841mm")
                .containsPattern("sides +one-sided +one-sided");
        service.on("GET /queues/gate", """
                {"name": "gate", "address": "raw://gate.marrowick.example", "state": "", "reasons": "a raw port can't be asked",
                 "model": "", "readyMedia": [], "formats": [], "ticket": []}""");
        assertThat(service.run("queue", "show", "gate").out())
                .isEqualTo("gate: raw://gate.marrowick.example\nState    a raw port can't be asked\n");
        service.on("GET /queues", "{\"queues\": []}");
        assertThat(service.run("queue", "list").out()).isEqualTo("There is no printer in lectomen.yaml.\n");
    }
}
