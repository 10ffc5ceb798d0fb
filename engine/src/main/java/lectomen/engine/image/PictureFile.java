package lectomen.engine.image;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.Rectangle;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.stream.ImageInputStream;
import lectomen.engine.identify.FileType;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;

/**
 * A file of page pictures: TIFF with all its pages, JPEG, PNG, GIF or BMP.
 *
 * <p>Opening reads what the file says of each picture and decodes nothing. A picture is decoded as small as it is wanted, so that
 * one of a large drawing takes no more memory than one of a letter.
 *
 * <pre>{@code
 * if (PictureFile.open(file, FileType.TIFF) instanceof PictureFile.Opening.Open open) {
 *     try (PictureFile pictures = open.file()) {
 *         BufferedImage page = pictures.draw(1, 900);
 *     }
 * }
 * }</pre>
 */
public final class PictureFile implements AutoCloseable {
    /** An A0 sheet at 600 dots per inch has a little less. */
    private static final long MOST_PIXELS = 600_000_000L;

    private static final int MOST_PAGES = 10_000;
    /** Of one band, once it is decoded. */
    private static final int BAND_BYTES = 96 * 1024 * 1024;

    private static final String BROKEN = "picture.broken";

    /** The result of opening a file. */
    public sealed interface Opening {
        /** Whoever gets it closes it. */
        record Open(PictureFile file) implements Opening {}

        record Refused(Reason reason) implements Opening {}
    }

    private final Path path;
    private final FileType type;
    private final ImageInputStream stream;
    private final ImageReader reader;
    private final List<PictureInfo> pages;

    private PictureFile(
            Path path, FileType type, ImageInputStream stream, ImageReader reader, List<PictureInfo> pages) {
        this.path = path;
        this.type = type;
        this.stream = stream;
        this.reader = reader;
        this.pages = List.copyOf(pages);
    }

    /** Whether files of the type are opened here. */
    public static boolean opens(FileType type) {
        return switch (type) {
            case TIFF, JPEG, PNG, GIF, BMP -> true;
            default -> false;
        };
    }

    /** @throws IOException if the file's bytes can't be had */
    public static Opening open(Path file, FileType type) throws IOException {
        ImageInputStream stream = ImageIO.createImageInputStream(file.toFile());
        if (stream == null) {
            throw new IOException("the file can't be opened");
        }
        Optional<ImageReader> reader = Optional.empty();
        boolean open = false;
        try {
            List<Turn> turns = turns(file, type);
            reader = findReader(type, stream);
            if (reader.isEmpty()) {
                return new Opening.Refused(Reason.of("picture.unknown", "type", type.word()));
            }
            List<PictureInfo> pages = pages(type, reader.get(), turns);
            Optional<PictureInfo> tooLarge = pages.stream()
                    .filter(page -> (long) page.width() * page.height() > MOST_PIXELS)
                    .findFirst();
            if (tooLarge.isPresent()) {
                return new Opening.Refused(tooLarge(tooLarge.get()));
            }
            open = true;
            return new Opening.Open(new PictureFile(file, type, stream, reader.get(), pages));
        } catch (IOException | RuntimeException e) {
            return new Opening.Refused(Reason.of(BROKEN, "problem", ProblemWords.of(e)));
        } finally {
            if (!open) {
                reader.ifPresent(ImageReader::dispose);
                stream.close();
            }
        }
    }

    /** Read from a stream of its own, since readers let go of what they have passed. */
    private static List<Turn> turns(Path file, FileType type) throws IOException {
        try (ImageInputStream own = ImageIO.createImageInputStream(file.toFile())) {
            return PictureFacts.turns(type, own);
        }
    }

    private static Reason tooLarge(PictureInfo page) {
        return Reason.of(
                "picture.too-large",
                "width",
                Integer.toString(page.width()),
                "height",
                Integer.toString(page.height()));
    }

    /** Several readers may know a format; that of the image library reads more of what scanners write than Java's own. */
    private static Optional<ImageReader> findReader(FileType type, ImageInputStream stream) {
        ImageReader best = null;
        Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName(type.word());
        while (readers.hasNext()) {
            ImageReader reader = readers.next();
            boolean better = best == null || reader.getClass().getName().startsWith("com.twelvemonkeys.");
            if (better && best != null) {
                best.dispose();
            }
            if (better) {
                best = reader;
            } else {
                reader.dispose();
            }
        }
        if (best != null) {
            best.setInput(stream, false, false);
        }
        return Optional.ofNullable(best);
    }

    private static List<PictureInfo> pages(FileType type, ImageReader reader, List<Turn> turns) throws IOException {
        int count = reader.getNumImages(true);
        if (count < 1 || count > MOST_PAGES) {
            throw new IOException("it has " + Math.max(0, count) + " pictures");
        }
        int shown = type == FileType.GIF ? 1 : count; // the others of a GIF are frames of a film
        List<PictureInfo> pages = new ArrayList<>();
        for (int page = 0; page < shown; page++) {
            IIOMetadata metadata = reader.getImageMetadata(page);
            pages.add(new PictureInfo(
                    reader.getWidth(page),
                    reader.getHeight(page),
                    PictureFacts.dotsPerInchX(metadata),
                    PictureFacts.dotsPerInchY(metadata),
                    page < turns.size() ? turns.get(page) : Turn.NONE,
                    ink(reader, page)));
        }
        return pages;
    }

    /** By the form that the reader decodes to; a palette of greys counts as grey. */
    private static ColourDepth ink(ImageReader reader, int page) throws IOException {
        ImageTypeSpecifier raw = reader.getRawImageType(page);
        if (raw == null) {
            Iterator<ImageTypeSpecifier> types = reader.getImageTypes(page);
            raw = types.hasNext() ? types.next() : null;
        }
        return raw == null
                ? ColourDepth.COLOUR
                : Pixels.inkOf(raw.getColorModel(), raw.getNumBands(), raw.getBitsPerBand(0));
    }

    public Path path() {
        return path;
    }

    public FileType type() {
        return type;
    }

    /** What is known of each picture, in the order of pages. */
    public List<PictureInfo> pages() {
        return pages;
    }

    /**
     * Draws a picture upright and in its true proportions, on white.
     *
     * @param number of the page, counted from 1
     * @param widthPixels wanted; a very long page gets less, and none gets more than it has
     * @throws IOException if there is no such page, or it is broken
     */
    public BufferedImage draw(int number, int widthPixels) throws IOException {
        PictureInfo info = requirePage(number);
        Scale scale = Scale.of(info, widthPixels);
        ImageReadParam small = reader.getDefaultReadParam();
        small.setSourceSubsampling(scale.every(), scale.every(), 0, 0);
        BufferedImage stored = decode(number, small);
        BufferedImage upright = new BufferedImage(scale.width(), scale.height(), BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = upright.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, upright.getWidth(), upright.getHeight());
        graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        AffineTransform turn = info.turn().transform(stored.getWidth(), stored.getHeight());
        boolean sideways = info.turn().isSideways();
        double turnedWidth = sideways ? stored.getHeight() : stored.getWidth();
        double turnedHeight = sideways ? stored.getWidth() : stored.getHeight();
        AffineTransform all =
                AffineTransform.getScaleInstance(scale.width() / turnedWidth, scale.height() / turnedHeight);
        all.concatenate(turn);
        graphics.drawImage(stored, all, null);
        graphics.dispose();
        return upright;
    }

    /** Takes the rows of a picture, from top to bottom. */
    @FunctionalInterface
    public interface Bands {
        /** @param band in the form of the picture's {@link ColourDepth} */
        void take(BufferedImage band) throws IOException;
    }

    /**
     * Decodes a picture as it is stored, band by band, so that never more than a bounded part of it is in memory.
     *
     * @param multiple of rows that each band but the last has
     * @throws IOException if there is no such page, or it is broken
     */
    public void bands(int number, int multiple, Bands bands) throws IOException {
        PictureInfo info = requirePage(number);
        int perRow = info.ink() == ColourDepth.BLACK_AND_WHITE ? (info.width() + 7) / 8 : 4 * info.width();
        int rows = Math.max(1, BAND_BYTES / perRow / multiple) * multiple;
        for (int top = 0; top < info.height(); top += rows) {
            ImageReadParam part = reader.getDefaultReadParam();
            part.setSourceRegion(new Rectangle(0, top, info.width(), Math.min(rows, info.height() - top)));
            bands.take(Pixels.as(info.ink(), decode(number, part)));
        }
    }

    /** The whole page, upright. @throws IOException if there is no such page, it is broken, or it has too many pixels */
    public PagePixels read(int number, long mostPoints) throws IOException {
        PagePixels stored = readAsStored(number, mostPoints);
        Turn turn = pages.get(number - 1).turn();
        return new PagePixels(
                turn.applied(stored.image()),
                turn.isSideways() ? stored.dotsPerInchY() : stored.dotsPerInchX(),
                turn.isSideways() ? stored.dotsPerInchX() : stored.dotsPerInchY());
    }

    /** The same, not set upright. */
    public PagePixels readAsStored(int number, long mostPoints) throws IOException {
        PictureInfo info = requirePage(number);
        if ((long) info.width() * info.height() > mostPoints) {
            throw new IOException("page " + number + " has too many points for that");
        }
        BufferedImage stored = Pixels.as(info.ink(), decode(number, reader.getDefaultReadParam()));
        return new PagePixels(stored, info.dotsPerInchX(), info.dotsPerInchY());
    }

    /** The whole page upright, smaller by a whole factor, whatever its size. One bit per pixel becomes grey. */
    public PagePixels readSmaller(int number, int factor) throws IOException {
        PictureInfo info = requirePage(number);
        Reduction reduction = new Reduction(info, factor);
        bands(number, 1, reduction::add);
        boolean sideways = info.turn().isSideways();
        return new PagePixels(
                info.turn().applied(reduction.image()),
                (sideways ? info.dotsPerInchY() : info.dotsPerInchX()) / factor,
                (sideways ? info.dotsPerInchX() : info.dotsPerInchY()) / factor);
    }

    private PictureInfo requirePage(int number) throws IOException {
        if (number < 1 || number > pages.size()) {
            throw new IOException("unknown page " + number);
        }
        return pages.get(number - 1);
    }

    /** Decoders fill up a picture that is cut off with grey, which would look as if it were on the paper. */
    private BufferedImage decode(int number, ImageReadParam param) throws IOException {
        Optional<JpegFacts> jpeg = type == FileType.JPEG ? Optional.of(JpegFacts.of(path)) : Optional.empty();
        if (jpeg.filter(facts -> !facts.complete()).isPresent()) {
            throw new IOException("it is incomplete: the end of the picture is missing");
        }
        boolean bareInks = jpeg.filter(facts -> facts.components() == 4 && !facts.saysInks())
                .isPresent();
        try {
            return bareInks ? Pixels.ofInks(reader.readRaster(number - 1, param)) : reader.read(number - 1, param);
        } catch (RuntimeException e) {
            throw new IOException(ProblemWords.of(e), e);
        }
    }

    /** @param every so many stored pixels one is decoded @param width of the drawn picture */
    private record Scale(int every, int width, int height) {
        private static final double LONGEST_SIDE = 6_000;

        static Scale of(PictureInfo info, int widthPixels) {
            double pageWidth = info.pageWidth();
            double pageHeight = info.pageHeight();
            int storedAcross = info.turn().isSideways() ? info.height() : info.width();
            double perPoint = Math.min(
                    Math.min(widthPixels, storedAcross) / pageWidth, LONGEST_SIDE / Math.max(pageWidth, pageHeight));
            int width = (int) Math.max(1, Math.round(pageWidth * perPoint));
            int height = (int) Math.max(1, Math.round(pageHeight * perPoint));
            int every = Math.max(1, storedAcross / (2 * width));
            return new Scale(every, width, height);
        }
    }

    @Override
    public void close() throws IOException {
        reader.dispose();
        stream.close();
    }
}
