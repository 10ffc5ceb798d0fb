package lectomen.engine.office.rtf;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Placement;

/** A shape being read: its position and its named properties. */
final class RtfShape {
    private Map<String, String> said = new HashMap<>();
    private String name = "";
    private double left;
    private double top;
    private double right;
    private double bottom;
    private int wrap = 3;
    private Placement.Across.From across = Placement.Across.From.COLUMN;
    private Placement.Down.Origin down = Placement.Down.Origin.PARAGRAPH;

    void begin() {
        said = new HashMap<>();
        left = 0;
        top = 0;
        right = 0;
        bottom = 0;
        wrap = 3;
        across = Placement.Across.From.COLUMN;
        down = Placement.Down.Origin.PARAGRAPH;
    }

    void word(String word, OptionalInt number) {
        double points = number.orElse(0) / 20.0;
        switch (word) {
            case "shpleft" -> left = points;
            case "shptop" -> top = points;
            case "shpright" -> right = points;
            case "shpbottom" -> bottom = points;
            case "shpwr" -> wrap = number.orElse(3);
            case "shpbxpage" -> across = Placement.Across.From.PAGE;
            case "shpbxmargin" -> across = Placement.Across.From.MARGIN;
            case "shpbypage" -> down = Placement.Down.Origin.PAGE;
            case "shpbymargin" -> down = Placement.Down.Origin.MARGIN;
            default -> {}
        }
    }

    void name(String text) {
        name = text;
    }

    void value(String text) {
        said.put(name, text);
    }

    Inline box(List<Block> blocks, ContentInventory inventory) {
        inventory.found(blocks.isEmpty() ? ContentInventory.Kind.SHAPE : ContentInventory.Kind.TEXT_BOX);
        boolean filled = !"0".equals(said.get("fFilled"));
        boolean lined = !"0".equals(said.get("fLine"));
        OptionalInt fill = filled ? OptionalInt.of(colour("fillColor", 0xFFFFFF)) : OptionalInt.empty();
        Edge edge = lined ? new Edge(Edge.Stroke.SOLID, 0.75, colour("lineColor", 0), 0) : Edge.NONE;
        FlowObject box = new FlowObject.Shape(
                FlowObject.Shape.Form.RECTANGLE,
                Math.max(1, right - left),
                Math.max(1, bottom - top),
                fill,
                edge,
                FlowObject.Inside.USUAL,
                blocks,
                false,
                false,
                said.getOrDefault("wzDescription", ""));
        Placement.Wrap goesAround =
                switch (wrap) {
                    case 1 -> Placement.Wrap.ABOVE_AND_BELOW;
                    case 2, 4, 5 -> Placement.Wrap.BESIDE;
                    default -> Placement.Wrap.NONE;
                };
        return new Inline.Floating(
                box,
                new Placement(
                        new Placement.Across(across, Placement.Across.Side.OFFSET, left),
                        new Placement.Down(down, Placement.Down.Level.OFFSET, top),
                        goesAround,
                        new Placement.Around(0, 9, 0, 9),
                        "1".equals(said.get("fBehindDocument"))),
                "");
    }

    /** Given with red as its lowest byte. */
    private int colour(String property, int otherwise) {
        String value = said.getOrDefault(property, "");
        if (!value.matches("\\d{1,9}")) {
            return otherwise;
        }
        int number = Integer.parseInt(value);
        return ((number & 0xff) << 16) | (number & 0xff00) | ((number >> 16) & 0xff);
    }
}
