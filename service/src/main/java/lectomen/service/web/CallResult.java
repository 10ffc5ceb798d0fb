package lectomen.service.web;

/** The result of trying to call a system. */
public sealed interface CallResult {
    /**
     * It has taken the call.
     *
     * @param type the media type of its answer; empty for none
     * @param answer its text; empty where there is none, or it is no text
     * @param sha256 of what was sent
     */
    record Taken(int status, String type, String answer, String sha256) implements CallResult {}

    /** It does not take such a call. */
    record Refused(String answer) implements CallResult {}

    /** Its address is in a private network, which the settings don't allow. */
    record NotAllowed(String address) implements CallResult {}

    /** It can't be reached, or does not take calls now. */
    record NotNow(String problem) implements CallResult {}

    /** It gave no answer: whether it has taken the call is not known. */
    record Unknown(String problem) implements CallResult {}
}
