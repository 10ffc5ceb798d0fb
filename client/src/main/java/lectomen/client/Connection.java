package lectomen.client;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The options that choose the service and the output format. */
final class Connection {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String DEFAULT_HOME = "home";

    @Option(
            names = "--home",
            paramLabel = "DIR",
            description =
                    "The home of the service (default: LECTOMEN_HOME, else ./home, else what login kept). Its address and token "
                            + "are read from there.")
    private @Nullable Path home;

    @Option(
            names = "--url",
            paramLabel = "URL",
            description = "The URL of a service on another machine; also needs --token.")
    private @Nullable String url;

    @Option(names = "--token", paramLabel = "TOKEN", description = "The token for --url (default: LECTOMEN_TOKEN).")
    private @Nullable String token;

    @Option(names = "--json", description = "Print JSON, for programs.")
    private boolean json;

    boolean json() {
        return json;
    }

    /** @throws NoService if it is not known where the service is */
    Service service() throws IOException {
        if (url != null) {
            String given = token != null ? token : System.getenv("LECTOMEN_TOKEN");
            if (given == null) {
                throw new ServiceUnreachable("--url needs --token, or LECTOMEN_TOKEN");
            }
            return new Service(url.replaceFirst("/+$", ""), given);
        }
        Path folder = folder();
        Path address = folder.resolve("address");
        boolean named = home != null
                || !Objects.requireNonNullElse(System.getenv("LECTOMEN_HOME"), "")
                        .isEmpty();
        if (!named && !Files.exists(address)) {
            Optional<Service> kept = KeptLogin.find();
            if (kept.isPresent()) {
                return kept.get();
            }
        }
        if (!Files.exists(address)) {
            throw new ServiceUnreachable("no service is running on home "
                    + folder.toAbsolutePath().normalize() + ". Start it: ./lectomen serve --home " + folder
                    + "; or choose another home with --home DIR");
        }
        if (!Files.isReadable(folder.resolve("token"))) {
            throw new ServiceUnreachable(
                    "the token of home " + folder + " can only be read by its owner; ask them, or use --token");
        }
        JsonNode known = JSON.readTree(Files.readString(address));
        return new Service(
                known.path("url").asString(),
                Files.readString(folder.resolve("token")).strip());
    }

    private Path folder() {
        if (home != null) {
            return home;
        }
        String fromEnvironment = System.getenv("LECTOMEN_HOME");
        return Path.of(fromEnvironment == null || fromEnvironment.isEmpty() ? DEFAULT_HOME : fromEnvironment);
    }

    /** Prints the response as it is, laid out. */
    static int printJson(JsonNode answer) {
        System.out.println(answer.toPrettyString());
        return 0;
    }
}
