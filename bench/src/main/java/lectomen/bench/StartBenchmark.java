package lectomen.bench;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import lectomen.demo.DemoService;

/** How long the service takes until it is ready, and what it holds when nothing happens. */
final class StartBenchmark implements Benchmark {
    private static final int STARTS = 5;
    private static final long QUIET_MILLIS = 4_000;

    @Override
    public String name() {
        return "start";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Samples starts = new Samples();
        double idle = 0;
        for (int i = 0; i < STARTS; i++) {
            long began = System.nanoTime();
            try (DemoService service = Serving.start(folder.resolve("home"))) {
                starts.addNanos(System.nanoTime() - began);
                if (i == STARTS - 1) {
                    Thread.sleep(QUIET_MILLIS);
                    idle = Serving.residentMegabytes(service.pid());
                }
            }
        }
        Optional<Double> java = Optional.of(Floors.startJava(STARTS).median());
        return List.of(
                Figure.under(5_000, "start to ready, median", starts.median(), "ms", java, "a bare Java start"),
                Figure.under(300, "idle memory", idle, "MB", Optional.empty(), ""));
    }
}
