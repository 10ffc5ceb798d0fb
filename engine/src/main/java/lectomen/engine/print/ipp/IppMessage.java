package lectomen.engine.print.ipp;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.List;
import java.util.Optional;

/**
 * A request or its answer, without the document that may follow it.
 *
 * <pre>{@code
 * IppMessage.request(Operation.GET_PRINTER_ATTRIBUTES, 1, IppGroup.of(...)).write(out);
 * IppMessage answer = IppMessage.read(in);
 * }</pre>
 *
 * @param version such as 0x0200 for 2.0
 * @param code of the operation, or of its status in an answer
 * @param requestId which an answer repeats
 * @param groups in their order
 */
public record IppMessage(int version, int code, int requestId, List<IppGroup> groups) {
    /** The version that is spoken. */
    public static final int VERSION = 0x0200;

    public IppMessage {
        groups = List.copyOf(groups);
    }

    public static IppMessage of(int code, int requestId, IppGroup... groups) {
        return new IppMessage(VERSION, code, requestId, List.of(groups));
    }

    /**
     * Reads a message, and nothing behind it: the stream stands at the document then.
     *
     * @throws IppFormatException if it is none
     */
    public static IppMessage read(InputStream in) throws IOException {
        return new IppReader(in).read();
    }

    public void write(OutputStream out) throws IOException {
        new IppWriter(out).write(this);
    }

    public Optional<IppGroup> find(IppGroup.Kind kind) {
        return groups.stream().filter(group -> group.kind() == kind).findFirst();
    }

    public List<IppGroup> all(IppGroup.Kind kind) {
        return groups.stream().filter(group -> group.kind() == kind).toList();
    }
}
