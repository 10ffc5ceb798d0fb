package lectomen.engine.print.ipp;

import java.util.Optional;
import java.util.stream.Stream;

/** The tags of values (RFC 8010, section 3.5.2). */
public enum IppTag {
    UNSUPPORTED(0x10),
    UNKNOWN(0x12),
    NO_VALUE(0x13),
    NOT_SETTABLE(0x15),
    DELETE_ATTRIBUTE(0x16),
    ADMIN_DEFINE(0x17),
    INTEGER(0x21),
    BOOLEAN(0x22),
    ENUM(0x23),
    OCTET_STRING(0x30),
    DATE_TIME(0x31),
    RESOLUTION(0x32),
    RANGE_OF_INTEGER(0x33),
    BEGIN_COLLECTION(0x34),
    TEXT_WITH_LANGUAGE(0x35),
    NAME_WITH_LANGUAGE(0x36),
    END_COLLECTION(0x37),
    TEXT(0x41),
    NAME(0x42),
    KEYWORD(0x44),
    URI(0x45),
    URI_SCHEME(0x46),
    CHARSET(0x47),
    NATURAL_LANGUAGE(0x48),
    MIME_MEDIA_TYPE(0x49),
    MEMBER_NAME(0x4a);

    private static final int LAST_OUT_OF_BAND = 0x1f;
    private static final int FIRST_STRING = 0x40;

    private final int code;

    IppTag(int code) {
        this.code = code;
    }

    public int code() {
        return code;
    }

    /** Whether it stands for a value that is not there, or is not known. */
    public boolean isOutOfBand() {
        return code <= LAST_OUT_OF_BAND;
    }

    /** Whether its values are characters. */
    public boolean isString() {
        return code >= FIRST_STRING && this != MEMBER_NAME;
    }

    static Optional<IppTag> find(int code) {
        return Stream.of(values()).filter(tag -> tag.code == code).findFirst();
    }
}
