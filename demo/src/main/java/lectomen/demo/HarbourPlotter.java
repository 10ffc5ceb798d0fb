package lectomen.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import lectomen.standins.printer.PrinterStandIn;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import tools.jackson.databind.JsonNode;

/** Stands in for the plotter of the plan room, at the address that the demo's settings name; with what is printed there. */
final class HarbourPlotter implements AutoCloseable {
    private static final String POSTERS = "posters";
    private static final String OPEN_DAY = "open day";
    private static final String FOLDER = "printed";
    private static final int BERTHS = 70;
    private static final Pattern ADDRESS = Pattern.compile("ipp://localhost:(\\d+)/");
    private static final float POINTS_A_MILLIMETRE = 72 / 25.4f;

    private final Path home;
    private final Optional<PrinterStandIn> printer;

    private HarbourPlotter(Path home, Optional<PrinterStandIn> printer) {
        this.home = home;
        this.printer = printer;
    }

    /** Without it, documents wait for their printer: its port may be in use. */
    static HarbourPlotter start(Path home) throws IOException {
        Matcher address = ADDRESS.matcher(Files.readString(home.resolve("lectomen.yaml")));
        if (!address.find()) {
            return new HarbourPlotter(home, Optional.empty());
        }
        try {
            int port = Integer.parseInt(address.group(1));
            return new HarbourPlotter(home, Optional.of(PrinterStandIn.start(port, home.resolve(FOLDER), job -> {})));
        } catch (IOException e) {
            return new HarbourPlotter(home, Optional.empty());
        }
    }

    /** The settings with a port that nothing else uses, for a demo beside others. */
    static String atFreePort(String settings) throws IOException {
        try (ServerSocket free = new ServerSocket(0)) {
            return ADDRESS.matcher(settings).replaceFirst("ipp://localhost:" + free.getLocalPort() + "/");
        }
    }

    static List<DemoDocument> documents() throws IOException {
        return List.of(
                DemoDocument.filed(
                        POSTERS,
                        OPEN_DAY + ".txt",
                        poster("OPEN DAY", "Come aboard the Grey Heron on Lantern Quay, from ten to four."),
                        DemoDocument.How.MOVED,
                        "a poster; held, looked at on A3, released and printed",
                        "Posters/open day.pdf"),
                DemoDocument.filed(
                        "counter-permits",
                        "grey heron.txt",
                        permit(),
                        DemoDocument.How.MOVED,
                        "a permit with its conditions; printed on both sides of a sheet",
                        "Counter/grey heron.pdf"),
                DemoDocument.filed(
                        "quay-plans",
                        "tallow quay.pdf",
                        plan(),
                        DemoDocument.How.MOVED,
                        "a plan of A1; printed at its own scale on the roll of 914 mm",
                        "Plans/tallow quay.pdf"));
    }

    /** With so many conditions that they go on overleaf. */
    private static byte[] permit() {
        String conditions = IntStream.rangeClosed(1, BERTHS)
                .mapToObj(berth -> berth + ". At berth " + berth + " the vessel lies with her bow to the east.")
                .collect(Collectors.joining("\n"));
        return ("MARROWICK HARBOUR\n\nMOORING PERMIT\n\nVessel: Grey Heron\n\nConditions\n\n" + conditions + "\n")
                .getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] poster(String head, String words) {
        return ("MARROWICK HARBOUR\n\n" + head + "\n\n" + words + "\n").getBytes(StandardCharsets.UTF_8);
    }

    /** The quay, its bollards and its fenders, on A1. */
    private static byte[] plan() throws IOException {
        float width = 841 * POINTS_A_MILLIMETRE;
        float height = 594 * POINTS_A_MILLIMETRE;
        try (PDDocument document = new PDDocument();
                ByteArrayOutputStream bytes = new ByteArrayOutputStream()) {
            document.setDocumentId(1L); // the same each time, to the byte
            PDPage page = new PDPage(new PDRectangle(width, height));
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.setLineWidth(2);
                content.addRect(40, 40, width - 80, height - 80);
                content.addRect(width - 600, 40, 560, 220);
                content.moveTo(40, height / 2);
                content.lineTo(width - 40, height / 2);
                content.stroke();
                content.setLineWidth(1);
                for (float x = 120; x < width - 120; x += 140) {
                    content.addRect(x, height / 2 + 20, 18, 18);
                    content.addRect(x + 60, height / 2 - 30, 40, 30);
                }
                content.stroke();
            }
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    /** Looks at the poster as it will be printed, and releases it, once it is held. */
    static void releaseOpenDay(DemoService service) {
        for (JsonNode print : service.get("/queues/plan-room/prints").path("prints")) {
            boolean isHeld = print.path("state").asString().equals("held");
            if (isHeld && print.path("name").asString().startsWith(OPEN_DAY)) {
                String path = "/prints/" + print.path("id").asString();
                service.get(path + "/sides/1");
                service.post(path + "/release", "");
            }
        }
    }

    /** Leaves a poster in the queue, to be looked at and released. */
    static void leaveOneHeld(Path inbox) throws IOException {
        Path folder = inbox.resolve(POSTERS);
        if (Files.isDirectory(folder)) {
            Files.write(folder.resolve("winter lights.txt"), poster("WINTER LIGHTS", "Ropewalk Quay, every evening."));
        }
    }

    /** Where what it prints is, in words. */
    String words() {
        return printer.isPresent()
                ? "A poster is held in the print queue plan-room; what is printed is kept in " + home.resolve(FOLDER)
                : "The port of the plan room's printer is in use, so prints wait until it is free.";
    }

    @Override
    public void close() {
        printer.ifPresent(PrinterStandIn::close);
    }
}
