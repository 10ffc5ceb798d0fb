package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.standins.printer.PrinterStandIn;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The commands in docs/ and the story in the README, run on the demo's home and documents. */
class DocsJourney {
    /** Commands that end only when the service does, and those that other journeys start as programs. */
    private static final Set<String> NOT_RUN = Set.of("serve", "demo", "bench", "login", "standin");

    /** The demo's document behind each file name in the docs. */
    private static final Map<String, String> FILES = Map.ofEntries(
            Map.entry("notice.docx", "dredging.docx"),
            Map.entry("contract.docx", "dredging.docx"),
            Map.entry("memo.odt", "fenders.odt"),
            Map.entry("dives.tif", "fax_7_2027.tif"),
            Map.entry("certificate.tif", "berth-09.tif"),
            Map.entry("letter.jpg", "lantern-quay_DN-2211.jpg"),
            Map.entry("drawing.pdf", "petrel.pdf"),
            Map.entry("certificate.pdf", "crane certificate.pdf"),
            Map.entry("scan.pdf", "permit-0033.pdf"),
            Map.entry("permit.pdf", "permit-0031.pdf"),
            Map.entry("permit-1.pdf", "permit-0031.pdf"),
            Map.entry("permit-2.pdf", "permit-0032.pdf"),
            Map.entry("permit-3.pdf", "petrel.pdf"),
            Map.entry("permit-0031.pdf", "permit-0031.pdf"),
            Map.entry("notice.txt", "buoy.txt"),
            Map.entry("notice.xml", "buoy.xml"));

    private static final Map<String, String> RULES = Map.of(
            "permits.yaml", "mooring-permits.yaml",
            "new-rule.yaml", "mooring-permits.yaml",
            "mooring-permit.yaml", "mooring-permit.part.yaml",
            "vessels.csv", "vessels.csv");

    /** Files that commands of the docs write. */
    private static final List<String> MADE = List.of("report.pdf", "evidence.pdf");

    @TempDir
    private Path folder;

    private static Path withPrinter(Path home, PrinterStandIn printer) throws IOException {
        Path settings = home.resolve("lectomen.yaml");
        String shipped = Files.readString(settings);
        Files.writeString(settings, shipped.replaceFirst("ipp://[^\"]*", printer.uri()));
        return home;
    }

    @Test
    void eachCommandOfThePagesRunsOnTheDemo() throws Exception {
        Path home = DemoHome.get().copy();
        prepareFiles(home);
        List<String> wrong = new ArrayList<>();
        int run = 0;
        try (PrinterStandIn printer = PrinterStandIn.start(0, folder.resolve("printed"), job -> {});
                ServiceInTest service = ServiceInTest.startAt(withPrinter(home, printer), Duration.ZERO)) {
            Map<String, String> placeholders = new LinkedHashMap<>();
            for (String made : MADE) {
                placeholders.put("--to " + made, "--to " + folder.resolve(made));
            }
            int always = MADE.size() + 2;
            placeholders.put(
                    "/srv/inbox/permits", service.inbox("mooring-permits").toString());
            placeholders.put("/srv/plans", service.inbox("drawing-sets").toString());
            Path archive = home.resolve("harbour-archive");
            Path away = home.resolve("harbour-archive.away");
            for (DocsPages.Block block : DocsPages.blocks()) {
                if (block.where().startsWith("README")) {
                    continue;
                }
                boolean aboutJobs = block.where().startsWith("jobs");
                if (aboutJobs && placeholders.size() == always) {
                    Files.move(archive, away);
                    placeholders.putAll(waitingJobs(service));
                } else if (!aboutJobs && Files.exists(away)) {
                    Files.move(away, archive);
                }
                for (String command : DocsPages.commands(block)) {
                    if (NOT_RUN.contains(DocsPages.words(command).get(0))) {
                        continue;
                    }
                    Answer answer = run(service, placeholders, command);
                    run++;
                    if (answer.exitCode() != 0 && !isRefusedAsExpected(command, answer)) {
                        wrong.add(block.where() + " " + command + "\n  " + answer.exitCode() + " " + answer.err()
                                + answer.out());
                    }
                }
            }
        }
        assertThat(run).isGreaterThan(60);
        assertThat(String.join("\n", wrong)).isEmpty();
    }

    private static boolean isRefusedAsExpected(String command, Answer answer) {
        return Stream.of(refusals(command).split("\\|")).anyMatch((answer.out() + answer.err())::contains);
    }

    /** What a command says that can't do all of its work here; one of several. */
    private static String refusals(String command) {
        if (command.equals("secret put mail-password")) {
            return "there is no terminal";
        }
        if (command.startsWith("job hold")) {
            return "its filing has started and will be completed"; // where the archive is looked for at just that time
        }
        if (command.startsWith("person remove-second-factor")) {
            return "there is no second factor";
        }
        if (command.startsWith("effect verify")) {
            // The archive is away while the page about jobs is run; the number is another effect's each time, also a
            // mail's.
            return "can't be reached|It was replaced or withdrawn since|can't be asked what it has";
        }
        // Some of the demo's unmatched files lie in hot folders of the home that was copied.
        return command.startsWith("job file --state unmatched") ? "a folder that no live rule uses" : "(nothing)";
    }

    private void prepareFiles(Path home) throws IOException {
        for (Map.Entry<String, String> file : FILES.entrySet()) {
            Files.copy(home.resolve("demo-documents").resolve(file.getValue()), folder.resolve(file.getKey()));
        }
        for (Map.Entry<String, String> file : RULES.entrySet()) {
            Files.copy(home.resolve("demo-rules").resolve(file.getValue()), folder.resolve(file.getKey()));
        }
        Files.writeString(folder.resolve("password.txt"), "low tide\n");
        Files.createDirectory(folder.resolve("office-fonts"));
        Files.writeString(folder.resolve("draft.yaml"), """
                lectomen: 1
                rule: plans
                from: { folder: "{inbox}/plans", accept: [dxf] }
                do: [ { file: { in: harbour-archive } } ]
                """);
    }

    /** Two jobs that wait for their destination, so that they can still be held; they stand for the numbers in the docs. */
    private Map<String, String> waitingJobs(ServiceInTest service) throws Exception {
        Map<String, String> placeholders = new LinkedHashMap<>();
        int number = 17;
        for (String name : List.of("permit-1.pdf", "permit-2.pdf")) {
            Answer sent = service.client("send", folder.resolve(name).toString(), "--rule", "mooring-permits");
            assertThat(sent.exitCode()).as(sent.err()).isZero();
            Matcher job = Pattern.compile("\\b1-\\d+\\b").matcher(sent.out());
            assertThat(job.find()).as(sent.out()).isTrue();
            placeholders.put("1-" + number, job.group());
            number++;
            RunningService.await(
                    name + " waits for its destination", RunningService.LONGEST_WAIT, () -> service.job(name)
                            .has("reason"));
        }
        return placeholders;
    }

    private Answer run(ServiceInTest service, Map<String, String> placeholders, String command) throws IOException {
        String line = command;
        for (Map.Entry<String, String> one : placeholders.entrySet()) {
            line = line.replaceAll(Pattern.quote(one.getKey()) + "(?!\\d)", Matcher.quoteReplacement(one.getValue()));
        }
        String input = "low tide\n";
        Matcher redirected = Pattern.compile(" ([<>]) (\\S+)$").matcher(line);
        Path output = null;
        if (redirected.find()) {
            Path file = folder.resolve(redirected.group(2));
            line = line.substring(0, redirected.start());
            if (redirected.group(1).equals("<")) {
                input = Files.readString(file);
            } else {
                output = file;
            }
        }
        List<String> words = new ArrayList<>();
        String before = "";
        for (String word : DocsPages.words(line)) {
            if (!word.equals("--follow")) { // which goes on until somebody stops it
                words.addAll(placed(word, before));
            }
            before = word;
        }
        Answer answer = Set.of("convert", "read", "inspect", "propose").contains(words.get(0))
                ? Commands.runWith(input, words.toArray(String[]::new))
                : service.clientWith(input, words.toArray(String[]::new));
        if (output != null) {
            Files.writeString(output, answer.out());
        }
        return answer;
    }

    /** A word with its file in the folder of this test. */
    private List<String> placed(String word, String before) throws IOException {
        if (word.startsWith("*.")) {
            List<String> found = new ArrayList<>();
            try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, word)) {
                files.forEach(file -> found.add(file.toString()));
            }
            return found;
        }
        if (word.startsWith("~/")) {
            return List.of(folder.resolve(word.substring(2)).toString());
        }
        String file = word.replaceFirst("=.*", "");
        if (Files.exists(folder.resolve(file))
                || before.equals("--out")
                || before.equals("export")
                || before.equals("sync")) {
            return List.of(folder.resolve(file) + word.substring(file.length()));
        }
        return List.of(word);
    }

    @Test
    void theStoryInTheReadmeComesTrue() throws Exception {
        Path home = folder.resolve("my-home");
        Files.createSymbolicLink(folder.resolve("lectomen"), Launcher.ROOT.resolve("lectomen"));
        try (ServiceInTest service = ServiceInTest.startAt(home, Duration.ZERO)) {
            StringBuilder script = new StringBuilder("set -e\n");
            List<String> expected = new ArrayList<>();
            for (DocsPages.Block block : DocsPages.blocks()) {
                if (block.where().startsWith("README") && block.kind().isEmpty()) {
                    if (block.text().startsWith("my-home/")) {
                        expected.addAll(block.text().lines().toList());
                    } else if (block.text().contains("my-home") && !block.text().contains("serve")
                            || block.text().contains("rule live")) {
                        script.append(block.text());
                    }
                }
            }
            Process shell = new ProcessBuilder("bash", "-c", script.toString())
                    .directory(folder.toFile())
                    .redirectErrorStream(true)
                    .start();
            String said;
            try (InputStream out = shell.getInputStream()) {
                said = new String(out.readAllBytes(), StandardCharsets.UTF_8);
            }
            assertThat(shell.waitFor()).as(said).isZero();
            assertThat(said).contains("2027-03-12 TB-2027-015");
            assertThat(expected).hasSize(2);
            for (String file : expected) {
                service.awaitInTime(file, () -> Files.exists(folder.resolve(file)));
            }
            Path failed = home.resolve("inbox/bulletins/failed");
            service.awaitInTime("the file without a number", () -> Files.exists(failed.resolve("c.txt")));
        }
    }
}
