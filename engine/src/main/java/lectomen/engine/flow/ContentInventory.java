package lectomen.engine.flow;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * What a file contains, by kind, and what of it was left out and why; what is drawn and what is listed here add up to what was
 * found.
 */
public final class ContentInventory {
    /** Kinds of elements that are counted. */
    public enum Kind {
        TABLE("table"),
        PICTURE("picture"),
        TEXT_BOX("text box"),
        SHAPE("shape"),
        FOOTNOTE("footnote"),
        ENDNOTE("endnote"),
        COMMENT("comment"),
        CHANGE("tracked change"),
        EQUATION("equation"),
        CHART("chart"),
        DIAGRAM("diagram"),
        EMBEDDED("embedded object"),
        MACRO("macro project"),
        OUTSIDE("reference to outside"),
        FIELD("page number or other field"),
        NESTED("piece of nested text");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** Why something is not on the pages. */
    public enum Why {
        /** It stands in the file, and this product can't draw it. */
        NOT_DRAWN,
        /** The file names it and does not hold it. */
        MISSING,
        /** It is there and broken, or larger than is read. */
        BROKEN,
        /** It was not asked for. */
        NOT_WANTED,
        /** Nothing outside the file is fetched. */
        OUTSIDE,
        /** Nothing in a file is run. */
        NOT_RUN,
        /** It lies deeper than is read. */
        TOO_DEEP
    }

    /** @param what in words, such as a file's name or a shape's form */
    public record LeftOut(Kind kind, Why why, String what) {}

    private final Map<Kind, Integer> found = new EnumMap<>(Kind.class);
    private final Map<Kind, Integer> shown = new EnumMap<>(Kind.class);
    private final List<LeftOut> leftOut = new ArrayList<>();

    public void found(Kind kind) {
        found.merge(kind, 1, Integer::sum);
    }

    /** Notes that something is to be seen on the pages which is not drawn as a thing of its own. */
    public void shown(Kind kind) {
        shown.merge(kind, 1, Integer::sum);
    }

    public int countShown(Kind kind) {
        return shown.getOrDefault(kind, 0);
    }

    public void leaveOut(Kind kind, Why why, String what) {
        leftOut.add(new LeftOut(kind, why, what));
    }

    /** Text that lies deeper in others than is read. */
    public void tooDeep() {
        found(Kind.NESTED);
        leaveOut(Kind.NESTED, Why.TOO_DEEP, "");
    }

    public int count(Kind kind) {
        return found.getOrDefault(kind, 0);
    }

    public List<LeftOut> leftOut() {
        return List.copyOf(leftOut);
    }
}
