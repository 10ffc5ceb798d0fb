package lectomen.service.destination.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import lectomen.service.destination.Connections;
import lectomen.service.destination.Destination;
import lectomen.service.destination.DestinationContract;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Nested;

/** A folder keeps what every destination has to keep, with hard links and without. */
class FolderKeepsTheContractTest {
    @Nested
    class WithLinks extends Contract {
        WithLinks() {
            super(true);
        }
    }

    @Nested
    class WithoutLinks extends Contract {
        WithoutLinks() {
            super(false);
        }
    }

    abstract static class Contract extends DestinationContract {
        private final boolean links;
        private Path root = Path.of("");

        Contract(boolean links) {
            this.links = links;
        }

        @BeforeEach
        void makeFolder() throws IOException {
            root = Files.createDirectories(temp.resolve("root"));
        }

        @Override
        protected Destination destination() {
            Connections connections = new Connections(() -> Map.of(), List.of(), folder -> Optional.empty());
            return new FolderDestination("archive", root, connections, new FolderNames(), new TemporaryFiles(), links);
        }

        @Override
        protected TreeMap<String, byte[]> content() throws IOException {
            TreeMap<String, byte[]> content = new TreeMap<>();
            try (Stream<Path> files = Files.walk(root)) {
                for (Path file : files.filter(Files::isRegularFile).toList()) {
                    if (!file.getFileName().toString().startsWith(".lectomen-")) {
                        content.put(root.relativize(file).toString(), Files.readAllBytes(file));
                    }
                }
            }
            return content;
        }

        @Override
        protected void putByOthers(String place, byte[] content) throws IOException {
            Path file = root.resolve(place);
            Files.createDirectories(Objects.requireNonNull(file.getParent()));
            Files.deleteIfExists(file);
            Files.write(file, content);
        }

        @Override
        protected void goAway() throws IOException {
            Files.move(root, temp.resolve("elsewhere"));
        }
    }
}
