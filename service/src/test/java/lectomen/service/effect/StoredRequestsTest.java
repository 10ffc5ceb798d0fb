package lectomen.service.effect;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.service.ServiceFixture;
import lectomen.service.destination.VerifyResult;
import lectomen.service.home.WebSettings;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.secret.HomeKey;
import lectomen.service.secret.SecretStore;
import lectomen.service.web.WebSystem;
import lectomen.standins.business.BusinessStandIn;
import lectomen.standins.mail.MailStandIn;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.json.JsonMapper;

/** What each kind of effect asked for in each form that was ever stored is still carried out. */
class StoredRequestsTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private Effects effects;
    private String job;

    @BeforeEach
    void send() throws IOException {
        fixture = new ServiceFixture(temp);
        effects = new Effects(fixture.store, fixture.ledger, fixture.keyed, fixture.clock);
        job = fixture.send("notice.txt", "NOTICE");
        Files.createDirectories(temp.resolve("inbox"));
        fixture.store.write(db -> {
            fixture.jobs.move(db, job, JobMove.to(JobState.WORKING), "service");
            return job;
        });
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private Effect run(String kind, String connection) throws IOException {
        String stored;
        try (InputStream in =
                Objects.requireNonNull(getClass().getResourceAsStream(kind.replace(" ", "-") + "-form-1.json"))) {
            stored = new String(in.readAllBytes(), StandardCharsets.UTF_8).replace("FOLDER", temp.toString());
        }
        String id = fixture.store.write(db -> {
            Job working = fixture.jobs.find(db, job).orElseThrow();
            return effects.intend(db, working, Effects.Intent.of(1, kind, connection, "", JSON.readTree(stored)));
        });
        fixture.runner.actOrWait(effects.find(id).orElseThrow());
        Effect done = effects.find(id).orElseThrow();
        assertThat(done.state()).isEqualTo(Effect.State.DONE);
        return done;
    }

    private List<String> files(String folder) throws IOException {
        Path listed = temp.resolve(folder);
        if (Files.notExists(listed)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(listed)) {
            return files.map(file -> file.getFileName().toString()).sorted().toList();
        }
    }

    @Test
    void aFilingAndItsWithdrawal() throws IOException {
        Effect filed = run("file", "archive");
        assertThat(files("archive/Notices")).containsExactly("notice of north quay.txt");
        assertThat(fixture.runner.verify(filed.id())).isEqualTo(new VerifyResult.AsFiled());
        Files.writeString(temp.resolve("archive/Notices/notice of north quay.txt"), "changed");
        assertThat(fixture.runner.verify(filed.id())).isEqualTo(new VerifyResult.Changed());
        Files.writeString(temp.resolve("archive/Notices/notice of north quay.txt"), "NOTICE");
        run("withdraw", "archive");
        assertThat(files("archive/Notices")).isEmpty();
    }

    @Test
    void aFileThatGoesBackWithItsExplanation() throws IOException {
        run("give back", temp + "/inbox/failed");
        assertThat(files("inbox/failed")).hasSize(2).contains("notice.txt");
    }

    @Test
    void anAnswer() throws IOException {
        Effect answered = run("answer", temp + "/inbox/replies");
        assertThat(files("inbox/replies")).containsExactly("notice.reply.txt");
        assertThat(fixture.runner.verify(answered.id())).isEqualTo(new VerifyResult.AsFiled());
    }

    @Test
    void aMail() throws IOException {
        try (MailStandIn server = MailStandIn.start(0, mail -> {})) {
            fixture.sendMailBy("office", server.port());
            run("mail", "office");
            assertThat(server.received()).singleElement().satisfies(mail -> assertThat(mail.header("Subject"))
                    .contains("Permit MHP-2027-0031 is filed"));
        }
    }

    @Test
    void aCall() throws IOException {
        try (BusinessStandIn system = BusinessStandIn.start(0, call -> {})) {
            URI address = URI.create("http://localhost:" + system.port());
            WebSettings settings = new WebSettings(address, Optional.empty(), Optional.empty(), Optional.empty(), true);
            SecretStore secrets =
                    new SecretStore(fixture.store, fixture.ledger, new HomeKey(new byte[32]), fixture.clock);
            fixture.systems.put("berth-system", new WebSystem("berth-system", settings, secrets, fixture.clock));
            run("call", "berth-system");
            assertThat(system.received().get(0).body()).isEqualTo("{\"event\":\"filed\",\"job\":\"1-1\"}");
        }
    }
}
