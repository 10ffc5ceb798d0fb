package lectomen.engine.convert;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.PictureInfo;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Resampling;
import lectomen.engine.image.Turn;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;

/** Scales and turns pictures, and changes their format. */
public final class PictureResizer {
    private static final long MOST_POINTS = 60_000_000;
    private static final long LARGE_POINTS = 20_000_000;

    /**
     * How.
     *
     * @param width in pixels; with a height too, the picture fits into both and keeps its proportions
     * @param height in pixels
     * @param percent of both
     * @param quarters turned to the right
     * @param type that it becomes; empty for the one that it has, or TIFF where that is not written here
     * @param quality of a JPEG in percent
     */
    public record Wanted(
            OptionalInt width,
            OptionalInt height,
            OptionalDouble percent,
            int quarters,
            Optional<FileType> type,
            int quality) {}

    private final Path folder;
    private final Progress.Listener listener;

    public PictureResizer(Path folder, Progress.Listener listener) {
        this.folder = folder;
        this.listener = listener;
    }

    /** @throws IOException if bytes can't be had or written; what is wrong with the document is an answer */
    public ConversionResult resize(SourceDocument source, Wanted wanted) throws IOException {
        if (!PictureFile.opens(source.type())) {
            return ConversionResult.Failed.of(
                    Reason.of("resize.no-picture", "type", source.type().word()));
        }
        PictureFile.Opening opening = PictureFile.open(source.file(), source.type());
        if (opening instanceof PictureFile.Opening.Refused refused) {
            return ConversionResult.Failed.of(refused.reason());
        }
        FileType type = wanted.type().orElse(PictureWriter.writes(source.type()) ? source.type() : FileType.TIFF);
        try (PictureFile pictures = ((PictureFile.Opening.Open) opening).file()) {
            return PictureConverter.toPictures(
                    pictures.pages().size(),
                    number -> resized(pictures, number, wanted),
                    type,
                    wanted.quality(),
                    ending -> Files.createTempFile(folder, "resized-", "." + ending),
                    listener);
        }
    }

    /** A large page that gets much smaller is made so as it is read, so that it is never in memory as a whole. */
    private static PagePixels resized(PictureFile pictures, int number, Wanted wanted) throws IOException {
        PictureInfo info = pictures.pages().get(number - 1);
        boolean sideways = wanted.quarters() % 2 != 0;
        boolean storedSideways = sideways != info.turn().isSideways();
        int oldWidth = storedSideways ? info.height() : info.width();
        int oldHeight = storedSideways ? info.width() : info.height();
        double scale = scale(oldWidth, oldHeight, wanted);
        int width = (int) Math.max(1, Math.round(oldWidth * scale));
        int height = (int) Math.max(1, Math.round(oldHeight * scale));
        if ((long) width * height > MOST_POINTS) {
            throw new IOException("it would have " + width + " by " + height + " points, too many");
        }
        int factor = (int) Math.floor(1 / (2 * scale));
        boolean large = (long) info.width() * info.height() > LARGE_POINTS;
        PagePixels page =
                large && factor > 1 ? pictures.readSmaller(number, factor) : pictures.read(number, MOST_POINTS);
        BufferedImage turned = Turn.ofQuarters(wanted.quarters()).applied(Pixels.as(page.ink(), page.image()));
        double dotsX = (sideways ? page.dotsPerInchY() : page.dotsPerInchX()) * width / turned.getWidth();
        double dotsY = (sideways ? page.dotsPerInchX() : page.dotsPerInchY()) * height / turned.getHeight();
        return new PagePixels(Resampling.to(turned, width, height), dotsX, dotsY);
    }

    /** The paper stays as large as it was; its pixels become fewer or more. */
    private static double scale(int width, int height, Wanted wanted) {
        if (wanted.percent().isPresent()) {
            return wanted.percent().getAsDouble() / 100;
        }
        double across = wanted.width().isPresent() ? (double) wanted.width().getAsInt() / width : Double.MAX_VALUE;
        double down = wanted.height().isPresent() ? (double) wanted.height().getAsInt() / height : Double.MAX_VALUE;
        double scale = Math.min(across, down);
        return scale == Double.MAX_VALUE ? 1 : scale;
    }
}
