package lectomen.service.print;

/** A printer could not be asked: it is away, or its answer is none. */
public final class PrinterAwayException extends Exception {
    private static final long serialVersionUID = 1;

    private final String problem;

    PrinterAwayException(String problem) {
        super(problem);
        this.problem = problem;
    }

    /** What is wrong, as a clause. */
    public String problem() {
        return problem;
    }
}
