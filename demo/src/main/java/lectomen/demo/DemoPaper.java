package lectomen.demo;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** The demo's paper documents and the rules for them. */
public final class DemoPaper {
    /** One file. @param places below the archive, one for each output that is filed */
    public record Sheet(String folder, String name, byte[] bytes, List<String> places) {}

    private DemoPaper() {}

    /** Drawn once: that takes seconds. */
    private static final class Drawn {
        private static final List<Sheet> SHEETS = Stream.concat(
                        HarbourPaper.documents().stream(), BerthReports.documents().stream())
                .map(document -> new Sheet(document.folder(), document.name(), document.bytes(), document.places()))
                .toList();
    }

    public static List<Sheet> sheets() {
        return Drawn.SHEETS;
    }

    /** A printed form of A4, in grey, as a scanner of that resolution sees it. */
    public static BufferedImage form(int dotsPerInch) {
        PaperPages paper = new PaperPages(dotsPerInch);
        List<String> sentences = new ArrayList<>();
        for (int i = 1; i <= 20; i++) {
            sentences.add("Bollard " + i + " of the quay was looked at, cleaned, and found fit for the winter.");
        }
        BufferedImage page = paper.form(
                "QUAY SURVEY",
                List.of(new String[] {"Quay", "Lantern Quay"}, new String[] {"Surveyor", "R. Calloway"}),
                List.of(new String[] {"Bay", "Fenders", "Ladders", "Depth"}, new String[] {"1", "4", "1", "6.2 m"}),
                sentences);
        paper.wear(page, 11, 200);
        return page;
    }

    /** The rules, filing to the connection that a home has from its first start. */
    public static List<String> rules() throws IOException {
        return List.of(
                rule("delivery-notes"), rule("dive-sheets"), rule("crane-certificates"), rule("berth-inspections"));
    }

    private static String rule(String id) throws IOException {
        return DemoMain.resource(id + ".yaml")
                .replace("in: harbour-archive", "in: archive")
                .replaceAll("(?s)  - review:.*?(?=  - convert:)", "");
    }
}
