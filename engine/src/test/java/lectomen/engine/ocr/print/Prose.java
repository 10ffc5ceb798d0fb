package lectomen.engine.ocr.print;

import java.awt.Font;
import java.util.Random;

/** Pages of running text in one face. */
public final class Prose {
    private Prose() {}

    /** @param words how many */
    public static Printed page(Font face, double points, int words, Random random) {
        Press press = new Press(300).face(face, points);
        press.paragraph(new HarbourText(random).words(words), 25, 30, 185, points * 0.3528 * 1.45);
        return press.done();
    }
}
