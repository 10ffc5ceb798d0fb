package lectomen.standins.business;

import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** A call that came. @param headers by their names in small letters */
public record ReceivedCall(Map<String, String> headers, String body) {
    public ReceivedCall {
        headers = Map.copyOf(new TreeMap<>(headers));
    }

    public Optional<String> header(String name) {
        return Optional.ofNullable(headers.get(name));
    }

    /** The body up to where it is no text, such as in a PDF. */
    String readablePart() {
        String readable = body.split("[\\p{Cntrl}&&[^\r\n\t]]|\uFFFD", 2)[0];
        return readable.length() == body.length() ? body : readable + "...";
    }

    /** The key by which a call that comes again is known; empty for none. */
    String key() {
        return header("idempotency-key").orElse("");
    }
}
