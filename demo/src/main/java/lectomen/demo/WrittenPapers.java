package lectomen.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Documents as word processors save them: their parts are resources, packed the same way each time. */
final class WrittenPapers {
    private static final String PLACE = "office/";
    private static final List<String> NOTICE = List.of(
            "[Content_Types].xml",
            "_rels/.rels",
            "docProps/core.xml",
            "word/document.xml",
            "word/_rels/document.xml.rels",
            "word/styles.xml",
            "word/settings.xml",
            "word/fontTable.xml",
            "word/numbering.xml",
            "word/theme/theme1.xml",
            "word/header1.xml",
            "word/footer1.xml",
            "word/footnotes.xml",
            "word/media/image1.png");
    private static final List<String> MEMO =
            List.of("mimetype", "META-INF/manifest.xml", "content.xml", "styles.xml", "meta.xml");

    private static final String DATA = """
            <?xml version="1.0" encoding="UTF-8"?>
            <notice xmlns="urn:marrowick:notice" number="14">
              <kind>notice to mariners</kind>
              <area>Quay 7</area>
              <until>2027-04-02</until>
            </notice>
            """;

    private WrittenPapers() {}

    static List<DemoDocument> documents() throws IOException {
        byte[] notice = packed("notice/", NOTICE);
        return List.of(
                DemoDocument.filed(
                        "mariner-notices",
                        "dredging.docx",
                        notice,
                        DemoDocument.How.COPIED,
                        "a notice from a word processor, with its data file",
                        "Notices to mariners/until 2027-04/NM 0014 Quay 7.pdf",
                        "Notices to mariners/as written/NM 0014 Quay 7.docx"),
                new DemoDocument(
                        "mariner-notices",
                        "dredging.xml",
                        DATA.getBytes(StandardCharsets.UTF_8),
                        DemoDocument.How.MOVED,
                        "",
                        "",
                        "",
                        List.of(),
                        ""),
                DemoDocument.filed(
                        "harbour-papers",
                        "fenders.odt",
                        packed("memo/", MEMO),
                        DemoDocument.How.COPIED,
                        "a works memo",
                        "Papers/2027/2027-04-13 WM-2027-118 Fenders at Tallow Quay.pdf"),
                DemoDocument.filed(
                        "harbour-papers",
                        "bulletin 021.rtf",
                        resource("tide-bulletin.rtf"),
                        DemoDocument.How.COPIED,
                        "a tide bulletin in Rich Text Format",
                        "Papers/2027/2027-04-19 TB-2027-021 Tide bulletin TB-2027-021.pdf"),
                DemoDocument.refused(
                        "harbour-papers",
                        "half a memo.odt",
                        Arrays.copyOf(packed("memo/", MEMO), 2_000),
                        "a memo that was not copied whole",
                        "failed",
                        "office.broken"));
    }

    private static byte[] packed(String folder, List<String> parts) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (String part : parts) {
                byte[] bytes = resource(folder + part);
                ZipEntry entry = new ZipEntry(part);
                entry.setTimeLocal(LocalDateTime.of(2027, 4, 13, 10, 0));
                if (part.equals("mimetype")) {
                    store(entry, bytes);
                }
                zip.putNextEntry(entry);
                zip.write(bytes);
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }

    /** By this part the file is known before anything is unpacked. */
    private static void store(ZipEntry entry, byte[] bytes) {
        CRC32 sum = new CRC32();
        sum.update(bytes);
        entry.setMethod(ZipEntry.STORED);
        entry.setSize(bytes.length);
        entry.setCrc(sum.getValue());
    }

    private static byte[] resource(String name) throws IOException {
        try (InputStream in = WrittenPapers.class.getResourceAsStream(PLACE + name)) {
            if (in == null) {
                throw new IOException("The demo lacks its part " + name);
            }
            return in.readAllBytes();
        }
    }
}
