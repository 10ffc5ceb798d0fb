package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import lectomen.engine.LongRun;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Nothing lost and nothing twice, however often the service is killed: with files moved in and copied slowly, whole folders,
 * three rules, and people who hold, release and retry meanwhile. {@code -Dlectomen.seed=N} repeats a run; {@code ./check --long}
 * kills a hundred times.
 */
class KillJourney {
    private static final int RUNS = LongRun.of(1, 5);
    private static final int FILES = LongRun.of(50, 500);
    private static final int KILLS = LongRun.of(2, 20);
    private static final int MOST_ENTRIES_BETWEEN_KILLS = LongRun.of(150, 250);
    private static final int PER_SET = 4;
    private static final int ENDED_BY_SIGTERM = 143;
    private static final int SLOW = 45;
    private static final int QUICK = 15;
    private static final String FIRST_QUICK = "file-%03d.txt".formatted(SLOW);

    @TempDir
    private Path temp;

    @Test
    void eachFileIsFiledOnceByteForByteHoweverOftenTheServiceIsKilled() throws Exception {
        for (int i = 0; i < RUNS; i++) {
            long seed = Long.getLong("lectomen.seed", System.nanoTime());
            System.out.println("Kill journey with -Dlectomen.seed=" + seed);
            killAndCount(new Random(seed), temp.resolve("run-" + i));
        }
    }

    private static void killAndCount(Random random, Path folder) throws Exception {
        Map<String, byte[]> wanted = files(random, FILES);
        try (ServiceProcess service = ServiceProcess.launch(folder.resolve("home"))) {
            service.live(Rules.keepName("copied", "settle: 400ms"));
            service.live(Rules.keepName("moved", "arrives: whole"));
            service.live(Rules.keepName("sets", "arrives: whole\nsubfolders: take"));
            CompletableFuture<Void> feeder = feed(wanted, service, folder, random.nextLong());
            AtomicBoolean fed = new AtomicBoolean();
            CompletableFuture<Void> people = meddle(service, random.nextLong(), fed);
            for (int kill = 0; kill < KILLS; kill++) {
                awaitSomeWork(service, random.nextInt(MOST_ENTRIES_BETWEEN_KILLS), feeder);
                service.kill();
                RunningService.await(
                        "workers end with their service", RunningService.LONGEST_WAIT, () -> service.workers()
                                .isEmpty());
                service.startAgain();
            }
            feeder.join();
            fed.set(true);
            people.join();
            awaitAllFiled(service, wanted);
        }
    }

    /** Waits until the ledger has so many entries more, so that a kill comes in the middle of the work however fast it goes. */
    private static void awaitSomeWork(ServiceProcess service, int entries, CompletableFuture<Void> feeder)
            throws Exception {
        long began = ledgerEntries(service);
        RunningService.await(
                entries + " more entries",
                RunningService.LONGEST_WAIT,
                () -> ledgerEntries(service) >= began + entries || feeder.isDone() && allFiled(service));
    }

    private static long ledgerEntries(ServiceProcess service) {
        return service.get("/status").path("ledgerEntries").asLong();
    }

    private static boolean allFiled(ServiceProcess service) {
        return service.count("filed") == FILES;
    }

    private static Map<String, byte[]> files(Random random, int count) {
        Map<String, byte[]> wanted = new TreeMap<>();
        for (int i = 0; i < count; i++) {
            byte[] bytes = ("File " + i + "\n" + "x".repeat(random.nextInt(200_000))).getBytes(StandardCharsets.UTF_8);
            wanted.put("file-%03d.txt".formatted(i), bytes);
        }
        return wanted;
    }

    private static void awaitAllFiled(RunningService service, Map<String, byte[]> wanted) throws Exception {
        RunningService.await(
                "all are filed",
                RunningService.LONGEST_WAIT,
                () -> service.get("/status").path("jobs"),
                () -> {
                    service.send(service.request("/job-actions/release?state=held")
                            .POST(HttpRequest.BodyPublishers.noBody()));
                    return service.count("filed") == wanted.size();
                });
        RunningService.await(
                "nothing hidden is left beside them",
                RunningService.LONGEST_WAIT,
                () -> filed(service).size() == wanted.size());
        filed(service).forEach((name, bytes) -> assertThat(bytes).as(name).isEqualTo(wanted.get(name)));
        assertThat(service.jobs()).allMatch(job -> job.path("state").asString().equals("filed"));
        RunningService.await(
                "nothing is left in the hot folders", RunningService.LONGEST_WAIT, () -> left(service) == 0);
        assertThat(service.get("/ledger/check").path("whole").asBoolean()).isTrue();
    }

    /** People hold, release and retry whatever they see, while the service comes and goes. */
    private static CompletableFuture<Void> meddle(RunningService service, long seed, AtomicBoolean end) {
        Random random = new Random(seed);
        return CompletableFuture.runAsync(() -> {
            while (!end.get()) {
                String action = List.of(
                                "hold?state=waiting",
                                "release?state=held",
                                "retry?state=waiting",
                                "priority?state=waiting&priority=80")
                        .get(random.nextInt(4));
                try {
                    service.send(service.request("/job-actions/" + action).POST(HttpRequest.BodyPublishers.noBody()));
                } catch (UncheckedIOException | IllegalArgumentException itWasJustKilled) {
                    // they try again
                }
                pause(20 + random.nextInt(180));
            }
        });
    }

    private static void pause(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** A third of the files are moved in whole, a third copied in pieces, a third dropped in folders. */
    private static CompletableFuture<Void> feed(
            Map<String, byte[]> wanted, RunningService service, Path temp, long seed) {
        Random random = new Random(seed);
        return CompletableFuture.runAsync(() -> {
            try {
                Path outside = Files.createDirectories(temp.resolve("outside"));
                List<Map.Entry<String, byte[]>> set = new ArrayList<>();
                for (Map.Entry<String, byte[]> file : wanted.entrySet()) {
                    int how = random.nextInt(3);
                    if (how == 0) {
                        Path made = Files.write(outside.resolve(file.getKey()), file.getValue());
                        Files.move(made, service.inbox("moved").resolve(file.getKey()));
                    } else if (how == 1) {
                        copySlowly(file.getValue(), service.inbox("copied").resolve(file.getKey()), random);
                    } else {
                        set.add(file);
                    }
                    if (set.size() == PER_SET) {
                        dropSet(set, outside, service.inbox("sets"));
                    }
                    Thread.sleep(random.nextInt(60));
                }
                if (!set.isEmpty()) {
                    dropSet(set, outside, service.inbox("sets"));
                }
            } catch (Exception e) {
                throw new IllegalStateException("The feeder failed", e);
            }
        });
    }

    private static void dropSet(List<Map.Entry<String, byte[]>> set, Path outside, Path inbox) throws Exception {
        Path folder =
                Files.createDirectories(outside.resolve("set of " + set.get(0).getKey()));
        for (Map.Entry<String, byte[]> file : set) {
            Files.write(folder.resolve(file.getKey()), file.getValue());
        }
        Files.move(folder, inbox.resolve(folder.getFileName()));
        set.clear();
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

    private void drop(RunningService service, String rule, Map<String, byte[]> files) throws Exception {
        Path outside = Files.createDirectories(temp.resolve("outside"));
        for (Map.Entry<String, byte[]> file : files.entrySet()) {
            Path made = Files.write(outside.resolve(file.getKey()), file.getValue());
            Files.copy(made, service.inbox(rule).resolve(file.getKey() + ".part"));
            Files.move(
                    service.inbox(rule).resolve(file.getKey() + ".part"),
                    service.inbox(rule).resolve(file.getKey()));
        }
    }

    @Test
    void aNearlyFullDiskStopsIntakeUntilThereIsSpaceAgain() throws Exception {
        Path home = Files.createDirectories(temp.resolve("home"));
        try (SmallDisk disk = SmallDisk.mount(home, "size=120m")) {
            Files.createDirectories(home.resolve("inbox"));
            Files.createDirectories(home.resolve("archive"));
            Files.writeString(home.resolve("lectomen.yaml"), """
                    parameters: { inbox: "{home}/inbox" }
                    roots: ["{home}"]
                    connections: { archive: { folder: "{home}/archive" } }
                    disk: { keep free: 30 MB }
                    """);
            Map<String, byte[]> wanted = files(new Random(5), 60);
            try (ServiceProcess service = ServiceProcess.launch(home)) {
                service.live(Rules.keepName("moved", "arrives: whole"));
                Path ballast = home.resolve("ballast");
                Files.write(ballast, new byte[88_000_000]);
                drop(service, "moved", wanted);
                RunningService.await("it is said", RunningService.LONGEST_WAIT, () -> service.get("/status")
                        .path("disk")
                        .path("low")
                        .path("words")
                        .asString("")
                        .contains("to keep free"));
                assertThat(service.send(service.request("/health/ready")).statusCode())
                        .isEqualTo(503);
                assertThat(service.get("/status").path("attention").toString()).contains("no files are taken in");
                HttpRequest.Builder upload = service.request("/uploads?name=a.txt")
                        .setHeader("Content-Type", "application/octet-stream")
                        .POST(HttpRequest.BodyPublishers.ofString("a"));
                assertThat(service.send(upload).statusCode()).isEqualTo(507);

                fillUp(home.resolve("more"));
                RunningService.await(
                        "it sees that there is no room at all",
                        RunningService.LONGEST_WAIT,
                        () -> service.get("/status")
                                        .path("disk")
                                        .path("freeBytes")
                                        .asLong(Long.MAX_VALUE)
                                < 1_000_000);
                RunningService.await(
                        "it can't write to its database", RunningService.LONGEST_WAIT, () -> health(service, "ready")
                                .contains("store-not-writable"));
                assertThat(health(service, "live")).startsWith("200");
                assertThat(service.get("/status").path("attention").toString())
                        .contains("The database can't be written");

                Files.delete(home.resolve("more"));
                Files.delete(ballast);
                awaitAllFiled(service, wanted);
                assertThat(health(service, "ready")).startsWith("200");
                assertThat(service.get("/status").path("attention").toString())
                        .doesNotContain("Nothing can be written");

                fillUp(home.resolve("more"));
                assertThat(service.assertStopped())
                        .as("it ends when it is asked to")
                        .isEqualTo(ENDED_BY_SIGTERM);
            }
        }
    }

    private static String health(RunningService service, String of) {
        HttpResponse<String> answer = service.send(service.request("/health/" + of));
        return answer.statusCode() + " " + answer.body();
    }

    private static void fillUp(Path file) throws IOException {
        try (OutputStream out = Files.newOutputStream(file)) {
            byte[] block = new byte[64 * 1024];
            while (true) {
                out.write(block);
            }
        } catch (IOException full) {
            assertThat(Files.size(file)).isPositive();
        }
    }

    @Test
    void aDestinationThatAnswersSlowlyHoldsUpNoOtherAndAKillInTheMiddleFilesNothingTwice() throws Exception {
        Path home = Files.createDirectories(temp.resolve("home")).toRealPath();
        Path slow = Files.createDirectories(home.resolve("slow/slow"));
        for (String folder : List.of("inbox", "archive")) {
            Files.createDirectories(home.resolve(folder));
        }
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections: { archive: { folder: "{home}/archive" }, slow: { folder: "{home}/slow" } }
                """);
        List<String> slowly = List.of(
                "strace",
                "-f",
                "-qq",
                "-o",
                "/dev/null",
                "-P",
                slow.toString(),
                "-e",
                "trace=fsync,fdatasync",
                "-e",
                "signal=none",
                "-e",
                "inject=fsync,fdatasync:delay_enter=3000000");
        Map<String, byte[]> wanted = files(new Random(6), SLOW + QUICK);
        Map<String, byte[]> first = new TreeMap<>(((TreeMap<String, byte[]>) wanted).headMap(FIRST_QUICK));
        Map<String, byte[]> second = new TreeMap<>(((TreeMap<String, byte[]>) wanted).tailMap(FIRST_QUICK));
        try (ServiceProcess service = ServiceProcess.launch(home, slowly)) {
            service.live(Rules.keepName("slow", "arrives: whole").replace("in: archive", "in: slow"));
            service.live(Rules.keepName("quick", "arrives: whole"));
            drop(service, "slow", first);
            RunningService.await(
                    "some are on their way", RunningService.LONGEST_WAIT, () -> service.count("working") > 10);
            drop(service, "quick", second);
            RunningService.await(
                    "the quick ones are filed", RunningService.LONGEST_WAIT, () -> filedBy(service, "quick") == QUICK);
            assertThat(filedBy(service, "slow")).as("before the slow ones are").isLessThan(SLOW);
            service.kill();
            ProcessHandle.allProcesses()
                    .filter(handle -> handle.info().commandLine().orElse("").contains(home.toString()))
                    .forEach(ProcessHandle::destroyForcibly);
            RunningService.await("it is gone", RunningService.LONGEST_WAIT, () -> service.workers()
                    .isEmpty());
            service.startAgain();
            RunningService.await(
                    "all are filed", RunningService.LONGEST_WAIT, () -> service.count("filed") == SLOW + QUICK);
            RunningService.await("once each", RunningService.LONGEST_WAIT, () -> regular(home.resolve("slow")) == SLOW);
            assertThat(regular(home.resolve("archive"))).isEqualTo(QUICK);
        }
    }

    private static long filedBy(RunningService service, String rule) {
        return service.get("/jobs?limit=1000&state=filed&rule=" + rule)
                .path("jobs")
                .size();
    }

    private static long regular(Path folder) {
        try (Stream<Path> files = Files.walk(folder)) {
            return files.filter(Files::isRegularFile).count();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
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
