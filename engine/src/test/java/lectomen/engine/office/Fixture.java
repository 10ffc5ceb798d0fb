package lectomen.engine.office;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import lectomen.engine.identify.FileType;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;

/**
 * A document and what its pages must look like. One that is packed lies as the folder of its parts, over those that all of its kind
 * share; of a body alone the rest is put around it.
 *
 * @param expected what stands in {@code expected.yaml}: the number of pages, the first and last word of each, and the places of words
 */
record Fixture(String name, FileType type, Path folder, Map<String, Object> expected) {
    private static final Path ALL = Path.of("src/test/resources/lectomen/engine/office");
    private static final String BODY_BEFORE = """
            <?xml version="1.0" encoding="UTF-8" standalone="yes"?>
            <w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main" \
            xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" \
            xmlns:wp="http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing" \
            xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" \
            xmlns:pic="http://schemas.openxmlformats.org/drawingml/2006/picture" \
            xmlns:mc="http://schemas.openxmlformats.org/markup-compatibility/2006" \
            xmlns:wps="http://schemas.microsoft.com/office/word/2010/wordprocessingShape" \
            xmlns:m="http://schemas.openxmlformats.org/officeDocument/2006/math" \
            xmlns:v="urn:schemas-microsoft-com:vml"><w:body>
            """;

    static List<Fixture> all() throws IOException {
        List<Fixture> all = new ArrayList<>();
        for (FileType type : List.of(FileType.DOCX, FileType.ODT, FileType.RTF, FileType.TEXT)) {
            try (Stream<Path> folders = Files.list(ALL.resolve(type.word()))) {
                for (Path folder : folders.sorted().toList()) {
                    if (Files.exists(folder.resolve("expected.yaml"))) {
                        all.add(new Fixture(type.word() + " " + folder.getFileName(), type, folder, expected(folder)));
                    }
                }
            }
        }
        return all;
    }

    private static Map<String, Object> expected(Path folder) throws IOException {
        Yaml yaml = new Yaml(new SafeConstructor(new LoaderOptions()));
        return yaml.load(Files.readString(folder.resolve("expected.yaml")));
    }

    @Override
    public String toString() {
        return name;
    }

    /** The document as a file. */
    Path write(Path into) throws IOException {
        Path file = into.resolve(folder.getFileName() + "." + type.ending());
        switch (type) {
            case DOCX, ODT -> pack(file);
            default -> Files.write(file, content());
        }
        return file;
    }

    private byte[] content() throws IOException {
        return Files.readAllBytes(folder.resolve("document." + type.ending()));
    }

    private void pack(Path file) throws IOException {
        Map<String, byte[]> parts = new TreeMap<>();
        addParts(folder.resolveSibling("common"), parts);
        addParts(folder, parts);
        parts.remove("expected.yaml");
        byte[] body = parts.remove("body.xml");
        if (body != null) {
            String whole = BODY_BEFORE + new String(body, StandardCharsets.UTF_8) + "</w:body></w:document>";
            parts.put("word/document.xml", whole.getBytes(StandardCharsets.UTF_8));
        }
        try (OutputStream out = Files.newOutputStream(file);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            byte[] kind = parts.remove("mimetype");
            if (kind != null) {
                putPlain(zip, kind);
            }
            for (Map.Entry<String, byte[]> part : parts.entrySet()) {
                zip.putNextEntry(new ZipEntry(part.getKey()));
                zip.write(part.getValue());
                zip.closeEntry();
            }
        }
    }

    /** The kind of an open document stands first and unpacked, so that it is known by its first bytes. */
    private static void putPlain(ZipOutputStream zip, byte[] kind) throws IOException {
        ZipEntry entry = new ZipEntry("mimetype");
        CRC32 sum = new CRC32();
        sum.update(kind);
        entry.setMethod(ZipEntry.STORED);
        entry.setSize(kind.length);
        entry.setCrc(sum.getValue());
        zip.putNextEntry(entry);
        zip.write(kind);
        zip.closeEntry();
    }

    private static void addParts(Path folder, Map<String, byte[]> parts) throws IOException {
        if (!Files.isDirectory(folder)) {
            return;
        }
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                parts.put(folder.relativize(file).toString(), Files.readAllBytes(file));
            }
        }
    }

    /** All words of its text in their order, as far as they are told. */
    List<String> words() {
        return List.of(expected.get("words").toString().strip().split("\\s+"));
    }

    @SuppressWarnings("unchecked")
    List<Map<String, Object>> places() {
        return (List<Map<String, Object>>) expected.getOrDefault("places", List.of());
    }

    @SuppressWarnings("unchecked")
    List<Object> list(String name) {
        return (List<Object>) expected.getOrDefault(name, List.of());
    }
}
