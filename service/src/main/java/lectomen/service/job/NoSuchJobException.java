package lectomen.service.job;

/** Somebody asked for a job that does not exist. */
public final class NoSuchJobException extends RuntimeException {
    public NoSuchJobException(String id) {
        super("There is no job " + id + ". The list of jobs shows the ones there are.");
    }
}
