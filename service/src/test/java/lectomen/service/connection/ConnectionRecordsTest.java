package lectomen.service.connection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.service.ServiceFixture;
import lectomen.service.destination.folder.FolderConnection;
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
                .contains("Connection archive was paused at 2027-03-01T10:00:00Z. Filing continues when it is resumed:"
                        + " connection resume archive.");
        fixture.connectionRecords.resume("archive", "owner");
        assertThat(again().require("archive").pauseReason()).isEqualTo(Optional.empty());
        assertThatThrownBy(() -> fixture.connectionRecords.pause("attic", "owner"))
                .hasMessage("Unknown connection attic. List connections: connection list");
    }
}
