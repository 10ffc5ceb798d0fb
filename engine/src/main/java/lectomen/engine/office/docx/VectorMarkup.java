package lectomen.engine.office.docx;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Inventory;
import lectomen.engine.flow.Look;
import lectomen.engine.flow.Placement;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.Thing;
import lectomen.engine.flow.Trait;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads the older kind of drawings, whose looks stand in a style as web pages have it (ISO/IEC 29500-4, VML). */
final class VectorMarkup {
    private final Blocks blocks;
    private final DocxContext context;
    private final Pictures pictures;

    VectorMarkup(Blocks blocks) {
        this.blocks = blocks;
        this.context = blocks.context();
        this.pictures = new Pictures(blocks.part(), context.inventory);
    }

    void read(Element parent, Look look, String link, List<Inline> to) throws IOException {
        read(parent, look, link, to, 0);
    }

    private void read(Element parent, Look look, String link, List<Inline> to, int depth) throws IOException {
        for (Element one : Xml.children(parent)) {
            switch (Xml.name(one)) {
                case "shape", "rect", "roundrect", "oval", "line" -> shape(one, look, link, to);
                case "group" -> {
                    if (depth < DocxContext.DEEPEST) {
                        read(one, look, link, to, depth + 1);
                    }
                }
                case "AlternateContent" -> {
                    Optional<Element> chosen = Runs.chosen(one);
                    if (chosen.isPresent() && depth < DocxContext.DEEPEST) {
                        read(chosen.get(), look, link, to, depth + 1);
                    }
                }
                default -> {}
            }
        }
    }

    private void shape(Element shape, Look look, String link, List<Inline> to) throws IOException {
        Map<String, String> style = style(Xml.attribute(shape, "style"));
        double width = length(style, "width", 0);
        double height = length(style, "height", 0);
        String alternative = Xml.attribute(shape, "alt");
        Thing thing = thing(shape, width, height, alternative);
        boolean floats = "absolute".equals(style.get("position"));
        if (floats) {
            to.add(new Inline.Floating(thing, placement(shape, style), link));
        } else {
            to.add(new Inline.Standing(thing, look, link));
        }
    }

    private Thing thing(Element shape, double width, double height, String alternative) throws IOException {
        Optional<Element> image = Xml.find(shape, "imagedata");
        if (image.isPresent()) {
            return pictures.read(Xml.attribute(image.get(), "id"), width, height, Thing.Crop.NONE, 0, alternative);
        }
        if (Xml.find(shape, "textpath").isPresent()) {
            return leftOut("lettering", width, height, alternative);
        }
        Optional<Element> text = Xml.find(shape, "textbox", "txbxContent");
        List<Block> inside = text.isPresent() ? blocks.inside(Look.NONE).read(text.get()) : List.of();
        String name = Xml.name(shape);
        boolean plain = name.equals("shape")
                && inside.isEmpty()
                && !Xml.attribute(shape, "type").matches("#_x0000_t(1|202)");
        if (plain) {
            return leftOut("free form", width, height, alternative);
        }
        context.inventory.found(inside.isEmpty() ? Inventory.Kind.SHAPE : Inventory.Kind.TEXT_BOX);
        Thing.Shape.Form form =
                switch (name) {
                    case "roundrect" -> Thing.Shape.Form.ROUNDED;
                    case "oval" -> Thing.Shape.Form.ELLIPSE;
                    case "line" -> Thing.Shape.Form.LINE;
                    default -> Thing.Shape.Form.RECTANGLE;
                };
        return new Thing.Shape(
                form, width, height, fill(shape), edge(shape), inside(shape), inside, false, false, alternative);
    }

    private Thing leftOut(String what, double width, double height, String alternative) {
        context.inventory.found(Inventory.Kind.SHAPE);
        context.inventory.leaveOut(Inventory.Kind.SHAPE, Inventory.Why.NOT_DRAWN, what);
        return new Thing.Gap(width, height, alternative);
    }

    private static Thing.Inside inside(Element shape) {
        String said = Xml.find(shape, "textbox")
                .map(one -> Xml.attribute(one, "inset"))
                .orElse("");
        if (said.isBlank()) {
            return Thing.Inside.USUAL;
        }
        String[] parts = said.split(",", -1);
        double[] sides = {7.2, 3.6, 7.2, 3.6};
        for (int i = 0; i < Math.min(4, parts.length); i++) {
            sides[i] = Units.css(parts[i]).orElse(sides[i]);
        }
        return new Thing.Inside(sides[1], sides[2], sides[3], sides[0], Section.VerticalAlign.TOP);
    }

    private static OptionalInt fill(Element shape) {
        String filled = Xml.attribute(shape, "filled");
        if (filled.equals("f") || filled.equals("false")) {
            return OptionalInt.empty();
        }
        return Xml.findAttribute(shape, "fillcolor").map(VectorMarkup::colour).orElse(OptionalInt.of(0xFFFFFF));
    }

    private static Edge edge(Element shape) {
        String stroked = Xml.attribute(shape, "stroked");
        if (stroked.equals("f") || stroked.equals("false")) {
            return Edge.NONE;
        }
        int colour = Xml.findAttribute(shape, "strokecolor")
                .map(VectorMarkup::colour)
                .orElse(OptionalInt.of(0))
                .orElse(0);
        double width = Units.css(Xml.attribute(shape, "strokeweight")).orElse(0.75);
        return new Edge(Edge.Stroke.SOLID, width, colour, 0);
    }

    private static OptionalInt colour(String said) {
        String word = said.strip().split("\\s+")[0];
        if (word.matches("#[0-9a-fA-F]{3}")) {
            String hex = "" + word.charAt(1) + word.charAt(1) + word.charAt(2) + word.charAt(2) + word.charAt(3)
                    + word.charAt(3);
            return Trait.findColour(hex).orElse(OptionalInt.empty());
        }
        if (word.startsWith("#")) {
            return Trait.findColour(word.substring(1)).orElse(OptionalInt.empty());
        }
        return switch (word.toLowerCase(Locale.ROOT)) {
            case "black" -> OptionalInt.of(0);
            case "white" -> OptionalInt.of(0xFFFFFF);
            case "red" -> OptionalInt.of(0xFF0000);
            case "green" -> OptionalInt.of(0x008000);
            case "blue" -> OptionalInt.of(0x0000FF);
            case "yellow" -> OptionalInt.of(0xFFFF00);
            case "silver" -> OptionalInt.of(0xC0C0C0);
            case "gray" -> OptionalInt.of(0x808080);
            default -> OptionalInt.empty();
        };
    }

    private static Map<String, String> style(String text) {
        Map<String, String> style = new HashMap<>();
        for (String part : text.split(";")) {
            int colon = part.indexOf(':');
            if (colon > 0) {
                style.put(
                        part.substring(0, colon).strip().toLowerCase(Locale.ROOT),
                        part.substring(colon + 1).strip());
            }
        }
        return style;
    }

    private static double length(Map<String, String> style, String name, double otherwise) {
        OptionalDouble value = Units.css(style.getOrDefault(name, ""));
        return value.orElse(otherwise);
    }

    private static Placement placement(Element shape, Map<String, String> style) {
        Placement.Across.Side side =
                switch (style.getOrDefault("mso-position-horizontal", "")) {
                    case "left" -> Placement.Across.Side.LEFT;
                    case "center" -> Placement.Across.Side.CENTRE;
                    case "right" -> Placement.Across.Side.RIGHT;
                    default -> Placement.Across.Side.OFFSET;
                };
        Placement.Across.From across =
                switch (style.getOrDefault("mso-position-horizontal-relative", "")) {
                    case "page" -> Placement.Across.From.PAGE;
                    case "margin" -> Placement.Across.From.MARGIN;
                    default -> Placement.Across.From.COLUMN;
                };
        Placement.Down.Level downSide =
                switch (style.getOrDefault("mso-position-vertical", "")) {
                    case "top" -> Placement.Down.Level.TOP;
                    case "center" -> Placement.Down.Level.MIDDLE;
                    case "bottom" -> Placement.Down.Level.BOTTOM;
                    default -> Placement.Down.Level.OFFSET;
                };
        Placement.Down.Origin down =
                switch (style.getOrDefault("mso-position-vertical-relative", "")) {
                    case "page" -> Placement.Down.Origin.PAGE;
                    case "margin" -> Placement.Down.Origin.MARGIN;
                    default -> Placement.Down.Origin.PARAGRAPH;
                };
        Placement.Wrap wrap =
                switch (Xml.find(shape, "wrap")
                        .map(one -> Xml.attribute(one, "type"))
                        .orElse("")) {
                    case "square", "tight", "through" -> Placement.Wrap.BESIDE;
                    case "topAndBottom" -> Placement.Wrap.ABOVE_AND_BELOW;
                    default -> Placement.Wrap.NONE;
                };
        boolean behind = style.getOrDefault("z-index", "").startsWith("-");
        return new Placement(
                new Placement.Across(across, side, length(style, "margin-left", 0)),
                new Placement.Down(down, downSide, length(style, "margin-top", 0)),
                wrap,
                new Placement.Around(0, 9, 0, 9),
                behind);
    }
}
