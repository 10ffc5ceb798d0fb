package lectomen.engine.typeset;

import lectomen.engine.flow.Edge;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.font.FontFile;

/** Something drawn on a page. */
public sealed interface Mark {
    /** The part of the document that it belongs to. */
    Node node();

    /** The same further right and down. */
    Mark moved(double right, double down);

    /**
     * Letters of one font in a line.
     *
     * @param baseline how far their feet stand below the page's top
     * @param widerBlanks how much wider each blank is than the font has it
     * @param spacing added after each letter
     * @param stretch of the letters' width
     * @param plain what the letters mean, where they stand in another order or form than they are written; else the same
     * @param turn how many degrees the line is turned by, clockwise, around its beginning
     */
    record Words(
            String text,
            FontFile font,
            double size,
            int colour,
            double left,
            double baseline,
            double width,
            double widerBlanks,
            double spacing,
            double stretch,
            String plain,
            int turn,
            Node node)
            implements Mark {
        @Override
        public Words moved(double right, double down) {
            return new Words(
                    text,
                    font,
                    size,
                    colour,
                    left + right,
                    baseline + down,
                    width,
                    widerBlanks,
                    spacing,
                    stretch,
                    plain,
                    turn,
                    node);
        }
    }

    /** A number that is known once all pages are. */
    record Counted(Kind kind, lectomen.engine.flow.Numeral numeral, Words words) implements Mark {
        public enum Kind {
            PAGE,
            PAGES,
            SECTION_PAGES
        }

        @Override
        public Node node() {
            return words.node();
        }

        @Override
        public Counted moved(double right, double down) {
            return new Counted(kind, numeral, words.moved(right, down));
        }
    }

    /** A box that is filled. */
    record Fill(double left, double top, double width, double height, int colour, Node node) implements Mark {
        @Override
        public Fill moved(double right, double down) {
            return new Fill(left + right, top + down, width, height, colour, node);
        }
    }

    /** A straight line. */
    record Line(double left, double top, double toLeft, double toTop, Edge edge, Node node) implements Mark {
        @Override
        public Line moved(double right, double down) {
            return new Line(left + right, top + down, toLeft + right, toTop + down, edge, node);
        }
    }

    /** A shape without its text. */
    record Outline(FlowObject.Shape shape, double left, double top, double width, double height, Node node)
            implements Mark {
        @Override
        public Outline moved(double right, double down) {
            return new Outline(shape, left + right, top + down, width, height, node);
        }
    }

    record Image(FlowObject.Picture picture, double left, double top, Node node) implements Mark {
        @Override
        public Image moved(double right, double down) {
            return new Image(picture, left + right, top + down, node);
        }
    }

    /** A place that leads elsewhere. @param to an address, or # and the name of a bookmark */
    record Link(double left, double top, double width, double height, String to, String says, Node node)
            implements Mark {
        @Override
        public Link moved(double right, double down) {
            return new Link(left + right, top + down, width, height, to, says, node);
        }
    }

    /** A place that is led to. */
    record Target(String name, double left, double top, Node node) implements Mark {
        @Override
        public Target moved(double right, double down) {
            return new Target(name, left + right, top + down, node);
        }
    }
}
