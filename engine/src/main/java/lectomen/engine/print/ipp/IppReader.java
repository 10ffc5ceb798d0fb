package lectomen.engine.print.ipp;

import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** Reads messages, strictly: what RFC 8010 does not allow is refused with its reason. */
final class IppReader {
    static final int DATE_TIME_LENGTH = 11;
    private static final int LAST_DELIMITER = 0x0f;
    private static final int DEEPEST = 16;
    private static final int MOST_VALUES = 100_000;
    private static final int NANOS_PER_TENTH = 100_000_000;

    private final DataInputStream in;
    private int values;

    IppReader(InputStream in) {
        this.in = new DataInputStream(in);
    }

    IppMessage read() throws IOException {
        try {
            int version = in.readUnsignedShort();
            int code = in.readUnsignedShort();
            int requestId = in.readInt();
            return new IppMessage(version, code, requestId, groups());
        } catch (EOFException e) {
            throw new IppFormatException("it ends in the middle");
        }
    }

    private List<IppGroup> groups() throws IOException {
        List<IppGroup> groups = new ArrayList<>();
        int tag = in.readUnsignedByte();
        while (tag != IppWriter.END_OF_ATTRIBUTES) {
            int begins = tag;
            IppGroup.Kind kind = IppGroup.Kind.find(begins)
                    .orElseThrow(() -> new IppFormatException("no group begins with " + hex(begins)));
            List<IppAttribute> attributes = new ArrayList<>();
            tag = attributes(attributes);
            groups.add(new IppGroup(kind, attributes));
        }
        return groups;
    }

    /** Reads the attributes of a group. @return the tag behind them */
    private int attributes(List<IppAttribute> attributes) throws IOException {
        String name = "";
        List<IppValue> all = new ArrayList<>();
        int tag = in.readUnsignedByte();
        while (tag > LAST_DELIMITER) {
            String own = text();
            if (!own.isEmpty()) {
                keep(name, all, attributes);
                name = own;
                all = new ArrayList<>();
            } else if (name.isEmpty()) {
                throw new IppFormatException("a value stands before the first name of its group");
            }
            all.add(value(tag, 0));
            tag = in.readUnsignedByte();
        }
        keep(name, all, attributes);
        return tag;
    }

    private static void keep(String name, List<IppValue> all, List<IppAttribute> attributes) throws IppFormatException {
        if (name.isEmpty()) {
            return;
        }
        if (all.isEmpty()) {
            throw new IppFormatException("member " + name + " has no value");
        }
        attributes.add(new IppAttribute(name, all));
    }

    private IppValue value(int code, int depth) throws IOException {
        IppTag tag = IppTag.find(code).orElseThrow(() -> new IppFormatException("unknown tag " + hex(code)));
        if (++values > MOST_VALUES) {
            throw new IppFormatException("it has more than " + MOST_VALUES + " values");
        }
        if (tag == IppTag.MEMBER_NAME || tag == IppTag.END_COLLECTION) {
            throw new IppFormatException(hex(code) + " stands outside of a collection");
        }
        int length = length();
        if (tag.isOutOfBand()) {
            require(length, 0, tag);
            return new IppValue.OutOfBand(tag);
        }
        if (tag.isString()) {
            return new IppValue.Text(tag, text(length));
        }
        return switch (tag) {
            case INTEGER -> {
                require(length, Integer.BYTES, tag);
                yield new IppValue.Whole(in.readInt());
            }
            case ENUM -> {
                require(length, Integer.BYTES, tag);
                yield new IppValue.Enumerated(in.readInt());
            }
            case BOOLEAN -> {
                require(length, 1, tag);
                yield new IppValue.Bool(bool(in.readUnsignedByte()));
            }
            case DATE_TIME -> {
                require(length, DATE_TIME_LENGTH, tag);
                yield new IppValue.DateTime(time());
            }
            case RESOLUTION -> {
                require(length, 2 * Integer.BYTES + 1, tag);
                yield new IppValue.Resolution(in.readInt(), in.readInt(), unit(in.readUnsignedByte()));
            }
            case RANGE_OF_INTEGER -> {
                require(length, 2 * Integer.BYTES, tag);
                yield new IppValue.Range(in.readInt(), in.readInt());
            }
            case TEXT_WITH_LANGUAGE, NAME_WITH_LANGUAGE -> inLanguage(tag, length);
            case BEGIN_COLLECTION -> {
                require(length, 0, tag);
                yield collection(depth + 1);
            }
            default -> new IppValue.Octets(bytes(length));
        };
    }

    private IppValue.Collection collection(int depth) throws IOException {
        if (depth > DEEPEST) {
            throw new IppFormatException("its collections are nested more than " + DEEPEST + " deep");
        }
        List<IppAttribute> members = new ArrayList<>();
        String name = "";
        List<IppValue> all = new ArrayList<>();
        int tag = member();
        while (tag != IppTag.END_COLLECTION.code()) {
            if (tag == IppTag.MEMBER_NAME.code()) {
                keep(name, all, members);
                name = text();
                all = new ArrayList<>();
                if (name.isEmpty()) {
                    throw new IppFormatException("a member of a collection has no name");
                }
            } else if (name.isEmpty()) {
                throw new IppFormatException("a value of a collection stands before its name");
            } else {
                all.add(value(tag, depth));
            }
            tag = member();
        }
        keep(name, all, members);
        require(length(), 0, IppTag.END_COLLECTION);
        return new IppValue.Collection(members);
    }

    /** The tag of what comes next in a collection; nothing there has a name of its own. */
    private int member() throws IOException {
        int tag = in.readUnsignedByte();
        if (!text().isEmpty()) {
            throw new IppFormatException("a value inside a collection has a name of its own");
        }
        return tag;
    }

    private IppValue inLanguage(IppTag tag, int length) throws IOException {
        String language = text();
        String text = text();
        int read = 2 * Short.BYTES
                + language.getBytes(StandardCharsets.UTF_8).length
                + text.getBytes(StandardCharsets.UTF_8).length;
        require(length, read, tag);
        return new IppValue.InLanguage(tag, language, text);
    }

    private OffsetDateTime time() throws IOException {
        int year = in.readUnsignedShort();
        int month = in.readUnsignedByte();
        int day = in.readUnsignedByte();
        int hour = in.readUnsignedByte();
        int minute = in.readUnsignedByte();
        int second = in.readUnsignedByte();
        int tenths = in.readUnsignedByte();
        int sign = in.readUnsignedByte();
        int offsetHours = in.readUnsignedByte();
        int offsetMinutes = in.readUnsignedByte();
        if (sign != '+' && sign != '-') {
            throw new IppFormatException("the direction from UTC is + or -, not " + hex(sign));
        }
        int direction = sign == '+' ? 1 : -1;
        try {
            return OffsetDateTime.of(
                    year,
                    month,
                    day,
                    hour,
                    minute,
                    second,
                    Math.multiplyExact(tenths, NANOS_PER_TENTH),
                    ZoneOffset.ofHoursMinutes(direction * offsetHours, direction * offsetMinutes));
        } catch (DateTimeException | ArithmeticException e) {
            throw new IppFormatException("a date and time that there is not: " + e.getMessage());
        }
    }

    private static IppValue.PerUnit unit(int code) throws IppFormatException {
        return Stream.of(IppValue.PerUnit.values())
                .filter(unit -> unit.code() == code)
                .findFirst()
                .orElseThrow(() -> new IppFormatException("the unit of a resolution is 3 or 4, not " + code));
    }

    private static boolean bool(int code) throws IppFormatException {
        if (code > 1) {
            throw new IppFormatException("a boolean is 0 or 1, not " + code);
        }
        return code == 1;
    }

    private String text() throws IOException {
        return text(length());
    }

    private String text(int length) throws IOException {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes(length)))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new IppFormatException("characters that are no UTF-8");
        }
    }

    private byte[] bytes(int length) throws IOException {
        byte[] bytes = in.readNBytes(length);
        if (bytes.length < length) {
            throw new EOFException();
        }
        return bytes;
    }

    private int length() throws IOException {
        int length = in.readUnsignedShort();
        if (length > IppWriter.LONGEST) {
            throw new IppFormatException("a length of " + length + " bytes; " + IppWriter.LONGEST + " is the most");
        }
        return length;
    }

    private static void require(int length, int needed, IppTag tag) throws IppFormatException {
        if (length != needed) {
            throw new IppFormatException(tag + " has " + needed + " bytes, not " + length);
        }
    }

    private static String hex(int code) {
        return "0x%02x".formatted(code);
    }
}
