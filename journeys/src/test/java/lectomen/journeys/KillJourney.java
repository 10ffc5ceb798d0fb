package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Nothing lost and nothing twice, however often the service is killed. */
class KillJourney {
    private static final int FILES = 300;
    private static final int KILLS = 12;

    @Test
    void eachFileIsFiledOnceByteForByteHoweverOftenTheServiceIsKilled(@TempDir Path temp) throws Exception {
        long seed = Long.getLong("lectomen.seed", System.nanoTime());
        Random random = new Random(seed);
        System.out.println("Kill journey with -Dlectomen.seed=" + seed);
        Map<String, byte[]> wanted = new TreeMap<>();
        for (int i = 0; i < FILES; i++) {
            byte[] bytes = ("File " + i + "\n" + "x".repeat(random.nextInt(200_000))).getBytes(StandardCharsets.UTF_8);
            wanted.put("file-%03d.txt".formatted(i), bytes);
        }
        try (RunningService service = RunningService.start(temp.resolve("home"))) {
            service.live(Rules.keepName("copied", "settle: 400ms"));
            service.live(Rules.keepName("moved", "arrives: whole"));
            CompletableFuture<Void> feeder = feed(wanted, service, temp, random.nextLong());
            for (int kill = 0; kill < KILLS; kill++) {
                Thread.sleep(150 + random.nextInt(1_600));
                service.kill();
                RunningService.await("workers end with their service", Duration.ofSeconds(10), () -> service.workers()
                        .isEmpty());
                service.startAgain();
            }
            feeder.join();
            RunningService.await("all are filed", Duration.ofSeconds(90), () -> service.count("filed") == FILES);
            RunningService.await(
                    "nothing hidden is left beside them",
                    Duration.ofSeconds(10),
                    () -> filed(service).size() == FILES);
            filed(service).forEach((name, bytes) -> assertThat(bytes).as(name).isEqualTo(wanted.get(name)));
            assertThat(service.jobs())
                    .allMatch(job -> job.path("state").asString().equals("filed"));
            RunningService.await(
                    "nothing is left in the hot folders", Duration.ofSeconds(30), () -> left(service) == 0);
        }
    }

    /** Half of the files are moved in whole, half are copied in pieces, over about the time of all kills. */
    private static CompletableFuture<Void> feed(
            Map<String, byte[]> wanted, RunningService service, Path temp, long seed) {
        Random random = new Random(seed);
        return CompletableFuture.runAsync(() -> {
            try {
                Path outside = Files.createDirectories(temp.resolve("outside"));
                for (Map.Entry<String, byte[]> file : wanted.entrySet()) {
                    if (random.nextBoolean()) {
                        Path made = Files.write(outside.resolve(file.getKey()), file.getValue());
                        Files.move(made, service.inbox("moved").resolve(file.getKey()));
                    } else {
                        copySlowly(file.getValue(), service.inbox("copied").resolve(file.getKey()), random);
                    }
                    Thread.sleep(random.nextInt(60));
                }
            } catch (Exception e) {
                throw new IllegalStateException("The feeder failed", e);
            }
        });
    }

    private static void copySlowly(byte[] bytes, Path target, Random random) throws Exception {
        int middle = random.nextInt(bytes.length);
        try (OutputStream out = Files.newOutputStream(target)) {
            out.write(bytes, 0, middle);
            out.flush();
            Thread.sleep(random.nextInt(100));
            out.write(bytes, middle, bytes.length - middle);
        }
    }

    private static Map<String, byte[]> filed(RunningService service) {
        Map<String, byte[]> found = new TreeMap<>();
        try (Stream<Path> files = Files.walk(service.archive())) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                byte[] before = found.put(file.getFileName().toString(), Files.readAllBytes(file));
                assertThat(before).as(file + " is filed in two folders").isNull();
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return found;
    }

    private static long left(RunningService service) {
        try (Stream<Path> files = Files.walk(service.home().resolve("inbox"))) {
            return files.filter(Files::isRegularFile).count();
        } catch (IOException | UncheckedIOException e) {
            return -1;
        }
    }
}
