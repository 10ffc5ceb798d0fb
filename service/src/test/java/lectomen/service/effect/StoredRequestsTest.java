package lectomen.service.effect;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.step.SystemAnswer;
import lectomen.service.ServiceFixture;
import lectomen.service.bytes.ByteStore;
import lectomen.service.destination.VerifyResult;
import lectomen.service.home.PrinterSettings;
import lectomen.service.home.WebSettings;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.print.Printer;
import lectomen.service.secret.HomeKey;
import lectomen.service.secret.SecretStore;
import lectomen.service.web.WebSystem;
import lectomen.standins.business.BusinessStandIn;
import lectomen.standins.mail.MailStandIn;
import lectomen.standins.printer.PrinterStandIn;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
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
        return run(kind, connection, 1);
    }

    private Effect run(String kind, String connection, int form) throws IOException {
        String file = kind.replace(" ", "-") + "-form-" + form + ".json";
        String stored;
        try (InputStream in = Objects.requireNonNull(getClass().getResourceAsStream(file))) {
            stored = new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .replace("FOLDER", temp.toString())
                    .replace(
                            "SHA256",
                            ByteStore.refOf("NOTICE".getBytes(StandardCharsets.UTF_8))
                                    .sha256());
        }
        String id = fixture.store.write(db -> {
            Job working = fixture.jobs.find(db, job).orElseThrow();
            return effects.intend(db, working, Effects.Intent.inForm(form, 1, kind, connection, JSON.readTree(stored)));
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
    void aMailWithSeveralFilesThatAreTooLargeToAttach() throws IOException {
        try (MailStandIn server = MailStandIn.start(0, mail -> {})) {
            fixture.sendMailBy("office", server.port());
            fixture.address.set("https://capture.marrowick.example/");
            Effect mailed = run("mail", "office", 2);
            assertThat(server.received()).singleElement().satisfies(mail -> {
                assertThat(mail.content()).doesNotContain("Content-Disposition: attachment");
                assertThat(mail.content().replace("=\n", ""))
                        .contains("notice.txt, notice (text).txt (12 B) can't be attached because of the size")
                        .contains("https://capture.marrowick.example/jobs/" + mailed.jobId());
            });
        }
    }

    @Test
    void aDocumentThatIsSentToAnotherSystem() throws IOException {
        try (BusinessStandIn system = BusinessStandIn.start(0, call -> {})) {
            fixture.systems.put("berth-system", system(system.port()));
            Effect sent = run("send", "berth-system");
            assertThat(system.received()).singleElement().satisfies(call -> {
                assertThat(call.header("content-type").orElse(""))
                        .startsWith("multipart/form-data; boundary=lectomen-");
                assertThat(call.body())
                        .contains("name=\"vessel\"", "Grey Heron", "filename=\"notice.txt\"", "\r\n\r\nNOTICE\r\n");
            });
            assertThat(fixture.store.<Optional<SystemAnswer>>read(db -> Replies.find(db, sent)))
                    .contains(new SystemAnswer(201, "application/json", "{\"number\": \"BR-4001\"}"));
        }
    }

    private WebSystem system(int port) {
        URI address = URI.create("http://localhost:" + port);
        WebSettings settings = new WebSettings(address, Optional.empty(), Optional.empty(), Optional.empty(), true);
        SecretStore secrets = new SecretStore(fixture.store, fixture.ledger, new HomeKey(new byte[32]), fixture.clock);
        return new WebSystem("berth-system", settings, secrets, fixture.clock);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2})
    void aDocumentThatIsPrinted(int form) throws IOException {
        try (PrinterStandIn printer = PrinterStandIn.start(0, temp.resolve("printed"), job -> {})) {
            SecretStore secrets =
                    new SecretStore(fixture.store, fixture.ledger, new HomeKey(new byte[32]), fixture.clock);
            PrinterSettings settings =
                    new PrinterSettings(URI.create(printer.uri()), Optional.empty(), Optional.empty(), Map.of());
            fixture.printers.put("plan-room", new Printer(settings, secrets));
            run("print", "plan-room", form);
            assertThat(printer.printed()).singleElement().satisfies(printed -> {
                assertThat(printed.copies()).isEqualTo(2);
                assertThat(Files.readString(printed.document())).isEqualTo("NOTICE");
            });
        }
    }

    @Test
    void aCall() throws IOException {
        try (BusinessStandIn system = BusinessStandIn.start(0, call -> {})) {
            fixture.systems.put("berth-system", system(system.port()));
            run("call", "berth-system");
            assertThat(system.received().get(0).body()).isEqualTo("{\"event\":\"filed\",\"job\":\"1-1\"}");
        }
    }
}
