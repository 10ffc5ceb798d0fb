package lectomen.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.demo.DemoService;

/** Ten thousand small files dropped at once, each read, named and filed with every promise kept; then as many again. */
final class FilesBenchmark implements Benchmark {
    private static final int FILES = 10_000;

    @Override
    public String name() {
        return "files";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Path bare = Files.createDirectories(folder.resolve("floor"));
        long floorBegan = System.nanoTime();
        Floors.copyTwice(bare, Serving.ticket(1), FILES / 5);
        double floor = FILES / 5 / seconds(floorBegan);
        Path home = folder.resolve("home");
        try (DemoService service = Serving.start(home)) {
            Serving.addRule(service, "arrives: whole");
            Serving.awaitFolder(home);
            double first = drop(service, folder, home, 0);
            double again = drop(service, folder, home, FILES);
            String floorIs = "writing each twice, synced, one by one";
            return List.of(
                    Figure.without(
                            "10,000 small files right after the start", first, "files/s", Optional.of(floor), floorIs),
                    Figure.over(200, "10,000 more of them", again, "files/s", Optional.of(floor), floorIs),
                    Figure.without(
                            "memory after them", Serving.residentMegabytes(service.pid()), "MB", Optional.empty(), ""));
        }
    }

    /** Drops them all at once; gives how many were filed in a second. @param from the first one's number */
    private static double drop(DemoService service, Path folder, Path home, int from) throws Exception {
        Path waiting = Files.createDirectories(folder.resolve("waiting"));
        for (int i = from; i < from + FILES; i++) {
            Files.write(waiting.resolve("ticket-" + i + ".txt"), Serving.ticket(i));
        }
        long began = System.nanoTime();
        for (int i = from; i < from + FILES; i++) {
            String name = "ticket-" + i + ".txt";
            Files.move(waiting.resolve(name), Serving.inbox(home).resolve(name));
        }
        while (service.get("/status").path("jobs").path("filed").asInt() < from + FILES) {
            Thread.sleep(250);
        }
        double rate = FILES / seconds(began);
        requireAllFiled(home, from + FILES);
        return rate;
    }

    private static void requireAllFiled(Path home, int wanted) throws IOException {
        try (Stream<Path> filed = Files.list(home.resolve("archive/Tickets"))) {
            long count = filed.filter(file -> file.getFileName().toString().startsWith("T-"))
                    .count();
            if (count != wanted) {
                throw new IllegalStateException(count + " files are filed, not " + wanted);
            }
        }
    }

    private static double seconds(long beganNanos) {
        return (System.nanoTime() - beganNanos) / 1e9;
    }
}
