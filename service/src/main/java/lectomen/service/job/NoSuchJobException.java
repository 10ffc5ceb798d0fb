package lectomen.service.job;

/** There is no job with that number. */
public final class NoSuchJobException extends RuntimeException {
    public NoSuchJobException(String id) {
        super("Unknown job " + id + ". List jobs: job list");
    }
}
