package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;

/**
 * A part of a document's structure, for screen readers: its type by ISO 32000-1, 14.8.4, its parent and its content. What is
 * drawn for the eye alone belongs to {@link #ORNAMENT}.
 */
public final class Node {
    /** Kinds of parts; {@link #word} is the standard's. */
    public enum Kind {
        DOCUMENT("Document"),
        PARAGRAPH("P"),
        HEADING_1("H1"),
        HEADING_2("H2"),
        HEADING_3("H3"),
        HEADING_4("H4"),
        HEADING_5("H5"),
        HEADING_6("H6"),
        LIST("L"),
        ITEM("LI"),
        LABEL("Lbl"),
        ITEM_BODY("LBody"),
        TABLE("Table"),
        ROW("TR"),
        HEAD_CELL("TH"),
        CELL("TD"),
        FIGURE("Figure"),
        NOTE("Note"),
        REFERENCE("Reference"),
        LINK("Link"),
        GROUP("Div"),
        ORNAMENT("Artifact");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        /** Of a heading's level from 1; those beyond 6 are as the sixth. */
        public static Kind heading(int level) {
            return switch (level) {
                case 1 -> HEADING_1;
                case 2 -> HEADING_2;
                case 3 -> HEADING_3;
                case 4 -> HEADING_4;
                case 5 -> HEADING_5;
                default -> HEADING_6;
            };
        }
    }

    /** What belongs to no part: running heads, lines, shadings. */
    public static final Node ORNAMENT = new Node(Kind.ORNAMENT, "", "");

    private final Kind kind;
    private final String alternative;
    private final String language;
    private final List<Node> parts = new ArrayList<>();
    private int across = 1;
    private int down = 1;

    private Node(Kind kind, String alternative, String language) {
        this.kind = kind;
        this.alternative = alternative;
        this.language = language;
    }

    public static Node document() {
        return new Node(Kind.DOCUMENT, "", "");
    }

    /** A new last part of this one; of an ornament all parts are ornament. */
    public Node add(Kind of) {
        return add(of, "", "");
    }

    /**
     * @param says what a picture shows, in words
     * @param speaks its language, where that is another than around it
     */
    public Node add(Kind of, String says, String speaks) {
        if (this == ORNAMENT) {
            return ORNAMENT;
        }
        Node part = new Node(of, says, speaks);
        parts.add(part);
        return part;
    }

    Node spanning(int columns, int rows) {
        if (this != ORNAMENT) {
            across = columns;
            down = rows;
        }
        return this;
    }

    public Kind kind() {
        return kind;
    }

    public String alternative() {
        return alternative;
    }

    public String language() {
        return language;
    }

    public List<Node> parts() {
        return parts;
    }

    /** How many columns a cell takes. */
    public int across() {
        return across;
    }

    public int down() {
        return down;
    }

    public boolean isOrnament() {
        return this == ORNAMENT;
    }
}
