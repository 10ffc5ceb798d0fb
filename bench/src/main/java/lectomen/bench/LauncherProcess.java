package lectomen.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** Runs a command of the product as a separate process. */
final class LauncherProcess {
    private static final int LOOK_MILLIS = 50;

    private LauncherProcess() {}

    /**
     * The most memory that the whole process has, in MB.
     *
     * @param heap the most that its heap gets, such as 320m; empty for as much as is usual
     */
    static double peakMegabytes(Path folder, String heap, String... command) throws IOException, InterruptedException {
        Path said = folder.resolve("command.out");
        List<String> all = new ArrayList<>(List.of(System.getProperty("lectomen.launcher")));
        all.addAll(List.of(command));
        ProcessBuilder builder =
                new ProcessBuilder(all).redirectErrorStream(true).redirectOutput(said.toFile());
        if (!heap.isEmpty()) {
            builder.environment().put("LECTOMEN_LOCAL_MEMORY", heap);
        }
        Process process = builder.start();
        long most = 0;
        while (!process.waitFor(LOOK_MILLIS, TimeUnit.MILLISECONDS)) {
            most = Math.max(most, peakKilobytes(process.pid()));
        }
        if (process.exitValue() != 0) {
            throw new IllegalStateException(Files.readString(said));
        }
        return most / 1_000.0;
    }

    private static long peakKilobytes(long pid) {
        try {
            return Files.readAllLines(Path.of("/proc/" + pid + "/status")).stream()
                    .filter(line -> line.startsWith("VmHWM:"))
                    .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")))
                    .findFirst()
                    .orElse(0);
        } catch (IOException ended) {
            return 0;
        }
    }
}
