package lectomen.client;

/** The service could not be reached. */
final class ServiceUnreachable extends RuntimeException {
    ServiceUnreachable(String words) {
        super(words);
    }
}
