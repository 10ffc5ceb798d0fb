package lectomen.engine.step;

/**
 * Which output a step works on, and which it makes.
 *
 * @param of the one it works on
 * @param as the one it makes, which takes the place of one of that name
 */
public record OutputNames(String of, String as) {
    /** What came in, and what the steps have made of it so far. */
    public static final String MAIN = "main";

    /** What came in, whatever was made of it. */
    public static final String ORIGINAL = "original";

    /** The output that is worked on, for a sentence that has no other object: "it", "the small". */
    public String object() {
        return of.equals(MAIN) ? "it" : "the " + of;
    }

    /** The output that is worked on, behind a noun: "", " of the small". */
    public String ofWhich() {
        return of.equals(MAIN) ? "" : " of the " + of;
    }
}
