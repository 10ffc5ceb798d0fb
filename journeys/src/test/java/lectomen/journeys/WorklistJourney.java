package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What no rule matches is given to a rule or filed by hand, whether it was opened or still lies in its hot folder. */
class WorklistJourney {
    @TempDir
    private static Path temp;

    private static RunningService service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.live(Rules.tickets("tickets", "number it"));
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static Answer client(String... words) throws Exception {
        return service.client(words);
    }

    private static void lie(String name, String content) throws Exception {
        Files.writeString(service.inbox("tickets").resolve(name), content);
        service.awaitJob(name, "unmatched");
    }

    private static JsonNode story(String name) {
        return service.get("/jobs/" + service.job(name).path("id").asString());
    }

    @Test
    void aFileStillInItsFolderIsTakenAndFiledUnderTheChosenName() throws Exception {
        lie("other.bin", "\u0001 other");
        lie("table.bin", "\u0001\u0002");
        String id = service.job("table.bin").path("id").asString();
        assertThat(service.job("table.bin").path("hasOriginal").asBoolean()).isFalse();
        Answer said =
                client("job", "file", id, "--in", "archive", "--under", "Unsorted", "--as", "{arrived} {file name}");
        assertThat(said.out()).contains("Job " + id + " is waiting");
        JsonNode filed = service.awaitJob("table.bin", "filed");
        assertThat(filed.path("id").asString()).as("the same job goes on").isEqualTo(id);
        assertThat(filed.path("places").get(0).asString()).matches(".*/Unsorted/\\d{4}-\\d\\d-\\d\\d table\\.bin");
        assertThat(Path.of(filed.path("places").get(0).asString())).hasContent("\u0001\u0002");
        RunningService.await(
                "the spare is gone",
                RunningService.LONGEST_WAIT,
                () -> !Files.exists(service.inbox("tickets").resolve("table.bin")));
        assertThat(service.inbox("tickets").resolve("other.bin"))
                .as("what nobody asked for stays")
                .exists();
        assertThat(story("table.bin").path("steps").get(0).path("word").asString())
                .isEqualTo("file by hand");
    }

    @Test
    void manyAreFiledAtOnceEachUnderItsOwnName() throws Exception {
        for (int i = 1; i <= 12; i++) {
            Files.writeString(service.inbox("tickets").resolve("loose " + i + ".bin"), "\u0001" + i);
        }
        RunningService.await("all are told of", RunningService.LONGEST_WAIT, () -> countLoose("unmatched") == 12);
        Answer counted = client(
                "job",
                "file",
                "--state",
                "unmatched",
                "--name",
                "loose",
                "--in",
                "archive",
                "--as",
                "{file name}",
                "--dry-run");
        assertThat(counted.out()).contains("12 jobs selected. Nothing was changed");
        Answer done = client(
                "job", "file", "--state", "unmatched", "--name", "loose", "--in", "archive", "--as", "{file name}");
        assertThat(done.exitCode()).as(done.err()).isZero();
        RunningService.await("all are filed", RunningService.LONGEST_WAIT, () -> countLoose("filed") == 12);
        try (Stream<Path> files = Files.list(service.archive())) {
            assertThat(files.filter(file -> file.getFileName().toString().matches("loose \\d+\\.bin")))
                    .hasSize(12);
        }
    }

    private static long countLoose(String state) {
        return service.jobsNamed("loose").stream()
                .filter(job -> job.path("state").asString().equals(state))
                .count();
    }

    @Test
    void aRuleThatSomebodyChoseTakesTheDocumentWhateverItsConditionsSay() throws Exception {
        Path letter = Files.writeString(temp.resolve("letter.txt"), "HARBOUR LETTER\n\nNumber: T-0031\n");
        Files.move(letter, service.inbox("tickets").resolve("letter.txt"));
        String id = service.awaitJob("letter.txt", "unmatched").path("id").asString();
        client("job", "move", id, "--to", "tickets");
        service.awaitJob("letter.txt", "filed");
        assertThat(service.archive().resolve("tickets/T-0031.txt")).exists();
        JsonNode considered = story("letter.txt").path("considered").get(0);
        assertThat(considered.path("takes").asBoolean()).isTrue();
    }

    @Test
    void aFileIsGivenToARuleThatTakesNoneFromItsFolder() throws Exception {
        service.live(Rules.keepName("strays", ""));
        lie("stray.bin", "\u0001 stray");
        client("job", "move", service.job("stray.bin").path("id").asString(), "--to", "strays");
        service.awaitJob("stray.bin", "filed");
        assertThat(service.archive().resolve("strays/stray.bin")).hasContent("\u0001 stray");
    }

    @Test
    void theWishOutlivesAServiceThatIsKilledRightAfterIt() throws Exception {
        try (ServiceProcess killed = ServiceProcess.launch(temp.resolve("killed"))) {
            killed.live(Rules.tickets("tickets", "number it"));
            Files.writeString(killed.inbox("tickets").resolve("late.bin"), "\u0001 late");
            String id = killed.awaitJob("late.bin", "unmatched").path("id").asString();
            killed.post("/intake/pause", "");
            killed.client("job", "file", id, "--in", "archive", "--as", "Late");
            assertThat(killed.job("late.bin").path("reason").path("words").asString())
                    .contains("chose an action for this file");
            killed.kill();
            killed.startAgain();
            killed.post("/intake/resume", "");
            killed.awaitJob("late.bin", "filed");
            assertThat(killed.archive().resolve("Late.bin")).exists();
        }
    }

    @Test
    void aFileThatGoesAwayBeforeItIsTakenEndsItsJob() throws Exception {
        lie("gone.bin", "\u0001 gone");
        service.post("/intake/pause", "");
        client("job", "file", service.job("gone.bin").path("id").asString(), "--in", "archive", "--as", "Gone");
        Files.delete(service.inbox("tickets").resolve("gone.bin"));
        service.post("/intake/resume", "");
        assertThat(service.awaitJob("gone.bin", "cancelled")
                        .path("reason")
                        .path("words")
                        .asString())
                .contains("no longer in its folder");
    }

    @Test
    void whereNoLiveRuleTakesFilesAFileIsNotTakenByHandEither() throws Exception {
        lie("quiet.bin", "\u0001 quiet");
        service.post("/rules/tickets/pause", "");
        String id = service.job("quiet.bin").path("id").asString();
        Answer refused = client("job", "file", id, "--in", "archive", "--as", "Quiet");
        assertThat(refused.exitCode()).isEqualTo(1);
        assertThat(refused.err()).contains("in a folder that no live rule uses");
        assertThat(service.send(service.request("/jobs/" + id).GET()).body()).contains("\"state\":\"unmatched\"");
        service.live(Rules.tickets("tickets", "number it"));
    }

    @Test
    void aFailedDocumentIsFiledByHandAndARetryKeepsThatChoice() throws Exception {
        Path ticket = Files.writeString(temp.resolve("bad.txt"), "HARBOUR TICKET without its number");
        Files.move(ticket, service.inbox("tickets").resolve("bad.txt"));
        String id = service.awaitJob("bad.txt", "failed").path("id").asString();
        Files.createDirectories(service.archive());
        Files.writeString(service.archive().resolve("Ticket.txt"), "somebody's");
        String as = "{\"in\": \"archive\", \"name\": \"Ticket\", \"whenTaken\": \"fail\"}";
        HttpResponse<String> answer = service.send(service.request("/jobs/" + id + "/file")
                .setHeader("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(as)));
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        RunningService.await(
                "the name is taken",
                RunningService.LONGEST_WAIT,
                () -> story("bad.txt"),
                () -> story("bad.txt").path("reason").path("code").asString("").equals("name.taken"));
        assertThat(service.archive().resolve("Ticket.txt")).hasContent("somebody's");
        Files.delete(service.archive().resolve("Ticket.txt"));
        client("job", "retry", id);
        service.awaitJob("bad.txt", "filed");
        assertThat(service.archive().resolve("Ticket.txt")).hasContent("HARBOUR TICKET without its number");
    }
}
