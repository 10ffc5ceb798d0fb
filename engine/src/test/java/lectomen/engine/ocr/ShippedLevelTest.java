package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Objects;
import java.util.Properties;
import java.util.Random;
import javax.imageio.ImageIO;
import lectomen.engine.image.Ink;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Points;
import lectomen.engine.ocr.print.Errors;
import lectomen.engine.ocr.print.Faces;
import lectomen.engine.ocr.print.Machine;
import lectomen.engine.ocr.print.Printed;
import lectomen.engine.ocr.print.Prose;
import lectomen.engine.ocr.print.Seeds;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** A small set of pictures that never changes: weights or code that read it worse than what was shipped last are a step back. */
class ShippedLevelTest {
    private static final int WORDS = 120;
    private static final double POINTS = 7.5;
    private static final double MILLIMETRES_HIGH = 75;

    /** @param shipped how many signs the last shipped reader has wrong */
    @ParameterizedTest
    @CsvSource({"CLEAN, 1", "OFFICE, 1", "POOR, 0", "FAX, 4", "PHOTOGRAPH, 0"})
    void noMoreSignsAreWrongThanWereShipped(Machine machine, int shipped) throws Exception {
        BufferedImage page;
        try (InputStream in = resource(picture(machine))) {
            page = Points.as(machine == Machine.FAX ? Ink.BLACK_AND_WHITE : Ink.GREY, ImageIO.read(in));
        }
        String wanted;
        try (InputStream in = resource(text(machine))) {
            wanted = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        PagePixels pixels = new PagePixels(page, machine.dots(), machine.dots());
        String read = PageTextReader.read(pixels, 1, ReadingWish.USUAL).text();
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

    private static String picture(Machine machine) {
        return machine.name().toLowerCase(Locale.ROOT) + (machine == Machine.FAX ? ".png" : ".jpg");
    }

    private static String text(Machine machine) {
        return machine.name().toLowerCase(Locale.ROOT) + ".txt";
    }

    private static InputStream resource(String name) {
        return Objects.requireNonNull(ShippedLevelTest.class.getResourceAsStream("shipped/" + name), name);
    }

    /** How the set was made. What it shows is measured against the set as it lies there, so that it is made anew only on purpose. */
    @ParameterizedTest
    @EnumSource(Machine.class)
    @EnabledIfSystemProperty(named = "lectomen.print", matches = "true")
    void theSetIsMadeAnew(Machine machine) throws Exception {
        Random random = Seeds.random(606 + machine.ordinal());
        Faces.Face face = Faces.unseen().get(machine.ordinal());
        Printed printed = machine.through(Prose.page(face.plain(), POINTS, WORDS, random), random);
        BufferedImage whole = printed.page();
        int height = (int) (MILLIMETRES_HIGH / 25.4 * machine.dots());
        BufferedImage top = Points.empty(whole.getWidth(), height, Ink.GREY);
        top.createGraphics().drawImage(whole, 0, 0, null);
        Path folder = Path.of("src/test/resources/lectomen/engine/ocr/shipped");
        Files.createDirectories(folder);
        try (OutputStream out = Files.newOutputStream(folder.resolve(picture(machine)))) {
            boolean fax = machine == Machine.FAX;
            ImageIO.write(fax ? Points.as(Ink.BLACK_AND_WHITE, top) : top, fax ? "png" : "jpg", out);
        }
        Files.writeString(folder.resolve(text(machine)), String.join("\n", printed.lines()) + "\n");
    }
}
