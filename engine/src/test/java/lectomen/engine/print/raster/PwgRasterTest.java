package lectomen.engine.print.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class PwgRasterTest {
    private static RasterSide side(int width, int height, RasterColour colour) {
        return new RasterSide(
                width, height, 300, 600, colour, "iso_a4_210x297mm", 595, 842, 2, true, false, false, true, 5);
    }

    private static byte[] written(RasterSide side, int[] pixels, boolean plain) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PwgRasterWriter writer = new PwgRasterWriter(out, plain);
        try (PwgRasterWriter.Lines lines = writer.begin(side)) {
            for (int row = 0; row < side.height(); row++) {
                lines.add(pixels, row * side.width());
            }
        }
        return out.toByteArray();
    }

    /** The bytes of its lines, packed as they are written. */
    private static byte[] packed(int width, int height, RasterColour colour, int... pixels) throws IOException {
        byte[] all = written(side(width, height, colour), pixels, false);
        return Arrays.copyOfRange(all, 4 + 1_796, all.length);
    }

    private static byte[][] read(byte[] raster) throws IOException {
        PwgRasterReader reader = new PwgRasterReader(new ByteArrayInputStream(raster));
        RasterSide side = reader.next().orElseThrow();
        byte[][] lines = new byte[side.height()][];
        for (int row = 0; row < lines.length; row++) {
            lines[row] = reader.line().clone();
        }
        assertThat(reader.next()).isEmpty();
        return lines;
    }

    /** The example of the standard, section 4.4.1: three pixels of white, blue and green in lines of eight. */
    @Test
    void linesArePackedAsTheStandardSays() throws IOException {
        int white = 0xffffff;
        int[] line = {white, white, white, 0xff, white, 0xff00, 0xff00, 0xff00};
        int[] twice = Arrays.copyOf(line, 16);
        System.arraycopy(line, 0, twice, 8, 8);
        assertThat(HexFormat.of().formatHex(packed(8, 2, RasterColour.SRGB_8, twice)))
                .isEqualTo("01" + "02ffffff" + "ff0000ff" + "ffffff" + "0200ff00");
    }

    @Test
    void aHeaderHasEachNumberAtThePlaceOfTheStandard() throws IOException {
        byte[] raster = written(side(9, 1, RasterColour.CMYK_16), new int[9], false);
        assertThat(new String(raster, 0, 14, StandardCharsets.US_ASCII)).isEqualTo("RaS2PwgRaster\0");
        HexFormat hex = HexFormat.of();
        assertThat(hex.formatHex(raster, 4 + 272, 4 + 284))
                .as("duplex, resolution")
                .isEqualTo("000000010000012c00000258");
        assertThat(hex.formatHex(raster, 4 + 352, 4 + 360)).as("page size").isEqualTo("000002530000034a");
        assertThat(hex.formatHex(raster, 4 + 368, 4 + 404))
                .as("tumble, size, bits, bytes per line, order, colour space")
                .isEqualTo("00000000" + "00000009" + "00000001" + "00000000" + "00000010" + "00000040" + "00000048"
                        + "00000000" + "00000006");
        assertThat(hex.formatHex(raster, 4 + 452, 4 + 464))
                .as("sides, across, along")
                .isEqualTo("00000002" + "00000001" + "ffffffff");
        assertThat(new String(raster, 4 + 1_732, 16, StandardCharsets.US_ASCII)).isEqualTo("iso_a4_210x297mm");
        RasterSide read =
                new PwgRasterReader(new ByteArrayInputStream(raster)).next().orElseThrow();
        assertThat(read).isEqualTo(side(9, 1, RasterColour.CMYK_16));
    }

    /** White, black, red, and a grey. */
    @ParameterizedTest
    @CsvSource({
        "SRGB_8, ffffff, 000000, ff0000, 808080",
        "RGB_8, ffffff, 000000, ff0000, 808080",
        "SRGB_16, ffffffffffff, 000000000000, ffff00000000, 808080808080",
        "RGB_16, ffffffffffff, 000000000000, ffff00000000, 808080808080",
        "CMYK_8, 00000000, 000000ff, 00ffff00, 0000007f",
        "CMYK_16, 0000000000000000, 000000000000ffff, 0000ffffffff0000, 0000000000007f7f",
        "SGRAY_8, ff, 00, 4c, 80",
        "SGRAY_16, ffff, 0000, 4c4c, 8080",
        "BLACK_8, 00, ff, b3, 7f",
        "BLACK_16, 0000, ffff, b3b3, 7f7f",
        "ADOBE_RGB_8, ffffff, 000000, db0000, 7f7f7f"
    })
    void coloursAreWrittenInTheirSpace(RasterColour colour, String white, String black, String red, String grey)
            throws IOException {
        String line = HexFormat.of()
                .formatHex(read(written(side(4, 1, colour), new int[] {0xffffff, 0, 0xff0000, 0x808080}, false))[0]);
        assertThat(line).isEqualTo(white + black + red + grey);
    }

    @Test
    void whatStandsAboveTheColoursOfAPixelDoesNotMatter() throws IOException {
        byte[] line = read(written(side(3, 1, RasterColour.SRGB_8), new int[] {-1, 0xffffff, 0xff000000}, false))[0];
        assertThat(HexFormat.of().formatHex(line)).isEqualTo("ffffffffffff000000");
    }

    /** The first of each line; in the last of its eight bits nothing is. */
    @ParameterizedTest
    @CsvSource({
        "BLACK_1, 0, false, ffff",
        "BLACK_1, 16777215, false, 0000",
        "SGRAY_1, 0, false, 0000",
        "SGRAY_1, 16777215, false, ffff",
        "BLACK_1, 8421504, true, 0000",
        "BLACK_1, 7829367, true, ffff"
    })
    void blackAndWhiteStayWhatTheyAre(RasterColour colour, int rgb, boolean plain, String line) throws IOException {
        int[] pixels = new int[16];
        Arrays.fill(pixels, rgb);
        assertThat(HexFormat.of().formatHex(read(written(side(16, 1, colour), pixels, plain))[0]))
                .isEqualTo(line);
    }

    @ParameterizedTest
    @CsvSource({"0, 0", "32, 8", "64, 16", "128, 32", "192, 48", "255, 64"})
    void greyBecomesAsManyDotsAsItIsDark(int level, int white) throws IOException {
        int[] pixels = new int[64];
        Arrays.fill(pixels, level << 16 | level << 8 | level);
        int dots = 0;
        for (byte[] line : read(written(side(8, 8, RasterColour.SGRAY_1), pixels, false))) {
            dots += Integer.bitCount(line[0] & 0xff);
        }
        assertThat(dots).isEqualTo(white);
    }

    @ParameterizedTest
    @EnumSource(RasterColour.class)
    void whateverIsWrittenIsReadAgain(RasterColour colour) throws IOException {
        Random random = new Random(29);
        for (int round = 0; round < 30; round++) {
            int width = 1 + random.nextInt(700);
            int height = 1 + random.nextInt(600);
            int[] pixels = new int[width * height];
            int run = 1 + random.nextInt(300);
            for (int i = 0; i < pixels.length; i++) {
                boolean asBefore = i > 0 && random.nextInt(run) > 0;
                boolean asAbove = i >= width && round % 3 == 0;
                pixels[i] = asAbove ? pixels[i - width] : asBefore ? pixels[i - 1] : random.nextInt(1 << 24);
            }
            byte[][] lines = read(written(side(width, height, colour), pixels, false));
            PixelInk ink = new PixelInk(colour);
            for (int row = 0; row < height; row++) {
                byte[] expected = new byte[colour.bytesPerLine(width)];
                if (colour.isBits()) {
                    ink.bits(pixels, row * width, width, row, false, expected);
                } else {
                    for (int x = 0; x < width; x++) {
                        ink.write(pixels[row * width + x], expected, x * colour.unit());
                    }
                }
                assertThat(lines[row]).isEqualTo(expected);
            }
        }
    }

    @Test
    void bytesThatAreNoRasterAreRefusedWhereverTheyEndOrChange() throws IOException {
        byte[] good = written(
                side(40, 30, RasterColour.SRGB_8), new Random(3).ints(1_200).toArray(), false);
        for (int end = 0; end < good.length; end += 61) {
            if (end == 4) {
                continue; // a file without pages
            }
            byte[] cut = Arrays.copyOf(good, end);
            assertThatThrownBy(() -> read(cut)).isInstanceOf(IOException.class);
        }
        Random random = new Random(5);
        for (int round = 0; round < 2_000; round++) {
            byte[] changed = good.clone();
            changed[random.nextInt(random.nextBoolean() ? 500 : changed.length)] = (byte) random.nextInt(256);
            try {
                PwgRasterReader reader = new PwgRasterReader(new ByteArrayInputStream(changed));
                for (Optional<RasterSide> side = reader.next(); side.isPresent(); side = reader.next()) {
                    assertThat(side.get().width()).isPositive();
                }
            } catch (IOException refused) {
                assertThat(refused).hasMessageMatching(".+");
            }
        }
    }

    @Test
    void aSideWithoutAllItsLinesIsNoSide() throws IOException {
        PwgRasterWriter writer = new PwgRasterWriter(new ByteArrayOutputStream(), false);
        PwgRasterWriter.Lines lines = writer.begin(side(2, 3, RasterColour.SGRAY_8));
        lines.add(new int[2], 0);
        assertThatThrownBy(lines::close).hasMessageContaining("1 of 3");
    }

    @ParameterizedTest
    @CsvSource({
        "NORMAL, false, false, false",
        "NORMAL, true, false, false",
        "FLIPPED, false, false, true",
        "FLIPPED, true, true, false",
        "ROTATED, false, true, true",
        "ROTATED, true, false, false",
        "MANUAL_TUMBLE, false, false, false",
        "MANUAL_TUMBLE, true, true, true"
    })
    void backsAreMirroredAsTheStandardSays(SheetBack back, boolean tumble, boolean across, boolean along) {
        assertThat(List.of(back.isMirroredAcross(tumble), back.isMirroredAlong(tumble)))
                .containsExactly(across, along);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "-", textBlock = """
            srgb_8, sgray_8, black_1     | false | false | srgb_8
            srgb_8, sgray_8, black_1     | true  | false | sgray_8
            srgb_8, sgray_8, black_1     | true  | true  | black_1
            srgb_8, sgray_8, black_1     | false | true  | black_1
            black_1, sgray_8             | false | false | sgray_8
            cmyk_8                       | true  | false | cmyk_8
            adobe-rgb_16, black_16       | false | false | adobe-rgb_16
            device3_8                    | false | false | -
            """)
    void theBestOfWhatThePrinterTakesIsChosen(String taken, boolean grey, boolean bits, String chosen) {
        List<RasterColour> known = Arrays.stream(taken.split(", "))
                .flatMap(word -> RasterColour.find(word).stream())
                .toList();
        assertThat(RasterColour.choose(known, grey, bits).map(RasterColour::word))
                .isEqualTo(Optional.ofNullable(chosen));
    }
}
