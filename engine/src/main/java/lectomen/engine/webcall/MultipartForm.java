package lectomen.engine.webcall;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * A form with values and at most one file, as RFC 7578 has it. Only what stands around the file's bytes is made here.
 *
 * @param head all before the file's bytes
 * @param tail all behind them
 */
public record MultipartForm(String type, byte[] head, byte[] tail) {
    private static final String FILE = "document";

    /** @param name of the file, as the system is to call it */
    public record FileHead(String name, String mediaType) {}

    /**
     * @param boundary that stands in neither a value nor the file
     * @param values by the names of their fields
     */
    public static MultipartForm of(String boundary, Map<String, String> values, Optional<FileHead> file) {
        StringBuilder head = new StringBuilder();
        new TreeMap<>(values).forEach((name, value) -> head.append("--")
                .append(boundary)
                .append("\r\nContent-Disposition: form-data; name=\"")
                .append(quoted(name))
                .append("\"\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n")
                .append(value)
                .append("\r\n"));
        file.ifPresent(one -> head.append("--")
                .append(boundary)
                .append("\r\nContent-Disposition: form-data; name=\"" + FILE + "\"; filename=\"")
                .append(quoted(one.name()))
                .append("\"\r\nContent-Type: ")
                .append(one.mediaType())
                .append("\r\n\r\n"));
        String tail = (file.isPresent() ? "\r\n" : "") + "--" + boundary + "--\r\n";
        return new MultipartForm(
                "multipart/form-data; boundary=" + boundary,
                head.toString().getBytes(StandardCharsets.UTF_8),
                tail.getBytes(StandardCharsets.UTF_8));
    }

    /** Nothing in a name may end it, or its line (HTML, "multipart form data"). */
    private static String quoted(String name) {
        return name.replace("\r", "%0D").replace("\n", "%0A").replace("\"", "%22");
    }
}
