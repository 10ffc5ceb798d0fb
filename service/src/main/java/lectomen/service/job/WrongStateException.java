package lectomen.service.job;

/** What somebody asked for can't be done with a job in its present state. */
public final class WrongStateException extends RuntimeException {
    public WrongStateException(String id, JobState state, String wanted) {
        super("Job " + id + " is " + state.code() + " and can't be " + wanted + ".");
    }
}
