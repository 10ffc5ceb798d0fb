package lectomen.engine.typeset;

/** How much of a column's width is free at a height, beside floating objects. */
@FunctionalInterface
interface Spans {
    /**
     * @param left of the free part, from the column's left
     * @param right of it
     * @param top where it is free: at the height that was asked for, or below what leaves no place beside it
     */
    record Span(double left, double right, double top) {}

    /** @param top below the paragraph's top */
    Span at(double top, double height);

    static Spans all(double width) {
        return (top, height) -> new Span(0, width, top);
    }
}
