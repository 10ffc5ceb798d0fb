package lectomen.engine.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.identify.FileType;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;

/** What each reader makes of what stands in a file: a table of cases for each format, beside the documents that are laid out. */
class ReadersTest {
    private static final Path CASES = Path.of("src/test/resources/lectomen/engine/office/cases");

    @TempDir
    private Path folder;

    /** @param told the document in lines, as {@link Told} tells it */
    record Case(FileType type, String name, Map<String, Object> all, List<String> told) {
        @SuppressWarnings("unchecked")
        List<String> strings(String key) {
            return (List<String>) all.getOrDefault(key, List.of());
        }

        String text(String key) {
            return all.getOrDefault(key, "").toString();
        }

        @Override
        public String toString() {
            return type.word() + ": " + name;
        }
    }

    static Stream<Case> cases() throws IOException {
        List<Case> cases = new ArrayList<>();
        for (FileType type : List.of(FileType.DOCX, FileType.ODT, FileType.RTF)) {
            Yaml yaml = new Yaml(new SafeConstructor(new LoaderOptions()));
            List<Map<String, Object>> all = yaml.load(Files.readString(CASES.resolve(type.ending() + ".yaml")));
            for (Map<String, Object> one : all) {
                List<String> told = one.get("told").toString().lines().toList();
                cases.add(new Case(type, one.get("case").toString(), one, told));
            }
        }
        return cases.stream();
    }

    @ParameterizedTest
    @MethodSource("cases")
    void whatStandsInAFileIsInTheDocument(Case one) throws IOException {
        Path file = folder.resolve("case." + one.type().ending());
        switch (one.type()) {
            case DOCX -> Packing.docx(file, one.text("body"), one.text("styles"), one.text("numbering"));
            case ODT -> Packing.odt(file, one.text("body"), one.text("styles"));
            default -> Files.write(file, one.text("text").getBytes(StandardCharsets.ISO_8859_1));
        }
        FlowOptions wish = new FlowOptions(
                FlowOptions.Changes.findByWord(one.text("changes")).orElse(FlowOptions.Changes.ACCEPTED),
                one.all().containsKey("comments"));
        FlowDocument document = ((FlowReadResult.Read) FlowReader.read(file, one.type(), wish)).document();
        assertThat(Told.of(document, one.strings("tell"))).isEqualTo(one.told());
        List<String> leftOut = document.inventory().leftOut().stream()
                .map(what -> (what.kind().word() + " " + what.what()).strip())
                .toList();
        assertThat(leftOut).isEqualTo(one.strings("left out"));
        one.strings("found").forEach(kind -> assertThat(document.inventory().count(ContentInventory.Kind.valueOf(kind)))
                .as(kind)
                .isEqualTo(1));
    }

    /** Puts what a case tells into a file around it. */
    private static final class Packing {
        private static final String W = "xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\" ";
        private static final String NAMES = W
                + "xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\" "
                + "xmlns:wp=\"http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing\" "
                + "xmlns:a=\"http://schemas.openxmlformats.org/drawingml/2006/main\" "
                + "xmlns:m=\"http://schemas.openxmlformats.org/officeDocument/2006/math\" "
                + "xmlns:mc=\"http://schemas.openxmlformats.org/markup-compatibility/2006\" "
                + "xmlns:v=\"urn:schemas-microsoft-com:vml\"";
        private static final String RELATIONS = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/";
        private static final String TYPE = "application/vnd.openxmlformats-officedocument.wordprocessingml.";
        private static final String OFFICE =
                "xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\" xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\" "
                        + "xmlns:style=\"urn:oasis:names:tc:opendocument:xmlns:style:1.0\" xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\" "
                        + "xmlns:draw=\"urn:oasis:names:tc:opendocument:xmlns:drawing:1.0\" xmlns:svg=\"urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0\" "
                        + "xmlns:fo=\"urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0\" xmlns:xlink=\"http://www.w3.org/1999/xlink\" "
                        + "xmlns:dc=\"http://purl.org/dc/elements/1.1/\"";

        static void docx(Path file, String body, String styles, String numbering) throws IOException {
            zip(
                    file,
                    Map.of(
                            "[Content_Types].xml",
                            "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\">"
                                    + "<Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/>"
                                    + part("document", "document.main") + part("styles", "styles")
                                    + part("numbering", "numbering") + "</Types>",
                            "_rels/.rels",
                            relations("<Relationship Id=\"r1\" Type=\"" + RELATIONS
                                    + "officeDocument\" Target=\"word/document.xml\"/>"),
                            "word/_rels/document.xml.rels",
                            relations(relation("styles") + relation("numbering")),
                            "word/document.xml",
                            "<w:document " + NAMES + "><w:body>" + body + "</w:body></w:document>",
                            "word/styles.xml",
                            "<w:styles " + W + ">" + styles + "</w:styles>",
                            "word/numbering.xml",
                            "<w:numbering " + W + ">" + numbering + "</w:numbering>"));
        }

        private static String part(String name, String type) {
            return "<Override PartName=\"/word/" + name + ".xml\" ContentType=\"" + TYPE + type + "+xml\"/>";
        }

        private static String relations(String inside) {
            return "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\">" + inside
                    + "</Relationships>";
        }

        private static String relation(String name) {
            return "<Relationship Id=\"" + name + "\" Type=\"" + RELATIONS + name + "\" Target=\"" + name + ".xml\"/>";
        }

        static void odt(Path file, String body, String styles) throws IOException {
            zip(
                    file,
                    Map.of(
                            "mimetype",
                            "application/vnd.oasis.opendocument.text",
                            "content.xml",
                            "<office:document-content " + OFFICE + "><office:automatic-styles>" + styles
                                    + "</office:automatic-styles><office:body><office:text>" + body
                                    + "</office:text></office:body></office:document-content>"));
        }

        private static void zip(Path file, Map<String, String> parts) throws IOException {
            try (OutputStream out = Files.newOutputStream(file);
                    ZipOutputStream zip = new ZipOutputStream(out)) {
                for (Map.Entry<String, String> part : parts.entrySet()) {
                    zip.putNextEntry(new ZipEntry(part.getKey()));
                    zip.write(part.getValue().getBytes(StandardCharsets.UTF_8));
                    zip.closeEntry();
                }
            }
        }
    }
}
