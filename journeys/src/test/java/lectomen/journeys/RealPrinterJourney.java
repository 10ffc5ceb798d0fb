package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import lectomen.standins.printer.PrinterStandIn;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Others' programs: their printer gets what we print, once, and their tests find our stand-in in order. */
class RealPrinterJourney {
    private static final boolean LONG = Boolean.getBoolean("lectomen.long");
    private static final int KILLS = LONG ? 40 : 2;

    @TempDir
    private Path temp;

    private Path home(String printer) throws Exception {
        return HomeWithPrinter.make(temp.resolve("home"), printer, "");
    }

    private static final String RULE = """
            lectomen: 1
            rule: plans
            from: { folder: "{inbox}/plans", arrives: whole }
            do:
              - print: { copies: 2 }
              - file: { in: archive }
            """;

    private static final String TAKES_ALL = "application/pdf,image/pwg-raster,image/jpeg";

    private byte[] plan(String name) throws Exception {
        Path file = temp.resolve(name);
        try (PDDocument plan = new PDDocument()) {
            plan.addPage(new PDPage());
            plan.getDocumentInformation().setTitle(name);
            plan.save(file.toFile());
        }
        return Files.readAllBytes(file);
    }

    @Test
    void eachPlanIsPrintedOnceAndByteForByteThroughKills() throws Exception {
        try (RealPrinter printer = RealPrinter.start(Files.createDirectories(temp.resolve("printer")), TAKES_ALL)) {
            printThroughKills(printer.uri(), printer::printed);
        }
    }

    @Test
    void aSpoolerPrintsEachPlanOnceToo() throws Exception {
        try (RealSpooler spooler = RealSpooler.start(Files.createDirectories(temp.resolve("spooler")))) {
            printThroughKills(spooler.uri(), spooler::printed);
        }
    }

    /** What was printed so far. */
    private interface Prints {
        List<RealPrinter.Printed> all() throws IOException;
    }

    private void printThroughKills(String uri, Prints prints) throws Exception {
        try (ServiceProcess service = ServiceProcess.launch(home(uri))) {
            service.live(RULE);
            Map<String, byte[]> plans = new TreeMap<>();
            Random random = new Random(KILLS);
            for (int kill = 0; kill < KILLS; kill++) {
                for (int i = 0; i < 3; i++) {
                    String name = "plan " + kill + "-" + i + ".pdf";
                    plans.put(name, plan(name));
                    service.drop("plans", name, plans.get(name));
                }
                String seen = "plan " + kill + "-" + kill % 3 + ".pdf";
                RunningService.await(seen + " is taken in", RunningService.LONGEST_WAIT, () -> service.get("/jobs")
                        .toString()
                        .contains(seen));
                Thread.sleep(random.nextInt(200)); // somewhere between taking them in and filing them
                service.kill();
                service.startAgain();
            }
            for (String name : plans.keySet()) {
                RunningService.await(name + " is over", RunningService.LONGEST_WAIT, () -> isOver(service, name));
            }
            Map<String, byte[]> printed = new TreeMap<>();
            for (RealPrinter.Printed one : prints.all()) {
                String name = one.name().replaceFirst("lectomen-\\S+ ", "");
                assertThat(printed.put(name, Files.readAllBytes(one.bytes())))
                        .as(name + " before")
                        .isNull();
                assertThat(one.copies()).as(name).isEqualTo(2);
            }
            for (Map.Entry<String, byte[]> plan : plans.entrySet()) {
                String state = service.job(plan.getKey()).path("state").asString();
                if (state.equals("filed")) {
                    assertThat(printed.get(plan.getKey())).as(plan.getKey()).isEqualTo(plan.getValue());
                }
            }
            assertThat(printed.size()).as("of " + plans.size() + " plans").isGreaterThanOrEqualTo(plans.size() / 2);
        }
    }

    /** Filed, or in doubt where the printer forgot a finished job while nobody asked it. */
    private static boolean isOver(RunningService service, String name) {
        return List.of("filed", "in doubt")
                .contains(service.job(name).path("state").asString(""));
    }

    /** Their own reader of such pages finds all of them. */
    @Test
    void aPrinterThatTakesNoPdfGetsItsPagesDrawn() throws Exception {
        try (RealPrinter printer =
                        RealPrinter.start(Files.createDirectories(temp.resolve("printer")), "image/pwg-raster");
                ServiceProcess service = ServiceProcess.launch(home(printer.uri()))) {
            service.live(RULE.replace("copies: 2", "copies: 2, media: iso_a4_210x297mm, number-up: 2"));
            Path file = temp.resolve("pages.pdf");
            try (PDDocument pages = new PDDocument()) {
                for (int i = 0; i < 3; i++) {
                    pages.addPage(new PDPage());
                }
                pages.save(file.toFile());
            }
            service.drop("plans", "pages.pdf", Files.readAllBytes(file));
            RunningService.await("it is taken in", RunningService.LONGEST_WAIT, () -> service.get("/jobs")
                    .toString()
                    .contains("pages.pdf"));
            RunningService.await("it is filed", RunningService.LONGEST_WAIT, () -> isOver(service, "pages.pdf"));
            RealPrinter.Printed printed = printer.printed().get(0);
            assertThat(printed.copies()).as("it makes none; they are drawn").isEqualTo(1);
            ProcessBuilder reader = new ProcessBuilder(
                            "/usr/sbin/ippeveps", printed.bytes().toString())
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD);
            reader.environment().put("CONTENT_TYPE", "image/pwg-raster");
            Process process = reader.start();
            String said = new String(process.getErrorStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(process.waitFor()).as(said).isZero();
            assertThat(said).contains("Page 1: ", "Page 2: ", "Page 4: ").doesNotContain("Page 5", "ERROR");
        }
    }

    @Test
    void theirTestsOfIppFindNothingWrongWithOurStandIn() throws Exception {
        Path own = Files.createDirectories(temp.resolve("tests"));
        Files.copy(Path.of("/usr/share/cups/ipptool/ipp-1.1.test"), own.resolve("ipp-1.1.test"));
        byte[] plan = plan("document.pdf");
        for (String name : List.of("document-a4.pdf", "document-letter.pdf")) {
            Files.write(own.resolve(name), plan);
        }
        try (PrinterStandIn printer = PrinterStandIn.start(0, temp.resolve("printed"), job -> {})) {
            Process process = new ProcessBuilder(
                            "ipptool",
                            "-tI",
                            "-f",
                            own.resolve("document-a4.pdf").toString(),
                            printer.uri(),
                            "ipp-1.1.test")
                    .directory(own.toFile())
                    .redirectErrorStream(true)
                    .start();
            String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            process.waitFor();
            assertThat(said).doesNotContain("[FAIL]").contains("Summary:");
        }
    }
}
