package lectomen.demo;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
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

/** Reports of berth inspections: three layouts, scanned well and badly. */
final class BerthReports {
    private static final int GOOD_DOTS = 300;
    private static final int OFFICE_DOTS = 200;

    private BerthReports() {}

    static List<DemoDocument> documents() {
        try {
            return List.of(
                    report(
                            "berth-14.tif",
                            BerthPaper.Layout.LABELS_LEFT,
                            GOOD_DOTS,
                            "14",
                            "BI-2027-0314",
                            0,
                            "a clean scan, read and named"),
                    report(
                            "berth-09.tif",
                            BerthPaper.Layout.LABELS_ABOVE,
                            OFFICE_DOTS,
                            "9",
                            "BI-2027-0309",
                            1.6,
                            "it leans, and its labels stand above"),
                    report(
                            "berth-21.tif",
                            BerthPaper.Layout.TWO_COLUMNS,
                            OFFICE_DOTS,
                            "21",
                            "BI-2027-0321",
                            -0.8,
                            "in uneven light, with specks"),
                    report(
                            "berth-03.tif",
                            BerthPaper.Layout.STAMPED,
                            OFFICE_DOTS,
                            "3",
                            "BI-2027-0303",
                            0.5,
                            "a stamp lies over its text"));
        } catch (IOException e) {
            throw new IllegalStateException("The berth reports of the demo can't be made", e);
        }
    }

    private static DemoDocument report(
            String name, BerthPaper.Layout layout, int dots, String berth, String number, double lean, String tells)
            throws IOException {
        BerthPaper paper = new BerthPaper(dots);
        BufferedImage page = PaperPages.leaning(paper.report(layout, berth, number), lean);
        if (layout == BerthPaper.Layout.TWO_COLUMNS) {
            paper.shade(page, number.hashCode());
        }
        byte[] bytes = layout == BerthPaper.Layout.STAMPED ? jpegInTiff(page, dots) : tiff(page, dots);
        return DemoDocument.filed(
                "berth-inspections",
                name,
                bytes,
                DemoDocument.How.MOVED,
                tells,
                "Berth inspections/Berth " + berth + "/" + number + " berth " + berth + ".pdf");
    }

    /** As a scanner sends it that packs hard. */
    private static byte[] jpegInTiff(BufferedImage page, int dots) throws IOException {
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(page, "jpeg", jpeg);
        BufferedImage packed = ImageIO.read(new ByteArrayInputStream(jpeg.toByteArray()));
        return tiff(packed, dots);
    }

    private static byte[] tiff(BufferedImage page, int dots) throws IOException {
        Path file = Files.createTempFile("lectomen-demo-", ".tif");
        try {
            try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, 85)) {
                out.add(new PagePixels(Pixels.as(ColourDepth.GREY, page), dots, dots));
            }
            return Files.readAllBytes(file);
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
