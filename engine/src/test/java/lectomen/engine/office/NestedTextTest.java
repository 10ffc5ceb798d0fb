package lectomen.engine.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.ReadResult;
import lectomen.engine.progress.Progress;
import lectomen.engine.read.DocumentReader;
import lectomen.engine.reason.Reason;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Text that lies deep in others is read, or it is said that it was left out. */
class NestedTextTest {
    private static final String WORDS =
            "<w:document xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\"><w:body>";
    private static final String OPEN = """
            <office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" \
            xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" \
            xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0"><office:body><office:text>""";

    @TempDir
    private Path folder;

    private Path packed(FileType type, Map<String, String> parts) throws IOException {
        Path file = folder.resolve("nested." + type.ending());
        try (OutputStream out = Files.newOutputStream(file);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, String> part : parts.entrySet()) {
                zip.putNextEntry(new ZipEntry(part.getKey()));
                zip.write(part.getValue().getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
        }
        return file;
    }

    private Path file(FileType type, String body) throws IOException {
        if (type == FileType.ODT) {
            return packed(
                    type,
                    Map.of("content.xml", OPEN + body + "</office:text></office:body></office:document-content>"));
        }
        return packed(
                type,
                Map.of(
                        "[Content_Types].xml",
                        """
                        <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" \
                        ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override \
                        PartName="/word/document.xml" \
                        ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>""",
                        "_rels/.rels",
                        """
                        <Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r" \
                        Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" \
                        Target="word/document.xml"/></Relationships>""",
                        "word/document.xml",
                        WORDS + body + "</w:body></w:document>"));
    }

    /** @param nested written as {@code N*open*inside*close} for N times the same around it */
    private static String body(String nested) {
        String[] parts = nested.split("\\*");
        int times = Integer.parseInt(parts[1]);
        return parts[0] + parts[2].repeat(times) + parts[3] + parts[4].repeat(times) + parts[5];
    }

    private String text(Path file, FileType type) throws IOException {
        ReadResult reading = DocumentReader.usual().read(file, type, "a test", Progress.Listener.NONE);
        return ((ReadResult.Read) reading).text().pages().get(0).text();
    }

    private String notes(Path file, FileType type) throws IOException {
        SourceDocument source = new SourceDocument(file, type, "nested");
        ConversionResult made = new Converter(folder, source, Instant.EPOCH, Progress.Listener.NONE)
                .convert(source, Conversion.to(TargetFormat.PDF));
        return ((ConversionResult.Files) made)
                .notes().stream().map(Reason::words).toList().toString();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            DOCX ~ <w:p>*20000*<w:sdt><w:sdtContent>*<w:r><w:t>North quay</w:t></w:r>*</w:sdtContent></w:sdt>*</w:p> ~ North quay
            DOCX ~ <w:p/>*20000*<w:sdt><w:sdtPr/><w:sdtContent>*<w:p><w:r><w:t>North quay</w:t></w:r></w:p>*</w:sdtContent></w:sdt>*<w:p/> ~ North quay
            DOCX ~ <w:p>*300*<w:smartTag>*<w:r><w:t>North quay</w:t></w:r>*</w:smartTag>*</w:p> ~ North quay
            DOCX ~ <w:tbl>*300*<w:customXml>*<w:tr><w:sdt><w:sdtContent><w:tc><w:p><w:r><w:t>North quay</w:t></w:r></w:p></w:tc></w:sdtContent></w:sdt></w:tr>*</w:customXml>*</w:tbl> ~ North quay
            DOCX ~ <w:p><w:r><w:t>a</w:t></w:r>*1*<w:r><w:ruby><w:rt><w:r><w:t>kei</w:t></w:r></w:rt><w:rubyBase>*<w:r><w:t>quay</w:t></w:r>*</w:rubyBase></w:ruby></w:r>*</w:p> ~ aquay(kei)
            ODT ~ <text:p>a *1*<text:ruby><text:ruby-base>*quay*</text:ruby-base><text:ruby-text>kei</text:ruby-text></text:ruby>* b</text:p> ~ a quay(kei) b
            ODT ~ <text:p>*30*<text:span>*North quay*</text:span>*</text:p> ~ North quay
            """)
    void itIsRead(FileType type, String nested, String text) throws IOException {
        Path file = file(type, body(nested));
        assertThat(text(file, type)).isEqualTo(text);
        assertThat(notes(file, type)).doesNotContain("too deep");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            DOCX ~ <w:p><w:r><w:t>a</w:t></w:r>*60*<w:ins>*<w:r><w:t>North quay</w:t></w:r>*</w:ins>*</w:p>
            DOCX ~ <w:p><w:r><w:t>a</w:t></w:r></w:p>*60*<w:ins>*<w:p><w:r><w:t>North quay</w:t></w:r></w:p>*</w:ins>*<w:p/>
            ODT ~ <text:p>a*60*<text:span>*North quay*</text:span>*</text:p>
            ODT ~ <text:p>a</text:p>*60*<text:section>*<text:p>North quay</text:p>*</text:section>*<text:p/>
            ODT ~ <text:p>a</text:p>*60*<text:list><text:list-item>*<text:p>North quay</text:p>*</text:list-item></text:list>*<text:p/>
            """)
    void textNestedTooDeepIsReported(FileType type, String nested) throws IOException {
        Path file = file(type, body(nested));
        assertThat(text(file, type)).doesNotContain("North");
        assertThat(notes(file, type)).contains("piece of nested text").contains("nested too deeply");
    }
}
