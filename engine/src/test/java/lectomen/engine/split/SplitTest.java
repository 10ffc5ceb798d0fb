package lectomen.engine.split;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SplitTest {
    @TempDir
    private Path temp;

    /** A PDF whose pages are as wide as 100 points for each place. */
    private Path pdf(int pages) throws IOException {
        Path file = temp.resolve("in.pdf");
        try (PDDocument document = new PDDocument()) {
            for (int page = 1; page <= pages; page++) {
                document.addPage(new PDPage(new PDRectangle(100 * page, 200)));
            }
            document.save(file.toFile());
        }
        return file;
    }

    private SplitResult split(Path file, FileType type, String pages, int each) throws IOException {
        PageChoice choice = PageChoice.find(pages).orElseThrow();
        return new PageSplitter(temp, Progress.Listener.NONE).split(file, type, choice, each);
    }

    private static List<Piece> pieces(SplitResult result) {
        assertThat(result).isInstanceOf(SplitResult.Pieces.class);
        return ((SplitResult.Pieces) result).pieces();
    }

    private static Reason refusal(SplitResult result) {
        assertThat(result).isInstanceOf(SplitResult.Refused.class);
        return ((SplitResult.Refused) result).reason();
    }

    private static String pagesOf(Piece piece) {
        return piece.firstPage() + "-" + piece.lastPage();
    }

    private static String widths(Path file) {
        try (PDDocument document = Loader.loadPDF(file.toFile())) {
            StringBuilder widths = new StringBuilder();
            document.getPages()
                    .forEach(page -> widths.append(Math.round(page.getMediaBox().getWidth() / 100)));
            return widths.toString();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "all, 1, '1-1 2-2 3-3 4-4 5-5', '1 2 3 4 5'",
        "all, 2, '1-2 3-4 5-5', '12 34 5'",
        "2 to last, 3, '2-4 5-5', '234 5'",
        "last, 1, '5-5', '5'",
        "all, 9, '1-5', '12345'",
    })
    void pdfPagesGoIntoFilesInTheirOrder(String pages, int each, String ranges, String widths) throws IOException {
        List<Piece> pieces = pieces(split(pdf(5), FileType.PDF, pages, each));
        assertThat(pieces.stream().map(SplitTest::pagesOf)).containsExactly(ranges.split(" "));
        assertThat(pieces.stream().map(Piece::file).map(SplitTest::widths)).containsExactly(widths.split(" "));
    }

    @Test
    void pagesThatAreNotThereAreSaid() throws IOException {
        assertThat(refusal(split(pdf(5), FileType.PDF, "6 to 9", 1)).words())
                .isEqualTo("None of the pages 6 to 9 exists; the document has 5 pages.");
    }

    @Test
    void aBrokenPdfIsRefusedWithItsReason() throws IOException {
        Path file = Files.writeString(temp.resolve("broken.pdf"), "%PDF-1.7 and no more");
        assertThat(refusal(split(file, FileType.PDF, "all", 1)).code()).isEqualTo("pdf.broken");
    }

    @Test
    void tooManyPagesAreRefused() throws IOException {
        assertThat(refusal(split(pdf(PageSplitter.MOST_PIECES + 1), FileType.PDF, "all", 1))
                        .words())
                .isEqualTo("The document would become 2001 documents; at most 2000 are made.");
    }

    @Test
    void aTextHasNoPages() throws IOException {
        Path file = Files.writeString(temp.resolve("a.txt"), "text");
        assertThat(refusal(split(file, FileType.TEXT, "all", 1)).words())
                .isEqualTo("\"each: page\" needs a PDF, TIFF or picture file, not text.");
    }

    @Test
    void tiffPagesKeepTheirPixelsAndTheirResolution() throws IOException {
        Path file = temp.resolve("dives.tif");
        try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, 90)) {
            for (int page = 1; page <= 3; page++) {
                BufferedImage image = new BufferedImage(40, 30, BufferedImage.TYPE_BYTE_GRAY);
                image.getRaster().setSample(page, 5, 0, 200);
                out.add(new PagePixels(image, 200, 200));
            }
        }
        List<Piece> pieces = pieces(split(file, FileType.TIFF, "all", 1));
        assertThat(pieces).hasSize(3);
        for (int page = 1; page <= 3; page++) {
            PictureFile.Opening opening = PictureFile.open(pieces.get(page - 1).file(), FileType.TIFF);
            try (PictureFile made = ((PictureFile.Opening.Open) opening).file()) {
                assertThat(made.pages()).hasSize(1);
                PagePixels pixels = made.readAsStored(1, 10_000);
                assertThat(pixels.dotsPerInchX()).isEqualTo(200);
                assertThat(pixels.ink()).isEqualTo(ColourDepth.GREY);
                assertThat(pixels.image().getRaster().getSample(page, 5, 0)).isEqualTo(200);
            }
        }
    }

    private Path zip(Map<String, String> files) throws IOException {
        Path file = temp.resolve("in.zip");
        try (OutputStream out = Files.newOutputStream(file);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, String> one : new TreeMap<>(files).entrySet()) {
                zip.putNextEntry(new ZipEntry(one.getKey()));
                zip.write(one.getValue().getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
        }
        return file;
    }

    @Test
    void filesOfAnArchiveKeepNameFolderAndContent() throws IOException {
        Path file =
                zip(Map.of("notes/", "", "notes/Ärmel.txt", "one", "plan.pdf", "%PDF-1.7", "../../etc/x.txt", "three"));
        List<Piece> pieces = pieces(new ArchiveUnpacker(temp).unpack(file, FileType.ZIP, name -> true));
        assertThat(pieces).extracting(Piece::name).containsExactly("x.txt", "Ärmel.txt", "plan.pdf");
        assertThat(pieces).extracting(Piece::subfolder).containsExactly("etc", "notes", "");
        assertThat(pieces).extracting(Piece::type).containsExactly(FileType.TEXT, FileType.TEXT, FileType.PDF);
        assertThat(pieces.get(1).file()).hasContent("one");
        assertThat(pieces.get(0).file().getParent())
                .as("nothing leaves the folder")
                .isEqualTo(temp);
    }

    @Test
    void onlyTheWantedFilesAreUnpacked() throws IOException {
        Path file = zip(Map.of("a.txt", "one", "b.csv", "two"));
        assertThat(pieces(new ArchiveUnpacker(temp).unpack(file, FileType.ZIP, name -> name.endsWith("csv"))))
                .extracting(Piece::name)
                .containsExactly("b.csv");
        assertThat(refusal(new ArchiveUnpacker(temp).unpack(file, FileType.ZIP, name -> false))
                        .code())
                .isEqualTo("split.no-files");
    }

    @Test
    void anArchiveThatUnpacksToMoreThanTheLimitIsRefused() throws IOException {
        Path file = zip(Map.of("a.txt", "x".repeat(600_000), "b.txt", "x".repeat(600_000)));
        assertThat(Files.size(file)).isLessThan(5_000);
        assertThat(refusal(new ArchiveUnpacker(temp, 1_000_000).unpack(file, FileType.ZIP, name -> true))
                        .words())
                .isEqualTo("The archive unpacks to more than 1 MB.");
    }

    /** Made with {@code zip -P}, since Java writes no such archive. */
    @Test
    void anArchiveWithAPasswordIsRefusedWithThatReason() throws IOException {
        Path file = temp.resolve("locked.zip");
        try (InputStream in = SplitTest.class.getResourceAsStream("locked.zip")) {
            Files.copy(in, file);
        }
        assertThat(refusal(new ArchiveUnpacker(temp).unpack(file, FileType.ZIP, name -> true))
                        .words())
                .isEqualTo("The archive needs a password. Send a copy without a password.");
    }

    @ParameterizedTest
    @CsvSource({"names-in-older-letters.zip, Über die Brücke.txt", "made-by-a-stream.zip, note.txt"})
    void archivesOfOtherProgramsAreUnpacked(String archive, String name) throws IOException {
        Path file = temp.resolve(archive);
        try (InputStream in = SplitTest.class.getResourceAsStream(archive)) {
            Files.copy(in, file);
        }
        List<Piece> pieces = pieces(new ArchiveUnpacker(temp).unpack(file, FileType.ZIP, any -> true));
        assertThat(pieces).extracting(Piece::name).containsExactly(name);
        assertThat(pieces.get(0).file()).hasContent("Vessel: Grey Heron");
    }

    @Test
    void whatIsNoArchiveIsRefused() throws IOException {
        Path broken = Files.writeString(temp.resolve("broken.zip"), "PK\3\4 and no more");
        assertThat(refusal(new ArchiveUnpacker(temp).unpack(broken, FileType.ZIP, name -> true))
                        .code())
                .isEqualTo("split.broken-archive");
        assertThat(refusal(new ArchiveUnpacker(temp).unpack(broken, FileType.PDF, name -> true))
                        .words())
                .isEqualTo("\"each: file\" needs a ZIP archive, not pdf.");
    }
}
