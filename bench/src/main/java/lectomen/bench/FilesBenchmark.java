package lectomen.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.demo.DemoService;

/** Ten thousand small files dropped at once, each read, named and filed with every promise kept. */
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
            Path waiting = Files.createDirectories(folder.resolve("waiting"));
            for (int i = 0; i < FILES; i++) {
                Files.write(waiting.resolve("ticket-" + i + ".txt"), Serving.ticket(i));
            }
            long began = System.nanoTime();
            for (int i = 0; i < FILES; i++) {
                String name = "ticket-" + i + ".txt";
                Files.move(waiting.resolve(name), Serving.inbox(home).resolve(name));
            }
            while (service.get("/status").path("jobs").path("filed").asInt() < FILES) {
                Thread.sleep(250);
            }
            double rate = FILES / seconds(began);
            requireAllFiled(home);
            return List.of(
                    Figure.over(
                            200,
                            "10,000 small files, named and filed",
                            rate,
                            "files/s",
                            Optional.of(floor),
                            "writing each twice, synced, one by one"),
                    Figure.without(
                            "memory after them", Serving.residentMegabytes(service.pid()), "MB", Optional.empty(), ""));
        }
    }

    private static void requireAllFiled(Path home) throws IOException {
        try (Stream<Path> filed = Files.list(home.resolve("archive/Tickets"))) {
            long count = filed.filter(file -> file.getFileName().toString().startsWith("T-"))
                    .count();
            if (count != FILES) {
                throw new IllegalStateException(count + " files are filed, not " + FILES);
            }
        }
    }

    private static double seconds(long beganNanos) {
        return (System.nanoTime() - beganNanos) / 1e9;
    }
}
