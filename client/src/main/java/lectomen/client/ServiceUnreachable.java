package lectomen.client;

/** No service could be reached. */
final class ServiceUnreachable extends RuntimeException {
    ServiceUnreachable(String words) {
        super(words);
    }
}
