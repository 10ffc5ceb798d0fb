package lectomen.service.destination.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import lectomen.service.destination.Connections;
import lectomen.service.destination.Destination;
import lectomen.service.destination.DestinationContract;
import org.junit.jupiter.api.AfterEach;
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
        private boolean mounted;

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
        protected void becomeFull() throws Exception {
            run("mount", "-t", "tmpfs", "-o", "size=4k", "tmpfs", root.toString());
            mounted = true;
            Files.write(root.resolve("others"), new byte[4096]);
        }

        @Override
        protected void haveRoom() throws Exception {
            run("mount", "-o", "remount,size=64k", root.toString());
            Files.delete(root.resolve("others"));
        }

        @AfterEach
        void unmount() throws Exception {
            if (mounted) {
                run("umount", "-l", root.toString());
            }
        }

        /** A small disk in memory needs the right to mount. */
        private static void run(String... command) throws Exception {
            List<String> words = new ArrayList<>(List.of(command));
            if (!System.getProperty("user.name").equals("root")) {
                words.addAll(0, List.of("sudo", "-n"));
            }
            assertThat(new ProcessBuilder(words).inheritIO().start().waitFor()).isZero();
        }

        @Override
        protected void refusePermits() throws IOException {
            Files.writeString(root.resolve("Permits"), "not a folder");
        }

        @Override
        protected void goAway() throws IOException {
            Files.move(root, temp.resolve("elsewhere"));
        }
    }
}
