package lectomen.engine.typeset;

import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Placement;

/**
 * Content across a column's width that is not split between pages, or only where it allows it: a line or a table row. Its marks
 * are measured from its own top left.
 */
final class Strip {
    /** What stands at a page's foot for a mark in the strip. */
    record Footnote(List<Strip> strips) {}

    /**
     * What floats and hangs on this strip.
     *
     * @param ofText blocks of the text itself, which keep within its column and off others that float
     * @param plate all that is drawn of it
     * @param footnotes of its text, which stand at the foot of the strip's page
     * @param noted is run once it has its place
     */
    record Hanging(Placement placement, boolean ofText, MarkGroup plate, List<Footnote> footnotes, Runnable noted) {}

    /** Divides a strip that is too high. */
    interface Division {
        /** Its upper part, no higher than that, and the rest; empty where it can't be divided there. */
        Optional<List<Strip>> at(double height);
    }

    final double height;
    final List<Mark> marks;
    /** Above it; not at a page's top. */
    double before;
    /** The part of that which keeps it off what floats; what hangs on it stands above it. */
    double shift;
    /** Below it. */
    double after;
    /** How far the part of its column reaches that it takes; not at all where the right is no further than the left. */
    double left;

    double right;
    /** Whether the next strip belongs onto the same page. */
    boolean withNext;
    /** Whether a page or column ends before it. */
    Optional<Inline.Break.Where> endBefore = Optional.empty();
    /** Whether what follows begins on a new page or in a new column. */
    Optional<Inline.Break.Where> endAfter = Optional.empty();

    List<Footnote> footnotes = List.of();
    List<Hanging> hanging = List.of();
    /** Rows that are repeated above it on a new page. */
    List<Strip> heads = List.of();
    /** Whether it is such a row. */
    boolean isHead;

    Optional<Division> division = Optional.empty();
    /** Whether it is divided only where it is higher than a whole column. */
    boolean dividesLast;
    /** What an outline leads here by. */
    Optional<Typeset.Heading> heading = Optional.empty();

    Strip(double height, List<Mark> marks) {
        this.height = height;
        this.marks = marks;
    }

    /** The same with other marks, and as high as they are. */
    Strip drawnAs(double high, List<Mark> other) {
        Strip strip = new Strip(high, other);
        strip.before = before;
        strip.shift = shift;
        strip.after = after;
        strip.left = left;
        strip.right = right;
        strip.withNext = withNext;
        strip.endBefore = endBefore;
        strip.endAfter = endAfter;
        strip.footnotes = footnotes;
        strip.hanging = hanging;
        strip.heads = heads;
        strip.isHead = isHead;
        strip.division = division;
        strip.dividesLast = dividesLast;
        strip.heading = heading;
        return strip;
    }
}
