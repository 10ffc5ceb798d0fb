package lectomen.engine.print.ipp;

import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.OffsetDateTime;

/** Writes messages. */
final class IppWriter {
    static final int END_OF_ATTRIBUTES = 0x03;

    /** Lengths take two bytes, of which the highest bit is not used. */
    static final int LONGEST = 0x7fff;

    private static final int NANOS_PER_TENTH = 100_000_000;
    private static final int SECONDS_PER_MINUTE = 60;
    private static final int MINUTES_PER_HOUR = 60;
    private static final String NO_NAME = "";

    private final DataOutputStream out;

    IppWriter(OutputStream out) {
        this.out = new DataOutputStream(out);
    }

    void write(IppMessage message) throws IOException {
        out.writeShort(message.version());
        out.writeShort(message.code());
        out.writeInt(message.requestId());
        for (IppGroup group : message.groups()) {
            out.writeByte(group.kind().tag());
            for (IppAttribute attribute : group.attributes()) {
                values(attribute.name(), attribute);
            }
        }
        out.writeByte(END_OF_ATTRIBUTES);
        out.flush();
    }

    /** The first value has the name of its attribute, the others have none. */
    private void values(String name, IppAttribute attribute) throws IOException {
        String called = name;
        for (IppValue value : attribute.values()) {
            value(called, value);
            called = NO_NAME;
        }
    }

    private void value(String name, IppValue value) throws IOException {
        out.writeByte(value.tag().code());
        bytes(name);
        if (value instanceof IppValue.OutOfBand) {
            out.writeShort(0);
        } else if (value instanceof IppValue.Whole whole) {
            out.writeShort(Integer.BYTES);
            out.writeInt(whole.value());
        } else if (value instanceof IppValue.Enumerated one) {
            out.writeShort(Integer.BYTES);
            out.writeInt(one.value());
        } else if (value instanceof IppValue.Bool bool) {
            out.writeShort(1);
            out.writeByte(bool.value() ? 1 : 0);
        } else if (value instanceof IppValue.Octets octets) {
            bytes(octets.value());
        } else if (value instanceof IppValue.DateTime time) {
            time(time.value());
        } else if (value instanceof IppValue.Resolution resolution) {
            out.writeShort(2 * Integer.BYTES + 1);
            out.writeInt(resolution.across());
            out.writeInt(resolution.along());
            out.writeByte(resolution.unit().code());
        } else if (value instanceof IppValue.Range range) {
            out.writeShort(2 * Integer.BYTES);
            out.writeInt(range.from());
            out.writeInt(range.to());
        } else if (value instanceof IppValue.InLanguage text) {
            inLanguage(text);
        } else if (value instanceof IppValue.Text text) {
            bytes(text.text());
        } else if (value instanceof IppValue.Collection collection) {
            collection(collection);
        }
    }

    /** By RFC 2579: the year, what follows it, and the distance from UTC. */
    private void time(OffsetDateTime time) throws IOException {
        int minutes = time.getOffset().getTotalSeconds() / SECONDS_PER_MINUTE;
        out.writeShort(IppReader.DATE_TIME_LENGTH);
        out.writeShort(time.getYear());
        out.writeByte(time.getMonthValue());
        out.writeByte(time.getDayOfMonth());
        out.writeByte(time.getHour());
        out.writeByte(time.getMinute());
        out.writeByte(time.getSecond());
        out.writeByte(time.getNano() / NANOS_PER_TENTH);
        out.writeByte(minutes < 0 ? '-' : '+');
        out.writeByte(Math.abs(minutes) / MINUTES_PER_HOUR);
        out.writeByte(Math.abs(minutes) % MINUTES_PER_HOUR);
    }

    private void inLanguage(IppValue.InLanguage text) throws IOException {
        byte[] language = text.language().getBytes(StandardCharsets.UTF_8);
        byte[] characters = text.text().getBytes(StandardCharsets.UTF_8);
        length(2 * Short.BYTES + language.length + characters.length);
        bytes(language);
        bytes(characters);
    }

    private void collection(IppValue.Collection collection) throws IOException {
        out.writeShort(0);
        for (IppAttribute member : collection.members()) {
            out.writeByte(IppTag.MEMBER_NAME.code());
            bytes(NO_NAME);
            bytes(member.name());
            values(NO_NAME, member);
        }
        out.writeByte(IppTag.END_COLLECTION.code());
        out.writeShort(0);
        out.writeShort(0);
    }

    private void bytes(String text) throws IOException {
        bytes(text.getBytes(StandardCharsets.UTF_8));
    }

    private void bytes(byte[] bytes) throws IOException {
        length(bytes.length);
        out.write(bytes);
    }

    private void length(int length) throws IOException {
        if (length > LONGEST) {
            throw new IppFormatException("a value of " + length + " bytes is too long; " + LONGEST + " is the most");
        }
        out.writeShort(length);
    }
}
