package lectomen.service.job;

/** The requested action is not possible in the job's present state. */
public final class WrongStateException extends RuntimeException {
    public WrongStateException(String id, JobState state, String wanted) {
        super("Job " + id + " is " + state.code() + " and can't be " + wanted + ".");
    }
}
