package lectomen.client;

/** No service could be reached. */
final class NoService extends RuntimeException {
    NoService(String words) {
        super(words);
    }
}
