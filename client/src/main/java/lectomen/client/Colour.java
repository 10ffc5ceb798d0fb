package lectomen.client;

/** A terminal colour; text stays plain where output is redirected. */
enum Colour {
    NONE(""),
    RED("\u001b[31m"),
    GREEN("\u001b[32m"),
    YELLOW("\u001b[33m"),
    BLUE("\u001b[34m");

    private static final String END = "\u001b[0m";

    private final String start;

    Colour(String start) {
        this.start = start;
    }

    static Colour ofState(String state) {
        return switch (state) {
            case "filed" -> GREEN;
            case "failed", "rejected", "in-doubt" -> RED;
            case "unmatched", "held", "needs-review", "awaiting-approval" -> YELLOW;
            case "working" -> BLUE;
            default -> NONE;
        };
    }

    String on(String text) {
        return this == NONE || !Terminal.inColour() ? text : start + text + END;
    }
}
