package lectomen.worker;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class WarmUpTest {
    @TempDir
    private Path temp;

    @Test
    void aWorkerGetsThroughItsUsualWork() throws Exception {
        Path errors = temp.resolve("errors");
        Process process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-XX:TieredStopAtLevel=1",
                        "-XX:+UseSerialGC",
                        "-Djava.awt.headless=true",
                        "-cp",
                        System.getProperty("java.class.path"),
                        WarmUp.class.getName(),
                        temp.resolve("scratch").toString())
                .redirectError(errors.toFile())
                .start();
        try {
            assertThat(process.waitFor(10, TimeUnit.MINUTES)).isTrue();
            assertThat(process.exitValue()).as(Files.readString(errors)).isZero();
        } finally {
            process.destroyForcibly();
        }
    }
}
