package lectomen.engine.prepare;

import java.util.List;
import lectomen.engine.image.PagePixels;

/**
 * How much ink a page has, in square millimetres. Borders, punched holes and specks are not ink, nor is what only shows
 * through from the other side: it is too pale. A printed word of eight-point type has 2 to 6 mm²; a stain of the size of a full
 * stop 0.1.
 */
final class InkArea {
    private static final double MM2_PER_SQUARE_INCH = 25.4 * 25.4;
    private static final double SMALLEST_MM2 = 0.02;

    private InkArea() {}

    /** @param marks of the page without borders and holes */
    static double of(List<Marks.Mark> marks, PagePixels page) {
        double perPoint = MM2_PER_SQUARE_INCH / (page.dotsPerInchX() * page.dotsPerInchY());
        return marks.stream()
                .mapToDouble(mark -> mark.area() * perPoint)
                .filter(area -> area >= SMALLEST_MM2)
                .sum();
    }
}
