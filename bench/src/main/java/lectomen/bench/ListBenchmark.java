package lectomen.bench;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.demo.DemoService;
import tools.jackson.databind.JsonNode;

/**
 * Lists and searches among a million jobs: every filter alone and together, every order, parts of names that all, some, one or
 * none have; first pages, following pages and pages from deep inside.
 */
final class ListBenchmark implements Benchmark {
    private static final int JOBS = 1_000_000;
    private static final int MOST_FOLLOWED = 4;
    private static final List<String> STATES = List.of("", "state=filed", "state=failed", "state=working");
    private static final List<String> RULES = List.of("", "rule=rule-1", "rule=rule-12");
    private static final List<String> NAMES =
            List.of("", "name=permit", "name=Turnstone", "name=04711", "name=kestrel", "name=nothing", "name=12");
    private static final List<String> TIMES = List.of("", "since=2024-06-01T00:00:00Z&until=2024-06-02T00:00:00Z");
    private static final List<String> ORDERS = List.of("newest", "oldest", "changed");

    @Override
    public String name() {
        return "list";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Path home = Files.createDirectories(folder.resolve("home"));
        System.err.println("  making " + JOBS + " jobs");
        new ManyJobs(JOBS).fill(home);
        try (DemoService service = Serving.start(home)) {
            awaitIndex(service);
            Samples floor = new Samples();
            for (int i = 0; i < 50; i++) {
                floor.addNanos(time(service, "/jobs?limit=1&name=nothing-of-that-name"));
            }
            Samples calls = new Samples();
            Samples pages = new Samples();
            Samples deep = new Samples();
            String slowest = "";
            for (String query : queries()) {
                Call call = call(service, "/jobs?limit=50&" + query);
                calls.addNanos(call.nanos());
                pages.addNanos(fullPage(service, query, call));
                if (call.nanos() / 1e6 >= calls.worst()) {
                    slowest = query;
                }
                deep.addNanos(call(service, "/jobs?limit=50&" + query + "&cursor=" + middle())
                        .nanos());
            }
            Samples status = new Samples();
            for (int i = 0; i < 10; i++) {
                status.addNanos(time(service, "/status"));
            }
            Optional<Double> bare = Optional.of(floor.median());
            String floorIs = "a call that finds nothing";
            System.err.println("  slowest call: " + slowest);
            return List.of(
                    Figure.without("calls measured", calls.size() + deep.size(), "", Optional.empty(), ""),
                    Figure.under(100, "list or search, 1,000,000 jobs, median", calls.median(), "ms", bare, floorIs),
                    Figure.under(100, "list or search, 95 %", calls.most(), "ms", bare, floorIs),
                    Figure.under(100, "list or search, slowest call", calls.worst(), "ms", bare, floorIs),
                    Figure.without("until a page is full, or five calls, 95 %", pages.most(), "ms", bare, floorIs),
                    Figure.without("until a page is full, or five calls, worst", pages.worst(), "ms", bare, floorIs),
                    Figure.under(100, "pages deep inside, slowest call", deep.worst(), "ms", bare, floorIs),
                    Figure.without("status, slowest of 10", status.worst(), "ms", bare, floorIs));
        }
    }

    private static List<String> queries() {
        List<String> queries = new ArrayList<>();
        for (String state : STATES) {
            for (String rule : RULES) {
                for (String name : NAMES) {
                    for (String time : TIMES) {
                        for (String order : ORDERS) {
                            List<String> parts = new ArrayList<>(List.of("order=" + order));
                            List.of(state, rule, name, time).stream()
                                    .filter(part -> !part.isEmpty())
                                    .forEach(parts::add);
                            queries.add(String.join("&", parts));
                        }
                    }
                }
            }
        }
        return queries;
    }

    private record Call(long nanos, JsonNode page) {}

    private static Call call(DemoService service, String path) {
        long began = System.nanoTime();
        JsonNode page = service.get(path);
        return new Call(System.nanoTime() - began, page);
    }

    private static long time(DemoService service, String path) {
        return call(service, path).nanos();
    }

    /** A page may come back short with a cursor; how long until there are enough jobs, or no more. */
    private static long fullPage(DemoService service, String query, Call first) {
        long nanos = first.nanos();
        int jobs = first.page().path("jobs").size();
        JsonNode page = first.page();
        for (int followed = 0; jobs < 50 && page.has("next") && followed < MOST_FOLLOWED; followed++) {
            String cursor = URLEncoder.encode(page.path("next").asString(), StandardCharsets.UTF_8);
            Call next = call(service, "/jobs?limit=50&" + query + "&cursor=" + cursor);
            nanos += next.nanos();
            page = next.page();
            jobs += page.path("jobs").size();
        }
        return nanos;
    }

    /** A place half-way through the jobs. */
    private static String middle() {
        long number = JOBS / 2;
        return Long.toString(ManyJobs.changedAbout(number), 36) + "." + Long.toString(number, 36);
    }

    /** The index of names is made in the background after a fill; that is not what is measured. */
    private static void awaitIndex(DemoService service) throws InterruptedException {
        long quick = 0;
        while (quick < 5) {
            boolean nothing = !call(service, "/jobs?limit=1&name=nothing-of-that-name")
                    .page()
                    .has("next");
            quick = nothing ? quick + 1 : 0;
            Thread.sleep(nothing ? 50 : 1_000);
        }
    }
}
