package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import lectomen.standins.printer.PrintedJob;
import lectomen.standins.printer.PrinterMood;
import lectomen.standins.printer.PrinterStandIn;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Documents are printed by a rule: with their tickets, once, also through kills and without paper. */
class PrintJourney {
    @TempDir
    private Path temp;

    private Path home(PrinterStandIn printer) throws Exception {
        return HomeWithPrinter.make(temp.resolve("home"), printer.uri(), ", sides: two-sided-long-edge");
    }

    private static final String RULE = """
            lectomen: 1
            rule: notices
            from: { folder: "{inbox}/notices", arrives: whole }
            do:
              - find: notice
                fields: { copies: { right of: Copies, as: number } }
              - print: { copies: "{copies | or '1'}" }
              - file: { in: archive }
            """;

    @Test
    void noticesArePrintedWithTheirTicketsAndFiled() throws Exception {
        try (PrinterStandIn printer = PrinterStandIn.start(0, temp.resolve("printed"), job -> {});
                ServiceInTest service = RunningService.start(home(printer))) {
            service.live(RULE);
            service.drop("notices", "two.txt", "Copies: 2\nTarr Quay is closed.\n".getBytes());
            service.awaitJob("two.txt", "filed");
            PrintedJob printed = printer.printed().get(0);
            assertThat(printed.copies()).isEqualTo(2);
            assertThat(printed.ticket()).containsEntry("sides", "two-sided-long-edge");
            assertThat(Files.readString(printed.document())).contains("Tarr Quay is closed.");
            String job = service.job("two.txt").path("id").asString();
            assertThat(service.get("/jobs/" + job).at("/effects").toString())
                    .contains("Print", "job 1 is completed", " two.txt, job 1 on plan-room");
            assertThat(service.get("/connections").toString()).contains("plan-room", "\"kind\":\"printer\"", "ipp://");
        }
    }

    @Test
    void whatThePrinterCannotDoIsAProblemOfTheRule() throws Exception {
        try (PrinterStandIn printer = PrinterStandIn.start(0, temp.resolve("printed"), job -> {});
                ServiceInTest service = RunningService.start(home(printer))) {
            JsonNode queue = service.get("/queues/plan-room");
            assertThat(queue.path("state").asString()).isEqualTo("idle");
            assertThat(queue.path("readyMedia").toString()).contains("iso_a3_297x420mm");
            assertThat(queue.path("ticket").toString())
                    .contains("\"word\":\"print-quality\",\"values\":[\"normal\",\"draft\",\"high\"]")
                    .contains("\"queueDefault\":\"two-sided-long-edge\"");
            String rule = RULE.replace("copies: \"{copies | or '1'}\"", "media: iso_a1_594x841mm, copies: 100");
            HttpResponse<String> refused =
                    service.send(service.request("/rules").POST(HttpRequest.BodyPublishers.ofString(rule)));
            assertThat(refused.statusCode()).isEqualTo(422);
            assertThat(refused.body())
                    .contains("printer \\\"plan-room\\\" can't do copies 100; it can do 1-99")
                    .contains("can't do media iso_a1_594x841mm; it can do iso_a4_210x297mm, iso_a3_297x420mm");
            printer.close();
            JsonNode away = service.get("/queues").path("queues").get(0);
            assertThat(away.path("problem").asString()).isNotEmpty();
            assertThat(away.path("readyMedia").toString()).as("it stays known").contains("iso_a3_297x420mm");
        }
    }

    /** The second page has a blue area; the others are black on white. */
    private static byte[] pagesOfWhichTheSecondIsInColour() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            for (int i = 0; i < 4; i++) {
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.setNonStrokingColor(i == 1 ? Color.BLUE : Color.BLACK);
                    content.addRect(100, 100, 200, 300);
                    content.fill();
                }
            }
            document.save(bytes);
        }
        return bytes.toByteArray();
    }

    private PrinterStandIn printerOfDrawnSheets() throws IOException {
        PrinterStandIn printer = PrinterStandIn.start(0, temp.resolve("printed"), job -> {});
        printer.setFormats(List.of("image/pwg-raster"));
        return printer;
    }

    private static PrintedJob printed(PrinterStandIn printer, String nameEnds) {
        return printer.printed().stream()
                .filter(job -> job.name().endsWith(nameEnds))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aQueueIsPausedTogetherWithItsFolder() throws Exception {
        try (PrinterStandIn printer = PrinterStandIn.start(0, temp.resolve("printed"), job -> {});
                ServiceInTest service = RunningService.start(home(printer))) {
            assertThat(service.client("queue", "add", "plan-room", "--folder").out())
                    .contains("Rule plan-room is live.");
            assertThat(service.client("source", "show", "plan-room").out()).contains("Prints on: plan-room");
            service.client("connection", "pause", "plan-room");
            service.drop("plan-room", "quays.pdf", pagesOfWhichTheSecondIsInColour());
            service.awaitInTime(
                    "its folder is paused",
                    () -> service.client("source", "list").out().contains("paused"));
            assertThat(service.inbox("plan-room").resolve("quays.pdf")).exists();
            service.client("connection", "resume", "plan-room");
            service.awaitJob("quays.pdf", "filed");
            assertThat(printed(printer, "quays.pdf").sides()).isEmpty();
        }
    }

    /** The printer takes no PDF, so its pages are drawn for it, those alone that are asked for. */
    @Test
    void pagesInColourArePrintedApartFromTheOthersAndDrawnForThePrinter() throws Exception {
        try (PrinterStandIn printer = printerOfDrawnSheets();
                ServiceInTest service = RunningService.start(home(printer))) {
            service.live("""
                    lectomen: 1
                    rule: plans
                    from: { folder: "{inbox}/plans", arrives: whole }
                    when: { colour pages at least: 1, fonts missing: no, largest page at most: iso_a4_210x297mm }
                    do:
                      - print: { pages: in colour, sides: one-sided, job-name: "{file name} in colour" }
                      - print: { pages: without colour, print-color-mode: monochrome }
                      - file: { in: archive }
                    """);
            service.drop("plans", "quays.pdf", pagesOfWhichTheSecondIsInColour());
            service.awaitJob("quays.pdf", "filed");
            assertThat(printer.printed()).hasSize(2);
            PrintedJob colour = printed(printer, " quays in colour");
            assertThat(colour.sides()).hasSize(1);
            assertThat(colour.sides().get(0).colour().word()).isEqualTo("srgb_8");
            assertThat(colour.sides().get(0).duplex()).isFalse();
            PrintedJob others = printed(printer, " quays.pdf");
            assertThat(others.sides()).hasSize(3);
            assertThat(others.sides().get(0).colour().word()).isEqualTo("sgray_8");
            assertThat(others.sides().get(1).mirroredAlong()).as("a back").isTrue();
            assertThat(service.get("/print-report").toString()).contains("\"sheets\":3");
        }
    }

    @Test
    void pagesOfDifferentSizesEachGetTheirOwnPaper() throws Exception {
        try (PrinterStandIn printer = printerOfDrawnSheets();
                ServiceInTest service = RunningService.start(home(printer))) {
            service.live("""
                    lectomen: 1
                    rule: plans
                    from: { folder: "{inbox}/plans", arrives: whole }
                    do:
                      - impose: { on: [iso_a4_210x297mm, iso_a3_297x420mm], margin: 0 mm }
                        as: sheets
                      - print: { output: sheets, sides: one-sided, print-scaling: none }
                      - file: { in: archive }
                    """);
            service.drop("plans", "mixed.pdf", pages(PDRectangle.A5, PDRectangle.A3, PDRectangle.A4));
            service.awaitJob("mixed.pdf", "filed");
            assertThat(printed(printer, "mixed.pdf").sides())
                    .extracting(side -> Math.round(side.width() * 25.4 / side.dotsAcross()))
                    .containsExactly(210L, 297L, 210L);
        }
    }

    @Test
    void sheetsOfADocumentThatIsNoPdfAreCountedOnceTheyAreDrawn() throws Exception {
        try (PrinterStandIn printer = printerOfDrawnSheets();
                ServiceInTest service = RunningService.start(home(printer))) {
            service.live("""
                    lectomen: 1
                    rule: lists
                    from: { folder: "{inbox}/lists", arrives: whole }
                    do:
                      - print: { sides: two-sided-long-edge, copies: 3 }
                      - file: { in: archive }
                    """);
            String list = "Berth\n".repeat(150);
            service.drop("lists", "berths.txt", list.getBytes(StandardCharsets.UTF_8));
            service.awaitJob("berths.txt", "filed");
            int sides = printed(printer, "berths.txt").sides().size();
            assertThat(sides).isGreaterThan(2);
            assertThat(service.get("/print-report").toString()).contains("\"sheets\":" + (sides + 1) / 2 * 3);
        }
    }

    private static byte[] pages(PDRectangle... sizes) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            for (PDRectangle size : sizes) {
                document.addPage(new PDPage(size));
            }
            document.save(bytes);
        }
        return bytes.toByteArray();
    }

    @Test
    void aPlanIsPlacedOnItsMediumBeforeItIsPrinted() throws Exception {
        try (PrinterStandIn printer = PrinterStandIn.start(0, temp.resolve("printed"), job -> {});
                ServiceInTest service = RunningService.start(home(printer))) {
            service.live("""
                    lectomen: 1
                    rule: plans
                    from: { folder: "{inbox}/plans", arrives: whole }
                    do:
                      - convert: PDF
                      - impose: { roll: 914 mm, scale: none, turn: left }
                        as: sheets
                      - print: { output: sheets, media: iso_a3_297x420mm, print-scaling: none }
                      - file: { in: archive }
                    """);
            service.drop("plans", "plan.txt", "PLAN OF TARR QUAY\n".getBytes());
            service.awaitJob("plan.txt", "filed");
            Path sheets = printer.printed().get(0).document();
            try (PDDocument document = Loader.loadPDF(sheets.toFile())) {
                PDRectangle sheet = document.getPage(0).getMediaBox();
                assertThat(sheet.getWidth() * 25.4 / 72).isCloseTo(914, within(0.1));
                assertThat(sheet.getHeight() * 25.4 / 72)
                        .as("an A4 page on its side")
                        .isCloseTo(220, within(1.0));
            }
            String job = service.job("plan.txt").path("id").asString();
            assertThat(service.get("/jobs/" + job).toString()).contains("Sheets: 1, of a roll of 914 mm");
        }
    }

    @Test
    void nothingIsPrintedTwiceWhenTheServiceIsKilledOrThePaperIsOut() throws Exception {
        try (PrinterStandIn printer = PrinterStandIn.start(0, temp.resolve("printed"), job -> {});
                ServiceProcess service = ServiceProcess.launch(home(printer))) {
            service.live(RULE);
            printer.setMood(PrinterMood.PAPER_OUT);
            for (int i = 0; i < 4; i++) {
                service.drop("notices", "notice " + i + ".txt", ("Notice " + i + "\n").getBytes());
            }
            RunningService.await(
                    "the printer is said to be out of paper",
                    RunningService.LONGEST_WAIT,
                    () -> service.get("/jobs?state=waiting").toString().contains("media-empty-error"));
            service.kill();
            printer.setMood(PrinterMood.CRASHING);
            service.startAgain();
            RunningService.await(
                    "the printer is said to be away",
                    RunningService.LONGEST_WAIT,
                    () -> service.get("/jobs?state=waiting").toString().contains("can't be reached"));
            service.kill();
            printer.setMood(PrinterMood.GOOD);
            service.startAgain();
            for (int i = 0; i < 4; i++) {
                service.awaitJob("notice " + i + ".txt", "filed");
            }
            List<String> names = printer.printed().stream()
                    .map(job -> job.name().replaceFirst("lectomen-\\S+ ", ""))
                    .sorted()
                    .toList();
            assertThat(names).containsExactly("notice 0.txt", "notice 1.txt", "notice 2.txt", "notice 3.txt");
        }
    }
}
