package lectomen.engine.flow;

/**
 * The height of lines.
 *
 * @param amount of {@code MULTIPLE} by how much the fonts' own height is multiplied, else points
 */
public record Leading(Kind kind, double amount) {
    private static final double LEAST = 0.01;

    public Leading {
        amount = Math.max(LEAST, Math.min(FormatProperty.FAR, amount));
    }

    public static final Leading SINGLE = new Leading(Kind.MULTIPLE, 1);

    public enum Kind {
        MULTIPLE,
        AT_LEAST,
        EXACTLY
    }
}
