package lectomen.service.home;

/** The service can't start on this home or this machine. */
public final class BadHomeException extends RuntimeException {
    private final String code;
    private final String mend;

    /**
     * @param code home-in-use, not-writable, settings, port-in-use or not-loopback
     * @param problem what is wrong, in words
     * @param mend what mends it, as a command where there is one
     */
    public BadHomeException(String code, String problem, String mend) {
        super(problem);
        this.code = code;
        this.mend = mend;
    }

    public String code() {
        return code;
    }

    public String mend() {
        return mend;
    }
}
