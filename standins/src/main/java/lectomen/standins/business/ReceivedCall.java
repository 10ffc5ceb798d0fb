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

    /** The key by which a call that comes again is known; empty for none. */
    String key() {
        return header("idempotency-key").orElse("");
    }
}
