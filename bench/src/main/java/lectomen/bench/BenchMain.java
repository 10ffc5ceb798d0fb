package lectomen.bench;

import java.io.IOException;
import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.json.JsonMapper;

/** Runs the benchmarks and prints their figures as a table or as JSON. */
@Command(
        name = "lectomen bench",
        mixinStandardHelpOptions = true,
        description = {
            "Measure this machine: each figure stands beside a floor that was measured in the same run.",
            "Nothing else should run meanwhile; all of it takes several minutes and about 3 GB of disk."
        },
        footer = {
            "",
            "Names: start, latency, files, waiting, notify, print, desk, list, planning, pages, documents, reading, writing",
            "",
            "Example: lectomen bench --only files"
        })
public final class BenchMain implements Callable<Integer> {
    private static final List<Benchmark> ALL = List.of(
            new StartBenchmark(),
            new LatencyBenchmark(),
            new FilesBenchmark(),
            new WaitingBenchmark(),
            new NotifyBenchmark(),
            new PrintBenchmark(),
            new DeskBenchmark(),
            new ListBenchmark(),
            new PlanningBenchmark(),
            new PagesBenchmark(),
            new DocumentsBenchmark(),
            new ReadingBenchmark(),
            new WritingBenchmark());

    @Option(names = "--only", paramLabel = "NAME", description = "Only this one; may be given several times.")
    private List<String> only = List.of();

    @Option(names = "--json", description = "Answer as JSON.")
    private boolean json;

    @Option(
            names = "--dir",
            paramLabel = "DIR",
            description = "Where to work, on the disk to measure (default: a temporary folder).")
    private @Nullable Path folder;

    private BenchMain() {}

    public static void main(String[] words) {
        System.setOut(new PrintStream(System.out, true, StandardCharsets.UTF_8));
        System.exit(new CommandLine(new BenchMain()).execute(words));
    }

    @Override
    public Integer call() throws Exception {
        List<String> names = ALL.stream().map(Benchmark::name).toList();
        for (String name : only) {
            if (!names.contains(name)) {
                System.err.println(
                        "lectomen: no benchmark is called " + name + "; there are " + String.join(", ", names));
                return 2;
            }
        }
        Path own = folder == null ? Files.createTempDirectory("lectomen-bench") : Files.createDirectories(folder);
        Map<String, List<Figure>> figures = new TreeMap<>();
        try {
            for (Benchmark benchmark : ALL) {
                if (only.isEmpty() || only.contains(benchmark.name())) {
                    System.err.println("Measuring " + benchmark.name());
                    Path place = Files.createDirectories(own.resolve(benchmark.name()));
                    figures.put(benchmark.name(), benchmark.run(place));
                    remove(place);
                }
            }
        } finally {
            if (folder == null) {
                remove(own);
            }
        }
        List<Figure> all = figures.values().stream().flatMap(List::stream).toList();
        if (json) {
            System.out.println(JsonMapper.builder()
                    .build()
                    .writerWithDefaultPrettyPrinter()
                    .writeValueAsString(figures));
        } else {
            print(all);
        }
        return all.stream().allMatch(Figure::reached) ? 0 : 1;
    }

    private static void print(List<Figure> figures) {
        List<String[]> rows = new ArrayList<>();
        rows.add(new String[] {"FIGURE", "VALUE", "FLOOR", "RATIO", "AIM", "", "THE FLOOR IS"});
        for (Figure figure : figures) {
            rows.add(new String[] {
                figure.name(),
                Figure.number(figure.value()) + " " + figure.unit(),
                figure.floor()
                        .map(floor -> Figure.number(floor) + " " + figure.unit())
                        .orElse(""),
                figure.ratio().map(Figure::number).orElse(""),
                figure.aim(),
                figure.aim().isEmpty() ? "" : figure.reached() ? "reached" : "MISSED",
                figure.floorIs()
            });
        }
        int[] widths = new int[rows.get(0).length];
        rows.forEach(row -> {
            for (int i = 0; i < row.length; i++) {
                widths[i] = Math.max(widths[i], row[i].length());
            }
        });
        for (String[] row : rows) {
            StringBuilder line = new StringBuilder();
            for (int i = 0; i < row.length; i++) {
                line.append(row[i]).append(" ".repeat(widths[i] - row[i].length() + 2));
            }
            System.out.println(line.toString().stripTrailing());
        }
        System.out.println("\n" + Runtime.getRuntime().availableProcessors() + " cores, Java " + Runtime.version());
    }

    private static void remove(Path folder) {
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        } catch (IOException e) {
            throw new UncheckedIOException("The folder of the benchmark can't be removed: " + folder, e);
        }
    }
}
