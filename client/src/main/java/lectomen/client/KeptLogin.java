package lectomen.client;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The address and token that {@code lectomen login} keeps, readable by its owner alone. */
final class KeptLogin {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private KeptLogin() {}

    /** In the folder of settings that the environment names, else in the usual one. */
    private static Path file() {
        String settings = System.getenv("XDG_CONFIG_HOME");
        Path folder = settings == null || settings.isEmpty()
                ? Path.of(System.getProperty("user.home")).resolve(".config")
                : Path.of(settings);
        return folder.resolve("lectomen").resolve("login.json");
    }

    static Path keep(String url, String token) throws IOException {
        Path file = file();
        Files.createDirectories(file.toAbsolutePath().getParent());
        Path part = Files.createTempFile(
                file.toAbsolutePath().getParent(),
                "login",
                ".part",
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.writeString(
                part,
                JSON.createObjectNode().put("url", url).put("token", token).toPrettyString() + "\n");
        Files.move(part, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        return file;
    }

    static boolean forget() throws IOException {
        return Files.deleteIfExists(file());
    }

    static Optional<Service> find() throws IOException {
        Path file = file();
        if (!Files.exists(file)) {
            return Optional.empty();
        }
        JsonNode kept = JSON.readTree(Files.readString(file));
        return Optional.of(
                new Service(kept.path("url").asString(), kept.path("token").asString()));
    }
}
