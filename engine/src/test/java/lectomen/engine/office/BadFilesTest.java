package lectomen.engine.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.identify.FileType;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is broken, sealed or made to do harm gets its reason, or the pages that can be had and a list of what is left out. */
class BadFilesTest {
    private static final String TYPES = """
            <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" \
            ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" \
            ContentType="application/xml"/><Default Extension="bin" ContentType="application/vnd.ms-office.vbaProject"/><Override \
            PartName="/word/document.xml" \
            ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>""";
    private static final String RELATIONS = """
            <Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" \
            Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" \
            Target="word/document.xml"/></Relationships>""";
    private static final String OPEN =
            "<w:document xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\"><w:body>";
    private static final String CLOSE = "</w:body></w:document>";

    @TempDir
    private Path folder;

    private record Part(String name, byte[] bytes) {
        Part(String name, String text) {
            this(name, text.getBytes(StandardCharsets.UTF_8));
        }
    }

    private Path packed(String name, Part... parts) throws IOException {
        Path file = folder.resolve(name);
        try (OutputStream out = Files.newOutputStream(file);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Part part : parts) {
                zip.putNextEntry(new ZipEntry(part.name()));
                zip.write(part.bytes());
                zip.closeEntry();
            }
        }
        return file;
    }

    private Path document(String body, Part... more) throws IOException {
        Part[] parts = Arrays.copyOf(more, more.length + 3);
        parts[more.length] = new Part("[Content_Types].xml", TYPES);
        parts[more.length + 1] = new Part("_rels/.rels", RELATIONS);
        parts[more.length + 2] = new Part("word/document.xml", body);
        return packed("document.docx", parts);
    }

    private ConversionResult made(Path file, FileType type) throws IOException {
        SourceDocument source = new SourceDocument(file, type, String.valueOf(file.getFileName()));
        return new Converter(folder, source, Instant.EPOCH, Progress.Listener.NONE)
                .convert(source, Conversion.to(TargetFormat.PDF_A_2U));
    }

    private String refusal(Path file, FileType type) throws IOException {
        return ((ConversionResult.Failed) made(file, type)).reason().code();
    }

    private List<String> notes(Path file, FileType type) throws IOException {
        return ((ConversionResult.Files) made(file, type))
                .notes().stream().map(Reason::words).toList();
    }

    private static String paragraph(String text) {
        return "<w:p><w:r><w:t>" + text + "</w:t></w:r></w:p>";
    }

    /** A file in the container of the older formats. */
    private Path container(String entry) throws IOException {
        Path file = folder.resolve("container.doc");
        try (POIFSFileSystem container = new POIFSFileSystem();
                OutputStream out = Files.newOutputStream(file)) {
            container.createDocument(new ByteArrayInputStream(new byte[600]), entry);
            container.writeFilesystem(out);
        }
        return file;
    }

    @Test
    void aDocumentSealedByAPasswordIsRefused() throws IOException {
        assertThat(refusal(container("EncryptedPackage"), FileType.OLE2)).isEqualTo("office.password");
    }

    @Test
    void aDocumentOfTheOlderFormatSaysSo() throws IOException {
        assertThat(refusal(container("WordDocument"), FileType.OLE2)).isEqualTo("office.older");
    }

    @Test
    void aSealedOpenDocumentIsRefused() throws IOException {
        Path file = packed(
                "sealed.odt",
                new Part(
                        "META-INF/manifest.xml",
                        "<m:manifest xmlns:m=\"m\"><m:file-entry><m:encryption-data/></m:file-entry></m:manifest>"),
                new Part("content.xml", "sealed"));
        assertThat(refusal(file, FileType.ODT)).isEqualTo("office.password");
    }

    @Test
    void whatIsCutOffIsRefused() throws IOException {
        Path whole = document(OPEN + paragraph("Whole") + CLOSE);
        byte[] bytes = Files.readAllBytes(whole);
        Path half = Files.write(folder.resolve("half.docx"), Arrays.copyOf(bytes, bytes.length / 2));
        assertThat(refusal(half, FileType.DOCX)).isEqualTo("office.broken");
    }

    @Test
    void brokenXmlIsRefused() throws IOException {
        assertThat(refusal(document(OPEN + "<w:p>"), FileType.DOCX)).isEqualTo("office.broken");
    }

    @Test
    void entitiesAreNotExpanded() throws IOException {
        Path file = document("<!DOCTYPE x [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;&a;&a;&a;&a;\">]>" + OPEN
                + paragraph("&b;") + CLOSE);
        assertThat(refusal(file, FileType.DOCX)).isEqualTo("office.broken");
    }

    @Test
    void whatSwellsIsNotUnpacked() throws IOException {
        byte[] swelling = new byte[64 << 20];
        Arrays.fill(swelling, (byte) ' ');
        Path file = document(OPEN + paragraph("Small") + CLOSE, new Part("word/media/image1.png", swelling));
        assertThat(refusal(file, FileType.DOCX)).isEqualTo("office.expands");
    }

    @Test
    void tablesInTablesWithoutEndAreReadAsDeepAsPeopleNestThem() throws IOException {
        String open = "<w:tbl><w:tblGrid><w:gridCol w:w=\"9000\"/></w:tblGrid><w:tr><w:tc>";
        String close = "<w:p/></w:tc></w:tr></w:tbl>";
        Path file = document(OPEN + paragraph("Above") + open.repeat(300) + close.repeat(300) + CLOSE);
        assertThat(notes(file, FileType.DOCX)).anyMatch(note -> note.contains("nested too deeply"));
    }

    @Test
    void groupsWithoutEndAreRefused() throws IOException {
        Path file = Files.writeString(folder.resolve("deep.rtf"), "{\\rtf1 " + "{\\b ".repeat(100_000));
        assertThat(refusal(file, FileType.RTF)).isEqualTo("office.broken");
    }

    @Test
    void macrosAreNotRunAndSaid() throws IOException {
        Path file = document(
                OPEN + paragraph("With a macro") + CLOSE,
                new Part("word/_rels/document.xml.rels", """
                        <Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" \
                        Type="http://schemas.microsoft.com/office/2006/relationships/vbaProject" Target="vbaProject.bin"/><Relationship \
                        Id="rId2" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/attachedTemplate" \
                        Target="file:///c:/templates/harbour.dotm" TargetMode="External"/></Relationships>"""),
                new Part("word/vbaProject.bin", "macro"));
        assertThat(notes(file, FileType.DOCX))
                .anyMatch(note -> note.contains("macro project") && note.contains("active content is not run"))
                .anyMatch(note -> note.contains("external content is not loaded (attachedTemplate)"));
    }

    @Test
    void nothingButBlanksIsRefused() throws IOException {
        Path file = Files.writeString(folder.resolve("blank.txt"), " \n\t\n");
        assertThat(refusal(file, FileType.TEXT)).isEqualTo("office.no-text");
    }
}
