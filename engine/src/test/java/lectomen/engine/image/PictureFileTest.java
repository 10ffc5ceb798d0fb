package lectomen.engine.image;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Iterator;
import java.util.zip.CRC32;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.plugins.tiff.BaselineTIFFTagSet;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;
import javax.imageio.plugins.tiff.TIFFTag;
import javax.imageio.stream.ImageOutputStream;
import lectomen.engine.identify.FileType;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PictureFileTest {
    @TempDir
    private Path temp;

    /** White paper, a black square in its top left corner and nowhere else. */
    private static BufferedImage paper(int width, int height, int type) {
        BufferedImage image = new BufferedImage(width, height, type);
        Graphics2D graphics = image.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, width, height);
        graphics.setColor(Color.BLACK);
        graphics.fillRect(0, 0, width / 4, height / 4);
        graphics.dispose();
        return image;
    }

    private static ImageWriter ownTiffWriter() {
        Iterator<ImageWriter> writers = ImageIO.getImageWritersByFormatName("tiff");
        while (writers.hasNext()) {
            ImageWriter writer = writers.next();
            if (writer.getClass().getName().startsWith("com.sun.")) {
                return writer;
            }
        }
        throw new IllegalStateException("This Java writes no TIFF");
    }

    /** @param dots across and down, per inch */
    private Path tiff(String compression, int type, int orientation, int[] dots, int pages) throws IOException {
        Path file = temp.resolve("page.tif");
        ImageWriter writer = ownTiffWriter();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(file.toFile())) {
            writer.setOutput(out);
            writer.prepareWriteSequence(null);
            for (int page = 0; page < pages; page++) {
                BufferedImage image = paper(800, 400, type);
                ImageWriteParam param = writer.getDefaultWriteParam();
                param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
                param.setCompressionType(compression);
                IIOMetadata plain =
                        writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(image), param);
                TIFFDirectory directory = TIFFDirectory.createFromMetadata(plain);
                add(directory, BaselineTIFFTagSet.TAG_X_RESOLUTION, new long[][] {{dots[0], 1}});
                add(directory, BaselineTIFFTagSet.TAG_Y_RESOLUTION, new long[][] {{dots[1], 1}});
                directory.addTIFFField(field(BaselineTIFFTagSet.TAG_RESOLUTION_UNIT, 2));
                directory.addTIFFField(field(BaselineTIFFTagSet.TAG_ORIENTATION, orientation));
                writer.writeToSequence(new IIOImage(image, null, directory.getAsMetadata()), param);
            }
            writer.endWriteSequence();
        } finally {
            writer.dispose();
        }
        return file;
    }

    private static void add(TIFFDirectory directory, int tag, long[][] value) {
        TIFFTag known = BaselineTIFFTagSet.getInstance().getTag(tag);
        directory.addTIFFField(new TIFFField(known, TIFFTag.TIFF_RATIONAL, 1, value));
    }

    private static TIFFField field(int tag, int value) {
        return new TIFFField(BaselineTIFFTagSet.getInstance().getTag(tag), value);
    }

    private static PictureFile open(Path file, FileType type) throws IOException {
        PictureFile.Opening opening = PictureFile.open(file, type);
        assertThat(opening).isInstanceOf(PictureFile.Opening.Open.class);
        return ((PictureFile.Opening.Open) opening).file();
    }

    private static boolean isDark(BufferedImage image, double x, double y) {
        int rgb = image.getRGB((int) (x * (image.getWidth() - 1)), (int) (y * (image.getHeight() - 1)));
        return (rgb & 0xff) < 128;
    }

    @ParameterizedTest
    @CsvSource({
        "CCITT T.6, 12, 1, 200, 100, 288, 288",
        "CCITT T.4, 12, 1, 204, 196, 282.35, 146.94",
        "CCITT RLE, 12, 1, 300, 300, 192, 96",
        "LZW, 10, 1, 300, 300, 192, 96",
        "Deflate, 1, 1, 300, 300, 192, 96",
        "PackBits, 5, 1, 300, 300, 192, 96",
        "JPEG, 5, 1, 300, 300, 192, 96",
        "LZW, 5, 6, 300, 300, 96, 192",
        "LZW, 5, 3, 300, 300, 192, 96"
    })
    void pagesOfATiffHaveTheirTrueSizeHoweverTheyArePacked(
            String compression, int type, int orientation, int across, int down, double width, double height)
            throws IOException {
        Path file = tiff(compression, type, orientation, new int[] {across, down}, 3);
        try (PictureFile pictures = open(file, FileType.TIFF)) {
            assertThat(pictures.pages()).hasSize(3);
            PictureInfo last = pictures.pages().get(2);
            assertThat(last.pageWidth()).isCloseTo(width, within(0.01));
            assertThat(last.pageHeight()).isCloseTo(height, within(0.01));
            BufferedImage drawn = pictures.draw(3, 200);
            assertThat(drawn.getWidth()).isEqualTo(200);
            assertThat(drawn.getHeight()).isEqualTo((int) Math.round(200 * height / width));
            double x = orientation == 6 || orientation == 3 ? 0.9 : 0.1;
            double y = orientation == 3 ? 0.9 : 0.1;
            assertThat(isDark(drawn, x, y)).as("the square's corner").isTrue();
            assertThat(isDark(drawn, 0.5, 0.5)).isFalse();
            assertThat(isDark(drawn, 1 - x, 1 - y)).isFalse();
        }
    }

    @ParameterizedTest
    @CsvSource({"png, PNG", "gif, GIF", "bmp, BMP", "jpeg, JPEG"})
    void otherPicturesHaveOnePageOfTheUsualResolutionWhereTheySayNone(String format, FileType type) throws IOException {
        Path file = temp.resolve("page." + format);
        ImageIO.write(paper(480, 240, BufferedImage.TYPE_INT_RGB), format, file.toFile());
        try (PictureFile pictures = open(file, type)) {
            assertThat(pictures.pages()).hasSize(1);
            BufferedImage drawn = pictures.draw(1, 2_000);
            assertThat(drawn.getWidth()).as("never more than it has").isEqualTo(480);
            assertThat(isDark(drawn, 0.1, 0.1)).isTrue();
            assertThat(isDark(drawn, 0.6, 0.1)).isFalse();
        }
    }

    @Test
    void aPhotographIsTurnedAsItsCameraSays() throws IOException {
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(paper(400, 200, BufferedImage.TYPE_INT_RGB), "jpeg", jpeg);
        Path file = Files.write(temp.resolve("photo.jpg"), withOrientation(jpeg.toByteArray(), 6));
        try (PictureFile pictures = open(file, FileType.JPEG)) {
            assertThat(pictures.pages().get(0).turn()).isEqualTo(Turn.RIGHT);
            BufferedImage drawn = pictures.draw(1, 400);
            assertThat(drawn.getWidth()).isEqualTo(200);
            assertThat(drawn.getHeight()).isEqualTo(400);
            assertThat(isDark(drawn, 0.9, 0.1))
                    .as("the left corner is on the right now")
                    .isTrue();
            assertThat(isDark(drawn, 0.1, 0.1)).isFalse();
        }
    }

    /** The JPEG with an Exif segment that says how it was held. */
    private static byte[] withOrientation(byte[] jpeg, int orientation) {
        ByteBuffer exif = ByteBuffer.allocate(32);
        exif.put("Exif\0\0".getBytes(StandardCharsets.ISO_8859_1)).put("MM".getBytes(StandardCharsets.ISO_8859_1));
        exif.putShort((short) 42).putInt(8).putShort((short) 1);
        exif.putShort((short) 0x112)
                .putShort((short) 3)
                .putInt(1)
                .putShort((short) orientation)
                .putShort((short) 0);
        exif.putInt(0);
        byte[] segment = Arrays.copyOf(exif.array(), exif.position());
        ByteBuffer whole = ByteBuffer.allocate(jpeg.length + segment.length + 4);
        whole.put(jpeg, 0, 2)
                .putShort((short) 0xffe1)
                .putShort((short) (segment.length + 2))
                .put(segment);
        whole.put(jpeg, 2, jpeg.length - 2);
        return whole.array();
    }

    @Test
    void aDamagedOrHostilePictureIsRefusedWithItsReason() throws IOException {
        byte[] whole = Files.readAllBytes(tiff("LZW", BufferedImage.TYPE_BYTE_GRAY, 1, new int[] {300, 300}, 1));
        Path cut = Files.write(temp.resolve("cut.tif"), Arrays.copyOf(whole, 60));
        assertThat(refusal(cut, FileType.TIFF)).isEqualTo("picture.broken");
        Path none = Files.write(temp.resolve("none.png"), new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10});
        assertThat(refusal(none, FileType.PNG)).isEqualTo("picture.broken");
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(4, 4, BufferedImage.TYPE_BYTE_BINARY), "png", png);
        byte[] bomb = png.toByteArray();
        ByteBuffer.wrap(bomb).putInt(16, 200_000).putInt(20, 200_000);
        assertThat(refusal(Files.write(temp.resolve("bomb.png"), withSum(bomb)), FileType.PNG))
                .isEqualTo("picture.too-large");
    }

    /** The PNG with the check sum of its first chunk made right again. */
    private static byte[] withSum(byte[] png) {
        CRC32 sum = new CRC32();
        sum.update(png, 12, 17);
        ByteBuffer.wrap(png).putInt(29, (int) sum.getValue());
        return png;
    }

    private static String refusal(Path file, FileType type) throws IOException {
        PictureFile.Opening opening = PictureFile.open(file, type);
        assertThat(opening).isInstanceOf(PictureFile.Opening.Refused.class);
        return ((PictureFile.Opening.Refused) opening).reason().code();
    }

    /** One bit per pixel, not packed, 16 by 2: the first row black but for its last point. @param order of the bits */
    private Path bits(int order, int[] rows) throws IOException {
        ByteBuffer tiff = ByteBuffer.allocate(200).order(ByteOrder.LITTLE_ENDIAN);
        tiff.put((byte) 'I').put((byte) 'I').putShort((short) 42).putInt(8);
        int[][] tags = {
            {256, 16}, {257, 2}, {258, 1}, {259, 1}, {262, 1}, {266, order}, {273, 160}, {277, 1}, {278, 2}, {279, 4}
        };
        tiff.putShort((short) tags.length);
        for (int[] tag : tags) {
            tiff.putShort((short) tag[0]).putShort((short) 4).putInt(1).putInt(tag[1]);
        }
        tiff.putInt(0);
        tiff.position(160);
        for (int row : rows) {
            tiff.put((byte) (row >> 8)).put((byte) row);
        }
        return Files.write(temp.resolve("bits" + order + ".tif"), Arrays.copyOf(tiff.array(), 164));
    }

    @Test
    void bitsMayRunEitherWayInAByte() throws IOException {
        Path forward = bits(1, new int[] {0x0001, 0xffff});
        Path backward = bits(2, new int[] {0x0080, 0xffff});
        for (Path file : new Path[] {forward, backward}) {
            try (PictureFile pictures = open(file, FileType.TIFF)) {
                BufferedImage image = pictures.read(1, 1_000).image();
                assertThat(pictures.pages().get(0).ink()).isEqualTo(ColourDepth.BLACK_AND_WHITE);
                assertThat(image.getRGB(0, 0) & 0xff).as(file + " left").isZero();
                assertThat(image.getRGB(15, 0) & 0xff).as(file + " right").isEqualTo(255);
                assertThat(image.getRGB(0, 1) & 0xff).isEqualTo(255);
            }
        }
    }
}
