package lectomen.engine.typeset;

import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.Inline;

/** The smallest part of a line that is never divided. */
sealed interface Atom {
    /** How wide it is, where it does not depend on its place. */
    default double width() {
        return 0;
    }

    /** Whether a line may end behind it. */
    default boolean mayBreakAfter() {
        return false;
    }

    /**
     * Letters of one type that no line end divides.
     *
     * @param text as it is drawn
     * @param plain as it is meant
     * @param blank whether it is blanks alone, which may hang over a line's end
     * @param level of its direction: odd ones run from the right
     */
    record Letters(
            String text,
            String plain,
            ResolvedFormatting type,
            double width,
            boolean blank,
            boolean mayBreakAfter,
            int level,
            Node node,
            String link)
            implements Atom {}

    /** A hyphen that shows only where a line ends at it. */
    record Hyphen(ResolvedFormatting type, double width, Node node) implements Atom {
        @Override
        public boolean mayBreakAfter() {
            return true;
        }

        @Override
        public double width() {
            return 0;
        }

        double shownWidth() {
            return width;
        }
    }

    record Tab(ResolvedFormatting type, Node node, String link) implements Atom {
        @Override
        public boolean mayBreakAfter() {
            return true;
        }
    }

    record Break(Inline.Break.Where where, ResolvedFormatting type) implements Atom {}

    record Counted(Inline.Field field, ResolvedFormatting type, double width, Node node) implements Atom {}

    /** A thing that stands in the line. @param inside what is written in it @param origin what it was in the document */
    record Box(FlowObject thing, MarkGroup inside, Node node, String link, Inline.Standing origin) implements Atom {
        @Override
        public double width() {
            return thing.width();
        }

        @Override
        public boolean mayBreakAfter() {
            return true;
        }
    }

    /** Something that hangs here and stands elsewhere. */
    record Hung(Inline.Floating floating, Node node) implements Atom {}

    /** The place of a note's mark, behind the mark itself. */
    record Noted(Inline.Note note, Node node) implements Atom {}

    record Place(String name) implements Atom {}
}
