package lectomen.engine.print.ipp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Messages as bytes: what stands in the standard, and that nothing else is taken. */
class IppMessageTest {
    private static final HexFormat HEX = HexFormat.of();

    private static byte[] written(IppMessage message) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        message.write(out);
        return out.toByteArray();
    }

    private static IppMessage read(byte[] bytes) throws IOException {
        return IppMessage.read(new ByteArrayInputStream(bytes));
    }

    /** Characters stand as themselves, all else as two digits each. */
    private static byte[] bytes(String written) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (String part : written.split(" +")) {
            byte[] some = part.startsWith("'")
                    ? part.substring(1).replace('_', ' ').getBytes(StandardCharsets.UTF_8)
                    : HEX.parseHex(part);
            out.writeBytes(some);
        }
        return out.toByteArray();
    }

    /** The operation and the beginning of a request as RFC 8010, appendix A.1, has them. */
    @Test
    void aRequestIsWrittenAsTheStandardHasIt() throws IOException {
        IppMessage request = new IppMessage(
                0x0101,
                IppOperation.PRINT_JOB.code(),
                1,
                List.of(
                        IppGroup.of(
                                IppGroup.Kind.OPERATION,
                                IppAttribute.of("attributes-charset", IppTag.CHARSET, "utf-8"),
                                IppAttribute.of("attributes-natural-language", IppTag.NATURAL_LANGUAGE, "en-us"),
                                IppAttribute.of(
                                        "printer-uri", IppTag.URI, "ipp://printer.example.com/ipp/print/pinetree"),
                                IppAttribute.of("job-name", IppTag.NAME, "foobar"),
                                IppAttribute.of("ipp-attribute-fidelity", new IppValue.Bool(true))),
                        IppGroup.of(
                                IppGroup.Kind.JOB,
                                IppAttribute.of("copies", new IppValue.Whole(20)),
                                IppAttribute.of("sides", IppTag.KEYWORD, "two-sided-long-edge"))));
        byte[] expected = bytes("0101 0002 00000001"
                + " 01 47 0012 'attributes-charset 0005 'utf-8"
                + " 48 001b 'attributes-natural-language 0005 'en-us"
                + " 45 000b 'printer-uri 002c 'ipp://printer.example.com/ipp/print/pinetree"
                + " 42 0008 'job-name 0006 'foobar"
                + " 22 0016 'ipp-attribute-fidelity 0001 01"
                + " 02 21 0006 'copies 0004 00000014"
                + " 44 0005 'sides 0013 'two-sided-long-edge 03");
        assertThat(written(request)).isEqualTo(expected);
        assertThat(read(expected)).isEqualTo(request);
    }

    static Stream<Object[]> values() {
        IppAttribute size = IppAttribute.of(
                "media-size",
                new IppValue.Collection(List.of(
                        IppAttribute.of("x-dimension", new IppValue.Whole(21_000)),
                        IppAttribute.of("y-dimension", new IppValue.Whole(29_700), new IppValue.Whole(0)))));
        return Stream.of(
                new Object[] {"21 0001 'a 0004 ffffffff", IppAttribute.of("a", new IppValue.Whole(-1))},
                new Object[] {"23 0001 'a 0004 00000003", IppAttribute.of("a", new IppValue.Enumerated(3))},
                new Object[] {"22 0001 'a 0001 00", IppAttribute.of("a", new IppValue.Bool(false))},
                new Object[] {"13 0001 'a 0000", IppAttribute.of("a", new IppValue.OutOfBand(IppTag.NO_VALUE))},
                new Object[] {"30 0001 'a 0002 00ff", IppAttribute.of("a", new IppValue.Octets(new byte[] {0, -1}))},
                new Object[] {
                    "32 0001 'a 0009 00000258 0000012c 03",
                    IppAttribute.of("a", new IppValue.Resolution(600, 300, IppValue.PerUnit.DOTS_PER_INCH))
                },
                new Object[] {"33 0001 'a 0008 00000001 00000063", IppAttribute.of("a", new IppValue.Range(1, 99))},
                new Object[] {
                    "31 0001 'a 000b 07eb 06 01 0b 1e 05 02 2d 05 1e",
                    IppAttribute.of(
                            "a",
                            new IppValue.DateTime(OffsetDateTime.of(
                                    2027, 6, 1, 11, 30, 5, 200_000_000, ZoneOffset.ofHoursMinutes(-5, -30))))
                },
                new Object[] {
                    "35 0001 'a 000c 0002 'de 0006 'Gr\u00fc\u00df",
                    IppAttribute.of("a", new IppValue.InLanguage(IppTag.TEXT_WITH_LANGUAGE, "de", "Gr\u00fc\u00df"))
                },
                new Object[] {"44 0001 'a 0001 'x 44 0000 0001 'y", IppAttribute.of("a", IppTag.KEYWORD, "x", "y")},
                new Object[] {
                    "34 000a 'media-size 0000 4a 0000 000b 'x-dimension 21 0000 0004 00005208"
                            + " 4a 0000 000b 'y-dimension 21 0000 0004 00007404 21 0000 0004 00000000 37 0000 0000",
                    size
                });
    }

    @ParameterizedTest
    @MethodSource("values")
    void eachKindOfValueHasItsForm(String written, IppAttribute attribute) throws IOException {
        byte[] bytes = bytes("0200 0000 00000007 04 " + written + " 03");
        IppMessage message = IppMessage.of(0, 7, IppGroup.of(IppGroup.Kind.PRINTER, attribute));
        assertThat(read(bytes)).isEqualTo(message);
        assertThat(written(message)).isEqualTo(bytes);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "0200                                          | it ends in the middle",
                "0200 0000 00000001 01                         | it ends in the middle",
                "0200 0000 00000001 03 77                      | ",
                "0200 0000 00000001 0b                         | no group begins with 0x0b",
                "0200 0000 00000001 00                         | no group begins with 0x00",
                "0200 0000 00000001 01 21 0000 0004 00000001   | a value stands before the first name",
                "0200 0000 00000001 01 21 0001 'a 0003 000001  | INTEGER has 4 bytes, not 3",
                "0200 0000 00000001 01 22 0001 'a 0001 02      | a boolean is 0 or 1, not 2",
                "0200 0000 00000001 01 10 0001 'a 0001 00      | UNSUPPORTED has 0 bytes, not 1",
                "0200 0000 00000001 01 50 0001 'a 0000         | unknown tag 0x50",
                "0200 0000 00000001 01 44 0001 'a ffff         | a length of 65535 bytes",
                "0200 0000 00000001 01 44 0001 'a 0002 c328    | characters that are no UTF-8",
                "0200 0000 00000001 01 37 0001 'a 0000         | 0x37 stands outside of a collection",
                "0200 0000 00000001 01 32 0001 'a 0009 00000001 00000001 05 | the unit of a resolution is 3 or 4, not 5",
                "0200 0000 00000001 01 31 0001 'a 000b 07eb 0d 01 0b 1e 05 02 2d 05 1e | a date and time that there is not",
                "0200 0000 00000001 01 34 0001 'a 0000 21 0000 0004 00000001 | a value of a collection stands before its name",
                "0200 0000 00000001 01 34 0001 'a 0000 4a 0000 0001 'b 37 0000 0000 | member b has no value",
                "0200 0000 00000001 01 34 0001 'a 0000 4a 0001 'x 0001 'b | a value inside a collection has a name of its own",
                "0200 0000 00000001 01 35 0001 'a 0009 0002 'de 0002 'ab | TEXT_WITH_LANGUAGE has 8 bytes, not 9",
            })
    void whatTheStandardDoesNotAllowIsRefused(String written, String problem) throws IOException {
        byte[] bytes = bytes(written);
        if (problem == null) {
            assertThat(read(bytes).groups()).isEmpty();
        } else {
            assertThatThrownBy(() -> read(bytes))
                    .isInstanceOf(IppFormatException.class)
                    .hasMessageContaining(problem);
        }
    }

    @Test
    void collectionsAreNotNestedWithoutEnd() {
        StringBuilder nested = new StringBuilder("0200 0000 00000001 01 34 0001 'a 0000");
        for (int i = 0; i < 40; i++) {
            nested.append(" 4a 0000 0001 'b 34 0000 0000");
        }
        assertThatThrownBy(() -> read(bytes(nested.toString()))).hasMessageContaining("nested more than 16 deep");
    }

    @Test
    void theDocumentBehindAMessageIsLeftToBeRead() throws IOException {
        ByteArrayInputStream in = new ByteArrayInputStream(bytes("0200 0002 00000001 03 '%PDF"));
        IppMessage.read(in);
        assertThat(new String(in.readAllBytes(), StandardCharsets.US_ASCII)).isEqualTo("%PDF");
    }

    /** Whatever is written is read again, and whatever is damaged is read or refused, never anything else. */
    @Test
    void randomMessagesComeBackAndDamagedOnesAreRefusedOrRead() throws IOException {
        for (int round = 0; round < 2_000; round++) {
            Random random = new Random(round);
            IppMessage message = message(random);
            byte[] bytes = written(message);
            assertThat(read(bytes)).as("round %d", round).isEqualTo(message);
            for (int times = 0; times < 5; times++) {
                byte[] damaged = bytes.clone();
                damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
                try {
                    read(damaged);
                } catch (IppFormatException refused) {
                    assertThat(refused).as("round %d", round).hasMessageNotContaining("null");
                }
            }
        }
    }

    private static IppMessage message(Random random) {
        List<IppGroup> groups = new ArrayList<>();
        for (int i = random.nextInt(3); i >= 0; i--) {
            IppGroup.Kind[] kinds = IppGroup.Kind.values();
            groups.add(new IppGroup(kinds[random.nextInt(kinds.length)], attributes(random, 0)));
        }
        return new IppMessage(0x0200, random.nextInt(0x10000), random.nextInt(), groups);
    }

    private static List<IppAttribute> attributes(Random random, int depth) {
        List<IppAttribute> attributes = new ArrayList<>();
        for (int i = random.nextInt(4); i > 0; i--) {
            List<IppValue> values = new ArrayList<>();
            for (int j = random.nextInt(3); j >= 0; j--) {
                values.add(value(random, depth));
            }
            attributes.add(new IppAttribute("name-" + random.nextInt(100), values));
        }
        return attributes;
    }

    private static IppValue value(Random random, int depth) {
        String text = "\u00fc".repeat(random.nextInt(4)) + "text";
        return switch (random.nextInt(depth < 3 ? 11 : 10)) {
            case 0 -> new IppValue.OutOfBand(IppTag.UNKNOWN);
            case 1 -> new IppValue.Whole(random.nextInt());
            case 2 -> new IppValue.Bool(random.nextBoolean());
            case 3 -> new IppValue.Enumerated(random.nextInt());
            case 4 -> new IppValue.Octets(text.getBytes(StandardCharsets.UTF_16));
            case 5 ->
                new IppValue.DateTime(OffsetDateTime.of(
                        1970 + random.nextInt(200),
                        1 + random.nextInt(12),
                        1 + random.nextInt(28),
                        random.nextInt(24),
                        random.nextInt(60),
                        random.nextInt(60),
                        random.nextInt(10) * 100_000_000,
                        ZoneOffset.ofTotalSeconds((random.nextInt(48) - 24) * 1_800)));
            case 6 -> new IppValue.Resolution(random.nextInt(), 300, IppValue.PerUnit.DOTS_PER_CENTIMETRE);
            case 7 -> new IppValue.Range(random.nextInt(), random.nextInt());
            case 8 -> new IppValue.InLanguage(IppTag.NAME_WITH_LANGUAGE, "de", text);
            case 9 -> new IppValue.Text(IppTag.KEYWORD, text);
            default -> new IppValue.Collection(attributes(random, depth + 1));
        };
    }
}
