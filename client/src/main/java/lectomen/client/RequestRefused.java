package lectomen.client;

/** The service answered, and said no. */
final class RequestRefused extends RuntimeException {
    RequestRefused(String words) {
        super(words);
    }
}
