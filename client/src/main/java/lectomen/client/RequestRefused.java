package lectomen.client;

/** The service refused a request. */
final class RequestRefused extends RuntimeException {
    RequestRefused(String words) {
        super(words);
    }
}
