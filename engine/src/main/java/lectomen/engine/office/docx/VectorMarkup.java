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
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Placement;
import lectomen.engine.flow.Section;
import lectomen.engine.office.PlacementWords;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads the older drawing format, whose properties are written in a style attribute (ISO/IEC 29500-4, VML). */
final class VectorMarkup {
    private final Blocks blocks;
    private final DocxContext context;
    private final Pictures pictures;

    VectorMarkup(Blocks blocks) {
        this.blocks = blocks;
        this.context = blocks.context();
        this.pictures = new Pictures(blocks.part(), context.inventory);
    }

    void read(Element parent, Formatting look, String link, List<Inline> to) throws IOException {
        read(parent, Optional.empty(), look, link, to, 0);
    }

    /**
     * A group around shapes.
     *
     * @param left of what its parts are measured from, in its own measures
     */
    private record Group(GroupFrame frame, double left, double top, Placement placement) {
        GroupFrame part(Map<String, String> style) {
            return frame.part(
                    plain(style, "left") - left,
                    plain(style, "top") - top,
                    plain(style, "width"),
                    plain(style, "height"));
        }

        GroupFrame part(double[] from, double[] to) {
            return frame.part(
                    Math.min(from[0], to[0]) - left,
                    Math.min(from[1], to[1]) - top,
                    Math.abs(to[0] - from[0]),
                    Math.abs(to[1] - from[1]));
        }

        private static double plain(Map<String, String> style, String name) {
            return Xml.number(style.getOrDefault(name, "")).orElse(0);
        }
    }

    private void read(Element parent, Optional<Group> around, Formatting look, String link, List<Inline> to, int depth)
            throws IOException {
        for (Element one : Xml.children(parent)) {
            switch (Xml.name(one)) {
                case "shape", "rect", "roundrect", "oval", "line" -> shape(one, around, look, link, to);
                case "group" -> {
                    if (depth < DocxContext.DEEPEST) {
                        read(one, Optional.of(group(one, around)), look, link, to, depth + 1);
                    } else {
                        context.inventory.tooDeep();
                    }
                }
                case "AlternateContent" -> {
                    Optional<Element> chosen = Runs.chosen(one);
                    if (chosen.isPresent() && depth < DocxContext.DEEPEST) {
                        read(chosen.get(), around, look, link, to, depth + 1);
                    } else if (chosen.isPresent()) {
                        context.inventory.tooDeep();
                    }
                }
                default -> {}
            }
        }
    }

    private static Group group(Element group, Optional<Group> around) {
        Map<String, String> style = style(Xml.attribute(group, "style"));
        double[] size = pair(Xml.attribute(group, "coordsize"), 1000);
        double[] origin = pair(Xml.attribute(group, "coordorigin"), 0);
        GroupFrame frame = frame(group, style, around).measured(size[0], size[1]);
        Placement placement = around.map(Group::placement)
                .orElseGet(() -> floats(style) ? placement(group, style) : GroupFrame.IN_THE_LINE);
        return new Group(frame, origin[0], origin[1], placement);
    }

    private static double[] pair(String text, double otherwise) {
        String[] parts = text.split(",", 2);
        return new double[] {
            Xml.number(parts[0].strip()).orElse(otherwise),
            parts.length > 1 ? Xml.number(parts[1].strip()).orElse(otherwise) : otherwise
        };
    }

    /** A line says where it begins and ends; all else says its place and size. */
    private static GroupFrame frame(Element shape, Map<String, String> style, Optional<Group> around) {
        if (Xml.has(shape, "from")) {
            double[] from = end(shape, "from", around);
            double[] to = end(shape, "to", around);
            Group of = around.orElse(new Group(GroupFrame.alone(0, 0), 0, 0, GroupFrame.IN_THE_LINE));
            return of.part(from, to);
        }
        return around.map(group -> group.part(style))
                .orElseGet(() -> GroupFrame.alone(length(style, "width", 0), length(style, "height", 0)));
    }

    private static double[] end(Element line, String name, Optional<Group> around) {
        String said = Xml.attribute(line, name);
        if (around.isPresent()) {
            return pair(said, 0);
        }
        String[] parts = said.split(",", 2);
        return new double[] {
            Units.css(parts[0]).orElse(0),
            parts.length > 1 ? Units.css(parts[1]).orElse(0) : 0
        };
    }

    private static boolean rises(Element shape) {
        double[] from = pair(Xml.attribute(shape, "from").replaceAll("[a-z]", ""), 0);
        double[] to = pair(Xml.attribute(shape, "to").replaceAll("[a-z]", ""), 0);
        return (to[0] - from[0]) * (to[1] - from[1]) < 0;
    }

    private static boolean floats(Map<String, String> style) {
        return "absolute".equals(style.get("position"));
    }

    private void shape(Element shape, Optional<Group> around, Formatting look, String link, List<Inline> to)
            throws IOException {
        Map<String, String> style = style(Xml.attribute(shape, "style"));
        GroupFrame frame = frame(shape, style, around);
        FlowObject thing = thing(shape, frame.width(), frame.height(), Xml.attribute(shape, "alt"));
        if (around.isPresent()) {
            to.add(new Inline.Floating(thing, frame.moved(around.get().placement()), link));
        } else if (floats(style)) {
            to.add(new Inline.Floating(thing, frame.moved(placement(shape, style)), link));
        } else {
            to.add(new Inline.Standing(thing, look, link));
        }
    }

    private FlowObject thing(Element shape, double width, double height, String alternative) throws IOException {
        Optional<Element> image = Xml.find(shape, "imagedata");
        if (image.isPresent()) {
            return pictures.read(Xml.attribute(image.get(), "id"), width, height, FlowObject.Crop.NONE, 0, alternative);
        }
        if (Xml.find(shape, "textpath").isPresent()) {
            return leftOut("lettering", width, height, alternative);
        }
        Optional<Element> text = Xml.find(shape, "textbox", "txbxContent");
        List<Block> inside = text.isPresent() ? blocks.inside(Formatting.NONE).read(text.get()) : List.of();
        String name = Xml.name(shape);
        boolean plain = name.equals("shape")
                && inside.isEmpty()
                && !Xml.attribute(shape, "type").matches("#_x0000_t(1|202)");
        if (plain) {
            return leftOut("free form", width, height, alternative);
        }
        context.inventory.found(inside.isEmpty() ? ContentInventory.Kind.SHAPE : ContentInventory.Kind.TEXT_BOX);
        FlowObject.Shape.Form form =
                switch (name) {
                    case "roundrect" -> FlowObject.Shape.Form.ROUNDED;
                    case "oval" -> FlowObject.Shape.Form.ELLIPSE;
                    case "line" -> FlowObject.Shape.Form.LINE;
                    default -> FlowObject.Shape.Form.RECTANGLE;
                };
        return new FlowObject.Shape(
                form, width, height, fill(shape), edge(shape), inside(shape), inside, false, rises(shape), alternative);
    }

    private FlowObject leftOut(String what, double width, double height, String alternative) {
        context.inventory.found(ContentInventory.Kind.SHAPE);
        context.inventory.leaveOut(ContentInventory.Kind.SHAPE, ContentInventory.Why.NOT_DRAWN, what);
        return new FlowObject.Gap(width, height, alternative);
    }

    private static FlowObject.Inside inside(Element shape) {
        String said = Xml.find(shape, "textbox")
                .map(one -> Xml.attribute(one, "inset"))
                .orElse("");
        if (said.isBlank()) {
            return FlowObject.Inside.USUAL;
        }
        String[] parts = said.split(",", -1);
        double[] sides = {7.2, 3.6, 7.2, 3.6};
        for (int i = 0; i < Math.min(4, parts.length); i++) {
            sides[i] = Units.css(parts[i]).orElse(sides[i]);
        }
        return new FlowObject.Inside(sides[1], sides[2], sides[3], sides[0], Section.VerticalAlign.TOP);
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
            return FormatProperty.findColour(hex).orElse(OptionalInt.empty());
        }
        if (word.startsWith("#")) {
            return FormatProperty.findColour(word.substring(1)).orElse(OptionalInt.empty());
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
                new Placement.Across(
                        PlacementWords.across(style.getOrDefault("mso-position-horizontal-relative", "")),
                        PlacementWords.side(style.getOrDefault("mso-position-horizontal", "")),
                        length(style, "margin-left", 0)),
                new Placement.Down(
                        PlacementWords.down(style.getOrDefault("mso-position-vertical-relative", "")),
                        PlacementWords.level(style.getOrDefault("mso-position-vertical", "")),
                        length(style, "margin-top", 0)),
                wrap,
                new Placement.Around(0, 9, 0, 9),
                behind);
    }
}
