package lectomen.engine.identify;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

class FileTypeTest {
    static Stream<Arguments> heads() throws IOException {
        return Stream.of(
                Arguments.of("", FileType.EMPTY),
                Arguments.of("%PDF-1.7\n%\u00e2\u00e3", FileType.PDF),
                Arguments.of("junk before it\r\n%PDF-1.4", FileType.PDF),
                Arguments.of("x".repeat(2000) + "%PDF-1.4", FileType.TEXT),
                Arguments.of("II*\0\u0008\0\0\0", FileType.TIFF),
                Arguments.of("MM\0*\0\0\0\u0008", FileType.TIFF),
                Arguments.of("\u00ff\u00d8\u00ff\u00e0\0\u0010JFIF", FileType.JPEG),
                Arguments.of("\u0089PNG\r\n\u001a\n\0\0\0\rIHDR", FileType.PNG),
                Arguments.of("GIF89a\1\0", FileType.GIF),
                Arguments.of("RIFF\1\1\1\1WEBPVP8 ", FileType.WEBP),
                Arguments.of("{\\rtf1\\ansi", FileType.RTF),
                Arguments.of("ISO-10303-21;\nHEADER;", FileType.STEP),
                Arguments.of("  0\nSECTION\n  2\nHEADER\n", FileType.DXF),
                Arguments.of("999\na remark\n  0\r\nSECTION\r\n  2\r\nHEADER\r\n", FileType.DXF),
                Arguments.of("<?xml version=\"1.0\"?><notice/>", FileType.XML),
                Arguments.of("<?xml version=\"1.0\"?><svg xmlns=\"x\"/>", FileType.SVG),
                Arguments.of("<!DOCTYPE html><html>", FileType.HTML),
                Arguments.of("{ \"gauge\": 4.2 }", FileType.JSON),
                Arguments.of("[1, 2, 3]", FileType.JSON),
                Arguments.of("[Notice] to all mariners", FileType.TEXT),
                Arguments.of(
                        "From: quay@harbour.example\nTo: office@harbour.example\nSubject: dive\n\nHello",
                        FileType.MAIL),
                Arguments.of("From the harbour office\nTo all\n", FileType.TEXT),
                Arguments.of("day;high;low\n1;4.2;0.3\n2;4.4;0.2\n", FileType.CSV),
                Arguments.of("time,level\n00:00,2.31\n06:00,4.77\n", FileType.CSV),
                Arguments.of("Dear all,\nthe lock is closed, sadly\nuntil noon, we think\n", FileType.TEXT),
                Arguments.of("Dear master,\nthe berth is free.\n", FileType.TEXT),
                Arguments.of("D\0e\0p\0t\0h\0 \0\u00f8\0\n\0", FileType.TEXT),
                Arguments.of("\0D\0e\0p\0t\0h\0\n", FileType.TEXT),
                Arguments.of("\u00ff\u00fea\0b\0", FileType.TEXT),
                Arguments.of("D\0\1\0p\0t\0h\0", FileType.UNKNOWN),
                Arguments.of("binary\0bytes\1here", FileType.UNKNOWN),
                Arguments.of(zip("[Content_Types].xml", "word/document.xml"), FileType.DOCX),
                Arguments.of(zip("[Content_Types].xml", "xl/workbook.xml"), FileType.XLSX),
                Arguments.of(zip("readme.txt"), FileType.ZIP));
    }

    private static String zip(String... names) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (String name : names) {
                zip.putNextEntry(new ZipEntry(name));
                zip.write(1);
            }
        }
        return out.toString(StandardCharsets.ISO_8859_1);
    }

    @ParameterizedTest
    @MethodSource("heads")
    void aFileIsToldByItsContent(String head, FileType expected) {
        assertThat(FileType.of(head.getBytes(StandardCharsets.ISO_8859_1))).isEqualTo(expected);
    }

    @Test
    void textIsToldInAnyEncodingEvenWhenTheHeadCutsACharacter() {
        assertThat(FileType.of("Fiskø Light".getBytes(StandardCharsets.UTF_8))).isEqualTo(FileType.TEXT);
        assertThat(FileType.of("Fiskø Light".getBytes(StandardCharsets.ISO_8859_1)))
                .isEqualTo(FileType.TEXT);
        assertThat(FileType.of("Fiskø Light".getBytes(StandardCharsets.UTF_16))).isEqualTo(FileType.TEXT);
        byte[] cut = Arrays.copyOf("ø".repeat(40_000).getBytes(StandardCharsets.UTF_8), FileType.HEAD_BYTES - 1);
        assertThat(FileType.of(cut)).isEqualTo(FileType.TEXT);
    }

    @Test
    void noBytesWhateverMakeItFail() {
        Random random = new Random(4711);
        for (int i = 0; i < 3_000; i++) {
            byte[] head = new byte[random.nextInt(300)];
            random.nextBytes(head);
            assertThat(FileType.of(head) == FileType.EMPTY).isEqualTo(head.length == 0);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "'day;high', tides.csv, CSV",
        "'day;high', Tides.CSV, CSV",
        "'day;high', tides.txt, TEXT",
        "'day;high', csv, TEXT",
        "'{\"day\": 1}', tides.csv, JSON",
        "'%PDF-1.7', tides.csv, PDF",
        "'a;b\n1;2\n3;4\n', tides.txt, CSV"
    })
    void contentDecidesAndTheNameTellsTextFromATableOfFewLines(String content, String name, FileType type) {
        assertThat(FileType.of(content.getBytes(StandardCharsets.UTF_8), name)).isEqualTo(type);
    }

    @ParameterizedTest
    @EnumSource(FileType.class)
    void everyTypeIsFoundByItsWord(FileType type) {
        assertThat(FileType.findByWord(type.word())).contains(type);
    }
}
