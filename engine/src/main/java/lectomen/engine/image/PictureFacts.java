package lectomen.engine.image;

import com.twelvemonkeys.imageio.metadata.CompoundDirectory;
import com.twelvemonkeys.imageio.metadata.Directory;
import com.twelvemonkeys.imageio.metadata.Entry;
import com.twelvemonkeys.imageio.metadata.jpeg.JPEG;
import com.twelvemonkeys.imageio.metadata.jpeg.JPEGSegment;
import com.twelvemonkeys.imageio.metadata.jpeg.JPEGSegmentUtil;
import com.twelvemonkeys.imageio.metadata.tiff.TIFF;
import com.twelvemonkeys.imageio.metadata.tiff.TIFFReader;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.stream.ImageInputStream;
import lectomen.engine.identify.FileType;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** The resolution and orientation that picture files state. What is unsound counts as not said. */
final class PictureFacts {
    private static final String STANDARD = "javax_imageio_1.0";
    private static final double MILLIMETRES_PER_INCH = 25.4;
    private static final double FEWEST_DOTS = 10;
    private static final double MOST_DOTS = 10_000;

    private PictureFacts() {}

    static double dotsPerInchX(IIOMetadata metadata) {
        return dotsPerInch(metadata, "HorizontalPixelSize");
    }

    static double dotsPerInchY(IIOMetadata metadata) {
        return dotsPerInch(metadata, "VerticalPixelSize");
    }

    private static double dotsPerInch(IIOMetadata metadata, String of) {
        return find(metadata, of)
                .flatMap(PictureFacts::number)
                .map(millimetres -> MILLIMETRES_PER_INCH / millimetres)
                .filter(dots -> dots >= FEWEST_DOTS && dots <= MOST_DOTS)
                .orElse(PictureInfo.USUAL_DOTS_PER_INCH);
    }

    private static Optional<Double> number(String text) {
        try {
            return Optional.of(Double.parseDouble(text)).filter(value -> value > 0);
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    private static Optional<String> find(IIOMetadata metadata, String element) {
        if (!metadata.isStandardMetadataFormatSupported()) {
            return Optional.empty();
        }
        NodeList found = ((Element) metadata.getAsTree(STANDARD)).getElementsByTagName(element);
        return found.getLength() == 0
                ? Optional.empty()
                : Optional.of(((Element) found.item(0)).getAttribute("value")).filter(value -> !value.isEmpty());
    }

    /** Of each page of a TIFF from its own tag; of a JPEG from Exif; none where all are upright. */
    static List<Turn> turns(FileType type, ImageInputStream stream) throws IOException {
        return switch (type) {
            case TIFF -> {
                Directory directory = new TIFFReader().read(stream);
                requireComplete(directory, stream.length());
                yield ofPages(directory);
            }
            case JPEG -> List.of(exif(stream));
            default -> List.of();
        };
    }

    /** Some decoders take what is missing at the end for white paper. */
    private static void requireComplete(Directory directory, long length) throws IOException {
        if (directory instanceof CompoundDirectory many) {
            for (int page = 0; page < many.directoryCount(); page++) {
                requireComplete(many.getDirectory(page), length);
            }
            return;
        }
        requireWithin(directory, TIFF.TAG_STRIP_OFFSETS, TIFF.TAG_STRIP_BYTE_COUNTS, length);
        requireWithin(directory, TIFF.TAG_TILE_OFFSETS, TIFF.TAG_TILE_BYTE_COUNTS, length);
    }

    private static void requireWithin(Directory directory, int offsetsTag, int countsTag, long length)
            throws IOException {
        long[] offsets = numbers(directory.getEntryById(offsetsTag));
        long[] counts = numbers(directory.getEntryById(countsTag));
        for (int i = 0; i < Math.min(offsets.length, counts.length); i++) {
            if (length >= 0 && offsets[i] + counts[i] > length) {
                throw new IOException("it is incomplete: the end of the picture is missing");
            }
        }
    }

    private static long[] numbers(@Nullable Entry entry) {
        if (entry == null) {
            return new long[0];
        }
        if (entry.getValue() instanceof Number one) {
            return new long[] {one.longValue()};
        }
        if (entry.getValue() instanceof long[] many) {
            return many;
        }
        if (entry.getValue() instanceof int[] many) {
            return Arrays.stream(many).asLongStream().toArray();
        }
        long[] all = new long[entry.getValue() instanceof short[] shorts ? shorts.length : 0];
        for (int i = 0; i < all.length; i++) {
            all[i] = ((short[]) entry.getValue())[i] & 0xffff;
        }
        return all;
    }

    private static List<Turn> ofPages(Directory directory) {
        if (!(directory instanceof CompoundDirectory many)) {
            return List.of(turn(directory));
        }
        List<Turn> turns = new ArrayList<>();
        for (int page = 0; page < many.directoryCount(); page++) {
            turns.add(turn(many.getDirectory(page)));
        }
        return turns;
    }

    private static Turn exif(ImageInputStream stream) throws IOException {
        List<JPEGSegment> segments = JPEGSegmentUtil.readSegments(stream, JPEG.APP1, "Exif");
        if (segments.isEmpty()) {
            return Turn.NONE;
        }
        try (InputStream data = segments.get(0).data()) {
            data.skipNBytes(1); // a pad behind the name
            try (ImageInputStream exif = ImageIO.createImageInputStream(data)) {
                return ofPages(new TIFFReader().read(exif)).get(0);
            }
        }
    }

    private static Turn turn(Directory directory) {
        Entry entry = directory.getEntryById(TIFF.TAG_ORIENTATION);
        return entry != null && entry.getValue() instanceof Number code ? Turn.ofCode(code.intValue()) : Turn.NONE;
    }
}
