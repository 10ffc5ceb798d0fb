package lectomen.service.api;

/** The job has no such page, or no original to show it from. */
final class NoSuchPageException extends RuntimeException {
    private NoSuchPageException(String words) {
        super(words);
    }

    static NoSuchPageException ofTrial(String sha256) {
        return new NoSuchPageException("No trial of the last 15 minutes made " + sha256 + ", or it has no such page.");
    }

    static NoSuchPageException ofDocument(String sha256) {
        return new NoSuchPageException("No document " + sha256 + " is stored for trials, or it has no such page.");
    }

    NoSuchPageException(String job, String output) {
        super("Job " + job + " has no output \"" + output + "\".");
    }

    /** @param page 0 for the original itself */
    NoSuchPageException(String job, int page) {
        super(page == 0 ? "Job " + job + " has no original." : "Job " + job + " has no page " + page + " to show.");
    }
}
