package lectomen.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.demo.DemoService;

/** From the drop of one file to its being filed, text read and named; with and without settling. */
final class LatencyBenchmark implements Benchmark {
    private static final int WARM_UP = 20;
    private static final int WHOLE = 100;
    private static final int SETTLED = 20;
    private static final int SETTLE_MILLIS = 500;

    @Override
    public String name() {
        return "latency";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Samples floor = Floors.copyTwice(folder.resolve("floor"), Serving.ticket(1), WHOLE);
        Samples whole = measure(folder.resolve("whole"), "arrives: whole", WHOLE);
        Samples settled = measure(folder.resolve("settled"), "settle: " + SETTLE_MILLIS + "ms", SETTLED);
        String bare = "writing it twice, each synced";
        List<Figure> figures = new ArrayList<>();
        figures.add(Figure.under(
                200, "drop to filed, arrives whole, median", whole.median(), "ms", Optional.of(floor.median()), bare));
        figures.add(Figure.without(
                "drop to filed, arrives whole, 95 %", whole.most(), "ms", Optional.of(floor.most()), bare));
        Optional<Double> settling = Optional.of(floor.median() + SETTLE_MILLIS);
        String waiting = "the same and " + SETTLE_MILLIS + " ms of settling";
        figures.add(Figure.without(
                "drop to filed, settle " + SETTLE_MILLIS + "ms, median", settled.median(), "ms", settling, waiting));
        figures.add(Figure.without(
                "drop to filed, settle " + SETTLE_MILLIS + "ms, 95 %", settled.most(), "ms", settling, waiting));
        return figures;
    }

    private static Samples measure(Path home, String arrives, int drops) throws Exception {
        Samples samples = new Samples();
        try (DemoService service = Serving.start(home)) {
            Serving.addRule(service, arrives);
            Serving.awaitFolder(home);
            int warmUp = Math.min(WARM_UP, drops / 2);
            for (int i = 0; i < warmUp + drops; i++) {
                long nanos = Serving.dropUntilFiled(home, i);
                if (i >= warmUp) {
                    samples.addNanos(nanos);
                }
            }
        }
        return samples;
    }
}
