package lectomen.service.store;

/** The database was written by a newer version of the service, which this one can't read. */
public final class NewerStoreException extends RuntimeException {
    NewerStoreException(String version) {
        super("The store has form " + version + ", which is newer than this version of Lectomen knows. "
                + "Start the newer version, or use the copy that was made before the change.");
    }
}
