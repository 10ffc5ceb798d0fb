package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import lectomen.standins.business.BusinessStandIn;
import lectomen.standins.business.BusinessStandIn.Mood;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Documents that go to another system, and are named by what it answers. */
class SendJourney {
    @TempDir
    private static Path temp;

    private static BusinessStandIn system;
    private static ServiceInTest service;

    @BeforeAll
    static void start() throws Exception {
        system = BusinessStandIn.start(0, call -> {});
        Path home = Files.createDirectories(temp.resolve("home"));
        Files.createDirectories(home.resolve("archive"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                  berth-system:
                    web: { address: "http://localhost:%d/documents", private: yes }
                """.formatted(system.port()));
        service = ServiceInTest.startAt(home, Duration.ZERO);
        service.live("""
                lectomen: 1
                rule: permits
                from: { folder: "{inbox}/permits", arrives: whole }
                do:
                  - find: permit
                    fields:
                      vessel: { right of: Vessel, required: yes }
                  - send to:
                      system: berth-system
                      fields: [vessel]
                      expect: { status: [200, 201] }
                      take: { record number: /number }
                  - name: "{record number} {vessel}"
                  - file: { in: archive }
                """);
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
        system.close();
    }

    @BeforeEach
    void isGood() {
        system.setMood(Mood.GOOD);
    }

    private static void drop(String name, String vessel) throws Exception {
        service.drop("permits", name, ("Vessel: " + vessel + "\n").getBytes());
        service.awaitInTime("it came in", () -> service.get("/jobs").toString().contains(name));
    }

    private static JsonNode story(String name) {
        return service.get("/jobs/" + service.job(name).path("id").asString());
    }

    private static String number(String name) {
        for (JsonNode field : story(name).path("fields")) {
            if (field.path("name").asString().equals("record number")) {
                return field.path("value").asString();
            }
        }
        return "";
    }

    @Test
    void theDocumentIsFiledUnderTheNumberThatTheSystemGaveIt() throws Exception {
        drop("heron.txt", "Grey Heron");
        String id = service.awaitJob("heron.txt", "filed").path("id").asString();
        String number = number("heron.txt");
        assertThat(number).startsWith("BR-");
        assertThat(service.home().resolve("archive/" + number + " Grey Heron.txt"))
                .exists();
        assertThat(system.received()).anySatisfy(call -> assertThat(call.body())
                .contains("name=\"vessel\"", "Grey Heron", "filename=\"heron.txt\""));
        String shown = service.client("job", "show", id).out();
        assertThat(shown).contains("Sent", "berth-system", number, "in the answer of berth-system at /number");
    }

    @Test
    void aSystemThatIsBusyIsWaitedForAndHasOneRecord() throws Exception {
        system.setMood(Mood.BUSY);
        int before = system.records();
        drop("curlew.txt", "Curlew");
        service.awaitInTime(
                "the reason is said",
                () -> story("curlew.txt").toString().contains("berth-system takes nothing now: 503"));
        assertThat(service.job("curlew.txt").path("state").asString()).isEqualTo("waiting");
        system.setMood(Mood.GOOD);
        service.awaitJob("curlew.txt", "filed");
        assertThat(system.records()).isEqualTo(before + 1);
    }

    @Test
    void whatTheSystemRefusesFailsAndIsSentAgainWhenTheJobIsRunAgain() throws Exception {
        system.setMood(Mood.REFUSING);
        drop("plover.txt", "Plover");
        String id = service.awaitJob("plover.txt", "failed").path("id").asString();
        assertThat(story("plover.txt").toString()).contains("berth-system refused what was sent: 422");
        system.setMood(Mood.GOOD);
        service.client("job", "retry", id);
        service.awaitJob("plover.txt", "filed");
        assertThat(number("plover.txt")).startsWith("BR-");
    }

    @Test
    void anAnswerThatCantBeUsedFailsAndTheRecordIsNotMadeTwice() throws Exception {
        system.setMood(Mood.WRONG);
        drop("teal.txt", "Teal");
        String id = service.awaitJob("teal.txt", "failed").path("id").asString();
        assertThat(story("teal.txt").toString()).contains("The answer of berth-system can't be used");
        int calls = system.received().size();
        system.setMood(Mood.GOOD);
        service.client("job", "retry", id);
        service.awaitInTime(
                "it fails again, for the same answer",
                () -> service.get("/jobs/" + id).path("ledger").toString().split("job.failed").length > 2);
        assertThat(system.received()).hasSize(calls);
    }

    @Test
    void withoutAnAnswerAPersonSaysWhetherItWasTaken() throws Exception {
        system.setMood(Mood.SILENT);
        drop("dunlin.txt", "Dunlin");
        service.awaitInTime(
                "it is in doubt",
                () -> story("dunlin.txt").path("effects").toString().contains("\"in doubt\""));
        system.setMood(Mood.GOOD);
        int records = system.records();
        String effect = story("dunlin.txt").path("effects").get(0).path("id").asString();
        assertThat(service.client("effect", "settle", effect, "--as", "repeat").exitCode())
                .isZero();
        service.awaitJob("dunlin.txt", "filed");
        assertThat(system.records()).as("the system knows the key").isEqualTo(records);
    }

    @Test
    void aJobThatIsHeldWhileTheSystemAnswersGoesOnWhenItIsReleased() throws Exception {
        system.setMood(Mood.SLOW);
        drop("stint.txt", "Stint");
        String id = service.job("stint.txt").path("id").asString();
        service.awaitInTime(
                "it is on its way",
                () -> story("stint.txt").path("effects").toString().contains("\"acting\""));
        String refused = service.client("job", "hold", id).err();
        assertThat(refused).as("what may be at the system can't be held back").isNotEmpty();
        service.awaitJob("stint.txt", "filed");
    }
}
