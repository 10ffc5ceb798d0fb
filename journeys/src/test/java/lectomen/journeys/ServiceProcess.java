package lectomen.journeys;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** A service as a process of its own, started by the launcher, for what only a process can show: kills, starts, limits. */
final class ServiceProcess extends RunningService {
    private final List<String> before;
    private Process process;

    private ServiceProcess(Path home, List<String> before) {
        super(home);
        this.before = before;
    }

    static ServiceProcess launch(Path home) throws Exception {
        return launch(home, List.of());
    }

    /** @param before words put before the command at the first start, such as those of a tracer */
    static ServiceProcess launch(Path home, List<String> before) throws Exception {
        ServiceProcess service = new ServiceProcess(home, before);
        service.start(before, "http://127.0.0.1:0");
        return service;
    }

    @Override
    void startAgain() throws Exception {
        start(List.of(), "http://127.0.0.1:0");
    }

    /** Starts it again at the address that it had before, for those who know it only by that. */
    void startAgainAt(String url) throws Exception {
        start(List.of(), url);
    }

    private void start(List<String> words, String url) throws Exception {
        Files.createDirectories(home());
        Files.deleteIfExists(home().resolve("address"));
        List<String> command = new ArrayList<>(words);
        command.addAll(Launcher.command(
                "serve",
                "--home",
                home().toString(),
                "--port",
                Integer.toString(URI.create(url).getPort())));
        ProcessBuilder builder = new ProcessBuilder(command);
        process = builder.redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(printed().toFile()))
                .start();
        FailedJourneys.watch(this);
        await("the service is ready", LONGEST_WAIT, () -> {
            if (!process.isAlive()) {
                throw new IllegalStateException("The service ended: " + output());
            }
            return Files.exists(home().resolve("address"));
        });
    }

    private Path printed() {
        return home().resolve("journey.out");
    }

    @Override
    String output() {
        try {
            Path log = home().resolve("logs/service.log");
            return Files.readString(printed()) + (Files.exists(log) ? Files.readString(log) : "");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    Process process() {
        return process;
    }

    /** Ends the process without warning, as a power cut does, though what it wrote stays in the system's memory. */
    void kill() throws InterruptedException {
        process.destroyForcibly();
        process.waitFor();
    }

    @Override
    void stop() throws InterruptedException {
        assertStopped();
    }

    /** Asks the traced service to end, so that its tracer does too. */
    void endTraced() throws InterruptedException {
        ProcessHandle.of(pid()).ifPresent(ProcessHandle::destroy);
        if (assertStopped() == 1) {
            throw new AssertionError("The tracer failed: " + output());
        }
    }

    /** Of the service itself, which may run below a tracer. */
    private long pid() {
        try {
            return JSON.readTree(Files.readString(home().resolve("address")))
                    .path("pid")
                    .asLong();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Asks the process to end; gives its exit code. */
    int assertStopped() throws InterruptedException {
        process.destroy();
        if (!process.waitFor(LONGEST_WAIT.toSeconds(), TimeUnit.SECONDS)) {
            process.destroyForcibly();
            throw new AssertionError("The service did not end when asked");
        }
        return process.exitValue();
    }

    @Override
    public void close() throws Exception {
        if (process.isAlive()) {
            process.destroy();
            if (!process.waitFor(40, TimeUnit.SECONDS)) {
                process.destroyForcibly();
            }
        }
        await("no worker outlives its service", LONGEST_WAIT, () -> workers().isEmpty());
    }
}
