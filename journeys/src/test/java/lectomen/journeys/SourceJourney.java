package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Hot folders that are open at hours, collect until a set time, can be paused and asked. The service's clock stands shortly
 * before half past five on a Friday afternoon in March.
 */
class SourceJourney {
    private static final LocalDateTime BEFORE = LocalDateTime.of(2030, 3, 1, 17, 10, 0);

    private static final LocalDateTime HALF_PAST_FIVE = LocalDateTime.of(2030, 3, 1, 17, 30, 1);

    @TempDir
    private static Path temp;

    private static ServiceInTest service;

    @BeforeAll
    static void start() throws Exception {
        Path home = Files.createDirectories(temp.resolve("home"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections: { archive: { folder: "{home}/archive" } }
                calendar: { holidays: [2030-03-04] }
                """);
        Files.createDirectories(home.resolve("archive"));
        service = ServiceInTest.startAt(home, ahead());
        service.live(Rules.keepName("evening", """
                arrives: whole
                run at: 17:30
                run on: working days"""));
        drop("evening", "early.txt");
        service.live(Rules.keepName("whenever", "arrives: whole"));
        service.live(Rules.keepName("mornings", """
                about: What the night watch writes.
                arrives: whole
                open: 07:00 to 12:00
                open on: working days"""));
        service.live(Rules.keepName("plans", """
                accept: [text, pdf]
                name like: ["QUAY*", "MOLE*"]
                name not like: "*-draft*"
                size at most: 5 MB"""));
        service.live(Rules.keepName("together", """
                arrives: together
                settle: 10s"""));
    }

    private static Duration ahead() {
        return Duration.between(LocalDateTime.now(ZoneId.systemDefault()).plusSeconds(5), BEFORE);
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static void drop(String folder, String name) throws Exception {
        Path whole = Files.writeString(temp.resolve(name), "Dropped as " + name + "\n");
        Files.move(whole, service.inbox(folder).resolve(name));
    }

    private static JsonNode source(String folder) {
        for (JsonNode source : service.get("/sources").path("sources")) {
            if (source.path("folder").asString().endsWith("/" + folder)) {
                return source;
            }
        }
        throw new IllegalStateException("No source " + folder);
    }

    private static boolean isFiled(String rule, String name) {
        return Files.exists(service.archive().resolve(rule).resolve(name));
    }

    @Test
    void whatIsCollectedIsTakenAtItsTimeAndEachRunIsLogged() throws Exception {
        service.awaitLook("evening");
        assertThat(isFiled("evening", "early.txt")).as("before its time").isFalse();
        service.advanceTo(HALF_PAST_FIVE.atZone(ZoneId.systemDefault()).toInstant());
        RunningService.await(
                "the run at half past five took it",
                RunningService.LONGEST_WAIT,
                () -> isFiled("evening", "early.txt"));
        RunningService.await("it is over", RunningService.LONGEST_WAIT, () -> !source("evening")
                .path("running")
                .asBoolean());
        String shown = service.client("source", "show", "evening").out();
        assertThat(shown).contains("due").contains("17:30");
        JsonNode run = service.get("/sources/" + source("evening").path("id").asLong())
                .path("runs")
                .get(0);
        assertThat(run.path("cause").asString()).isEqualTo("due");
        assertThat(run.path("taken").asInt()).isEqualTo(1);

        drop("evening", "late.txt");
        RunningService.await(
                "the next run is on Tuesday, since Monday is a holiday",
                RunningService.LONGEST_WAIT,
                () -> source("evening").path("nextRunAt").asString().startsWith("2030-03-05T"));
        assertThat(isFiled("evening", "late.txt")).isFalse();
        assertThat(service.client("source", "run", "evening").exitCode()).isZero();
        RunningService.await(
                "it is taken when somebody asks", RunningService.LONGEST_WAIT, () -> isFiled("evening", "late.txt"));
        RunningService.await("that is over too", RunningService.LONGEST_WAIT, () -> !source("evening")
                .path("running")
                .asBoolean());
        service.client("source", "run", "evening");
        RunningService.await(
                "a run with nothing new is logged",
                RunningService.LONGEST_WAIT,
                () -> service.get("/sources/" + source("evening").path("id").asLong())
                                        .path("runs")
                                        .size()
                                == 3
                        && !source("evening").path("running").asBoolean());
        assertThat(service.client("source", "show", "evening").out())
                .contains("asked for")
                .contains("nothing new");
    }

    @Test
    void aClosedFolderKeepsItsFilesAndSaysUntilWhen() throws Exception {
        drop("mornings", "night.txt");
        RunningService.await("it says that it is closed", RunningService.LONGEST_WAIT, () -> source("mornings")
                .has("closed"));
        JsonNode source = source("mornings");
        assertThat(source.path("closed").path("words").asString())
                .contains("This folder is open 07:00 to 12:00, working days")
                .contains("until Tue 5 Mar 07:00");
        assertThat(source.path("about").asString()).isEqualTo("What the night watch writes.");
        assertThat(service.inbox("mornings").resolve("night.txt")).exists();
        assertThat(service.client("source", "list").out()).contains("closed").contains("What the night watch writes.");
    }

    @Test
    void aPausedFolderTakesNothingUntilItGoesOn() throws Exception {
        assertThat(service.client("source", "pause", "whenever").out()).contains("Paused: ");
        drop("whenever", "patient.txt");
        service.stop();
        service.startAgain();
        RunningService.await("it is still paused after a start", RunningService.LONGEST_WAIT, () -> source("whenever")
                .path("trouble")
                .path("code")
                .asString("")
                .equals("source.paused"));
        assertThat(service.inbox("whenever").resolve("patient.txt")).exists();
        assertThat(service.client("status").out()).contains("This folder was paused by");
        service.client("source", "resume", "whenever");
        RunningService.await("it goes on", RunningService.LONGEST_WAIT, () -> isFiled("whenever", "patient.txt"));
    }

    @Test
    void aFolderTellsWhichFilesItWouldTake() throws Exception {
        assertThat(service.client("source", "test", "QUAY7-plan.pdf").exitCode())
                .isZero();
        assertThat(says("plans", "QUAY7-plan.pdf", 1_000)).isEqualTo("yes ");
        assertThat(says("plans", "QUAY7-plan.dxf", 1_000)).startsWith("no does not accept dxf");
        assertThat(says("plans", "QUAY7-draft-2.pdf", 1_000)).isEqualTo("no takes no names like *-draft*");
        assertThat(says("plans", "Quay7.pdf", 9_000_000)).startsWith("no takes files up to 5.0 MB");
        assertThat(says("plans", "pier.pdf", 1_000)).contains("takes names like QUAY* or MOLE*, not pier.pdf");
        assertThat(says("plans", "QUAY7", 1_000)).startsWith("after reading");
        assertThat(says("whenever", "~$report.txt", 10)).contains("hidden files or files still being copied");
        assertThat(says("whenever", "failed/x.txt", 10)).contains("the service itself writes");
        assertThat(says("whenever", "sub/x.txt", 10)).contains("subfolders are ignored");
        Path draft = Files.writeString(temp.resolve("draft.yaml"), Rules.keepName("new-plans", "name like: \"X*\""));
        Answer asked = service.client("source", "test", "Y.txt", "--rule", draft.toString());
        assertThat(asked.exitCode()).isEqualTo(1);
        assertThat(asked.out()).contains("new-plans").contains("takes names like X*");
    }

    private static String says(String folder, String name, long size) {
        JsonNode answer = service.post(
                "/sources/test?size=" + size + "&name=" + URLEncoder.encode(name, StandardCharsets.UTF_8), "");
        for (JsonNode one : answer.path("folders")) {
            if (one.path("folder").asString().endsWith("/" + folder)) {
                JsonNode rule = one.path("rules").get(0);
                return one.path("ignored").asString("")
                        + (rule == null
                                ? ""
                                : rule.path("says").asString() + " "
                                        + rule.path("why").asString());
            }
        }
        throw new IllegalStateException("Nothing is said of " + folder);
    }

    @Test
    void allFilesThatHaveSettledAreOneArrival() throws Exception {
        for (String name : List.of("one.txt", "two.txt", "three.txt")) {
            drop("together", name);
            service.awaitLook("together");
            service.advance(Duration.ofMillis(4_000));
            service.awaitLook("together");
            assertThat(service.inbox("together").resolve("one.txt"))
                    .as("not all is quiet")
                    .exists();
        }
        service.advance(Duration.ofSeconds(10));
        for (String name : List.of("one.txt", "two.txt", "three.txt")) {
            service.awaitJob(name, "filed");
        }
        JsonNode story =
                service.get("/jobs/" + service.job("one.txt").path("id").asString());
        assertThat(story.path("cameInWith").size()).isEqualTo(2);
    }

    @Test
    void aSourceThatCanNotWorkSaysSoWhenItIsWritten() throws Exception {
        check("run at: 25:00", "\"run at\" must be a time of day such as 17:30");
        check("run on: working days", "go with \"run at:\"");
        check("open: nine to five", "\"open\" is two times such as 07:00 to 18:00");
        check("open: 07:00 to 18:00\nrun at: 12:00", "a source is open at hours or runs at times");
        check("run at: 12:00\nrun on: Monday", "did you mean \"monday\"?");
        check("size at most: huge", "a size such as 500 kB, 5 MB or 1 GB");
        check("name like: \"{part}*\"", "allows only * and ?");
        check("sweep: often", "a time such as");
    }

    private static void check(String source, String says) throws Exception {
        Path rule = Files.writeString(temp.resolve("check.yaml"), Rules.keepName("checked", source));
        Answer answer = service.client("rule", "check", rule.toString());
        assertThat(answer.exitCode()).as(source).isEqualTo(1);
        assertThat(answer.out() + answer.err()).as(source).contains(says);
    }

    @Test
    void callsAboutNoSourceSaySo() throws Exception {
        assertThat(service.client("source", "show", "nowhere").err())
                .contains("No live rule has the hot folder \"nowhere\"");
        assertThat(JsonMapper.shared()
                        .readTree(service.send(service.request("/sources/999").GET())
                                .body())
                        .path("code")
                        .asString())
                .isEqualTo("no-such-source");
    }
}
