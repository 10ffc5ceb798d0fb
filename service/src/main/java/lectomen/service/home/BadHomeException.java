package lectomen.service.home;

/** The service can't start with this home or on this machine. */
public final class BadHomeException extends RuntimeException {
    private final String fix;

    /**
     * @param problem what is wrong, in words
     * @param fix how to fix it, as a command where there is one
     */
    public BadHomeException(String problem, String fix) {
        super(problem);
        this.fix = fix;
    }

    public String fix() {
        return fix;
    }
}
