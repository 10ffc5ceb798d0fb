package lectomen.demo;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Resampling;
import lectomen.engine.image.Turn;

/** The works office's paper documents: photographed, scanned and faxed. */
final class HarbourPaper {
    private static final int SCAN_DOTS = 200;
    private static final int FAX_DOTS_ACROSS = 204;
    private static final int FAX_DOTS_DOWN = 98;

    private HarbourPaper() {}

    static List<DemoDocument> documents() {
        try {
            return List.of(
                    note("tallow-quay", "DN-2207", "photographed askew; its sheet is cut out", new int[][] {
                        {160, 120}, {850, 170}, {900, 880}, {90, 860}
                    }),
                    note("lantern-quay", "DN-2211", "photographed from one side", new int[][] {
                        {210, 200}, {830, 110}, {870, 850}, {150, 890}
                    }),
                    dive(),
                    certificate("7", "2027"),
                    certificate("12", "2027"));
        } catch (IOException e) {
            throw new IllegalStateException("The paper of the demo can't be made", e);
        }
    }

    private static DemoDocument note(String quay, String note, String tells, int[][] corners) throws IOException {
        PaperPages paper = new PaperPages(SCAN_DOTS);
        BufferedImage sheet = paper.form(
                "DELIVERY NOTE",
                List.of(
                        new String[] {"Note no", note},
                        new String[] {"Delivered to", quay.replace('-', ' ')},
                        new String[] {"Delivered by", "Gannet Chandlery"},
                        new String[] {"Date", "14 March 2027"}),
                List.of(
                        new String[] {"Goods", "Ordered", "Delivered", "Unit"},
                        new String[] {"Rubber fender", "12", "12", "pieces"},
                        new String[] {"Mooring line", "4", "3", "coils"},
                        new String[] {"Deck bolts", "200", "200", "pieces"}),
                List.of("One coil of mooring line follows with the next boat.", "Received in good order."));
        BufferedImage photo = QuayPhotograph.of(sheet, corners, note.hashCode());
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(photo, "jpeg", jpeg);
        String name = quay.equals("tallow-quay") ? "Tallow Quay" : "Lantern Quay";
        return DemoDocument.filed(
                "delivery-notes",
                quay + "_" + note + ".jpg",
                jpeg.toByteArray(),
                DemoDocument.How.MOVED,
                tells,
                "Delivery notes/" + note + " " + name + ".pdf",
                "Delivery notes/small/" + note + " " + name + ".jpg");
    }

    /** Four scanned pages: one leans, one stands on its head, one is blank. */
    private static DemoDocument dive() throws IOException {
        PaperPages paper = new PaperPages(SCAN_DOTS);
        BufferedImage first = sheet(paper, 1, "Outer mole, north face", "Two anodes are gone below the third ladder.");
        BufferedImage second =
                sheet(paper, 2, "Outer mole, head", "The scour hole has grown by half a metre since April.");
        BufferedImage blank = paper.blank();
        BufferedImage third = sheet(paper, 3, "Lock sill", "Weed on the lower seal, removed by hand.");
        List<BufferedImage> pages = List.of(
                PaperPages.leaning(first, 2.4),
                Turn.HALF.applied(Pixels.as(ColourDepth.GREY, second)),
                blank,
                PaperPages.leaning(third, -1.1));
        Path file = Files.createTempFile("lectomen-demo-", ".tif");
        try {
            try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, 85)) {
                int number = 0;
                for (BufferedImage page : pages) {
                    paper.wear(page, ++number, 60);
                    out.add(new PagePixels(Pixels.as(ColourDepth.BLACK_AND_WHITE, page), SCAN_DOTS, SCAN_DOTS));
                }
            }
            return DemoDocument.filed(
                    "dive-sheets",
                    "dive-0417.tif",
                    Files.readAllBytes(file),
                    DemoDocument.How.MOVED,
                    "four scanned pages, read: one leans, one is upside down, one is blank",
                    "Dive sheets/Dive 0417 Outer mole, north face.pdf");
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private static BufferedImage sheet(PaperPages paper, int number, String place, String found) {
        return paper.form(
                "DIVE SHEET " + number,
                List.of(
                        new String[] {"Dive", "0417"},
                        new String[] {"Place", place},
                        new String[] {"Diver", "R. Calloway"},
                        new String[] {"Visibility", "about three metres"}),
                List.of(
                        new String[] {"Time", "Depth", "Work", "Air"},
                        new String[] {"09:10", "4.5 m", "looked", "180"},
                        new String[] {"09:40", "6.0 m", "cleaned", "120"}),
                List.of(
                        found,
                        "Photographs were taken and are with the harbour engineer.",
                        "Nothing else was touched."));
    }

    private static DemoDocument certificate(String crane, String year) throws IOException {
        PaperPages paper = new PaperPages(FAX_DOTS_ACROSS);
        BufferedImage sheet = paper.form(
                "CERTIFICATE OF EXAMINATION",
                List.of(
                        new String[] {"Crane", "Crane " + crane + ", Tallow Quay"},
                        new String[] {"Safe load", "12 tonnes at 18 metres"},
                        new String[] {"Examined on", "3 February " + year},
                        new String[] {"Valid until", "2 February 2028"}),
                List.of(
                        new String[] {"Part", "Found", "Limit", "Result"},
                        new String[] {"Hoist rope", "2 wires", "10 wires", "passed"},
                        new String[] {"Hook block", "no wear", "5 %", "passed"},
                        new String[] {"Brake", "0.4 s", "0.6 s", "passed"}),
                List.of("The crane may be used up to its safe load until the date above.", "Examiner: H. Thorne"));
        BufferedImage fax = Resampling.to(
                Pixels.as(ColourDepth.GREY, PaperPages.leaning(sheet, crane.equals("7") ? 1.3 : -0.7)), 1728, (int)
                        Math.round(sheet.getHeight() * (double) FAX_DOTS_DOWN / FAX_DOTS_ACROSS));
        Path file = Files.createTempFile("lectomen-demo-", ".tif");
        try {
            try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, 85)) {
                out.add(new PagePixels(Pixels.as(ColourDepth.BLACK_AND_WHITE, fax), FAX_DOTS_ACROSS, FAX_DOTS_DOWN));
            }
            return DemoDocument.filed(
                    "crane-certificates",
                    "fax_" + crane + "_" + year + ".tif",
                    Files.readAllBytes(file),
                    DemoDocument.How.MOVED,
                    "a fax, named by what is read on it; the PDF carries it",
                    "Crane certificates/2028/2028-02-02 crane " + crane + ".pdf");
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
