package lectomen.service.api;

/** No live rule has a source with that number. */
final class NoSuchSourceException extends RuntimeException {
    NoSuchSourceException(long id) {
        super("No live rule uses source " + id + ". List sources: source list");
    }
}
