package lectomen.service.connection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.service.ServiceFixture;
import lectomen.service.destination.folder.FolderConnection;
import lectomen.service.home.MailSettings;
import lectomen.service.home.WebSettings;
import lectomen.service.mail.MailConnection;
import lectomen.service.web.WebConnection;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ConnectionRecordsTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;

    @BeforeEach
    void open() throws Exception {
        fixture = new ServiceFixture(temp);
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private ConnectionRecords again() {
        return new ConnectionRecords(fixture.store, fixture.ledger, List.of(new FolderConnection()), fixture.clock);
    }

    private static void declare(ConnectionRecords records, Map<String, Path> folders) {
        records.declare(FolderConnection.CODE, FolderConnection.settings(folders));
    }

    @Test
    void whatIsDeclaredIsARecordThatKeepsItsLimitAndPause() {
        ConnectionRecords records = fixture.connectionRecords;
        records.limit("archive", 3, "owner");
        records.pause("archive", "owner");
        declare(records, Map.of("archive", temp.resolve("archive"), "vault", temp.resolve("vault")));
        ConnectionRecord archive = again().require("archive");
        assertThat(archive.atOnce()).isEqualTo(3);
        assertThat(archive.pause().map(ConnectionRecord.Pause::by)).contains("owner");
        assertThat(archive.version()).as("nothing was changed").isOne();
        assertThat(archive.declared()).isTrue();
        assertThat(FolderConnection.findFolder(archive)).contains(temp.resolve("archive"));
    }

    @Test
    void aChangedSettingIsANewVersionAndWhatIsNoLongerDeclaredGoes() {
        declare(fixture.connectionRecords, Map.of("vault", temp.resolve("vault")));
        declare(fixture.connectionRecords, Map.of("vault", temp.resolve("vault 2")));
        assertThat(again().all().keySet()).containsExactly("vault");
        assertThat(again().require("vault").version()).isEqualTo(2);
    }

    @Test
    void mailServersAndOtherSystemsAreConnectionsWithLimitsOfTheirOwn() {
        ConnectionRecords records = new ConnectionRecords(
                fixture.store,
                fixture.ledger,
                List.of(new FolderConnection(), new MailConnection(), new WebConnection()),
                fixture.clock);
        MailSettings mail = new MailSettings(
                "mail.marrowick.example",
                587,
                MailSettings.Encryption.STARTTLS,
                "works@marrowick.example",
                Optional.empty(),
                Optional.of("works"),
                Optional.of("mail-password"));
        WebSettings web = new WebSettings(
                URI.create("https://berths.marrowick.example/in"),
                Optional.empty(),
                Optional.of(new WebSettings.SignIn.Token("berth-token")),
                Optional.empty(),
                false);
        records.declare(MailConnection.CODE, MailConnection.settings(Map.of("office-mail", mail)));
        records.declare(WebConnection.CODE, WebConnection.settings(Map.of("berth-system", web)));
        assertThat(records.all().values())
                .extracting(ConnectionRecord::name, ConnectionRecord::atOnce, records::addressOf)
                .contains(
                        tuple("office-mail", 16, "mail.marrowick.example:587"),
                        tuple("berth-system", 8, "https://berths.marrowick.example/in"));
        assertThat(records.require("office-mail").settings()).contains("mail-password", "starttls");
        assertThat(records.require("berth-system").settings()).contains("\"token\":\"berth-token\"");
    }

    @Test
    void settingsAreAsTheirKindWantsThem() {
        assertThatThrownBy(() -> declare(fixture.connectionRecords, Map.of("vault", Path.of("vault"))))
                .hasMessage("Connection vault: \"folder\" must be an absolute path, not \"vault\"");
        assertThat(new FolderConnection().schema().at("/properties/folder/type").asString())
                .isEqualTo("string");
    }

    @Test
    void aPauseSaysSinceWhenAndEnds() {
        fixture.connectionRecords.pause("archive", "owner");
        assertThat(again().require("archive").pauseReason().map(reason -> reason.words()))
                .contains("Connection archive was paused at 2027-03-01T10:00:00Z. It is used again once it is resumed:"
                        + " connection resume archive.");
        fixture.connectionRecords.resume("archive", "owner");
        assertThat(again().require("archive").pauseReason()).isEqualTo(Optional.empty());
        assertThatThrownBy(() -> fixture.connectionRecords.pause("attic", "owner"))
                .hasMessage("Unknown connection attic. List connections: connection list");
    }
}
