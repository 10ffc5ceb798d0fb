package lectomen.service.print;

/** A printer does not take a document. */
public final class PortRefusedException extends Exception {
    private static final long serialVersionUID = 1;

    private final String answer;

    PortRefusedException(String answer) {
        super(answer);
        this.answer = answer;
    }

    /** The printer's answer. */
    public String answer() {
        return answer;
    }
}
