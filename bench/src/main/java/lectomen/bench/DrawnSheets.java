package lectomen.bench;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import lectomen.demo.DemoService;
import lectomen.engine.pdf.impose.SheetFile;
import lectomen.engine.print.ability.SheetDrawing;
import lectomen.engine.print.place.Margins;
import lectomen.engine.print.raster.RasterColour;
import lectomen.engine.print.raster.SheetBack;
import lectomen.engine.print.ticket.SheetLayout;
import lectomen.engine.progress.Progress;
import lectomen.standins.printer.PrinterStandIn;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.rendering.RenderDestination;

/** Sheets that are drawn: a large plan for a printer that takes no PDF, and documents as they will be printed. */
final class DrawnSheets {
    private static final int DOTS = 300;
    private static final int ROWS = 800;
    private static final double MOST_TIMES = 1.3;
    private static final double MOST_MILLIS = 150;
    private static final int SHOWN = 20;
    private static final int WARM_UP = 5;

    private DrawnSheets() {}

    /** A plan of A0 at 300 dots per inch. */
    static Figure raster(Path folder) throws IOException {
        Path plan = Files.createDirectories(folder).resolve("plan.pdf");
        writePlan(plan, PDRectangle.A0, 12_000, 1);
        Map<String, String> ticket = Map.of("print-scaling", "none");
        SheetDrawing how = new SheetDrawing(
                SheetDrawing.Format.PWG_RASTER,
                DOTS,
                DOTS,
                RasterColour.SRGB_8,
                SheetBack.NORMAL,
                new SheetLayout(ticket, Margins.NONE),
                1);
        double bare = Double.MAX_VALUE;
        double drawn = Double.MAX_VALUE;
        for (int round = 0; round < 3; round++) {
            long began = System.nanoTime();
            drawBare(plan);
            bare = Math.min(bare, seconds(began));
            began = System.nanoTime();
            SheetFile.draw(plan, how, folder.resolve("plan.pwg"), Progress.Listener.NONE);
            drawn = Math.min(drawn, seconds(began));
        }
        return Figure.under(
                bare * MOST_TIMES,
                "A plan of A0 drawn at 300 dpi for a printer",
                drawn,
                "s",
                Optional.of(bare),
                "the same bands drawn and dropped");
    }

    private static void drawBare(Path plan) throws IOException {
        try (PDDocument document = Loader.loadPDF(plan.toFile())) {
            PDRectangle size = document.getPage(0).getCropBox();
            float scale = DOTS / 72f;
            int width = Math.round(size.getWidth() * scale);
            int height = Math.round(size.getHeight() * scale);
            PDFRenderer renderer = new PDFRenderer(document);
            BufferedImage band = new BufferedImage(width, ROWS, BufferedImage.TYPE_INT_RGB);
            for (int top = 0; top < height; top += ROWS) {
                Graphics2D graphics = band.createGraphics();
                graphics.setBackground(Color.WHITE);
                graphics.clearRect(0, 0, width, ROWS);
                graphics.setClip(0, 0, width, ROWS);
                graphics.translate(0, -top);
                renderer.renderPageToGraphics(0, graphics, scale, scale, RenderDestination.PRINT);
                graphics.dispose();
            }
        }
    }

    /** Lines and names all over the sheet, and areas that are filled. */
    private static void writePlan(Path to, PDRectangle size, int lines, int seed) throws IOException {
        Random random = new Random(seed);
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(size);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                for (int i = 0; i < lines / 100; i++) {
                    content.setNonStrokingColor(new Color(200 + random.nextInt(56), 220, 255));
                    content.addRect(x(random, size), y(random, size), 90, 60);
                    content.fill();
                }
                content.setLineWidth(0.5f);
                for (int i = 0; i < lines; i++) {
                    float x = x(random, size);
                    float y = y(random, size);
                    content.moveTo(x, y);
                    content.lineTo(x + random.nextInt(200) - 100, y + random.nextInt(200) - 100);
                    content.stroke();
                }
                content.setNonStrokingColor(Color.BLACK);
                PDType1Font font = new PDType1Font(Standard14Fonts.FontName.HELVETICA);
                for (int i = 0; i < lines / 10; i++) {
                    content.beginText();
                    content.setFont(font, 9);
                    content.newLineAtOffset(x(random, size), y(random, size));
                    content.showText("Lantern Quay " + i);
                    content.endText();
                }
            }
            document.save(to.toFile());
        }
    }

    private static float x(Random random, PDRectangle size) {
        return random.nextFloat() * size.getWidth();
    }

    private static float y(Random random, PDRectangle size) {
        return random.nextFloat() * size.getHeight();
    }

    /** Pages of A4, each shown for the first time by a worker that has shown others. */
    static Figure preview(Path home, PrinterStandIn printer) throws Exception {
        Serving.writeHome(home, printer, ", hold: yes");
        try (DemoService service = Serving.start(home)) {
            service.post("/rules", """
                    lectomen: 1
                    rule: notices
                    from: { folder: "{inbox}/tickets", arrives: whole }
                    do:
                      - print: { on: front-desk }
                    """);
            service.post("/rules/notices/live", "");
            Serving.awaitFolder(home);
            for (int i = 0; i < SHOWN + WARM_UP; i++) {
                Path outside = home.resolve("notice-" + i + ".pdf");
                writePlan(outside, PDRectangle.A4, 300, i);
                Files.move(outside, Serving.inbox(home).resolve(outside.getFileName()));
            }
            while (service.get("/queues/front-desk/prints?most=100")
                            .path("prints")
                            .size()
                    < SHOWN + WARM_UP) {
                Thread.sleep(50);
            }
            Samples samples = new Samples();
            int number = 0;
            for (var print : service.get("/queues/front-desk/prints?most=100").path("prints")) {
                String id = print.path("id").asString();
                long began = System.nanoTime();
                service.getBytes("/prints/" + id + "/sides/1/picture?width=480");
                if (number++ >= WARM_UP) {
                    samples.addNanos(System.nanoTime() - began);
                }
            }
            return Figure.under(
                    MOST_MILLIS,
                    "A page shown as it will be printed, median of " + samples.size(),
                    samples.median(),
                    "ms",
                    Optional.empty(),
                    "");
        }
    }

    private static double seconds(long beganNanos) {
        return (System.nanoTime() - beganNanos) / 1e9;
    }
}
