package lectomen.journeys;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;

/** The launcher, called as people call it. */
final class Launcher {
    static final Path ROOT =
            Path.of(System.getProperty("lectomen.root", "..")).toAbsolutePath().normalize();

    /** What a command answered. */
    record Answer(int exitCode, String out, String err) {}

    private Launcher() {}

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
        Process process = new ProcessBuilder(command(words)).start();
        try (OutputStream in = process.getOutputStream()) {
            in.write(input.getBytes(StandardCharsets.UTF_8));
        }
        CompletableFuture<String> out =
                CompletableFuture.supplyAsync(() -> read(process.inputReader(StandardCharsets.UTF_8)));
        CompletableFuture<String> err =
                CompletableFuture.supplyAsync(() -> read(process.errorReader(StandardCharsets.UTF_8)));
        if (!process.waitFor(4, TimeUnit.MINUTES)) {
            process.destroyForcibly();
            throw new IllegalStateException("No end: lectomen " + String.join(" ", words));
        }
        return new Answer(process.exitValue(), out.join(), err.join());
    }

    private static String read(java.io.BufferedReader reader) {
        StringBuilder text = new StringBuilder();
        reader.lines().forEach(line -> text.append(line).append('\n'));
        return text.toString();
    }
}
