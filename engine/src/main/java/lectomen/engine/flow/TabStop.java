package lectomen.engine.flow;

/**
 * A tab stop.
 *
 * @param at from the text area's left edge
 * @param leader the character that fills the gap; a space for none
 */
public record TabStop(double at, Kind kind, char leader) {
    public enum Kind {
        LEFT,
        CENTRE,
        RIGHT,
        DECIMAL,
        /** A line down at the stop; text does not stop there. */
        BAR,
        /** Takes away a stop that a style gives. */
        CLEAR
    }
}
