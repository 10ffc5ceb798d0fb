package lectomen.engine.office.docx;

import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
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

/** Reads drawings: pictures, shapes and text boxes, inline or floating, alone or in groups (ISO/IEC 29500-1, 20). */
final class Drawings {
    private static final double DEGREE = 60_000;
    private static final double THOUSANDTH = 100_000;

    private final Blocks blocks;
    private final DocxContext context;
    private final Pictures pictures;

    Drawings(Blocks blocks) {
        this.blocks = blocks;
        this.context = blocks.context();
        this.pictures = new Pictures(blocks.part(), context.inventory);
    }

    void read(Element drawing, Formatting look, String link, List<Inline> to) throws IOException {
        for (Element one : Xml.children(drawing)) {
            boolean anchored = Xml.is(one, "anchor");
            if (!anchored && !Xml.is(one, "inline")) {
                continue;
            }
            Optional<Element> graphic = Xml.find(one, "graphic", "graphicData");
            Optional<Element> names = Xml.find(one, "docPr");
            String hidden = names.map(name -> Xml.attribute(name, "hidden")).orElse("");
            if (graphic.isEmpty() || hidden.equals("1") || hidden.equals("true")) {
                continue;
            }
            String alternative = names.map(Drawings::says).orElse("");
            String leads = names.flatMap(name -> Xml.find(name, "hlinkClick"))
                    .flatMap(click -> blocks.part().findRelationship(Xml.attribute(click, "id")))
                    .map(target -> String.valueOf(target.getTargetURI()))
                    .orElse(link);
            double width = Xml.find(one, "extent")
                    .map(size -> Units.emus(size, "cx", 0))
                    .orElse(0.0);
            double height = Xml.find(one, "extent")
                    .map(size -> Units.emus(size, "cy", 0))
                    .orElse(0.0);
            GroupFrame frame = GroupFrame.alone(width, height);
            Optional<Placement> placement = anchored ? Optional.of(placement(one)) : Optional.empty();
            things(graphic.get(), frame, width, height, alternative, leads, look, placement, to, 0);
        }
    }

    private static String says(Element names) {
        String described = Xml.attribute(names, "descr");
        return described.isBlank() ? Xml.attribute(names, "title") : described;
    }

    private void things(
            Element data,
            GroupFrame frame,
            double width,
            double height,
            String alternative,
            String link,
            Formatting look,
            Optional<Placement> placement,
            List<Inline> to,
            int depth)
            throws IOException {
        for (Element one : Xml.children(data)) {
            switch (Xml.name(one)) {
                case "pic" -> put(pictures.read(one, width, height, alternative), frame, link, look, placement, to);
                case "wsp" -> put(shape(one, width, height, alternative), frame, link, look, placement, to);
                case "wgp", "grpSp" -> group(one, frame, link, look, placement, to, depth, alternative);
                case "chart" -> {
                    leaveOut(ContentInventory.Kind.CHART, "");
                    put(new FlowObject.Gap(width, height, alternative), frame, link, look, placement, to);
                }
                case "relIds" -> {
                    leaveOut(ContentInventory.Kind.DIAGRAM, "");
                    put(new FlowObject.Gap(width, height, alternative), frame, link, look, placement, to);
                }
                case "contentPart", "lockedCanvas", "wpc" -> {
                    leaveOut(ContentInventory.Kind.SHAPE, Xml.name(one));
                    put(new FlowObject.Gap(width, height, alternative), frame, link, look, placement, to);
                }
                default -> {}
            }
        }
    }

    private void leaveOut(ContentInventory.Kind kind, String what) {
        context.inventory.found(kind);
        context.inventory.leaveOut(kind, ContentInventory.Why.NOT_DRAWN, what);
    }

    private static void put(
            FlowObject thing,
            GroupFrame frame,
            String link,
            Formatting look,
            Optional<Placement> placement,
            List<Inline> to) {
        if (placement.isEmpty()) {
            to.add(new Inline.Standing(thing, look, link));
        } else {
            to.add(new Inline.Floating(thing, frame.moved(placement.get()), link));
        }
    }

    /** The parts of a group are drawn one by one; one in the line becomes as if it floated at its place. */
    private void group(
            Element group,
            GroupFrame frame,
            String link,
            Formatting look,
            Optional<Placement> placement,
            List<Inline> to,
            int depth,
            String alternative)
            throws IOException {
        if (depth > DocxContext.DEEPEST) {
            leaveOut(ContentInventory.Kind.SHAPE, "group");
            return;
        }
        Optional<Element> transform = Xml.find(group, "grpSpPr", "xfrm");
        double inLeft = attribute(transform, "chOff", "x");
        double inTop = attribute(transform, "chOff", "y");
        double inWidth = attribute(transform, "chExt", "cx");
        double inHeight = attribute(transform, "chExt", "cy");
        GroupFrame measured = frame.measured(inWidth, inHeight);
        boolean standing = placement.isEmpty();
        Placement base = placement.orElse(GroupFrame.IN_THE_LINE);
        boolean first = true;
        for (Element child : Xml.children(group)) {
            Optional<Element> own = Xml.find(child, "spPr", "xfrm").or(() -> Xml.find(child, "grpSpPr", "xfrm"));
            if (own.isEmpty()) {
                continue;
            }
            GroupFrame inside = measured.part(
                    attribute(own, "off", "x") - inLeft,
                    attribute(own, "off", "y") - inTop,
                    attribute(own, "ext", "cx"),
                    attribute(own, "ext", "cy"));
            Element holder = (Element) child.cloneNode(false);
            holder.appendChild(child.cloneNode(true));
            String says = Xml.find(child, "cNvPr").map(Drawings::says).orElse(first ? alternative : "");
            things(holder, inside, inside.width(), inside.height(), says, link, look, Optional.of(base), to, depth + 1);
            first = false;
        }
        if (standing && first) {
            leaveOut(ContentInventory.Kind.SHAPE, "group");
        }
    }

    private static double attribute(Optional<Element> of, String child, String name) {
        return of.flatMap(one -> Xml.find(one, child))
                .map(one -> Units.emus(one, name, 0))
                .orElse(0.0);
    }

    private FlowObject shape(Element wsp, double width, double height, String alternative) throws IOException {
        Optional<Element> look = Xml.find(wsp, "spPr");
        String preset = look.flatMap(one -> Xml.find(one, "prstGeom"))
                .map(one -> Xml.attribute(one, "prst"))
                .orElse("");
        Optional<Element> text = Xml.find(wsp, "txbx", "txbxContent");
        Optional<FlowObject.Shape.Form> form = form(preset, text.isPresent());
        List<Block> inside = text.isPresent() ? blocks.inside(Formatting.NONE).read(text.get()) : List.of();
        ContentInventory.Kind kind = inside.isEmpty() ? ContentInventory.Kind.SHAPE : ContentInventory.Kind.TEXT_BOX;
        context.inventory.found(kind);
        if (form.isEmpty()) {
            context.inventory.leaveOut(kind, ContentInventory.Why.NOT_DRAWN, preset.isEmpty() ? "free form" : preset);
            return new FlowObject.Gap(width, height, alternative);
        }
        Optional<Element> body = Xml.find(wsp, "bodyPr");
        boolean flipped = look.flatMap(one -> Xml.find(one, "xfrm"))
                .map(one -> isOn(one, "flipV") != isOn(one, "flipH"))
                .orElse(false);
        return new FlowObject.Shape(
                form.get(),
                width,
                height,
                fill(look, wsp),
                edge(look, wsp),
                inside(body),
                inside,
                body.flatMap(one -> Xml.find(one, "spAutoFit")).isPresent(),
                flipped,
                alternative);
    }

    private static boolean isOn(Element of, String name) {
        String value = Xml.attribute(of, name);
        return value.equals("1") || value.equals("true");
    }

    /** Forms with text in them are drawn as boxes where nothing nearer is at hand. */
    static Optional<FlowObject.Shape.Form> form(String preset, boolean hasText) {
        return switch (preset.toLowerCase(Locale.ROOT)) {
            case "rect", "flowchartprocess", "textbox" -> Optional.of(FlowObject.Shape.Form.RECTANGLE);
            case "roundrect", "flowchartalternateprocess" -> Optional.of(FlowObject.Shape.Form.ROUNDED);
            case "ellipse", "oval", "flowchartconnector" -> Optional.of(FlowObject.Shape.Form.ELLIPSE);
            case "line", "straightconnector1" -> Optional.of(FlowObject.Shape.Form.LINE);
            case "triangle" -> Optional.of(FlowObject.Shape.Form.TRIANGLE);
            case "diamond", "flowchartdecision" -> Optional.of(FlowObject.Shape.Form.DIAMOND);
            default -> hasText ? Optional.of(FlowObject.Shape.Form.RECTANGLE) : Optional.empty();
        };
    }

    private static FlowObject.Inside inside(Optional<Element> body) {
        Section.VerticalAlign align =
                switch (body.map(one -> Xml.attribute(one, "anchor")).orElse("")) {
                    case "ctr" -> Section.VerticalAlign.MIDDLE;
                    case "b" -> Section.VerticalAlign.BOTTOM;
                    default -> Section.VerticalAlign.TOP;
                };
        return new FlowObject.Inside(
                body.map(one -> Units.emus(one, "tIns", 3.6)).orElse(3.6),
                body.map(one -> Units.emus(one, "rIns", 7.2)).orElse(7.2),
                body.map(one -> Units.emus(one, "bIns", 3.6)).orElse(3.6),
                body.map(one -> Units.emus(one, "lIns", 7.2)).orElse(7.2),
                align);
    }

    private OptionalInt fill(Optional<Element> look, Element wsp) {
        if (look.flatMap(one -> Xml.find(one, "noFill")).isPresent()) {
            return OptionalInt.empty();
        }
        Optional<Element> own = look.flatMap(one -> Xml.find(one, "solidFill"))
                .or(() -> look.flatMap(one -> Xml.find(one, "gradFill", "gsLst", "gs")));
        return colour(own.or(() -> referred(wsp, "fillRef")));
    }

    private Edge edge(Optional<Element> look, Element wsp) {
        Optional<Element> line = look.flatMap(one -> Xml.find(one, "ln"));
        if (line.flatMap(one -> Xml.find(one, "noFill")).isPresent()) {
            return Edge.NONE;
        }
        OptionalInt colour =
                colour(line.flatMap(one -> Xml.find(one, "solidFill")).or(() -> referred(wsp, "lnRef")));
        if (colour.isEmpty()) {
            return Edge.NONE;
        }
        double width = line.map(one -> Units.emus(one, "w", 0.75)).orElse(0.75);
        String dash = line.flatMap(one -> Xml.find(one, "prstDash"))
                .map(one -> Xml.attribute(one, "val"))
                .orElse("solid");
        Edge.Stroke stroke = dash.equals("solid")
                ? Edge.Stroke.SOLID
                : dash.toLowerCase(Locale.ROOT).contains("dash") ? Edge.Stroke.DASHED : Edge.Stroke.DOTTED;
        return new Edge(stroke, Math.max(0.25, width), colour.getAsInt(), 0);
    }

    /** What the shape takes from its theme; an index of nought takes nothing. */
    private static Optional<Element> referred(Element wsp, String name) {
        return Xml.find(wsp, "style", name)
                .filter(one -> !Xml.attribute(one, "idx").equals("0"));
    }

    private OptionalInt colour(Optional<Element> holder) {
        if (holder.isEmpty()) {
            return OptionalInt.empty();
        }
        for (Element one : Xml.children(holder.get())) {
            String value = Xml.findAttribute(one, "lastClr").orElse(Xml.attribute(one, "val"));
            OptionalInt plain = FormatProperty.findColour(value).orElse(OptionalInt.empty());
            OptionalInt found = plain.isPresent()
                    ? plain
                    : context.styles
                            .looks()
                            .theme()
                            .findColour(value)
                            .map(OptionalInt::of)
                            .orElse(OptionalInt.empty());
            if (found.isPresent()) {
                return OptionalInt.of(changed(one, found.getAsInt()));
            }
        }
        return OptionalInt.empty();
    }

    private static int changed(Element of, int rgb) {
        double factor = share(of, "lumMod", 1);
        double more = share(of, "lumOff", 0);
        double shade = share(of, "shade", 1);
        int out = 0;
        for (int shift = 16; shift >= 0; shift -= 8) {
            double part = (rgb >> shift & 0xff) * factor * shade + more * 255;
            out |= (int) Math.round(Math.max(0, Math.min(255, part))) << shift;
        }
        return out;
    }

    private static double share(Element of, String name, double otherwise) {
        return Xml.find(of, name)
                .map(one -> Xml.number(one, "val").orElse(otherwise * THOUSANDTH) / THOUSANDTH)
                .orElse(otherwise);
    }

    static double degrees(Element transform) {
        return Xml.number(transform, "rot").orElse(0) / DEGREE;
    }

    private static Placement placement(Element anchor) {
        Optional<Element> across = Xml.find(anchor, "positionH");
        Optional<Element> down = Xml.find(anchor, "positionV");
        Placement.Around around = new Placement.Around(
                Units.emus(anchor, "distT", 0),
                Units.emus(anchor, "distR", 0),
                Units.emus(anchor, "distB", 0),
                Units.emus(anchor, "distL", 0));
        Placement.Wrap wrap = Placement.Wrap.NONE;
        for (Element one : Xml.children(anchor)) {
            switch (Xml.name(one)) {
                case "wrapSquare", "wrapTight", "wrapThrough" -> wrap = Placement.Wrap.BESIDE;
                case "wrapTopAndBottom" -> wrap = Placement.Wrap.ABOVE_AND_BELOW;
                default -> {}
            }
        }
        return new Placement(across(across), down(down), wrap, around, isOn(anchor, "behindDoc"));
    }

    private static Placement.Across across(Optional<Element> of) {
        return new Placement.Across(PlacementWords.across(from(of)), PlacementWords.side(align(of)), offset(of));
    }

    private static Placement.Down down(Optional<Element> of) {
        return new Placement.Down(PlacementWords.down(from(of)), PlacementWords.level(align(of)), offset(of));
    }

    private static String from(Optional<Element> of) {
        return of.map(one -> Xml.attribute(one, "relativeFrom")).orElse("");
    }

    private static String align(Optional<Element> of) {
        return of.flatMap(one -> Xml.find(one, "align"))
                .map(Element::getTextContent)
                .orElse("");
    }

    private static double offset(Optional<Element> of) {
        return of.flatMap(one -> Xml.find(one, "posOffset"))
                .map(one -> Units.emus(one.getTextContent()))
                .orElse(0.0);
    }
}
