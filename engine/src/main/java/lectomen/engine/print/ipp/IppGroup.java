package lectomen.engine.print.ipp;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Attributes about one thing. */
public record IppGroup(Kind kind, List<IppAttribute> attributes) {
    /** What the attributes are about, by the tag that begins the group (RFC 8010, section 3.5.1). */
    public enum Kind {
        OPERATION(0x01),
        JOB(0x02),
        PRINTER(0x04),
        UNSUPPORTED(0x05),
        SUBSCRIPTION(0x06),
        EVENT_NOTIFICATION(0x07),
        RESOURCE(0x08),
        DOCUMENT(0x09),
        SYSTEM(0x0a);

        private final int tag;

        Kind(int tag) {
            this.tag = tag;
        }

        int tag() {
            return tag;
        }

        static Optional<Kind> find(int tag) {
            return Stream.of(values()).filter(kind -> kind.tag == tag).findFirst();
        }
    }

    public IppGroup {
        attributes = List.copyOf(attributes);
    }

    public static IppGroup of(Kind kind, IppAttribute... attributes) {
        return new IppGroup(kind, List.of(attributes));
    }

    public Optional<IppAttribute> find(String name) {
        return attributes.stream().filter(one -> one.name().equals(name)).findFirst();
    }
}
