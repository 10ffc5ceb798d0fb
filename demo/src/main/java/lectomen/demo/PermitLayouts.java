package lectomen.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Calendar;
import java.util.GregorianCalendar;
import java.util.Locale;
import java.util.Objects;
import java.util.TimeZone;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;

/**
 * Prints mooring permits as the programs of the harbour office do, each in its own way: values beside their labels, values
 * below them in a form, a letter, a table over two pages.
 */
final class PermitLayouts {
    private static final float LEFT = 62;
    private static final float TOP = 770;

    private PermitLayouts() {}

    /** What a layout draws on. */
    private static final class Sheet {
        private final PDDocument document = new PDDocument();
        private final PDFont plain;
        private final PDFont bold;
        private PDPageContentStream page;

        private Sheet(long id, boolean embedded) throws IOException {
            document.setDocumentId(id);
            document.getDocumentInformation().setTitle("Mooring permit");
            document.getDocumentInformation().setAuthor("Marrowick Harbour works office");
            Calendar made = new GregorianCalendar(TimeZone.getTimeZone("UTC"), Locale.ROOT);
            made.setTimeInMillis(1_800_000_000_000L);
            document.getDocumentInformation().setCreationDate(made);
            plain = embedded ? embed("LiberationSerif-Regular") : new PDType1Font(Standard14Fonts.FontName.HELVETICA);
            bold = embedded ? embed("LiberationSans-Bold") : new PDType1Font(Standard14Fonts.FontName.HELVETICA_BOLD);
            page = newPage();
        }

        private PDFont embed(String name) throws IOException {
            String resource = "/liberation/" + name + ".ttf";
            try (InputStream font = Objects.requireNonNull(Sheet.class.getResourceAsStream(resource), resource)) {
                return PDType0Font.load(document, font, true);
            }
        }

        private PDPageContentStream newPage() throws IOException {
            PDPage made = new PDPage(PDRectangle.A4);
            document.addPage(made);
            return new PDPageContentStream(document, made);
        }

        private void nextPage() throws IOException {
            page.close();
            page = newPage();
        }

        private void text(PDFont font, float size, float x, float y, String text) throws IOException {
            page.beginText();
            page.setFont(font, size);
            page.newLineAtOffset(x, y);
            page.showText(text);
            page.endText();
        }

        private void rule(float y) throws IOException {
            page.setLineWidth(0.7f);
            page.moveTo(LEFT, y);
            page.lineTo(533, y);
            page.stroke();
        }

        private void box(float x, float y, float width, float height) throws IOException {
            page.setLineWidth(0.5f);
            page.addRect(x, y, width, height);
            page.stroke();
        }

        private byte[] bytes() throws IOException {
            page.close();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            document.close();
            return out.toByteArray();
        }
    }

    private static void head(Sheet sheet) throws IOException {
        sheet.text(sheet.bold, 16, LEFT, TOP, "MARROWICK HARBOUR");
        sheet.text(sheet.plain, 10, LEFT, TOP - 16, "Works office, Custom House Steps, Marrowick");
        sheet.rule(TOP - 26);
    }

    /** Labels with a colon, the values right of them. */
    static byte[] beside(Permit permit) throws IOException {
        Sheet sheet = new Sheet(permit.number().hashCode() + permit.remark().hashCode(), false);
        head(sheet);
        sheet.text(sheet.bold, 20, LEFT, TOP - 70, "MOORING PERMIT");
        float y = TOP - 120;
        for (String[] line : new String[][] {
            {"Permit no.:", permit.number()},
            {"Vessel:", permit.vessel()},
            {"Berth:", permit.berth()},
            {"Valid from:", permit.validFrom()},
            {"Fee due:", permit.fee()}
        }) {
            sheet.text(sheet.bold, 11, LEFT, y, line[0]);
            sheet.text(sheet.plain, 11, LEFT + 120, y, line[1]);
            y -= 24;
        }
        sheet.rule(y);
        sheet.text(sheet.plain, 10, LEFT, y - 24, permit.remark());
        sheet.text(sheet.plain, 10, LEFT, y - 40, "The permit is to be shown to the berthing master on request.");
        return sheet.bytes();
    }

    /** A form of boxes, each with a small label above its value. */
    static byte[] form(Permit permit) throws IOException {
        Sheet sheet = new Sheet(permit.number().hashCode(), true);
        head(sheet);
        sheet.text(sheet.bold, 18, LEFT, TOP - 66, "Mooring Permit");
        cell(sheet, LEFT, TOP - 130, 230, "PERMIT NUMBER", permit.number());
        cell(sheet, LEFT + 241, TOP - 130, 230, "VALID FROM", permit.validFrom());
        cell(sheet, LEFT, TOP - 180, 230, "NAME OF VESSEL", permit.vessel());
        cell(sheet, LEFT + 241, TOP - 180, 110, "BERTH", permit.berth());
        cell(sheet, LEFT + 361, TOP - 180, 110, "FEE", permit.fee());
        sheet.text(sheet.plain, 10, LEFT, TOP - 220, permit.remark());
        return sheet.bytes();
    }

    private static void cell(Sheet sheet, float x, float y, float width, String label, String value)
            throws IOException {
        sheet.box(x, y, width, 40);
        sheet.text(sheet.plain, 7, x + 5, y + 29, label);
        sheet.text(sheet.plain, 13, x + 5, y + 9, value);
    }

    /** A letter: the number in its opening line, the rest in a short list. */
    static byte[] letter(Permit permit) throws IOException {
        Sheet sheet = new Sheet(permit.number().hashCode(), true);
        head(sheet);
        sheet.text(sheet.plain, 11, LEFT, TOP - 60, "To the master of the vessel named below");
        sheet.text(sheet.bold, 11, LEFT, TOP - 90, "Mooring permit no. " + permit.number());
        sheet.text(
                sheet.plain,
                11,
                LEFT,
                TOP - 120,
                "We are pleased to grant you a mooring at our quays on the terms that follow.");
        sheet.text(sheet.plain, 11, LEFT, TOP - 150, "Vessel: " + permit.vessel());
        sheet.text(sheet.plain, 11, LEFT, TOP - 166, "Berth: " + permit.berth() + "     Fee: " + permit.fee());
        sheet.text(sheet.plain, 11, LEFT, TOP - 182, "Valid from " + permit.validFrom());
        sheet.text(sheet.plain, 11, LEFT, TOP - 220, permit.remark());
        return sheet.bytes();
    }

    /** Terms first, the particulars in a table on the second page. */
    static byte[] table(Permit permit) throws IOException {
        Sheet sheet = new Sheet(permit.number().hashCode(), false);
        head(sheet);
        sheet.text(sheet.bold, 16, LEFT, TOP - 66, "Mooring permit");
        String[] terms = {
            "1. The vessel moors only at the berth that is named overleaf.",
            "2. The berthing master may order another berth at any time.",
            "3. Waste is landed at the reception point on Lantern Quay.",
            "4. The fee is due before the permit begins."
        };
        for (int i = 0; i < terms.length; i++) {
            sheet.text(sheet.plain, 11, LEFT, TOP - 100 - 18 * i, terms[i]);
        }
        sheet.nextPage();
        sheet.text(sheet.bold, 12, LEFT, TOP, "Particulars");
        sheet.rule(TOP - 8);
        String[][] rows = {
            {"Permit number", permit.number(), "Berth", permit.berth()},
            {"Name of vessel", permit.vessel(), "Fee", permit.fee()},
            {"Valid from", permit.validFrom(), "", ""}
        };
        float y = TOP - 30;
        for (String[] row : rows) {
            for (int column = 0; column < row.length; column++) {
                sheet.text(
                        column % 2 == 0 ? sheet.bold : sheet.plain,
                        10,
                        LEFT + new float[] {0, 105, 290, 350}[column],
                        y,
                        row[column]);
            }
            y -= 20;
        }
        sheet.text(sheet.plain, 10, LEFT, y - 20, permit.remark());
        return sheet.bytes();
    }

    /** A page from another office, which only looks alike: its number has another label. */
    static byte[] foreign(String vessel) throws IOException {
        Sheet sheet = new Sheet(vessel.hashCode(), false);
        sheet.text(sheet.bold, 16, LEFT, TOP, "HAFENAMT NORDERSUND");
        sheet.text(sheet.bold, 13, LEFT, TOP - 40, "Liegegenehmigung / Mooring permit");
        sheet.text(sheet.plain, 11, LEFT, TOP - 80, "Permit-Nr.:  NS 4711 / 27");
        sheet.text(sheet.plain, 11, LEFT, TOP - 100, "Vessel:  " + vessel);
        sheet.text(sheet.plain, 11, LEFT, TOP - 120, "Valid from:  14.05.2027");
        return sheet.bytes();
    }

    /** Something else that somebody dropped into the wrong folder. */
    static byte[] craneCertificate() throws IOException {
        Sheet sheet = new Sheet(77, false);
        head(sheet);
        sheet.text(sheet.bold, 18, LEFT, TOP - 66, "CRANE CERTIFICATE");
        sheet.text(sheet.plain, 11, LEFT, TOP - 100, "Crane: Portal crane 3, Lantern Quay");
        sheet.text(sheet.plain, 11, LEFT, TOP - 118, "Tested load: 12.5 t");
        return sheet.bytes();
    }

    /** A permit that opens only with a password. */
    static byte[] locked(Permit permit) throws IOException {
        try (PDDocument document = Loader.loadPDF(beside(permit))) {
            document.setDocumentId(5L);
            StandardProtectionPolicy policy = new StandardProtectionPolicy("owner", "reader", new AccessPermission());
            policy.setEncryptionKeyLength(128);
            document.protect(policy);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }
}
