package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Objects;
import java.util.Properties;
import javax.imageio.ImageIO;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.ocr.print.Errors;
import lectomen.engine.ocr.print.Machine;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A small set of pictures that never changes: weights or code that read it worse than what was shipped last are a step back. */
class ShippedLevelTest {
    /** @param shipped how many characters the last shipped reader has wrong */
    @ParameterizedTest
    @CsvSource({"CLEAN, 1", "OFFICE, 1", "POOR, 0", "FAX, 4", "PHOTOGRAPH, 0"})
    void noMoreCharactersAreWrongThanWhenShipped(Machine machine, int shipped) throws Exception {
        BufferedImage page;
        try (InputStream in = resource(picture(machine))) {
            page = Pixels.as(machine == Machine.FAX ? ColourDepth.BLACK_AND_WHITE : ColourDepth.GREY, ImageIO.read(in));
        }
        String wanted;
        try (InputStream in = resource(text(machine))) {
            wanted = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        PagePixels pixels = new PagePixels(page, machine.dots(), machine.dots());
        String read = PageTextReader.read(pixels, 1, ReadingOptions.USUAL).text();
        Errors errors = Errors.ofSigns(read, wanted);
        assertThat(errors.wrong()).as(errors + "\n" + read + "\n" + wanted).isLessThanOrEqualTo(shipped);
    }

    /** What the model card says is of these weights and of no others. */
    @Test
    void theWeightsAreThoseThatWereDescribed() throws Exception {
        Properties told = new Properties();
        byte[] weights;
        try (InputStream in = Objects.requireNonNull(LineNet.class.getResourceAsStream("lines.properties"));
                InputStream onnx = Objects.requireNonNull(LineNet.class.getResourceAsStream("lines.onnx"))) {
            told.load(in);
            weights = onnx.readAllBytes();
        }
        byte[] hash = MessageDigest.getInstance("SHA-256").digest(weights);
        assertThat(HexFormat.of().formatHex(hash)).isEqualTo(told.getProperty("sha256"));
        String card = Files.readString(Path.of("../docs/model-card.md"));
        int lines = Integer.parseInt(told.getProperty("lines.trained"));
        assertThat(card).contains(String.format(Locale.UK, "added %,d lines", lines));
    }

    static String picture(Machine machine) {
        return machine.name().toLowerCase(Locale.ROOT) + (machine == Machine.FAX ? ".png" : ".jpg");
    }

    static String text(Machine machine) {
        return machine.name().toLowerCase(Locale.ROOT) + ".txt";
    }

    private static InputStream resource(String name) {
        return Objects.requireNonNull(ShippedLevelTest.class.getResourceAsStream("shipped/" + name), name);
    }
}
