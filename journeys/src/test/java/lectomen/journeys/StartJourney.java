package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.json.JsonMapper;

/** Starting: what is missing or taken is said in one line, with what mends it. */
class StartJourney {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    private Path temp;

    private static void assertOneLine(Answer answer, String... parts) {
        assertThat(answer.exitCode()).isEqualTo(2);
        assertThat(answer.err().strip().lines()).hasSize(1);
        assertThat(answer.err())
                .startsWith("lectomen: ")
                .contains("Fix: ")
                .contains(parts)
                .doesNotContain("Exception");
    }

    @Test
    void aSecondServiceOnOneHomeIsRefused() throws Exception {
        try (RunningService service = RunningService.start(temp.resolve("home"))) {
            assertOneLine(
                    Launcher.run("serve", "--home", service.home().toString(), "--port", "0"),
                    "is in use by another Lectomen service");
            assertThat(service.get("/status").path("home").asString())
                    .isEqualTo(service.home().toString());
        }
    }

    @Test
    void aPortInUseIsSaid() throws Exception {
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            String port = Integer.toString(taken.getLocalPort());
            assertOneLine(
                    Commands.run("serve", "--home", temp.resolve("home").toString(), "--port", port),
                    "port " + port + " is in use",
                    "--port N");
        }
    }

    @Test
    void aHomeThatCanNotBeWrittenIsSaid() throws Exception {
        Path file = Files.writeString(temp.resolve("file"), "no folder");
        assertOneLine(Commands.run("serve", "--home", file.resolve("home").toString()), "can't be written");
    }

    @Test
    void anAddressOffThisMachineIsRefused() throws Exception {
        String home = temp.resolve("home").toString();
        assertOneLine(Commands.run("serve", "--home", home, "--address", "0.0.0.0"), "0.0.0.0 is refused");
    }

    @Test
    void wrongWordsAndWrongSettingsAreSaidWithTheirPlace() throws Exception {
        String home = temp.resolve("home").toString();
        assertOneLine(Commands.run("serve", "--home", home, "--prot", "1"), "unknown option for serve: \"--prot\"");
        assertOneLine(Commands.run("serve", "--home", home, "--port", "many"), "--port needs a number");
        Files.createDirectories(temp.resolve("home"));
        Files.writeString(temp.resolve("home/lectomen.yaml"), "roots: [\"{home}\"]\nworker: { count: 2 }\n");
        assertOneLine(Commands.run("serve", "--home", home), "line 2, column 1", "did you mean \"workers\"?");
    }

    @Test
    void theTokenIsOnlyForItsOwner() throws Exception {
        try (RunningService service = RunningService.start(temp.resolve("home"))) {
            for (String secret : List.of("token", "keys/ledger.key", "address")) {
                assertThat(PosixFilePermissions.toString(
                                Files.getPosixFilePermissions(service.home().resolve(secret))))
                        .as(secret)
                        .isEqualTo("rw-------");
            }
        }
    }

    @Test
    void missingAndOldToolsAreSaidWithTheCommandThatInstallsThem() throws Exception {
        Path tools = Files.createDirectories(temp.resolve("tools"));
        for (String tool : List.of("bash", "readlink", "dirname", "sed", "head", "env")) {
            Files.createSymbolicLink(tools.resolve(tool), find(tool));
        }
        assertOneLine(runWith(tools), "no Java is installed", "apt-get install openjdk");
        script(tools.resolve("java"), "echo 'openjdk version \"11.0.2\" 2019-01-15' >&2");
        assertOneLine(runWith(tools), "Java 11.0.2 is too old");
    }

    private static Path find(String tool) {
        for (String folder : System.getenv("PATH").split(":")) {
            if (Files.isExecutable(Path.of(folder, tool))) {
                return Path.of(folder, tool);
            }
        }
        throw new IllegalStateException("No " + tool + " on the PATH");
    }

    private static void script(Path file, String command) throws IOException {
        Files.writeString(file, "#!/usr/bin/env bash\n" + command + "\n");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rwxr-xr-x"));
    }

    private static Answer runWith(Path tools) throws Exception {
        ProcessBuilder builder = new ProcessBuilder(Launcher.command("status"));
        Map<String, String> environment = builder.environment();
        environment.put("PATH", tools.toString());
        environment.remove("JAVA_HOME");
        Process process = builder.start();
        assertThat(process.waitFor(30, TimeUnit.SECONDS)).isTrue();
        return new Answer(
                process.exitValue(),
                new String(process.getInputStream().readAllBytes()),
                new String(process.getErrorStream().readAllBytes()));
    }

    @Test
    void theLogIsWrittenAsJsonByChoiceAndNamesNoFile() throws Exception {
        Path home = temp.resolve("home");
        Files.createDirectories(home.resolve("archive"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections: { archive: { folder: "{home}/archive" } }
                logs: { format: json }
                """);
        try (ServiceProcess service = ServiceProcess.launch(home)) {
            service.live(Rules.keepName("notes", "arrives: whole"));
            Path note = Files.writeString(temp.resolve("confidential-harbour.txt"), "a note");
            Files.move(note, service.inbox("notes").resolve(note.getFileName()));
            service.awaitJob("confidential-harbour.txt", "filed");
        }
        List<String> lines = Files.readAllLines(home.resolve("logs/service.json"));
        assertThat(lines).isNotEmpty();
        for (String line : lines) {
            assertThat(JSON.readTree(line).propertyNames()).contains("at", "level", "message");
        }
        assertThat(lines).noneMatch(line -> line.contains("confidential-harbour"));
    }
}
