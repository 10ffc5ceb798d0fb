package lectomen.engine.flow;

import java.util.List;

/** Something in a line of a paragraph, or anchored in it. */
public sealed interface Inline {
    /** @param link where it leads: an address, or # and the name of a bookmark; empty for nowhere */
    record Text(String text, Formatting look, String link) implements Inline {}

    record Tab(Formatting look, String link) implements Inline {}

    record Break(Where where, Formatting look) implements Inline {
        public enum Where {
            LINE,
            COLUMN,
            PAGE
        }
    }

    /** What is worked out as pages are laid out. @param stored what the program that saved it saw last */
    record Field(What what, Numeral numeral, String stored, Formatting look) implements Inline {
        public enum What {
            PAGE,
            PAGES,
            SECTION_PAGES
        }
    }

    /** A picture or shape that stands in the line as a letter does. */
    record Standing(FlowObject thing, Formatting look, String link) implements Inline {}

    /** A picture, shape or box of text that stands beside the text. */
    record Floating(FlowObject thing, Placement placement, String link) implements Inline {}

    /** A note at the foot of the page or at the document's end. @param mark as it stands in the text */
    record Note(Kind kind, String mark, Formatting look, List<Block> blocks) implements Inline {
        public enum Kind {
            FOOT,
            END,
            COMMENT
        }

        public Note {
            blocks = List.copyOf(blocks);
        }
    }

    /** A place that links lead to. */
    record Bookmark(String name) implements Inline {}

    /** Where a word may be broken: a hyphen that only shows at a line's end. */
    record SoftHyphen(Formatting look) implements Inline {}
}
