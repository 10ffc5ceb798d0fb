package lectomen.demo;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import javax.imageio.ImageIO;

/** All documents of the demo. The same each time, to the byte. */
final class DemoDocuments {
    private static final String PERMITS = "mooring-permits";
    private static final String TIDES = "tide-bulletins";
    private static final String REMARK = "Issued by the works office. Questions: ask for the mooring desk.";

    private DemoDocuments() {}

    static List<DemoDocument> all() throws IOException {
        Permit heron = new Permit("MHP-2027-0031", "Grey Heron", "Lantern Quay 4", "12 March 2027", "184.50", REMARK);
        Permit lapwing = new Permit("MHP-2027-0032", "Lapwing", "Tallow Quay 2", "01/04/2027", "96.00", REMARK);
        Permit ferry =
                new Permit("MHP-2027-0033", "Marrowick Ferry II", "Lantern Quay 1", "2027-04-15", "1,240.00", REMARK);
        Permit turnstone = new Permit("MHP-2027-0034", "Turnstone", "Ropewalk Quay 7", "3 May 2027", "77.25", REMARK);
        Permit odd = new Permit(
                "MHP-2027-0035", "Élan: \"Ærøskøbing\" / Łódź?", "Lantern Quay 9", "9 May 2027", "55.00", REMARK);
        Permit petrel = new Permit("MHP-2027-0036", "Storm Petrel", "Tallow Quay 5", "20 May 2027", "120.00", REMARK);
        Permit petrelAgain = new Permit(
                "MHP-2027-0036",
                "Storm Petrel",
                "Tallow Quay 5",
                "20 May 2027",
                "120.00",
                "Second copy, for the berthing master.");
        Permit slow = new Permit("MHP-2027-0037", "Patient Eider", "Ropewalk Quay 2", "1 June 2027", "64.00", REMARK);
        Permit climber =
                new Permit("MHP-2027-0038", "../../Sea Robin", "Tallow Quay 1", "2 June 2027", "64.00", REMARK);
        byte[] whole = PermitLayouts.beside(heron);
        DemoDocument foreign = DemoDocument.refused(
                PERMITS,
                "foreign permit.pdf",
                PermitLayouts.foreign("Seeschwalbe"),
                "a permit of another harbour; its sender gets an answer",
                "failed",
                "field.missing");
        List<DemoDocument> all = new ArrayList<>(List.of(
                DemoDocument.filed(
                        PERMITS,
                        "permit-0031.pdf",
                        whole,
                        DemoDocument.How.COPIED,
                        "values beside their labels",
                        "Mooring permits/2027/Lantern Quay 4/2027-03-12 MHP-2027-0031 Grey Heron.pdf"),
                DemoDocument.filed(
                        PERMITS,
                        "permit-0032.pdf",
                        PermitLayouts.form(lapwing),
                        DemoDocument.How.MOVED,
                        "a form, values below small labels",
                        "Mooring permits/2027/Tallow Quay 2/2027-04-01 MHP-2027-0032 Lapwing.pdf"),
                DemoDocument.filed(
                        PERMITS,
                        "permit-0033.pdf",
                        PermitLayouts.table(ferry),
                        DemoDocument.How.COPIED,
                        "a table on the second page",
                        "Mooring permits/2027/Lantern Quay 1/2027-04-15 MHP-2027-0033 Marrowick Ferry II.pdf"),
                DemoDocument.filed(
                        PERMITS,
                        "letter to Turnstone.pdf",
                        PermitLayouts.letter(turnstone),
                        DemoDocument.How.COPIED,
                        "a letter",
                        "Mooring permits/2027/Ropewalk Quay 7/2027-05-03 MHP-2027-0034 Turnstone.pdf"),
                DemoDocument.filed(
                        PERMITS,
                        "permit \u201e0035\u201c \u2013 Łódź & søn; 50%.PDF",
                        PermitLayouts.form(odd),
                        DemoDocument.How.COPIED,
                        "odd characters in name and fields",
                        "Mooring permits/2027/Lantern Quay 9/2027-05-09 MHP-2027-0035 Élan- -Ærøskøbing- - Łódź.pdf"),
                DemoDocument.filed(
                        PERMITS,
                        "petrel.pdf",
                        PermitLayouts.beside(petrel),
                        DemoDocument.How.COPIED,
                        "asks for the same name as the next",
                        "Mooring permits/2027/Tallow Quay 5/2027-05-20 MHP-2027-0036 Storm Petrel.pdf",
                        "Mooring permits/2027/Tallow Quay 5/2027-05-20 MHP-2027-0036 Storm Petrel (2).pdf"),
                DemoDocument.filed(
                        PERMITS,
                        "petrel copy.pdf",
                        PermitLayouts.beside(petrelAgain),
                        DemoDocument.How.COPIED,
                        "asks for the same name as the last",
                        "Mooring permits/2027/Tallow Quay 5/2027-05-20 MHP-2027-0036 Storm Petrel.pdf",
                        "Mooring permits/2027/Tallow Quay 5/2027-05-20 MHP-2027-0036 Storm Petrel (2).pdf"),
                DemoDocument.filed(
                        PERMITS,
                        "slow.pdf",
                        PermitLayouts.form(slow),
                        DemoDocument.How.SLOWLY,
                        "copied slowly while the service watches",
                        "Mooring permits/2027/Ropewalk Quay 2/2027-06-01 MHP-2027-0037 Patient Eider.pdf"),
                DemoDocument.filed(
                        PERMITS,
                        "climber.pdf",
                        PermitLayouts.beside(climber),
                        DemoDocument.How.COPIED,
                        "a vessel named ../../Sea Robin",
                        "Mooring permits/2027/Tallow Quay 1/2027-06-02 MHP-2027-0038 Sea Robin.pdf"),
                DemoDocument.refused(
                        PERMITS,
                        "cut-off.pdf",
                        Arrays.copyOf(whole, whole.length * 2 / 3),
                        "a truncated PDF",
                        "failed",
                        "pdf.truncated"),
                DemoDocument.refused(
                        PERMITS,
                        "locked.pdf",
                        PermitLayouts.locked(heron),
                        "needs a password to open",
                        "failed",
                        "pdf.password"),
                DemoDocument.refused(PERMITS, "empty.pdf", new byte[0], "an empty file", "failed", "file.empty"),
                foreign,
                DemoDocument.handedOver(
                        foreign,
                        "works-desk",
                        "the same, handed over with the reason",
                        "To look at/mooring-permits/foreign permit - No permit number on page 1.pdf"),
                DemoDocument.refused(
                        PERMITS,
                        "crane certificate.pdf",
                        PermitLayouts.craneCertificate(),
                        "unmatched after reading it",
                        "unmatched",
                        "rule.none-matches"),
                DemoDocument.refused(
                        PERMITS, "quay.png", picture(), "unmatched by its type", "unmatched", "rule.none-matches"),
                tide(
                        "bulletin 014.txt",
                        StandardCharsets.UTF_8,
                        "TB-2027-014",
                        "Lantern Quay",
                        "3 March 2027",
                        "4.82",
                        "2027-03",
                        "2027-03-03"),
                tide(
                        "bulletin 015.txt",
                        Charset.forName("windows-1252"),
                        "TB-2027-015",
                        "Fiskø Light",
                        "10 March 2027",
                        "5.10",
                        "2027-03",
                        "2027-03-10"),
                tide(
                        "bulletin 016.txt",
                        StandardCharsets.UTF_16,
                        "TB-2027-016",
                        "Outer Mole",
                        "04/04/2027",
                        "5.33",
                        "2027-04",
                        "2027-04-04"),
                new DemoDocument(
                        TIDES,
                        "draft 017.txt",
                        bulletin("TB-2027-017", "Outer Mole", "11 April 2027", "5.01")
                                .getBytes(StandardCharsets.UTF_8),
                        DemoDocument.How.MOVED,
                        "a draft, which the rule excludes",
                        "unmatched",
                        "rule.none-matches",
                        List.of(),
                        ""),
                notice("147_north-mole_05032027.txt", "Notices/2027/until 2027-06-30/NM 0147 North Mole.txt"),
                notice("0148_OUTER-ROADS_30112027.txt", "Notices/2027/until 2028-02-29/NM 0148 Outer Roads.txt")));
        all.addAll(HarbourDay.documents());
        all.addAll(HarbourPlotter.documents());
        all.addAll(HarbourPaper.documents());
        all.addAll(BerthReports.documents());
        all.addAll(WrittenPapers.documents());
        return all;
    }

    private static DemoDocument notice(String name, String place) {
        String text =
                "NOTICE TO MARINERS\n\nThe light " + name.replaceAll("[_.].*", "") + " burns low until it is mended.\n";
        return DemoDocument.filed(
                "notices",
                name,
                text.getBytes(StandardCharsets.UTF_8),
                DemoDocument.How.MOVED,
                "a notice, named by three parts of its name",
                place);
    }

    private static DemoDocument tide(
            String name,
            Charset charset,
            String number,
            String station,
            String issued,
            String highest,
            String month,
            String day) {
        return DemoDocument.filed(
                TIDES,
                name,
                bulletin(number, station, issued, highest).getBytes(charset),
                DemoDocument.How.MOVED,
                "plain text, " + charset.name(),
                "Tide bulletins/" + month + "/" + day + " " + number + " " + station.toUpperCase(Locale.UK) + ".txt");
    }

    private static String bulletin(String number, String station, String issued, String highest) {
        return """
                MARROWICK HARBOUR                         TIDE BULLETIN

                Bulletin       %s
                Station        %s
                Issued         %s

                Highest water  %s m     Lowest water  0.61 m

                Day    High    Low     High    Low
                Mon    04:12   10:20   16:35   22:51
                Tue    04:58   11:07   17:22   23:38
                """.formatted(number, station, issued, highest);
    }

    private static byte[] picture() throws IOException {
        BufferedImage image = new BufferedImage(320, 200, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setColor(new Color(0x9fb7c4));
        graphics.fillRect(0, 0, 320, 120);
        graphics.setColor(new Color(0x35505e));
        graphics.fillRect(0, 120, 320, 80);
        graphics.setColor(new Color(0x5b4636));
        graphics.fillRect(40, 96, 180, 40);
        graphics.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }
}
