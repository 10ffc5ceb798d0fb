package lectomen.service.mail;

import static org.assertj.core.api.Assertions.assertThat;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.GreenMailUtil;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.internet.MimeMultipart;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import lectomen.service.ServiceFixture;
import lectomen.service.home.MailSettings;
import lectomen.service.home.MailSettings.Encryption;
import lectomen.service.secret.HomeKey;
import lectomen.service.secret.SecretStore;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Against a real mail server in memory. */
class MailServerTest {
    private static final OutgoingMail MAIL = new OutgoingMail(
            "lectomen-1-e1",
            List.of("ada@ferry.example"),
            "Ready",
            "Filed – at last.",
            "<p>Filed – at last.</p>",
            List.of());

    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private SecretStore secrets;
    private GreenMail server;
    private final AtomicInteger begun = new AtomicInteger();

    @BeforeEach
    void start() throws Exception {
        fixture = new ServiceFixture(temp);
        secrets = new SecretStore(fixture.store, fixture.ledger, new HomeKey(new byte[32]), fixture.clock);
        server = new GreenMail(new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
        server.start();
        server.setUser("lectomen", "lectomen", "the lamp is lit");
        server.setUser("ada@ferry.example", "x");
    }

    @AfterEach
    void stop() {
        server.stop();
        fixture.close();
    }

    private MailResult send(Encryption encryption, Optional<String> secret) {
        MailSettings settings = new MailSettings(
                "127.0.0.1",
                server.getSmtp().getPort(),
                encryption,
                "works@marrowick.example",
                Optional.empty(),
                secret.map(name -> "lectomen"),
                secret);
        return new MailServer(settings, secrets, fixture.bytes, fixture.clock).send(MAIL, begun::incrementAndGet);
    }

    @Test
    void aRealServerTakesTheMail() throws Exception {
        secrets.put("mail-password", "the lamp is lit", "owner");
        assertThat(send(Encryption.NONE, Optional.of("mail-password"))).isInstanceOf(MailResult.Sent.class);
        assertThat(server.getReceivedMessages()).hasSize(1);
        assertThat(server.getReceivedMessages()[0].getSubject()).isEqualTo("Ready");
        MimeMultipart ways = (MimeMultipart) server.getReceivedMessages()[0].getContent();
        assertThat(ways.getBodyPart(0).getContent().toString()).contains("Filed – at last.");
        assertThat(ways.getBodyPart(1).getContentType()).startsWith("text/html");
        assertThat(GreenMailUtil.getAddressList(server.getReceivedMessages()[0].getFrom()))
                .isEqualTo("works@marrowick.example");
    }

    @Test
    void aWrongOrMissingPasswordIsWaitedForAndNothingIsBegun() {
        assertThat(send(Encryption.NONE, Optional.of("mail-password")))
                .as("there is no such secret yet")
                .isEqualTo(new MailResult.NotNow("sign-in refused"));
        secrets.put("mail-password", "not this one", "owner");
        assertThat(send(Encryption.NONE, Optional.of("mail-password")))
                .isEqualTo(new MailResult.NotNow("sign-in refused"));
        assertThat(begun).hasValue(0);
    }

    @Test
    void nothingGoesOutInClearTextWhereEncryptionIsDemanded() {
        assertThat(send(Encryption.STARTTLS, Optional.empty())).isInstanceOf(MailResult.NotNow.class);
        assertThat(send(Encryption.TLS, Optional.empty())).isInstanceOf(MailResult.NotNow.class);
        assertThat(begun).hasValue(0);
        assertThat(server.getReceivedMessages()).isEmpty();
    }
}
