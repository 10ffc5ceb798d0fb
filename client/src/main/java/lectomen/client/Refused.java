package lectomen.client;

/** The service answered, and said no. */
final class Refused extends RuntimeException {
    Refused(String words) {
        super(words);
    }
}
