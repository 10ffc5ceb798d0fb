package lectomen.service.role;

/** What a role lets its holders do. */
public enum Permission {
    /** Jobs, their pages, originals and results, and what happens to them. */
    SEE_DOCUMENTS("see documents"),
    /** Send files, and act on jobs: retry, hold, file by hand, settle. */
    HANDLE_DOCUMENTS("handle documents"),
    /** Answer what a rule asks of them, or of their groups, about doubtful fields. */
    REVIEW("review"),
    /** Decide about documents where a rule asks them or their groups. */
    APPROVE("approve"),
    /** Rules with what they use: shared parts, lookups, counters, samples, connections. */
    SEE_RULES("see rules"),
    /** The same to write and test, and to put rules live. */
    WRITE_RULES("write rules"),
    /** Sources, figures, retention. */
    SEE_SERVICE("see the service"),
    /** Pause and run sources and connections, confirm moved folders, carry out retention. */
    RUN_SERVICE("run the service"),
    SEE_LEDGER("see the ledger"),
    /** People, groups, tokens and their roles. */
    SEE_PEOPLE("see people"),
    MANAGE_PEOPLE("manage people"),
    MANAGE_SECRETS("manage secrets");

    private final String words;

    Permission(String words) {
        this.words = words;
    }

    /** As it is said to people. */
    public String words() {
        return words;
    }
}
