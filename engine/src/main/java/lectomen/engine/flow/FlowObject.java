package lectomen.engine.flow;

import java.util.List;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;

/** An object in the text: a picture, a simple shape or a text box. */
public sealed interface FlowObject {
    double width();

    double height();

    /** What it shows, in words; empty where nobody said. */
    String alternative();

    /**
     * @param bytes of the picture's file
     * @param crop how much of it is cut off
     * @param degrees it is turned by, clockwise
     */
    record Picture(byte[] bytes, double width, double height, Crop crop, double degrees, String alternative)
            implements FlowObject {
        @Override
        public boolean equals(@Nullable Object other) {
            return this == other;
        }

        @Override
        public int hashCode() {
            return System.identityHashCode(this);
        }
    }

    /** The place of something that is not drawn, which is listed as left out: an empty frame. */
    record Gap(double width, double height, String alternative) implements FlowObject {
        private static final Edge FRAME = new Edge(Edge.Stroke.DASHED, 0.5, 0x999999, 0);

        public Shape frame() {
            return new Shape(
                    Shape.Form.RECTANGLE,
                    width,
                    height,
                    OptionalInt.empty(),
                    FRAME,
                    Inside.NONE,
                    List.of(),
                    false,
                    false,
                    "");
        }
    }

    /** Parts of a picture's sides that are not shown, from 0 to 1. */
    record Crop(double left, double top, double right, double bottom) {
        public static final Crop NONE = new Crop(0, 0, 0, 0);
    }

    /**
     * A shape, and what is written in it.
     *
     * @param fill empty for none
     * @param inside how far its text stands from its sides
     * @param grows whether it becomes as high as its text
     * @param flipped of a line: whether it rises
     */
    record Shape(
            Form form,
            double width,
            double height,
            OptionalInt fill,
            Edge edge,
            Inside inside,
            List<Block> blocks,
            boolean grows,
            boolean flipped,
            String alternative)
            implements FlowObject {
        public Shape {
            blocks = List.copyOf(blocks);
        }

        public enum Form {
            RECTANGLE,
            ROUNDED,
            ELLIPSE,
            LINE,
            TRIANGLE,
            DIAMOND
        }
    }

    /** The distances of a box's text to its sides. */
    record Inside(double top, double right, double bottom, double left, Section.VerticalAlign align) {
        public static final Inside USUAL = new Inside(3.6, 7.2, 3.6, 7.2, Section.VerticalAlign.TOP);
        public static final Inside NONE = new Inside(0, 0, 0, 0, Section.VerticalAlign.TOP);
    }
}
