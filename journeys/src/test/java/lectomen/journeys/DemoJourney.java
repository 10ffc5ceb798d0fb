package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The demo, as a newcomer starts it. */
class DemoJourney {
    @Test
    void everyDocumentEndsAsTheScenarioExpectsAndNothingIsLeftRunning() throws Exception {
        Answer answer = DemoHome.get().answer();
        assertThat(answer.exitCode()).as(answer.err() + answer.out()).isZero();
        JsonNode result = JsonMapper.builder().build().readTree(answer.out());
        assertThat(result.path("asExpected").asBoolean()).isTrue();
        assertThat(result.path("documents").size()).isGreaterThanOrEqualTo(15);
        Set<String> states = new HashSet<>();
        result.path("documents").forEach(document -> {
            states.add(document.path("state").asString());
            assertThat(document.path("state").asString())
                    .isEqualTo(document.path("expectedState").asString());
        });
        assertThat(states).containsExactlyInAnyOrder("filed", "failed", "unmatched");
        assertThat(ProcessHandle.allProcesses()
                        .filter(handle -> handle.info().commandLine().orElse("").contains("demo-journey"))
                        .filter(handle -> handle.info().commandLine().orElse("").contains("--home"))
                        .toList())
                .as("nothing is left running")
                .isEmpty();
    }

    @Test
    void aDemoThatCanNotStartSaysWhyAndLeavesNoTemporaryHome() throws Exception {
        Set<Path> before = temporaryHomes();
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Answer answer = Launcher.run("demo", "--once", "--port", Integer.toString(taken.getLocalPort()));
            assertThat(answer.exitCode()).isEqualTo(2);
            assertThat(answer.err()).contains("port " + taken.getLocalPort() + " is in use");
        }
        assertThat(temporaryHomes()).isEqualTo(before);
    }

    private static Set<Path> temporaryHomes() throws Exception {
        try (Stream<Path> files = Files.list(Path.of(System.getProperty("java.io.tmpdir")))) {
            return files.filter(file -> file.getFileName().toString().startsWith("lectomen-demo"))
                    .collect(Collectors.toSet());
        }
    }
}
