package lectomen.engine.office;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PictureFile;

/** Whether a picture in a document can be drawn. */
public final class PictureBytes {
    private static final long MOST_POINTS = 100_000_000;

    private PictureBytes() {}

    /** Why a picture is left out. */
    public enum Trouble {
        /** Drawings that are programs of another system, or kinds that nothing here decodes. */
        KIND,
        BROKEN,
        TOO_LARGE
    }

    /** Its size in points of the picture. */
    public record Size(int width, int height) {}

    public record Looked(Optional<Size> size, Optional<Trouble> trouble, String kind) {}

    public static Looked look(byte[] bytes) {
        FileType type = FileType.of(
                bytes.length > FileType.HEAD_BYTES ? java.util.Arrays.copyOf(bytes, FileType.HEAD_BYTES) : bytes);
        if (!PictureFile.opens(type)) {
            return new Looked(Optional.empty(), Optional.of(Trouble.KIND), kind(bytes, type));
        }
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                return new Looked(Optional.empty(), Optional.of(Trouble.KIND), type.word());
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in);
                Size size = new Size(reader.getWidth(0), reader.getHeight(0));
                boolean large = (long) size.width() * size.height() > MOST_POINTS;
                return new Looked(
                        Optional.of(size), large ? Optional.of(Trouble.TOO_LARGE) : Optional.empty(), type.word());
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            return new Looked(Optional.empty(), Optional.of(Trouble.BROKEN), type.word());
        }
    }

    private static String kind(byte[] bytes, FileType type) {
        boolean enhanced = bytes.length > 44 && bytes[0] == 1 && bytes[1] == 0 && bytes[40] == ' ' && bytes[41] == 'E';
        boolean placeable = bytes.length > 4 && (bytes[0] & 0xff) == 0xd7 && (bytes[1] & 0xff) == 0xcd;
        boolean plain = bytes.length > 4 && bytes[0] == 1 && bytes[1] == 0 && bytes[2] == 9 && bytes[3] == 0;
        if (enhanced) {
            return "EMF";
        }
        return placeable || plain ? "WMF" : type.word();
    }
}
