package lectomen.service.lookup;

/** There is no lookup with that name. */
public final class NoSuchLookupException extends RuntimeException {
    public NoSuchLookupException(String name) {
        super("Unknown lookup " + name + ".");
    }
}
