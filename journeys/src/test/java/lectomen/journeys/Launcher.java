package lectomen.journeys;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;

/** The launcher, called as people call it. */
final class Launcher {
    static final Path ROOT =
            Path.of(System.getProperty("lectomen.root", "..")).toAbsolutePath().normalize();

    /** What Java says on standard error when the environment gives it options, as that of tests does. */
    private static final Pattern OPTIONS_READ = Pattern.compile("(NOTE: )?Picked up (JDK_JAVA|JAVA_TOOL)_OPTIONS: .*");

    private Launcher() {}

    /** Says where the workers are that the launcher has built, for services in the test's own process. */
    static synchronized void build() throws IOException, InterruptedException {
        if (System.getProperty("lectomen.worker.classpath") == null) {
            Answer built = run("help");
            if (built.exitCode() != 0) {
                throw new IllegalStateException("The launcher could not build: " + built.err());
            }
            Path folder =
                    Path.of(Files.readString(ROOT.resolve("target/run-folder")).strip());
            System.setProperty(
                    "lectomen.worker.classes", folder.resolve("worker.jsa").toString());
            System.setProperty(
                    "lectomen.worker.classpath",
                    folder.resolve("worker/lectomen-worker.jar").toString());
        }
    }

    static List<String> command(String... words) {
        List<String> command = new ArrayList<>(List.of(ROOT.resolve("lectomen").toString()));
        command.addAll(List.of(words));
        return command;
    }

    static Answer run(String... words) throws IOException, InterruptedException {
        return runWith("", words);
    }

    /** @param input what it reads from standard input */
    static Answer runWith(String input, String... words) throws IOException, InterruptedException {
        return runWith(Map.of(), input, words);
    }

    /** @param environment variables that are set besides */
    static Answer runWith(Map<String, String> environment, String input, String... words)
            throws IOException, InterruptedException {
        ProcessBuilder builder = new ProcessBuilder(command(words));
        builder.environment().putAll(environment);
        Process process = builder.start();
        try (OutputStream in = process.getOutputStream()) {
            in.write(input.getBytes(StandardCharsets.UTF_8));
        }
        CompletableFuture<String> out =
                CompletableFuture.supplyAsync(() -> read(process.inputReader(StandardCharsets.UTF_8)));
        CompletableFuture<String> err =
                CompletableFuture.supplyAsync(() -> read(process.errorReader(StandardCharsets.UTF_8)));
        if (!process.waitFor(20, TimeUnit.MINUTES)) {
            process.destroyForcibly();
            throw new IllegalStateException("No end: lectomen " + String.join(" ", words));
        }
        return new Answer(process.exitValue(), out.join(), err.join());
    }

    private static String read(java.io.BufferedReader reader) {
        StringBuilder text = new StringBuilder();
        reader.lines().filter(line -> !OPTIONS_READ.matcher(line).matches()).forEach(line -> text.append(line)
                .append('\n'));
        return text.toString();
    }
}
