package lectomen.engine.ocr;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import javax.imageio.ImageIO;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.Pixels;
import lectomen.engine.ocr.print.Faces;
import lectomen.engine.ocr.print.Machine;
import lectomen.engine.ocr.print.Printed;
import lectomen.engine.ocr.print.Prose;
import lectomen.engine.ocr.print.Seeds;

/**
 * How the set of {@link ShippedLevelTest} was made. What is read is compared with the set as it is there, so this is run by hand,
 * in the folder of the module, when another set is wanted.
 */
final class ShippedSet {
    private static final int WORDS = 120;
    private static final double POINTS = 7.5;
    private static final double MILLIMETRES_HIGH = 75;

    private ShippedSet() {}

    public static void main(String[] arguments) throws IOException {
        for (Machine machine : Machine.values()) {
            make(machine);
        }
    }

    private static void make(Machine machine) throws IOException {
        Random random = Seeds.random(606 + machine.ordinal());
        Faces.Face face = Faces.unseen().get(machine.ordinal());
        Printed printed = machine.through(Prose.page(face.plain(), POINTS, WORDS, random), random);
        BufferedImage whole = printed.page();
        int height = (int) (MILLIMETRES_HIGH / 25.4 * machine.dots());
        BufferedImage top = Pixels.empty(whole.getWidth(), height, ColourDepth.GREY);
        top.createGraphics().drawImage(whole, 0, 0, null);
        Path folder = Path.of("src/test/resources/lectomen/engine/ocr/shipped");
        Files.createDirectories(folder);
        try (OutputStream out = Files.newOutputStream(folder.resolve(ShippedLevelTest.picture(machine)))) {
            boolean fax = machine == Machine.FAX;
            ImageIO.write(fax ? Pixels.as(ColourDepth.BLACK_AND_WHITE, top) : top, fax ? "png" : "jpg", out);
        }
        Files.writeString(folder.resolve(ShippedLevelTest.text(machine)), String.join("\n", printed.lines()) + "\n");
    }
}
