package lectomen.service.work;

/** A job can't be held against another rule. */
public final class NotComparableException extends RuntimeException {
    private static final long serialVersionUID = 1;

    private final String why;

    NotComparableException(String why) {
        super(why);
        this.why = why;
    }

    /** Why, as a sentence. */
    public String why() {
        return why;
    }
}
