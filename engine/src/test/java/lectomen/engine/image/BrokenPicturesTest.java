package lectomen.engine.image;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import javax.imageio.ImageIO;
import lectomen.engine.identify.FileType;
import lectomen.engine.prepare.PaperMaker;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Pictures that are cut off, or whose bytes were spoilt: said, never shown as paper that is empty. */
class BrokenPicturesTest {
    @TempDir
    private Path temp;

    private Path picture(FileType type, ColourDepth ink) throws IOException {
        Path file = temp.resolve("page." + type.ending());
        BufferedImage letter = Pixels.as(ink, new PaperMaker(9, 100).letter());
        if (PictureWriter.writes(type)) {
            try (PictureWriter out = PictureWriter.begin(type, file, 85)) {
                out.add(new PagePixels(letter, 100, 100));
            }
        } else {
            ImageIO.write(letter, type.word(), file.toFile());
        }
        return file;
    }

    /** The page, or empty where it was refused. */
    private static Optional<BufferedImage> read(Path file, FileType type) throws IOException {
        PictureFile.Opening opening = PictureFile.open(file, type);
        if (opening instanceof PictureFile.Opening.Refused) {
            return Optional.empty();
        }
        try (PictureFile pictures = ((PictureFile.Opening.Open) opening).file()) {
            return Optional.of(pictures.read(1, Long.MAX_VALUE).image());
        } catch (IOException refused) {
            return Optional.empty();
        }
    }

    @ParameterizedTest
    @CsvSource({
        "TIFF, BLACK_AND_WHITE",
        "TIFF, GREY",
        "TIFF, COLOUR",
        "JPEG, GREY",
        "JPEG, COLOUR",
        "PNG, COLOUR",
        "PNG, BLACK_AND_WHITE",
        "GIF, GREY",
        "BMP, COLOUR"
    })
    void aPictureThatIsCutOffIsRefused(FileType type, ColourDepth ink) throws IOException {
        Path file = picture(type, ink);
        byte[] whole = Files.readAllBytes(file);
        assertThat(read(file, type)).isPresent();
        for (int percent : new int[] {3, 30, 60, 90}) {
            Files.write(file, Arrays.copyOf(whole, whole.length * percent / 100));
            assertThat(read(file, type)).as(percent + " % of it").isEmpty();
        }
    }
}
