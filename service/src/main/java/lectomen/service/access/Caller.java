package lectomen.service.access;

import java.util.Objects;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/** The caller of the request on this thread. */
public final class Caller {
    static final String PRINCIPAL = "lectomen.principal";
    static final String ADDRESS = "lectomen.address";

    private Caller() {}

    /** What the ledger calls them: the owner's token or a person. */
    public static String principal() {
        return attribute(PRINCIPAL);
    }

    /** The network address that they call from; behind a proxy, the one that the proxy names. */
    public static String address() {
        return attribute(ADDRESS);
    }

    private static String attribute(String name) {
        Object value =
                RequestContextHolder.currentRequestAttributes().getAttribute(name, RequestAttributes.SCOPE_REQUEST);
        return (String) Objects.requireNonNull(value, "The request guard admits nobody without " + name);
    }
}
