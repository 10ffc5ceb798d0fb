package lectomen.client;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Jobs: listed, told, and acted on. */
class JobCommandTest {
    private static final String FILED = """
            {"id": "1-17", "state": "filed", "rule": "permits", "ruleVersion": 3, "fileName": "p.pdf", "type": "pdf",
             "size": 12345, "createdAt": "2027-03-01T10:00:00Z", "places": ["/archive/Permits/MHP-1.pdf"]}""";

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

    @Test
    void jobsAreListedWithTheirEndsBelow() {
        service.on("GET /jobs?limit=100&order=newest", "{\"jobs\": [" + FILED + """
                , {"id": "1-16", "state": "failed", "fileName": "a\\u0007b.txt", "size": 9, "createdAt": "2027-03-01T09:00:00Z",
                   "reason": {"code": "field.missing", "words": "No permit number on page 1."}},
                  {"id": "1-15", "state": "waiting", "fileName": "c.txt", "size": 9, "createdAt": "2027-03-01T09:00:00Z",
                   "nextTryAt": "2027-03-01T09:00:01Z", "reason": {"code": "destination.away", "words": "It is away."}}]}""");
        StubService.Answer answer = service.run("job", "list");
        assertThat(answer.exitCode()).isZero();
        assertThat(answer.out().lines().toList()).hasSize(7).satisfies(lines -> {
            assertThat(lines.get(0)).startsWith("JOB ").contains("STATE").endsWith("FILE");
            assertThat(lines.get(1)).startsWith("1-17").contains("permits").endsWith("p.pdf");
            assertThat(lines.get(2)).isEqualTo("      /archive/Permits/MHP-1.pdf");
            assertThat(lines.get(3)).endsWith("a\u00b7b.txt");
            assertThat(lines.get(4)).isEqualTo("      No permit number on page 1.");
            assertThat(lines.get(6)).startsWith("      It is away. Next attempt ");
        });
    }

    @Test
    void noJobsAreSaidToBeNone() {
        service.on("GET /jobs?limit=100&order=newest", "{\"jobs\": []}");
        assertThat(service.run("job", "list").out()).isEqualTo("No jobs match.\n");
    }

    @Test
    void aFilterIsPartOfTheCall() {
        service.on(
                "GET /jobs?limit=5&order=changed&state=failed&rule=quay%20plans&name=a%26b",
                "{\"jobs\": [" + FILED + "]}");
        StubService.Answer answer = service.run(
                "job",
                "list",
                "--state",
                "failed",
                "--rule",
                "quay plans",
                "--name",
                "a&b",
                "--limit",
                "5",
                "--order",
                "changed");
        assertThat(answer.exitCode()).as(answer.err()).isZero();
    }

    @Test
    void longListsAreAskedForInPages() {
        String page = "{\"jobs\": [" + (FILED + ",").repeat(499) + FILED + "], \"next\": \"c+1\"}";
        service.on("GET /jobs?limit=500&order=newest", page);
        service.on(
                "GET /jobs?limit=2&order=newest&cursor=c%2B1",
                "{\"jobs\": [" + FILED + "," + FILED + "], \"next\": \"c2\"}");
        StubService.Answer answer = service.run("job", "list", "--limit", "502");
        assertThat(answer.out()).endsWith("There are more. Show more with --limit N.\n");
        assertThat(answer.out().lines()).hasSize(1 + 2 * 502 + 1);
        assertThat(service.run("job", "list", "--limit", "502", "--json").out()).contains("\"more\" : true");
    }

    @ParameterizedTest
    @CsvSource({"90s, 90", "90m, 5400", "12h, 43200", "7d, 604800"})
    void aTimeAgoIsCountedFromNow(String text, long seconds) {
        Duration age = Duration.between(JobFilter.instant(text), Instant.now());
        assertThat(age).isBetween(Duration.ofSeconds(seconds), Duration.ofSeconds(seconds + 30));
    }

    @Test
    void aTimeIsThatOfThisMachineUnlessItSaysOtherwise() {
        Instant midnight = LocalDateTime.of(2027, 3, 1, 0, 0)
                .atZone(ZoneId.systemDefault())
                .toInstant();
        assertThat(JobFilter.instant("2027-03-01")).isEqualTo(midnight);
        assertThat(JobFilter.instant("2027-03-01T14:30")).isEqualTo(midnight.plus(Duration.ofMinutes(870)));
        assertThat(JobFilter.instant("2027-03-01T14:30:00Z")).isEqualTo(Instant.parse("2027-03-01T14:30:00Z"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"yesterday", "2027-13-01", "7w", "", "2027-03-01T25:00"})
    void whatIsNoTimeIsRefusedWithTheForms(String text) {
        assertThatThrownBy(() -> JobFilter.instant(text))
                .isInstanceOf(ServiceUnreachable.class)
                .hasMessageContaining("invalid time \"" + text + "\"; expected 2027-03-01");
    }

    @Test
    void aJobsStoryIsToldWhole() {
        service.on("GET /jobs/1-17", """
                {"id": "1-17", "state": "filed", "rule": "permits", "ruleVersion": 3, "fileName": "p.pdf", "type": "pdf",
                 "size": 12345, "createdAt": "2027-03-01T10:00:00Z", "subfolder": "quay 7", "priority": 80,
                 "tags": ["urgent", "signed"], "sidecar": "p.json", "resultOf": "1-3", "leftInFolder": true,
                 "originalRemovedAt": "2027-04-01T10:00:00Z", "places": ["/archive/MHP-1.pdf"],
                 "given": {"rule": "slips", "job": "1-2", "end": "failed", "reason": "No number."},
                 "cameOfIt": [{"id": "1-18", "state": "waiting"}],
                 "considered": [
                   {"rule": {"id": "first", "version": 1}, "takes": false, "whyNot": "does not accept pdf"},
                   {"rule": {"id": "permits", "version": 3}, "takes": true, "conditions": [
                     {"says": "all of", "truth": "YES", "parts": [
                       {"says": "text contains \\"PERMIT\\"", "truth": "YES", "saw": "found"},
                       {"says": "pages at most 3", "truth": "OPEN"}]}]}],
                 "fields": [
                   {"name": "number", "value": "MHP-1", "page": 1, "method": "near Permit no", "confidence": 0.991,
                    "box": {"left": 10.4, "top": 20, "width": 30, "height": 8}},
                   {"name": "office", "value": "Quay", "page": 0, "method": "set by the rule", "confidence": 1}],
                 "steps": [{"step": 1, "word": "find", "outcome": "done", "reasons": [{"words": "Read page 1."}]}],
                 "effects": [
                   {"id": "1-e7", "kind": "file", "title": "File", "state": "done", "place": "/archive/MHP-1.pdf", "receiptAt": "2027-03-01T10:00:02Z",
                    "answer": "read back", "older": "/archive/older/MHP-1.pdf", "endedAt": "2027-03-02T10:00:00Z"},
                   {"id": "1-e8", "kind": "withdraw", "title": "Withdraw", "state": "abandoned", "place": "/archive/x.pdf",
                    "reason": {"words": "It was changed."}}],
                 "notes": [{"at": "2027-03-01T11:00:00Z", "principal": "tess", "text": "Asked for it."}],
                 "ledger": [{"seq": 41, "at": "2027-03-01T10:00:02Z", "principal": "service", "event": "job.filed"}]}""");
        assertThat(service.run("job", "show", "1-17").out())
                .contains("Job 1-17 is filed")
                .contains("p.pdf (pdf, 12 kB)")
                .contains("permits, version 3")
                .contains("job 1-3")
                .contains("by retention or its rule")
                .contains("still in its folder")
                .contains("urgent, signed")
                .contains("by rule slips, job 1-2: failed No number.")
                .contains("job 1-18, waiting")
                .contains("first does not match: does not accept pdf")
                .contains("permits matches")
                .contains("      text contains \"PERMIT\": true (found)")
                .contains("      pages at most 3: not evaluated")
                .contains("  number = MHP-1\n      page 1, near Permit no, box 10 20 30 x 8, confidence 0.99")
                .contains("  office = Quay\n      set by the rule, confidence 1.00")
                .contains("  1 find: done\n      Read page 1.")
                .contains("  1-e7  File, done: /archive/MHP-1.pdf")
                .contains(": read back")
                .contains("the previous version is now /archive/older/MHP-1.pdf")
                .contains("replaced or withdrawn")
                .contains("  1-e8  Withdraw, abandoned: /archive/x.pdf\n      It was changed.")
                .contains("tess: Asked for it.")
                .contains("    41  ")
                .contains("job.filed");
    }

    @Test
    void aJobThatNothingIsKnownOfHasNoEmptyParts() {
        service.on(
                "GET /jobs/1-1",
                "{\"id\": \"1-1\", \"state\": \"waiting\", \"fileName\": \"a.txt\", \"type\": \"text\", \"size\": 1,"
                        + " \"createdAt\": \"2027-03-01T10:00:00Z\"}");
        assertThat(service.run("job", "show", "1-1").out())
                .contains("rule      none")
                .doesNotContain("Fields")
                .doesNotContain("Steps")
                .doesNotContain("Effects")
                .doesNotContain("Ledger");
    }

    @ParameterizedTest
    @CsvSource({
        "retry, POST /jobs/1-17/retry",
        "run-again, POST /jobs/1-17/run-again",
        "hold, POST /jobs/1-17/hold",
        "release, POST /jobs/1-17/release",
        "cancel, POST /jobs/1-17/cancel",
        "priority --to 90, POST /jobs/1-17/priority?priority=90",
        "move --to by-hand, POST /jobs/1-17/move?rule=by-hand"
    })
    void oneJobIsActedOn(String action, String call) {
        service.on(call, "{\"id\": \"1-17\", \"state\": \"waiting\"}");
        StubService.Answer answer = service.run(("job " + action + " 1-17").split(" "));
        assertThat(answer.exitCode()).as(answer.err()).isZero();
        assertThat(answer.out()).isEqualTo("Job 1-17 is waiting\n");
        assertThat(service.calls()).containsExactly(call);
    }

    @Test
    void aJobAtWorkIsHeldLater() {
        service.on("POST /jobs/1-17/hold", "{\"id\": \"1-17\", \"state\": \"working\", \"holdWanted\": true}");
        assertThat(service.run("job", "hold", "1-17").out())
                .isEqualTo("Job 1-17 is working and will be held when its worker has finished\n");
    }

    @Test
    void manyJobsAreActedOnAtOnceAndRefusalsAreShown() {
        service.on("POST /job-actions/retry/jobs?dry=false", """
                {"matched": 3, "done": 1, "notDone": 2, "refusals": [{"words": "Job 1-2 is filed."}]}""");
        StubService.Answer answer = service.run("job", "retry", "1-1", "1-2", "1-3");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out())
                .isEqualTo("Done: 1 job of 3.\n  Job 1-2 is filed.\n  and 1 more that could not be changed\n");
    }

    @Test
    void aDryRunOnlyCounts() {
        service.on("POST /job-actions/cancel?dry=true&state=failed", "{\"matched\": 12, \"done\": 0, \"notDone\": 0}");
        assertThat(service.run("job", "cancel", "--state", "failed", "--dry-run")
                        .out())
                .isEqualTo("12 jobs selected. Nothing was changed.\n");
        service.on("POST /job-actions/cancel/jobs?dry=true", "{\"matched\": 1, \"done\": 0, \"notDone\": 0}");
        assertThat(service.run("job", "cancel", "1-1", "--dry-run").out())
                .isEqualTo("1 job selected. Nothing was changed.\n");
    }

    @Test
    void nothingIsDoneWithoutSayingToWhichJobs() {
        StubService.Answer none = service.run("job", "cancel");
        assertThat(none.exitCode()).isEqualTo(2);
        assertThat(none.err()).contains("select jobs by id, or by a filter");
        StubService.Answer both = service.run("job", "cancel", "1-1", "--state", "failed");
        assertThat(both.exitCode()).isEqualTo(2);
        assertThat(service.calls()).isEmpty();
    }

    @Test
    void aDocumentIsFiledByHand() {
        service.on("POST /jobs/1-17/file", "{\"id\": \"1-17\", \"state\": \"waiting\"}");
        StubService.Answer answer = service.run(
                "job",
                "file",
                "1-17",
                "--in",
                "archive",
                "--under",
                "Letters",
                "--as",
                "Letter {arrived}",
                "--when-taken",
                "fail");
        assertThat(answer.exitCode()).as(answer.err()).isZero();
        assertThat(service.asked().get(0).contentType()).isEqualTo("application/json");
        assertThat(service.asked().get(0).body())
                .isEqualTo(
                        "{\"in\":\"archive\",\"under\":\"Letters\",\"name\":\"Letter {arrived}\",\"whenTaken\":\"fail\"}");
    }

    @Test
    void aNoteIsWrittenToAJob() {
        service.on("POST /jobs/1-17/notes", "[{\"text\": \"a\"}, {\"text\": \"b\"}]");
        assertThat(service.run("job", "note", "1-17", "Asked for it.").out()).isEqualTo("Job 1-17 has 2 notes.\n");
        assertThat(service.asked().get(0).body()).isEqualTo("{\"text\":\"Asked for it.\"}");
    }

    @Test
    void theLogOfAJobLeavesHashesOut() {
        service.on("GET /jobs/1-17", FILED);
        service.on("GET /ledger?limit=1000&after=0&subject=job%201-17", """
                {"entries": [{"seq": 2, "at": "2027-03-01T10:00:00Z", "event": "job.filed", "subject": "job 1-17",
                  "principal": "service", "facts": {"effect": "e1", "content": "%s", "empty": ""}},
                  {"seq": 3, "at": "2027-03-01T10:00:01Z", "event": "job.removed", "subject": "job 1-16",
                  "principal": "service", "facts": {}}], "next": 3}""".formatted("a".repeat(64)));
        service.on("GET /ledger?limit=1000&after=3&subject=job%201-17", "{\"entries\": []}");
        service.refuse("GET /jobs/1-16", 404, "Unknown job 1-16.");
        assertThat(service.run("job", "log", "1-17").out())
                .containsPattern("job\\.filed +job 1-17 +service +effect e1  p\\.pdf\n")
                .containsPattern("job\\.removed +job 1-16 +service *\n$");
        service.refuse("GET /jobs/1-99", 404, "Unknown job 1-99.");
        assertThat(service.run("job", "log", "1-99").exitCode()).isEqualTo(1);
    }

    @Test
    void filesAreSentWithTheirRuleAndTags() throws IOException {
        Path file = Files.writeString(temp.resolve("a b.txt"), "bytes");
        service.on("POST /uploads?name=a%20b.txt&rule=notes&tags=urgent%2Csigned", "{\"job\": \"1-5\"}");
        StubService.Answer answer =
                service.run("send", file.toString(), "--rule", "notes", "--tag", "urgent", "--tag", "signed");
        assertThat(answer.out()).isEqualTo("a b.txt is job 1-5\n");
        assertThat(service.asked().get(0).body()).isEqualTo("bytes");
        StubService.Answer none = service.run("send", temp.resolve("none.txt").toString());
        assertThat(none.exitCode()).isEqualTo(2);
        assertThat(none.err()).contains("file not found: " + temp.resolve("none.txt"));
    }
}
