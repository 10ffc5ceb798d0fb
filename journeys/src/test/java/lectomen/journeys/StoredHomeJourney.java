package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.Statement;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * A home of an earlier version, killed in the middle of its work, is opened by this one and finished: files that were being claimed,
 * a destination that was away, a held job, a file that was refused, a hand-over.
 */
class StoredHomeJourney {
    private static final String MADE_AT = "/srv/lectomen-home";

    @TempDir
    private Path temp;

    private Path home = Path.of("");
    private ServiceInTest service;

    @BeforeEach
    void open() throws Exception {
        home = temp.resolve("home");
        unpack("home-v013.zip");
        movedHere();
        service = RunningService.start(home);
    }

    @AfterEach
    void close() {
        service.close();
    }

    private void unpack(String name) throws IOException {
        try (InputStream in = StoredHomeJourney.class.getResourceAsStream(name);
                ZipInputStream zip = new ZipInputStream(in)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                Path file = home.resolve(entry.getName());
                Files.createDirectories(entry.isDirectory() ? file : file.getParent());
                if (!entry.isDirectory()) {
                    Files.copy(zip, file);
                }
            }
        }
    }

    /** The home lay elsewhere when it was made. */
    private void movedHere() throws Exception {
        try (Connection store = DriverManager.getConnection("jdbc:sqlite:" + home.resolve("store/lectomen.db"));
                Statement forget = store.createStatement();
                PreparedStatement moved = store.prepareStatement("update source set folder = replace(folder, ?, ?)")) {
            moved.setString(1, MADE_AT);
            moved.setString(2, home.toString());
            moved.executeUpdate();
            forget.executeUpdate("delete from folder_disk");
        }
    }

    private List<String> filed(String folder) throws IOException {
        try (Stream<Path> files = Files.list(home.resolve(folder))) {
            return files.map(file -> file.getFileName().toString())
                    .filter(name -> !name.startsWith("."))
                    .sorted()
                    .toList();
        }
    }

    @Test
    void itIsOpenedAndFinished() throws Exception {
        for (int late = 1; late <= 6; late++) {
            service.awaitJob("late" + late + ".txt", "filed");
        }
        assertThat(filed("archive/Slips"))
                .containsExactly(
                        "S-101 Grey Heron.txt",
                        "S-102 Tern.txt",
                        "S-201 Tern.txt",
                        "S-202 Tern.txt",
                        "S-203 Tern.txt",
                        "S-204 Tern.txt",
                        "S-205 Tern.txt",
                        "S-206 Tern.txt");

        Files.move(home.resolve("away-gone"), home.resolve("away"));
        service.awaitInTime(
                "what waited is filed",
                () -> service.job("waiting.txt").path("state").asString().equals("filed"));
        assertThat(service.job("held.txt").path("state").asString()).isEqualTo("held");
        service.post("/jobs/1-5/release", "");
        service.awaitJob("held.txt", "filed");
        assertThat(filed("away")).containsExactly("held.txt", "waiting.txt");
        assertThat(filed("archive/Abroad"))
                .as("what was filed before stands")
                .containsExactly("held.txt", "waiting.txt");

        JsonNode failed = service.get("/jobs/1-3");
        assertThat(failed.path("reason").path("code").asString()).isEqualTo("field.missing");
        assertThat(failed.path("cameOfIt").get(0).path("id").asString()).isEqualTo("1-6");
        assertThat(failed.path("parts").isEmpty()).isTrue();
        assertThat(failed.path("steps").get(0).path("outcome").asString()).isEqualTo("failed");

        Files.delete(home.resolve("archive/Slips/S-101 Grey Heron.txt"));
        service.post("/jobs/1-4/retry", "");
        service.awaitJob("taken.txt", "filed");
        service.post("/jobs/1-6/run-again", "");
        service.awaitJob("handed-over.txt", "filed");
        assertThat(filed("archive/By hand")).containsExactly("Tern from slips.txt");
        assertThat(service.get("/ledger/check").path("whole").asBoolean()).isTrue();
    }
}
