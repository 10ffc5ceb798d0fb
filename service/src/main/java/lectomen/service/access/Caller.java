package lectomen.service.access;

import java.util.Objects;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import lectomen.service.role.Access;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/** The caller of the request on this thread. */
public final class Caller {
    static final String PRINCIPAL = "lectomen.principal";
    static final String ACCESS = "lectomen.access";
    static final String ACCESS_NOW = "lectomen.access-now";
    static final String FRESH = "lectomen.fresh";
    static final String ADDRESS = "lectomen.address";

    private Caller() {}

    /** What the ledger calls them: the owner's token or a person. */
    public static String principal() {
        return attribute(PRINCIPAL);
    }

    /** What they may do. */
    public static Access access() {
        Object access =
                RequestContextHolder.currentRequestAttributes().getAttribute(ACCESS, RequestAttributes.SCOPE_REQUEST);
        return (Access) Objects.requireNonNull(access, "The request guard admits nobody without " + ACCESS);
    }

    /** Whether they proved within the last minutes who they are; true for tokens. */
    public static boolean isFresh() {
        return Boolean.TRUE.equals(
                RequestContextHolder.currentRequestAttributes().getAttribute(FRESH, RequestAttributes.SCOPE_REQUEST));
    }

    /** Tells later, outside the request, whether the caller is let in no longer, or may do something else than now. */
    public static BooleanSupplier changes() {
        Access then = access();
        @SuppressWarnings("unchecked")
        Supplier<Optional<Access>> now =
                (Supplier<Optional<Access>>) Objects.requireNonNull(RequestContextHolder.currentRequestAttributes()
                        .getAttribute(ACCESS_NOW, RequestAttributes.SCOPE_REQUEST));
        return () -> !now.get().equals(Optional.of(then));
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
