package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The shell scripts of the repository have no findings of the shell checker. */
class ScriptsTest {
    private static final List<String> FOLDERS_WITH_SCRIPTS = List.of("", ".ci", "console", "engine/fonts", "training");

    @Test
    void theShellCheckerFindsNothing() throws Exception {
        List<String> command = new ArrayList<>(List.of("shellcheck", "--format=gcc"));
        for (String folder : FOLDERS_WITH_SCRIPTS) {
            try (Stream<Path> files = Files.list(Launcher.ROOT.resolve(folder))) {
                for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
                    if (isScript(file)) {
                        command.add(Launcher.ROOT.relativize(file).toString());
                    }
                }
            }
        }
        assertThat(command).contains("lectomen", "check", ".ci/run", "console/build");
        Process process = new ProcessBuilder(command)
                .directory(Launcher.ROOT.toFile())
                .redirectErrorStream(true)
                .start();
        try (InputStream said = process.getInputStream()) {
            assertThat(new String(said.readAllBytes(), StandardCharsets.UTF_8)).isEmpty();
        }
        assertThat(process.waitFor()).isZero();
    }

    private static boolean isScript(Path file) throws Exception {
        try (InputStream in = Files.newInputStream(file)) {
            String start = new String(in.readNBytes(20), StandardCharsets.ISO_8859_1);
            return start.startsWith("#!") && start.contains("bash");
        }
    }
}
