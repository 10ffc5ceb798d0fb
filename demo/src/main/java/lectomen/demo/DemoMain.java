package lectomen.demo;

import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Runs made-up documents through a service of its own. */
@Command(
        name = "demo",
        description =
                "Run the whole process on made-up documents: start a service, put documents into its hot folders, and show what "
                        + "became of them.",
        mixinStandardHelpOptions = true,
        footer = {
            "",
            "Without --once the service stays up until Ctrl-C, to look around in. With --once it works in a temporary home, and the",
            "exit code is 0 only if every document ended as expected."
        })
public final class DemoMain implements Callable<Integer> {
    private static final List<String> RULES = List.of(
            "works-desk",
            "mooring-permits",
            "tide-bulletins",
            "notices",
            "chart-notices",
            "gauge-readings",
            "drawing-sets",
            "day-sheets",
            "delivery-notes",
            "dive-sheets",
            "crane-certificates",
            "berth-inspections",
            "mariner-notices",
            "harbour-posters",
            "quay-plans",
            "counter-permits",
            "harbour-papers");

    private static final List<String> PARTS = List.of("mooring-permit", "readings");

    /** The day sheets are taken so long after their rule went live, rather than in the evening. */
    private static final Duration UNTIL_RUN = Duration.ofSeconds(15);

    /** How long nothing at all may move before the demo gives up: far longer than one document takes on a busy machine. */
    private static final Duration LONGEST_STANDSTILL = Duration.ofMinutes(5);

    @Option(
            names = "--once",
            description = "Use a temporary home, wait until all documents are processed, and stop the service.")
    private boolean once;

    @Option(names = "--json", description = "Print the result as JSON.")
    private boolean json;

    @Option(names = "--home", paramLabel = "DIR", description = "The home of the demo service (default: ./demo-home).")
    private @Nullable Path home;

    @Option(names = "--port", paramLabel = "N", description = "Its port (default: 8417; with --once any free one).")
    private @Nullable Integer port;

    public static void main(String[] arguments) {
        System.setProperty("org.apache.commons.logging.Log", "org.apache.commons.logging.impl.NoOpLog");
        System.setProperty("pdfbox.fontcache", System.getProperty("java.io.tmpdir"));
        System.setOut(new PrintStream(System.out, true, StandardCharsets.UTF_8));
        System.setErr(new PrintStream(System.err, true, StandardCharsets.UTF_8));
        System.exit(new CommandLine(new DemoMain())
                .setExecutionExceptionHandler((e, command, parsed) -> {
                    if (!(e instanceof DemoService.NotStarted)) {
                        System.err.println("lectomen: the demo can't continue: " + e.getMessage());
                    }
                    return 2;
                })
                .execute(arguments));
    }

    @Override
    public Integer call() throws IOException, InterruptedException {
        Path folder = home != null ? home : once ? Files.createTempDirectory("lectomen-demo") : Path.of("demo-home");
        Path own = Files.createDirectories(folder).toRealPath();
        boolean temporary = once && home == null;
        int wantedPort = port != null ? port : once ? 0 : 8417;
        List<DemoDocument> documents = DemoDocuments.all();
        prepare(own, documents);
        say("Starting the service on " + own);
        String launcher = Objects.requireNonNull(System.getProperty("lectomen.launcher"));
        try (HarbourMail mail = HarbourMail.start(own);
                HarbourPlotter plotter = HarbourPlotter.start(own);
                DemoService service = DemoService.start(launcher, own, wantedPort)) {
            Runtime.getRuntime().addShutdownHook(new Thread(service::close));
            List<Outcome> outcomes = run(service, own, documents);
            boolean asExpected = outcomes.stream().allMatch(Outcome::asExpected) && setsAreInOrder(own);
            print(outcomes, asExpected);
            if (!once) {
                try (HarbourSignIn signIn = HarbourSignIn.start()) {
                    HarbourPlotter.leaveOneHeld(own.resolve("inbox"));
                    tellWhereToLook(own, service, signIn, mail.words() + "\n" + plotter.words());
                    service.waitForEnd();
                }
            }
            return asExpected ? 0 : 1;
        } finally {
            if (temporary) {
                remove(own);
            }
        }
    }

    /** The rule as it is shipped, but for the time of day at which the day sheets are taken. */
    private static String rule(String id) throws IOException {
        LocalTime runAt = LocalTime.now(ZoneOffset.UTC).plus(UNTIL_RUN).truncatedTo(ChronoUnit.SECONDS);
        return resource(id + ".yaml")
                .replace(
                        "run at: 17:30",
                        "run at: " + DateTimeFormatter.ofPattern("HH:mm:ss").format(runAt));
    }

    private void prepare(Path home, List<DemoDocument> documents) throws IOException {
        Path settings = home.resolve("lectomen.yaml");
        if (Files.notExists(settings)) {
            String shipped = resource("lectomen.yaml");
            Files.writeString(settings, once ? HarbourPlotter.atFreePort(shipped) : shipped);
        }
        Files.createDirectories(home.resolve("harbour-archive"));
        Files.createDirectories(home.resolve("inbox"));
        Path rules = Files.createDirectories(home.resolve("demo-rules"));
        Files.writeString(rules.resolve("vessels.csv"), resource("vessels.csv"));
        for (String part : PARTS) {
            Files.writeString(rules.resolve(part + ".part.yaml"), resource(part + ".yaml"));
        }
        for (String rule : RULES) {
            Files.writeString(rules.resolve(rule + ".yaml"), resource(rule + ".yaml"));
        }
        Path samples = Files.createDirectories(home.resolve("demo-documents"));
        for (DemoDocument document : documents) {
            Files.write(samples.resolve(document.name()), document.bytes());
        }
    }

    private List<Outcome> run(DemoService service, Path home, List<DemoDocument> documents)
            throws IOException, InterruptedException {
        boolean fedBefore = !service.get("/jobs?limit=1").path("jobs").isEmpty();
        service.put("/lookups/vessels", resource("vessels.csv"));
        for (String part : PARTS) {
            service.post("/parts", resource(part + ".yaml"));
        }
        if (!fedBefore) {
            HarbourStaff.formGroups(service);
            for (String rule : RULES) {
                service.post("/rules", rule(rule));
            }
            HarbourStaff.join(service);
            for (String rule : RULES) {
                service.post("/rules/" + rule + "/live", "");
            }
        }
        if (fedBefore) {
            say("The documents were dropped at an earlier start");
        } else {
            say("Dropping " + documents.stream().filter(DemoDocument::isDropped).count() + " files into "
                    + home.resolve("inbox"));
            Feeding.drop(documents, home.resolve("inbox"));
            HarbourDay.runIfMissed(service);
            Path archive = home.resolve("harbour-archive");
            List<DemoDocument> sets = shown(documents).stream()
                    .filter(one -> one.folder().equals("drawing-sets") && one.how() != DemoDocument.How.LATER)
                    .toList();
            await(service, sets, archive);
            HarbourDay.changeByHand(archive);
            Feeding.dropLater(documents, home.resolve("inbox"));
        }
        return await(service, shown(documents), home.resolve("harbour-archive"));
    }

    /** Those of which something is to be told; data files are told of with their documents. */
    private static List<DemoDocument> shown(List<DemoDocument> documents) {
        return documents.stream()
                .filter(document -> !document.state().isEmpty())
                .toList();
    }

    /** Waits for the end of all documents, as long as anything moves. */
    private List<Outcome> await(DemoService service, List<DemoDocument> documents, Path archive)
            throws IOException, InterruptedException {
        long movedNanos = System.nanoTime();
        String before = "";
        Optional<HarbourDesk> desk = Optional.empty();
        List<Outcome> outcomes = outcomes(service, documents, archive);
        while (!outcomes.stream().allMatch(Outcome::isAtEnd)) {
            String now = service.get("/status").path("ledgerEntries") + " " + outcomes;
            if (!now.equals(before)) {
                before = now;
                movedNanos = System.nanoTime();
            } else if (System.nanoTime() - movedNanos > LONGEST_STANDSTILL.toNanos()) {
                say("Nothing has moved for " + LONGEST_STANDSTILL.toMinutes() + " minutes. Still awaited: "
                        + outcomes.stream()
                                .filter(outcome -> !outcome.isAtEnd())
                                .map(outcome -> outcome.document().name())
                                .collect(Collectors.joining(", ")));
                return outcomes;
            }
            Thread.sleep(200);
            HarbourPlotter.releaseOpenDay(service);
            if (outcomes.stream().anyMatch(Outcome::waitsForPeople)) {
                desk = Optional.of(desk.isPresent() ? desk.get() : new HarbourDesk(service));
                desk.get().workOff();
            }
            outcomes = outcomes(service, documents, archive);
        }
        return outcomes;
    }

    /** Whether the drawing set that came again left of the earlier one what it should. */
    private static boolean setsAreInOrder(Path home) {
        return HarbourDay.leftOfEarlierSet().stream()
                .allMatch(place -> Files.exists(home.resolve("harbour-archive").resolve(place)));
    }

    private static List<Outcome> outcomes(DemoService service, List<DemoDocument> documents, Path archive) {
        Map<String, JsonNode> firstJobs = new HashMap<>();
        for (JsonNode job : service.get("/jobs?limit=10000").path("jobs")) {
            String name = job.path("fileName").asString();
            firstJobs.put(name, job);
            firstJobs.put(job.path("rule").asString("") + " " + name, job);
        }
        List<Outcome> outcomes = new ArrayList<>();
        Set<String> usedPlaces = new HashSet<>();
        for (DemoDocument document : documents) {
            Outcome outcome = Outcome.of(
                    document,
                    Optional.ofNullable(
                            firstJobs.get((document.rule().isEmpty() ? "" : document.rule() + " ") + document.name())),
                    archive);
            boolean ownPlace =
                    usedPlaces.addAll(outcome.places()) || outcome.places().isEmpty();
            outcomes.add(
                    ownPlace
                            ? outcome
                            : new Outcome(
                                    document,
                                    outcome.job(),
                                    outcome.state(),
                                    outcome.rule(),
                                    outcome.reasonCode(),
                                    outcome.reasonWords(),
                                    outcome.places(),
                                    false));
        }
        return outcomes;
    }

    private void print(List<Outcome> outcomes, boolean asExpected) {
        if (json) {
            ObjectNode answer = JsonMapper.builder().build().createObjectNode();
            ArrayNode rows = answer.put("asExpected", asExpected).putArray("documents");
            for (Outcome outcome : outcomes) {
                ObjectNode row = rows.addObject()
                        .put("fileName", outcome.document().name())
                        .put("tells", outcome.document().tells())
                        .put("job", outcome.job())
                        .put("state", outcome.state())
                        .put("rule", outcome.rule());
                row.putObject("reason").put("code", outcome.reasonCode()).put("words", outcome.reasonWords());
                ArrayNode places = row.putArray("places");
                outcome.places().forEach(places::add);
                row.put("expectedState", outcome.document().state()).put("asExpected", outcome.asExpected());
            }
            System.out.println(answer.toPrettyString());
            return;
        }
        int widest = outcomes.stream()
                .mapToInt(one -> one.document().name().length())
                .max()
                .orElse(10);
        System.out.println();
        for (Outcome outcome : outcomes) {
            String name = outcome.document().name();
            System.out.println(name
                    + " ".repeat(widest - name.length() + 2)
                    + String.format("%-10s", outcome.state())
                    + outcome.document().tells()
                    + (outcome.asExpected()
                            ? ""
                            : "   (NOT AS EXPECTED: " + outcome.document().state() + ")"));
            outcome.places().forEach(place -> System.out.println("    " + place));
            if (!outcome.reasonWords().isEmpty()) {
                System.out.println("    " + outcome.reasonWords());
            }
        }
        long right = outcomes.stream().filter(Outcome::asExpected).count();
        System.out.println("\n" + right + " of " + outcomes.size() + " documents ended as the scenario expects.");
    }

    private void tellWhereToLook(Path home, DemoService service, HarbourSignIn signIn, String kept) throws IOException {
        String welcome = service.post("/welcome-links", "").path("path").asString();
        say("""

                The service is running; press Ctrl-C to stop it. Its console, with a link that creates your administrator account:
                  %2$s%3$s

                Six people work there already, with the password "%4$s":
                  ivo    operator of mooring-permits and tide-bulletins: sees nothing else
                  nell   auditor: sees everything, changes nothing
                  bram   rule author
                  ida    operator in the records office: reviews berth inspections
                  tam    harbour engineer, greta harbour master: approve them
                %5$s

                Four things to try in another terminal, after: export LECTOMEN_HOME=%1$s
                  1. See everything about one document:
                       ./lectomen job show 1-1
                  2. Put a file into a hot folder, and see where it goes:
                       cp %1$s/demo-documents/permit-0031.pdf %1$s/inbox/mooring-permits/another.pdf
                       ./lectomen job list
                  3. Review and approve a berth inspection on the desk, as ida, tam and greta:
                       cp %1$s/demo-documents/berth-14.tif %1$s/inbox/berth-inspections/berth-14-again.tif
                  4. Test a rule on a document, without filing anything:
                       ./lectomen trial %1$s/demo-documents/permit-0031.pdf --rule %1$s/demo-rules/mooring-permits.yaml

                Filed documents are in %1$s/harbour-archive
                %6$s""".formatted(home, service.url(), welcome, HarbourStaff.PASSWORD, signIn.words(), kept));
    }

    private void say(String words) {
        (json ? System.err : System.out).println(words);
    }

    static String resource(String name) throws IOException {
        try (InputStream in = Objects.requireNonNull(DemoMain.class.getResourceAsStream(name), name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static void remove(Path folder) throws IOException {
        try (Stream<Path> inside = Files.walk(folder)) {
            for (Path path : inside.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(path);
            }
        }
    }
}
