package lectomen.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import lectomen.demo.DemoService;

/** What fifty thousand unmatched files in a hot folder cost a file that a rule matches. */
final class WaitingBenchmark implements Benchmark {
    private static final int UNMATCHED = 50_000;
    private static final int WARM_UP = 20;
    private static final int DROPS = 40;

    @Override
    public String name() {
        return "waiting";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Path home = folder.resolve("home");
        try (DemoService service = Serving.start(home)) {
            Serving.addRule(service, "arrives: whole\n    accept: [text]");
            Serving.awaitFolder(home);
            drop(home, 0, WARM_UP);
            Samples empty = drop(home, WARM_UP, DROPS);
            Path waiting = Files.createDirectories(folder.resolve("waiting"));
            for (int i = 0; i < UNMATCHED; i++) {
                Files.write(waiting.resolve("unmatched-" + i + ".bin"), new byte[] {0, 1, 2, (byte) i});
            }
            long began = System.nanoTime();
            for (int i = 0; i < UNMATCHED; i++) {
                String name = "unmatched-" + i + ".bin";
                Files.move(waiting.resolve(name), Serving.inbox(home).resolve(name));
            }
            while (service.get("/status").path("jobs").path("unmatched").asInt() < UNMATCHED) {
                Thread.sleep(250);
            }
            double told = (System.nanoTime() - began) / 1e9;
            Samples full = drop(home, WARM_UP + DROPS, DROPS);
            String alone = "the same in the empty folder";
            return List.of(
                    Figure.without("until 50,000 unmatched files are listed", told, "s", Optional.empty(), ""),
                    Figure.under(
                            200,
                            "drop to filed beside 50,000 unmatched files, median",
                            full.median(),
                            "ms",
                            Optional.of(empty.median()),
                            alone),
                    Figure.without(
                            "drop to filed beside 50,000 unmatched files, 95 %",
                            full.most(), "ms", Optional.of(empty.most()), alone));
        }
    }

    private static Samples drop(Path home, int from, int drops) throws Exception {
        Samples samples = new Samples();
        for (int i = from; i < from + drops; i++) {
            samples.addNanos(Serving.dropUntilFiled(home, i));
        }
        return samples;
    }
}
