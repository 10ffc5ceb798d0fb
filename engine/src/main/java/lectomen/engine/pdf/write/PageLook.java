package lectomen.engine.pdf.write;

import java.util.Optional;
import lectomen.engine.image.Paper;

/**
 * How scanned pages are stored in a PDF.
 *
 * @param quality of JPEG pictures in percent, 1 to 100
 * @param paper that pages are fitted to; empty for each picture's true size
 */
public record PageLook(PictureChoice pictures, int quality, Optional<Paper> paper) {
    public static final int USUAL_QUALITY = 85;
    public static final PageLook USUAL = new PageLook(PictureChoice.AS_THEY_ARE, USUAL_QUALITY, Optional.empty());

    public PageLook {
        if (quality < 1 || quality > 100) {
            throw new IllegalArgumentException("A quality of " + quality + " percent");
        }
    }
}
