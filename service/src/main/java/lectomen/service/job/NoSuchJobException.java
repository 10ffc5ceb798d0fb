package lectomen.service.job;

/** Somebody asked for a job that does not exist. */
public final class NoSuchJobException extends RuntimeException {
    public NoSuchJobException(String id) {
        super("Unknown job " + id + ". List jobs: job list");
    }
}
