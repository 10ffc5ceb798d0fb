package lectomen.engine.image;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.IndexColorModel;
import java.awt.image.Raster;

/**
 * The three pixel formats of the engine: one bit per pixel with 1 for white, one byte with 255 for white, or three bytes in the
 * order blue, green, red. All three lie in one array without gaps between rows, but for the bits that fill up a row's last
 * byte.
 */
public final class Pixels {
    private Pixels() {}

    /** An empty picture; its pixels are black. */
    public static BufferedImage empty(int width, int height, ColourDepth ink) {
        return new BufferedImage(
                width,
                height,
                switch (ink) {
                    case BLACK_AND_WHITE -> BufferedImage.TYPE_BYTE_BINARY;
                    case GREY -> BufferedImage.TYPE_BYTE_GRAY;
                    case COLOUR -> BufferedImage.TYPE_3BYTE_BGR;
                });
    }

    /** The bytes of a picture that is in one of the three forms; to be read and written. */
    public static byte[] bytes(BufferedImage image) {
        return ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
    }

    /** What a picture can show, by what its colour model says. */
    static ColourDepth inkOf(ColorModel colours, int bands, int bitsPerBand) {
        if (colours instanceof IndexColorModel index) {
            boolean grey = true;
            boolean pure = true;
            for (int i = 0; i < index.getMapSize(); i++) {
                int red = index.getRed(i);
                grey &= red == index.getGreen(i) && red == index.getBlue(i);
                pure &= red == 0 || red == 255;
            }
            if (grey && pure && index.getMapSize() <= 2) {
                return ColourDepth.BLACK_AND_WHITE;
            }
            return grey ? ColourDepth.GREY : ColourDepth.COLOUR;
        }
        boolean grey = bands <= 2 && colours.getColorSpace().getType() == ColorSpace.TYPE_GRAY;
        return grey ? bitsPerBand == 1 ? ColourDepth.BLACK_AND_WHITE : ColourDepth.GREY : ColourDepth.COLOUR;
    }

    public static ColourDepth inkOf(BufferedImage image) {
        return switch (image.getType()) {
            case BufferedImage.TYPE_BYTE_BINARY ->
                inkOf(image.getColorModel(), 1, image.getColorModel().getPixelSize());
            case BufferedImage.TYPE_BYTE_GRAY, BufferedImage.TYPE_USHORT_GRAY -> ColourDepth.GREY;
            default ->
                inkOf(
                        image.getColorModel(),
                        image.getRaster().getNumBands(),
                        image.getColorModel().getComponentSize(0));
        };
    }

    /** The picture in the form of the ink; what can be seen through becomes white. */
    public static BufferedImage as(ColourDepth ink, BufferedImage image) {
        return switch (ink) {
            case BLACK_AND_WHITE -> blackAndWhite(image);
            case GREY -> grey(image);
            case COLOUR -> colour(image);
        };
    }

    private static BufferedImage colour(BufferedImage image) {
        if (isPlain(image, BufferedImage.TYPE_3BYTE_BGR)) {
            return image;
        }
        BufferedImage colour = empty(image.getWidth(), image.getHeight(), ColourDepth.COLOUR);
        Graphics2D graphics = colour.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, colour.getWidth(), colour.getHeight());
        graphics.drawImage(image, 0, 0, null);
        graphics.dispose();
        return colour;
    }

    /** Greys are taken as they are stored; colours by their weights in ITU-R BT.601, in parts of 256. */
    private static BufferedImage grey(BufferedImage image) {
        if (isPlain(image, BufferedImage.TYPE_BYTE_GRAY)) {
            return image;
        }
        int width = image.getWidth();
        int height = image.getHeight();
        BufferedImage grey = empty(width, height, ColourDepth.GREY);
        byte[] to = bytes(grey);
        if (isPlain(image, BufferedImage.TYPE_3BYTE_BGR)) {
            byte[] from = bytes(image);
            for (int i = 0; i < to.length; i++) {
                int blue = from[3 * i] & 0xff;
                int green = from[3 * i + 1] & 0xff;
                int red = from[3 * i + 2] & 0xff;
                to[i] = (byte) ((29 * blue + 150 * green + 77 * red + 128) >> 8);
            }
            return grey;
        }
        Raster raster = image.getRaster();
        boolean stored = raster.getNumBands() == 1 && !(image.getColorModel() instanceof IndexColorModel);
        if (stored && raster.getTransferType() <= DataBuffer.TYPE_USHORT) {
            int bits = image.getColorModel().getComponentSize(0);
            int[] row = new int[width];
            for (int y = 0; y < height; y++) {
                raster.getSamples(0, y, width, 1, 0, row);
                for (int x = 0; x < width; x++) {
                    to[y * width + x] = (byte) (bits > 8 ? row[x] >> (bits - 8) : row[x] * 255 / ((1 << bits) - 1));
                }
            }
            return grey;
        }
        BufferedImage rgb = image.getColorModel().hasAlpha() ? colour(image) : image;
        int[] row = new int[width];
        for (int y = 0; y < height; y++) {
            rgb.getRGB(0, y, width, 1, row, 0, width);
            for (int x = 0; x < width; x++) {
                to[y * width + x] = (byte) luma(row[x]);
            }
        }
        return grey;
    }

    static int luma(int rgb) {
        return (77 * (rgb >> 16 & 0xff) + 150 * (rgb >> 8 & 0xff) + 29 * (rgb & 0xff) + 128) >> 8;
    }

    private static BufferedImage blackAndWhite(BufferedImage image) {
        int width = image.getWidth();
        int height = image.getHeight();
        BufferedImage bits = empty(width, height, ColourDepth.BLACK_AND_WHITE);
        byte[] to = bytes(bits);
        boolean oneBit = image.getType() == BufferedImage.TYPE_BYTE_BINARY
                && image.getColorModel().getPixelSize() == 1
                && image.getRaster().getParent() == null
                && bytes(image).length == to.length;
        if (oneBit) {
            boolean turned = (image.getColorModel().getRGB(0) & 0xff) > 127;
            byte[] from = bytes(image);
            for (int i = 0; i < to.length; i++) {
                to[i] = (byte) (turned ? ~from[i] : from[i]);
            }
            return bits;
        }
        byte[] grey = bytes(grey(image));
        int stride = (width + 7) / 8;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                if ((grey[y * width + x] & 0xff) > 127) {
                    to[y * stride + (x >> 3)] |= (byte) (0x80 >> (x & 7));
                }
            }
        }
        return bits;
    }

    /** Of cyan, magenta, yellow and black, 255 for full ink: what light each lets through, one after the other. */
    static BufferedImage ofInks(Raster inks) {
        BufferedImage colour = empty(inks.getWidth(), inks.getHeight(), ColourDepth.COLOUR);
        byte[] to = bytes(colour);
        int[] row = new int[4 * inks.getWidth()];
        for (int y = 0; y < inks.getHeight(); y++) {
            inks.getPixels(0, y, inks.getWidth(), 1, row);
            for (int x = 0; x < inks.getWidth(); x++) {
                int light = 255 - row[4 * x + 3];
                for (int band = 0; band < 3; band++) {
                    to[(y * inks.getWidth() + x) * 3 + 2 - band] = (byte) ((255 - row[4 * x + band]) * light / 255);
                }
            }
        }
        return colour;
    }

    /** A copy of a part of a picture, in the same form. */
    public static BufferedImage part(BufferedImage image, int left, int top, int width, int height) {
        return as(inkOf(image), image.getSubimage(left, top, width, height));
    }

    /** Whether its array holds just its pixels. */
    private static boolean isPlain(BufferedImage image, int type) {
        return image.getType() == type
                && image.getRaster().getParent() == null
                && bytes(image).length
                        == image.getWidth()
                                * image.getHeight()
                                * image.getRaster().getNumBands();
    }
}
