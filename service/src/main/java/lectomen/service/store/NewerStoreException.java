package lectomen.service.store;

/** The database was written by a newer version of the service and can't be read by this one. */
public final class NewerStoreException extends RuntimeException {
    NewerStoreException(String version) {
        super("The store has version " + version + ", which is newer than this version of Lectomen supports. "
                + "Start the newer version, or use the backup that was made before the upgrade.");
    }
}
