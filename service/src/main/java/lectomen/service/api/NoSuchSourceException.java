package lectomen.service.api;

/** No live rule takes files from a source of that number. */
final class NoSuchSourceException extends RuntimeException {
    NoSuchSourceException(long id) {
        super("No live rule takes files from a source " + id + "; source list shows those that there are");
    }
}
