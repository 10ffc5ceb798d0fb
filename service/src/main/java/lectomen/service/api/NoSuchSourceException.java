package lectomen.service.api;

/** No live rule takes files from a source of that number. */
final class NoSuchSourceException extends RuntimeException {
    NoSuchSourceException(long id) {
        super("No live rule uses source " + id + ". List sources: source list");
    }
}
