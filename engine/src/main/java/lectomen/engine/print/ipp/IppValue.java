package lectomen.engine.print.ipp;

import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;

/** A value of an attribute. */
public sealed interface IppValue {
    /** Its tag in a message. */
    IppTag tag();

    /** No value, and why. */
    record OutOfBand(IppTag tag) implements IppValue {
        public OutOfBand {
            require(tag.isOutOfBand(), tag);
        }
    }

    /** A whole number. */
    record Whole(int value) implements IppValue {
        @Override
        public IppTag tag() {
            return IppTag.INTEGER;
        }
    }

    record Bool(boolean value) implements IppValue {
        @Override
        public IppTag tag() {
            return IppTag.BOOLEAN;
        }
    }

    /** One of several numbers that each mean something. */
    record Enumerated(int value) implements IppValue {
        @Override
        public IppTag tag() {
            return IppTag.ENUM;
        }
    }

    /** Bytes without a meaning of their own. */
    record Octets(byte[] value) implements IppValue {
        public Octets {
            value = value.clone();
        }

        @Override
        public byte[] value() {
            return value.clone();
        }

        @Override
        public IppTag tag() {
            return IppTag.OCTET_STRING;
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Octets octets && Arrays.equals(value, octets.value);
        }

        @Override
        public int hashCode() {
            return Arrays.hashCode(value);
        }
    }

    /** A time, to a tenth of a second. */
    record DateTime(OffsetDateTime value) implements IppValue {
        @Override
        public IppTag tag() {
            return IppTag.DATE_TIME;
        }
    }

    /** What resolutions are counted in. */
    enum PerUnit {
        DOTS_PER_INCH(3),
        DOTS_PER_CENTIMETRE(4);

        private final int code;

        PerUnit(int code) {
            this.code = code;
        }

        int code() {
            return code;
        }
    }

    /** @param across the feed direction @param along it */
    record Resolution(int across, int along, PerUnit unit) implements IppValue {
        @Override
        public IppTag tag() {
            return IppTag.RESOLUTION;
        }
    }

    /** Both ends belong to it. */
    record Range(int from, int to) implements IppValue {
        @Override
        public IppTag tag() {
            return IppTag.RANGE_OF_INTEGER;
        }
    }

    /** Attributes inside an attribute, in their order. */
    record Collection(List<IppAttribute> members) implements IppValue {
        public Collection {
            members = List.copyOf(members);
        }

        @Override
        public IppTag tag() {
            return IppTag.BEGIN_COLLECTION;
        }
    }

    /** A text or name in a language of its own. */
    record InLanguage(IppTag tag, String language, String text) implements IppValue {
        public InLanguage {
            require(tag == IppTag.TEXT_WITH_LANGUAGE || tag == IppTag.NAME_WITH_LANGUAGE, tag);
        }
    }

    /** Characters, with a tag that says of what kind: a keyword, a name, an address. */
    record Text(IppTag tag, String text) implements IppValue {
        public Text {
            require(tag.isString(), tag);
        }
    }

    private static void require(boolean fits, IppTag tag) {
        if (!fits) {
            throw new IllegalArgumentException("No such value can have the tag " + tag);
        }
    }
}
