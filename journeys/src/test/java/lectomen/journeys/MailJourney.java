package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import lectomen.standins.mail.MailStandIn;
import lectomen.standins.mail.ReceivedMail;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Mails that rules send, from the hot folder to the mail server. */
class MailJourney {
    @TempDir
    private static Path temp;

    private static MailStandIn server;
    private static ServiceInTest service;
    private static Path archive;

    @BeforeAll
    static void start() throws Exception {
        server = MailStandIn.start(0, mail -> {});
        Path home = HomeWithMail.make(temp.resolve("home"), server, "");
        service = ServiceInTest.startAt(home, Duration.ZERO);
        archive = home.resolve("archive");
        service.live("""
                lectomen: 1
                rule: permits
                from: { folder: "{inbox}/permits", arrives: whole }
                do:
                  - find: permit
                    fields:
                      applicant: { right of: Applicant, required: yes }
                      vessel: { right of: Vessel }
                  - name: "Permit {vessel}"
                  - file: { in: archive, under: Permits }
                  - mail: { to: "{applicant}", subject: "Permit of {vessel}", text: "Filed as {name}.", attach: original }
                """);
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
        server.close();
    }

    @Test
    void aDocumentIsFiledAndItsApplicantToldWithTheDocumentAttached() throws Exception {
        service.drop("permits", "heron.txt", "Applicant: ada@ferry.example\nVessel: Grey Heron\n".getBytes());
        String id = service.awaitJob("heron.txt", "filed").path("id").asString();
        assertThat(service.archive().resolve("Permits/Permit Grey Heron.txt")).exists();
        ReceivedMail mail = server.received().stream()
                .filter(one -> one.header("Subject").orElse("").contains("Grey Heron"))
                .findFirst()
                .orElseThrow();
        assertThat(mail.to()).containsExactly("ada@ferry.example");
        assertThat(mail.header("Subject")).contains("Permit of Grey Heron");
        assertThat(mail.content()).contains("Permit Grey Heron.txt", "Vessel: Grey Heron");
        JsonNode effects = service.get("/jobs/" + id).path("effects");
        assertThat(effects.toString()).contains("\"title\":\"Mail\"", "ada@ferry.example by office-mail", "250 Taken");
        assertThat(service.client("job", "show", id).out()).contains("Mail", "ada@ferry.example");
        int before = server.received().size();
        assertThat(service.client("job", "run-again", id).exitCode()).isZero();
        service.awaitJob("heron.txt", "filed");
        assertThat(server.received()).as("the same mail is not sent again").hasSize(before);
    }

    @Test
    void aMailThatSpeaksOfAFilingIsSentOnlyOnceThatIsProved() throws Exception {
        Path away = Files.move(archive, archive.resolveSibling("archive.away"));
        service.drop("permits", "petrel.txt", "Applicant: ada@ferry.example\nVessel: Petrel\n".getBytes());
        service.awaitJob("petrel.txt", "waiting");
        assertThat(subjects()).doesNotContain("Permit of Petrel");
        Files.move(away, archive);
        service.awaitInTime(
                "the filing goes on",
                () -> service.job("petrel.txt").path("state").asString().equals("filed"));
        assertThat(subjects()).containsOnlyOnce("Permit of Petrel");
    }

    private static List<String> subjects() {
        return server.received().stream()
                .map(mail -> mail.header("Subject").orElse(""))
                .toList();
    }

    @Test
    void whatIsNoAddressFailsTheDocumentBeforeAnythingIsFiled() throws Exception {
        service.drop("permits", "lapwing.txt", "Applicant: the ferry office\nVessel: Lapwing\n".getBytes());
        JsonNode job = service.awaitJob("lapwing.txt", "failed");
        assertThat(job.path("reason").path("words").asString()).contains("\"the ferry office\" is no mail address");
        assertThat(service.archive().resolve("Permits/Permit Lapwing.txt")).doesNotExist();
    }
}
