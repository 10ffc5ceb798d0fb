package lectomen.engine.pdf.write;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Calendar;
import java.util.GregorianCalendar;
import java.util.List;
import java.util.TimeZone;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentCatalog;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.apache.pdfbox.pdmodel.common.PDMetadata;
import org.apache.pdfbox.pdmodel.graphics.color.PDOutputIntent;

/**
 * What marks a PDF as made by this product, and as archivable: its properties twice, in the information dictionary and as XMP, the
 * same in both as ISO 19005-1, 6.7.3 wants it; the part and level that it claims (6.7.11); and the meaning of its colours by an
 * output intent with the sRGB profile (6.2.2).
 */
public final class ArchiveMetadata {
    private static final String PRODUCER = "Lectomen";
    private static final String CONDITION = "sRGB IEC61966-2.1";

    private ArchiveMetadata() {}

    /** Writes the properties of a document, and what its target asks for. */
    public static void write(PDDocument document, PdfTarget target, DocumentDetails details) throws IOException {
        PDDocumentInformation information = new PDDocumentInformation();
        set(details.title(), information::setTitle);
        set(details.author(), information::setAuthor);
        set(details.subject(), information::setSubject);
        set(String.join(", ", details.keywords()), information::setKeywords);
        information.setProducer(PRODUCER);
        information.setCreationDate(calendar(details.created()));
        information.setModificationDate(calendar(details.created()));
        document.setDocumentInformation(information);
        PDDocumentCatalog catalog = document.getDocumentCatalog();
        if (!details.language().isEmpty()) {
            catalog.setLanguage(details.language());
        }
        PDMetadata metadata = new PDMetadata(
                document, new ByteArrayInputStream(xmp(target, details).getBytes(StandardCharsets.UTF_8)));
        catalog.setMetadata(metadata);
        if (target.isArchive()) {
            catalog.setOutputIntents(List.of(sRgb(document)));
        }
        document.setDocumentId(details.created().toEpochMilli());
    }

    private static PDOutputIntent sRgb(PDDocument document) throws IOException {
        byte[] profile = ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
        PDOutputIntent intent = new PDOutputIntent(document, new ByteArrayInputStream(profile));
        intent.setInfo(CONDITION);
        intent.setOutputCondition(CONDITION);
        intent.setOutputConditionIdentifier(CONDITION);
        intent.setRegistryName("http://www.color.org");
        intent.getCOSObject().setItem(COSName.S, COSName.getPDFName("GTS_PDFA1"));
        return intent;
    }

    private interface Setter {
        void set(String value);
    }

    private static void set(String value, Setter setter) {
        if (!value.isEmpty()) {
            setter.set(value);
        }
    }

    private static Calendar calendar(Instant at) {
        Calendar calendar = new GregorianCalendar(TimeZone.getTimeZone(ZoneOffset.UTC));
        calendar.setTimeInMillis(at.getEpochSecond() * 1_000);
        return calendar;
    }

    private static String xmp(PdfTarget target, DocumentDetails details) {
        StringBuilder xmp = new StringBuilder();
        xmp.append("<?xpacket begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n");
        xmp.append("<x:xmpmeta xmlns:x=\"adobe:ns:meta/\">\n");
        xmp.append("<rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">\n");
        xmp.append("<rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\"");
        xmp.append(" xmlns:xmp=\"http://ns.adobe.com/xap/1.0/\" xmlns:pdf=\"http://ns.adobe.com/pdf/1.3/\"");
        xmp.append(" xmlns:pdfaid=\"http://www.aiim.org/pdfa/ns/id/\">\n");
        if (target.isArchive()) {
            element(xmp, "pdfaid:part", Integer.toString(target.part()));
            element(xmp, "pdfaid:conformance", target.conformance());
        }
        element(xmp, "pdf:Producer", PRODUCER);
        element(xmp, "pdf:Keywords", String.join(", ", details.keywords()));
        String created =
                Instant.ofEpochSecond(details.created().getEpochSecond()).toString();
        element(xmp, "xmp:CreateDate", created);
        element(xmp, "xmp:ModifyDate", created);
        list(xmp, "dc:title", "Alt", " xml:lang=\"x-default\"", details.title());
        list(xmp, "dc:creator", "Seq", "", details.author());
        list(xmp, "dc:description", "Alt", " xml:lang=\"x-default\"", details.subject());
        xmp.append("</rdf:Description>\n</rdf:RDF>\n</x:xmpmeta>\n<?xpacket end=\"w\"?>");
        return xmp.toString();
    }

    private static void element(StringBuilder xmp, String name, String value) {
        if (!value.isEmpty()) {
            xmp.append('<').append(name).append('>').append(escaped(value));
            xmp.append("</").append(name).append(">\n");
        }
    }

    private static void list(StringBuilder xmp, String name, String kind, String attributes, String value) {
        if (!value.isEmpty()) {
            xmp.append('<').append(name).append("><rdf:").append(kind).append("><rdf:li");
            xmp.append(attributes).append('>').append(escaped(value)).append("</rdf:li></rdf:");
            xmp.append(kind).append("></").append(name).append(">\n");
        }
    }

    /** XML 1.0 has no place for most control characters, whatever they are escaped by. */
    private static String escaped(String value) {
        return value.replaceAll("[\\x00-\\x08\\x0b\\x0c\\x0e-\\x1f\\ufffe\\uffff]", "")
                .replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;");
    }
}
