package lectomen.engine.font;

/**
 * The font that is used for a requested one.
 *
 * @param fit how well it stands in
 */
public record Chosen(Face face, Fit fit) {
    public enum Fit {
        /** It is the font. */
        ITSELF,
        /** Another of the same widths: lines and pages end where they would. */
        SAME_WIDTHS,
        /** Another of about its kind. */
        OTHER
    }
}
