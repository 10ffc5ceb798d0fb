package lectomen.engine.flow;

import java.util.List;
import java.util.Optional;

/**
 * A paragraph.
 *
 * @param style its style's name, which decides which paragraphs are alike
 * @param look its own properties over its style's
 * @param mark the formatting of its end, which gives an empty one its height
 * @param label the number or character before it, where it is an item of a list
 */
public record Paragraph(String style, Formatting look, Formatting mark, Optional<Label> label, List<Inline> inlines)
        implements Block {
    public Paragraph {
        inlines = List.copyOf(inlines);
    }

    /**
     * What stands before an item of a list.
     *
     * @param list items with the same belong to one list
     * @param level from 0
     */
    public record Label(String text, Formatting look, After after, boolean toTheRight, String list, int level) {}

    /** What lies between a label and its text. */
    public enum After {
        TAB,
        BLANK,
        NOTHING
    }

    public boolean isEmpty() {
        return inlines.isEmpty() && label.isEmpty();
    }
}
