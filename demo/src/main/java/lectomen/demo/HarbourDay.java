package lectomen.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/** A day at the works office: what comes with data beside it, in sets, numbered, or at a set time. */
final class HarbourDay {
    private static final String NOTICES = "chart-notices";
    private static final String DRAWINGS = "drawing-sets";
    private static final String SHEET_CHANGED_BY_HAND = "Drawings/MHD-017/MHD-017 sheet 2.dxf";

    private static final Duration ABOUT_TO_RUN = Duration.ofHours(1);

    private HarbourDay() {}

    /** Has the day sheets taken now if the time at which they are taken has passed while they were dropped. */
    static void runIfMissed(DemoService service) {
        for (JsonNode source : service.get("/sources").path("sources")) {
            Instant next = Instant.parse(source.path("nextRunAt").asString(Instant.EPOCH.toString()));
            if (source.path("folder").asString().endsWith("/day-sheets")
                    && next.isAfter(Instant.now().plus(ABOUT_TO_RUN))) {
                service.post("/sources/" + source.path("id").asString() + "/run", "");
            }
        }
    }

    static List<DemoDocument> documents() {
        return List.of(
                notice(
                        "buoy.txt",
                        "named and placed by its data file",
                        "Chart notices/until 2027-09/NM 0151 Outer Roads.txt"),
                data("buoy.xml", "151", "Outer Roads", "2027-09-30"),
                data("crane.xml", "152", "Tallow Quay", "2027-04-01"),
                notice("crane.txt", "its data file comes first", "Chart notices/until 2027-04/NM 0152 Tallow Quay.txt"),
                new DemoDocument(
                        NOTICES,
                        "forgotten.txt",
                        "NOTICE\n\nThe lock is closed on Sunday.\n".getBytes(StandardCharsets.UTF_8),
                        DemoDocument.How.MOVED,
                        "its data file never comes",
                        "failed",
                        "sidecar.missing",
                        List.of(),
                        ""),
                reading(
                        "tallow-quay",
                        "2027-03-30",
                        "numbered per month",
                        "2027-03 R001 Tallow Quay",
                        "2027-03 R002 Tallow Quay"),
                reading(
                        "lantern-quay",
                        "2027-03-31",
                        "numbered per month",
                        "2027-03 R001 Lantern Quay",
                        "2027-03 R002 Lantern Quay"),
                reading("outer-mole", "2027-04-01", "the first of the next month", "2027-04 R001 Outer Mole"),
                daySheet("north gang"),
                daySheet("south gang"),
                sheet(1, "A", DemoDocument.How.MOVED, "of a set of three sheets; the next set takes its place"),
                sheet(2, "A", DemoDocument.How.MOVED, "of the same set; somebody changes it in the archive"),
                sheet(
                        3,
                        "A",
                        DemoDocument.How.MOVED,
                        "of the same set; the next has no such sheet, so it is kept as older"),
                sheet(
                        1,
                        "B",
                        DemoDocument.How.LATER,
                        "comes again and takes the place of the first",
                        "MHD-017 sheet 1.dxf"),
                sheet(2, "B", DemoDocument.How.LATER, "leaves what was changed by hand", "MHD-017 sheet 2 (2).dxf"));
    }

    /** What a set that comes again must have left of the earlier one, below the archive. */
    static List<String> leftOfEarlierSet() {
        return List.of(
                SHEET_CHANGED_BY_HAND,
                "Drawings/MHD-017/older/MHD-017 sheet 1 (1).dxf",
                "Drawings/MHD-017/older/MHD-017 sheet 3 (1).dxf");
    }

    /** What somebody does in the archive between the two sets. */
    static void changeByHand(Path archive) throws IOException {
        Files.writeString(archive.resolve(SHEET_CHANGED_BY_HAND), "999\nmended by hand\n", StandardOpenOption.APPEND);
    }

    private static DemoDocument notice(String name, String tells, String place) {
        byte[] text = ("NOTICE\n\nSee the data file for where and until when.\nFile: " + name + "\n")
                .getBytes(StandardCharsets.UTF_8);
        return DemoDocument.filed(NOTICES, name, text, DemoDocument.How.MOVED, tells, place);
    }

    /** A data file makes no job of its own. */
    private static DemoDocument data(String name, String number, String area, String until) {
        String xml = """
                <?xml version="1.0" encoding="UTF-8"?>
                <notice xmlns="urn:marrowick:notice" number="%s">
                  <kind>navigational warning</kind>
                  <area>%s</area>
                  <until>%s</until>
                </notice>
                """.formatted(number, area, until);
        return new DemoDocument(
                NOTICES, name, xml.getBytes(StandardCharsets.UTF_8), DemoDocument.How.MOVED, "", "", "", List.of(), "");
    }

    private static DemoDocument reading(String station, String day, String tells, String... names) {
        String csv =
                "time,level\n00:00,2.31\n06:00,4.77\n12:00,1.94\n18:00,5.02\n".replace("2.31", "2." + station.length());
        String[] places = new String[names.length];
        for (int i = 0; i < names.length; i++) {
            places[i] = "Gauge readings/2027/" + names[i] + ".csv";
        }
        return DemoDocument.filed(
                "gauge-readings",
                "gauge_" + station + "_" + day + ".csv",
                csv.getBytes(StandardCharsets.UTF_8),
                DemoDocument.How.MOVED,
                tells,
                places);
    }

    private static DemoDocument daySheet(String gang) {
        return DemoDocument.filed(
                "day-sheets",
                gang + ".txt",
                ("DAY SHEET of the " + gang + "\n\nFenders on Tallow Quay.\n").getBytes(StandardCharsets.UTF_8),
                DemoDocument.How.MOVED,
                "collected, and taken at a set time",
                "Day sheets/Day sheet of the " + gang + ".txt");
    }

    /** @param names that it has once all are filed; none where a later sheet took its place */
    private static DemoDocument sheet(int number, String issue, DemoDocument.How how, String tells, String... names) {
        String dxf = """
                0
                SECTION
                2
                ENTITIES
                0
                LINE
                8
                QUAY
                10
                0
                20
                %s
                11
                120
                21
                40
                999
                sheet %s issue %s
                0
                ENDSEC
                0
                EOF
                """.formatted(number, number, issue);
        return DemoDocument.filed(
                DRAWINGS,
                "MHD-017_sheet-" + number + "_issue-" + issue + ".dxf",
                dxf.getBytes(StandardCharsets.UTF_8),
                how,
                tells,
                Stream.of(names).map(name -> "Drawings/MHD-017/" + name).toArray(String[]::new));
    }
}
