package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The client, as people and scripts call it. */
class ClientJourney {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    private static Path temp;

    private static ServiceInTest service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static Answer run(String... words) throws Exception {
        List<String> all = new ArrayList<>(List.of(words));
        all.addAll(List.of("--home", service.home().toString()));
        return Commands.run(all.toArray(String[]::new));
    }

    private static JsonNode json(String... words) throws Exception {
        List<String> all = new ArrayList<>(List.of(words));
        all.add("--json");
        Answer answer = run(all.toArray(String[]::new));
        assertThat(answer.exitCode()).as(answer.err()).isZero();
        return JSON.readTree(answer.out());
    }

    private static Path write(String name, String text) throws Exception {
        return Files.writeString(temp.resolve(name), text);
    }

    @Test
    void aRuleGoesFromCheckOverDraftAndTrialToLive() throws Exception {
        String rule =
                write("permits.yaml", Rules.tickets("permits", "number it")).toString();
        assertThat(run("rule", "check", rule).out()).contains("is valid");
        assertThat(run("rule", "add", rule).out()).contains("Rule permits (draft): latest version 1, never live");
        String ticket = write("ticket.txt", Rules.ticket("T-1234")).toString();

        JsonNode trial =
                json("trial", ticket, "--rule", "permits").path("trials").get(0);
        assertThat(trial.path("ending").asString()).isEqualTo("planned");
        assertThat(trial.path("wouldFile").get(0).path("name").asString()).isEqualTo("T-1234.txt");
        assertThat(trial.path("fields").get(0).path("page").asInt()).isEqualTo(1);
        JsonNode byFile = json("trial", ticket, "--rule", rule).path("trials").get(0);
        assertThat(byFile.path("wouldFile")).isEqualTo(trial.path("wouldFile"));
        JsonNode byRulebook = json("trial", ticket).path("trials").get(0);
        assertThat(byRulebook.path("considered").toString())
                .as("a draft takes part in no trial of the rulebook")
                .doesNotContain("permits");

        assertThat(run("rule", "live", "permits").out()).contains("live version 1");
        assertThat(run("rule", "list").out()).contains("permits").contains("live");
        assertThat(run("rule", "show", "permits").out()).isEqualTo(Rules.tickets("permits", "number it"));
        assertThat(run("rule", "pause", "permits").out()).contains("paused");
    }

    @Test
    void aTrialChangesNothing() throws Exception {
        service.live(Rules.tickets("tried", "number it"));
        service.awaitInTime("what earlier tests sent is out of the way", () -> hasNoSpares() && isIdle());
        String before = footprint();
        long entries = service.get("/status").path("ledgerEntries").asLong();
        for (int i = 0; i < 3; i++) {
            json(
                    "trial",
                    write("trial-%d.txt".formatted(i), Rules.ticket("T-777" + i))
                            .toString());
        }
        assertThat(footprint()).isEqualTo(before);
        assertThat(service.get("/status").path("ledgerEntries").asLong()).isEqualTo(entries);
    }

    private static boolean isIdle() {
        return service.get("/status").at("/jobs/working").asInt(0) == 0;
    }

    private static boolean hasNoSpares() {
        try (Stream<Path> files = Files.walk(service.home().resolve("inbox"))) {
            return files.filter(file -> file.toString().contains("/.lectomen/")).noneMatch(Files::isRegularFile);
        } catch (java.io.IOException | java.io.UncheckedIOException beingRemoved) {
            return false;
        }
    }

    /** All files of inbox, archive and kept bytes, by name and size. */
    private static String footprint() throws Exception {
        StringBuilder text = new StringBuilder();
        for (String part : List.of("inbox", "archive", "bytes", "scratch/trials")) {
            try (Stream<Path> files = Files.walk(service.home().resolve(part))) {
                files.filter(Files::isRegularFile).sorted().forEach(file -> text.append(file)
                        .append(file.toFile().length())
                        .append('\n'));
            }
        }
        return text.toString();
    }

    @Test
    void sentFilesAreFiledAndTellTheirStory() throws Exception {
        service.live(Rules.tickets("sent", "number it"));
        JsonNode sent = json("send", write("sent.txt", Rules.ticket("T-5555")).toString(), "--rule", "sent");
        String id = sent.path("sent").get(0).path("job").asString();
        service.awaitJob("sent.txt", "filed");
        JsonNode job = json("job", "show", id);
        assertThat(job.path("id").asString()).isEqualTo(id);
        assertThat(job.path("fileName").asString()).isEqualTo("sent.txt");
        assertThat(job.path("state").asString()).isEqualTo("filed");
        assertThat(job.path("rule").asString()).isEqualTo("sent");
        assertThat(job.path("places").get(0).asString())
                .isEqualTo(service.archive().resolve("sent/T-5555.txt").toString());
        assertThat(job.path("effects").get(0).path("answer").asString()).contains("read back");
        assertThat(run("job", "show", id).out())
                .contains(
                        "Job " + id + " is filed",
                        "ticket number = T-5555",
                        "page 1",
                        "text contains \"TICKET\": true (found)",
                        "effect.receipt");
        assertThat(json("job", "list", "--name", "sent.txt", "--state", "filed")
                        .path("jobs")
                        .size())
                .isEqualTo(1);
    }

    @Test
    void aFailedJobSaysWhyAndCanBeRetriedOrCancelled() throws Exception {
        service.live(Rules.tickets("failing", "number it"));
        json("send", write("numberless.txt", "HARBOUR TICKET\nNumbered: no\n").toString(), "--rule", "failing");
        JsonNode failed = service.awaitJob("numberless.txt", "failed");
        String id = failed.path("id").asString();
        assertThat(run("job", "list", "--state", "failed").out())
                .contains(
                        "No \"ticket number\" on page 1 (expected T-\\d{4} near \"Number\"); nearest: \"Numbered:\", page 1.");
        assertThat(run("job", "retry", id).out()).contains("Job " + id + " is ");
        service.awaitJob("numberless.txt", "failed");
        assertThat(run("job", "cancel", id).out()).contains("cancelled");
        Answer again = run("job", "cancel", id);
        assertThat(again.exitCode()).isEqualTo(1);
        assertThat(again.err()).contains("is cancelled and can't be cancelled");
    }

    @Test
    void wrongWordsEndWithTwoAndRefusalsWithOne() throws Exception {
        Answer bad = run(
                "rule",
                "check",
                write("bad.yaml", Rules.tickets("bad", "number it").replace("accept:", "acept:"))
                        .toString());
        assertThat(bad.exitCode()).isEqualTo(1);
        assertThat(bad.out())
                .contains("bad.yaml, line 5, column 5: \"acept\" is not known in a source; did you mean \"accept\"?");
        assertThat(run("rule", "add", temp.resolve("bad.yaml").toString()).exitCode())
                .isEqualTo(1);

        Answer noJob = run("job", "show", "1-9999");
        assertThat(noJob.exitCode()).isEqualTo(1);
        assertThat(noJob.err()).contains("Unknown job 1-9999");
        Answer noFile = run("send", temp.resolve("nowhere.txt").toString());
        assertThat(noFile.exitCode()).isEqualTo(2);
        assertThat(noFile.err()).contains("file not found");
        Answer noCommand = Commands.run("jobs");
        assertThat(noCommand.exitCode()).isEqualTo(2);
        assertThat(noCommand.err()).contains("job").doesNotContain("Exception");
        Answer noService =
                Commands.run("status", "--home", temp.resolve("empty").toString());
        assertThat(noService.exitCode()).isEqualTo(2);
        assertThat(noService.err()).contains("no service is running on home").contains("./lectomen serve");
        assertThat(run("job", "list", "--state", "lost").err()).contains("unknown state lost");
    }

    @Test
    void everyCommandHasHelp() throws Exception {
        assertThat(Commands.run("help").out())
                .contains("status", "rule", "trial", "send", "job", "serve", "demo", "Exit codes");
        for (String command : List.of("status", "rule", "trial", "send", "job")) {
            assertThat(Commands.run("help", command).out()).contains("Usage: lectomen " + command);
        }
        assertThat(Commands.run("help", "job", "list").out())
                .contains("--state")
                .contains("unmatched");
    }

    @Test
    void manyJobsAreRetriedHeldOrCountedByAFilter() throws Exception {
        service.live(Rules.tickets("many", "number it"));
        for (int i = 0; i < 3; i++) {
            json(
                    "send",
                    write("many-%d.txt".formatted(i), "HARBOUR TICKET without " + i)
                            .toString(),
                    "--rule",
                    "many");
            service.awaitJob("many-%d.txt".formatted(i), "failed");
        }
        assertThat(run("job", "retry", "--state", "failed", "--name", "many-", "--dry-run")
                        .out())
                .contains("3 jobs selected. Nothing was changed");
        assertThat(run("job", "retry", "--state", "failed", "--name", "many-").out())
                .contains("Done: 3 jobs of 3");
        Answer refused = run("job", "hold", "--state", "filed", "--name", "many-");
        assertThat(refused.out()).contains("Done: 0 jobs of 0");
        Answer nothing = run("job", "cancel");
        assertThat(nothing.exitCode()).isEqualTo(2);
        assertThat(nothing.err()).contains("select jobs by id, or by a filter");
        String id = service.awaitJob("many-0.txt", "failed").path("id").asString();
        assertThat(run("job", "note", id, "Asked for a better one.").out()).contains("has 1 note");
        assertThat(run("job", "show", id).out()).contains("Asked for a better one.");
        assertThat(run("job", "log", id).out())
                .contains("job.failed")
                .contains("job.noted")
                .doesNotContain("better one");
    }

    @Test
    void historyAndRetentionAreShownAndTheDoctorSuggestsFixes() throws Exception {
        assertThat(run("ledger", "check").out()).contains("The ledger is intact");
        assertThat(run("retention").out()).contains("kept forever");
        service.live(Rules.keepName("short", "arrives: whole").replace("do:", "retention: { originals: 1 day }\ndo:"));
        assertThat(run("retention").out()).contains("short").contains("1 day");
        Answer doctor = run("doctor");
        assertThat(doctor.out())
                .contains("Service: answers at")
                .contains("Settings")
                .contains("Connection archive");
        Path broken = Files.createDirectories(temp.resolve("broken"));
        Files.writeString(broken.resolve("lectomen.yaml"), "roots: [\"{home}\"]\nlogs: { format: xml }\n");
        Answer wrong = Commands.run("doctor", "--home", broken.toString());
        assertThat(wrong.exitCode()).isEqualTo(1);
        assertThat(wrong.out())
                .contains("line 2")
                .contains("lines or json")
                .contains("no service is running on this home")
                .contains("Fix: ./lectomen serve");
        assertThat(Commands.run("completion", "bash").out())
                .contains("_complete_lectomen")
                .contains("run-again");
    }
}
