package lectomen.engine.office.odt;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Placement;
import lectomen.engine.office.PictureObjects;
import lectomen.engine.office.PlacementWords;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads frames and shapes (ISO/IEC 26300-1, 10): pictures, text boxes, objects. */
final class OdtFrames {
    private final OdtBlocks blocks;
    private final OdtContext context;

    OdtFrames(OdtBlocks blocks) {
        this.blocks = blocks;
        this.context = blocks.context();
    }

    void read(Element frame, Formatting look, String link, List<Inline> to) throws IOException {
        String name = Xml.name(frame);
        if (name.equals("g")) {
            for (Element one : Xml.children(frame)) {
                read(one, look, link, to);
            }
            return;
        }
        if (name.equals("desc") || name.equals("title")) {
            return;
        }
        Optional<Element> style =
                context.styles.findProperties("graphic", Xml.attribute(frame, "style-name"), "graphic-properties");
        double width = size(frame, "width");
        double height = size(frame, "height");
        String alternative = Xml.find(frame, "desc")
                .or(() -> Xml.find(frame, "title"))
                .map(Element::getTextContent)
                .orElse("");
        Optional<FlowObject> thing = name.equals("frame")
                ? content(frame, style, width, height, alternative)
                : Optional.of(shape(frame, name, style, width, height, alternative));
        if (thing.isEmpty()) {
            return;
        }
        boolean inLine = Xml.attribute(frame, "anchor-type").equals("as-char");
        to.add(
                inLine
                        ? new Inline.Standing(thing.get(), look, link)
                        : new Inline.Floating(thing.get(), placement(frame, style), link));
    }

    private static double size(Element frame, String name) {
        double own = OdtUnits.length(Xml.attribute(frame, name), 0);
        return own > 0
                ? own
                : Xml.find(frame, "text-box")
                        .map(box -> OdtUnits.length(Xml.attribute(box, "min-" + name), 0))
                        .orElse(0.0);
    }

    /** The first of a frame's contents that is known; the others say the same in other forms. */
    private Optional<FlowObject> content(
            Element frame, Optional<Element> style, double width, double height, String alternative)
            throws IOException {
        Optional<Element> box = Xml.find(frame, "text-box");
        if (box.isPresent()) {
            return Optional.of(box(box.get(), style, width, height, alternative));
        }
        Optional<Element> object = Xml.find(frame, "object").or(() -> Xml.find(frame, "object-ole"));
        Optional<Element> image = Xml.find(frame, "image");
        if (object.isPresent()) {
            ContentInventory.Kind kind = kindOf(object.get());
            context.inventory.found(kind);
            context.inventory.leaveOut(kind, ContentInventory.Why.NOT_DRAWN, "");
            if (image.isEmpty() || kind == ContentInventory.Kind.EQUATION) {
                return Optional.of(new FlowObject.Gap(width, height, alternative));
            }
        }
        for (Element one : Xml.children(frame, "image")) {
            Optional<byte[]> bytes =
                    context.file.findBytes(Xml.attribute(one, "href").replaceFirst("^\\./", ""));
            if (bytes.isPresent() || Xml.find(one, "binary-data").isPresent()) {
                return Optional.of(picture(one, bytes, style, width, height, alternative));
            }
        }
        if (image.isPresent()) {
            context.inventory.found(ContentInventory.Kind.PICTURE);
            boolean outside = Xml.attribute(image.get(), "href").matches("(?i)([a-z][a-z0-9+.-]*:|\\.\\./|/).*");
            context.inventory.leaveOut(
                    ContentInventory.Kind.PICTURE,
                    outside ? ContentInventory.Why.OUTSIDE : ContentInventory.Why.MISSING,
                    "");
            return Optional.of(new FlowObject.Gap(width, height, alternative));
        }
        return Optional.empty();
    }

    private ContentInventory.Kind kindOf(Element object) throws IOException {
        String part = Xml.attribute(object, "href").replaceFirst("^\\./", "");
        Optional<Element> content = context.file.find(part + "/content.xml");
        if (content.isPresent() && Xml.findBelow(content.get(), "chart").isPresent()) {
            return ContentInventory.Kind.CHART;
        }
        boolean formula = content.filter(one -> Xml.is(one, "math")).isPresent();
        return formula ? ContentInventory.Kind.EQUATION : ContentInventory.Kind.EMBEDDED;
    }

    private FlowObject picture(
            Element image,
            Optional<byte[]> bytes,
            Optional<Element> style,
            double width,
            double height,
            String alternative) {
        context.inventory.found(ContentInventory.Kind.PICTURE);
        byte[] all = bytes.orElseGet(() -> java.util.Base64.getMimeDecoder()
                .decode(Xml.find(image, "binary-data")
                        .map(Element::getTextContent)
                        .orElse("")));
        return PictureObjects.of(all, width, height, crop(style, width, height), 0, alternative, context.inventory);
    }

    /** Lengths that are cut off, measured in the picture's own size. */
    private static FlowObject.Crop crop(Optional<Element> style, double width, double height) {
        String clip = style.map(one -> Xml.attribute(one, "clip")).orElse("");
        if (!clip.startsWith("rect(")) {
            return FlowObject.Crop.NONE;
        }
        String[] parts = clip.substring(5, clip.length() - 1).split("[,\\s]+");
        if (parts.length != 4 || width <= 0 || height <= 0) {
            return FlowObject.Crop.NONE;
        }
        double[] cut = new double[4];
        for (int i = 0; i < 4; i++) {
            cut[i] = Math.max(0, OdtUnits.length(parts[i], 0));
        }
        double wide = width + cut[1] + cut[3];
        double high = height + cut[0] + cut[2];
        return new FlowObject.Crop(cut[3] / wide, cut[0] / high, cut[1] / wide, cut[2] / high);
    }

    private FlowObject box(Element box, Optional<Element> style, double width, double height, String alternative)
            throws IOException {
        List<Block> inside = blocks.inside().read(box);
        context.inventory.found(inside.isEmpty() ? ContentInventory.Kind.SHAPE : ContentInventory.Kind.TEXT_BOX);
        boolean grows = Xml.has(box, "min-height") || height == 0;
        return new FlowObject.Shape(
                FlowObject.Shape.Form.RECTANGLE,
                width > 0 ? width : 144,
                height,
                fill(style),
                border(style),
                OdtFormatting.inside(style, "textarea-vertical-align"),
                inside,
                grows,
                false,
                alternative);
    }

    private FlowObject shape(
            Element shape, String name, Optional<Element> style, double width, double height, String alternative)
            throws IOException {
        List<Block> inside = blocks.inside().read(shape);
        Optional<FlowObject.Shape.Form> form = form(shape, name, !inside.isEmpty());
        ContentInventory.Kind kind = inside.isEmpty() ? ContentInventory.Kind.SHAPE : ContentInventory.Kind.TEXT_BOX;
        context.inventory.found(kind);
        double wide = width;
        double high = height;
        if (name.equals("line")) {
            wide = Math.abs(length(shape, "x2") - length(shape, "x1"));
            high = Math.abs(length(shape, "y2") - length(shape, "y1"));
        }
        if (form.isEmpty()) {
            context.inventory.leaveOut(kind, ContentInventory.Why.NOT_DRAWN, name);
            return new FlowObject.Gap(wide, high, alternative);
        }
        boolean rises = (length(shape, "y2") < length(shape, "y1")) != (length(shape, "x2") < length(shape, "x1"));
        return new FlowObject.Shape(
                form.get(),
                wide,
                high,
                fill(style),
                stroke(style),
                OdtFormatting.inside(style, "textarea-vertical-align"),
                inside,
                false,
                rises,
                alternative);
    }

    private static double length(Element of, String name) {
        return OdtUnits.length(Xml.attribute(of, name), 0);
    }

    private static Optional<FlowObject.Shape.Form> form(Element shape, String name, boolean hasText) {
        String type = Xml.find(shape, "enhanced-geometry")
                .map(one -> Xml.attribute(one, "type"))
                .orElse(name);
        return switch (type) {
            case "rect", "rectangle" -> Optional.of(FlowObject.Shape.Form.RECTANGLE);
            case "round-rectangle" -> Optional.of(FlowObject.Shape.Form.ROUNDED);
            case "ellipse", "circle" -> Optional.of(FlowObject.Shape.Form.ELLIPSE);
            case "line" -> Optional.of(FlowObject.Shape.Form.LINE);
            case "isosceles-triangle" -> Optional.of(FlowObject.Shape.Form.TRIANGLE);
            case "diamond" -> Optional.of(FlowObject.Shape.Form.DIAMOND);
            default -> hasText ? Optional.of(FlowObject.Shape.Form.RECTANGLE) : Optional.empty();
        };
    }

    private static OptionalInt fill(Optional<Element> style) {
        if (style.isEmpty()) {
            return OptionalInt.empty();
        }
        Element of = style.get();
        OptionalInt background = OdtUnits.colour(Xml.attribute(of, "background-color"));
        if (background.isPresent()) {
            return background;
        }
        return Xml.attribute(of, "fill").equals("solid")
                ? OdtUnits.colour(Xml.attribute(of, "fill-color"))
                : OptionalInt.empty();
    }

    private static Edge border(Optional<Element> style) {
        return style.map(one -> OdtFormatting.edge(
                        Xml.findAttribute(one, "border").orElse(Xml.attribute(one, "border-top")), 0))
                .orElse(Edge.NONE);
    }

    private static Edge stroke(Optional<Element> style) {
        if (style.isEmpty() || Xml.attribute(style.get(), "stroke").equals("none")) {
            return Edge.NONE;
        }
        boolean dashed = Xml.attribute(style.get(), "stroke").equals("dash");
        return new Edge(
                dashed ? Edge.Stroke.DASHED : Edge.Stroke.SOLID,
                Math.max(0.5, OdtUnits.length(Xml.attribute(style.get(), "stroke-width"), 0.5)),
                OdtUnits.colour(Xml.attribute(style.get(), "stroke-color")).orElse(0x3465A4),
                0);
    }

    private static Placement placement(Element frame, Optional<Element> style) {
        String anchor = Xml.attribute(frame, "anchor-type");
        double left = Xml.is(frame, "line") ? Math.min(length(frame, "x1"), length(frame, "x2")) : length(frame, "x");
        double top = Xml.is(frame, "line") ? Math.min(length(frame, "y1"), length(frame, "y2")) : length(frame, "y");
        String wrapped = style.map(one -> Xml.attribute(one, "wrap")).orElse("");
        Placement.Wrap wrap =
                switch (wrapped) {
                    case "none" -> Placement.Wrap.ABOVE_AND_BELOW;
                    case "run-through", "" -> Placement.Wrap.NONE;
                    default -> Placement.Wrap.BESIDE;
                };
        double all = style.map(one -> OdtUnits.length(Xml.attribute(one, "margin"), 0))
                .orElse(0.0);
        Placement.Around around = new Placement.Around(
                OdtFormatting.side(style, "margin-top", all),
                OdtFormatting.side(style, "margin-right", all),
                OdtFormatting.side(style, "margin-bottom", all),
                OdtFormatting.side(style, "margin-left", all));
        boolean behind = style.filter(one -> Xml.attribute(one, "run-through").equals("background"))
                .isPresent();
        return new Placement(
                across(style, left, anchor),
                down(style, top, anchor),
                wrap,
                around,
                behind && wrap == Placement.Wrap.NONE);
    }

    private static Placement.Across across(Optional<Element> style, double left, String anchor) {
        return new Placement.Across(
                PlacementWords.across(from(style, "horizontal-rel", anchor)),
                PlacementWords.side(word(style, "horizontal-pos")),
                left);
    }

    private static Placement.Down down(Optional<Element> style, double top, String anchor) {
        return new Placement.Down(
                PlacementWords.down(from(style, "vertical-rel", anchor)),
                PlacementWords.level(word(style, "vertical-pos")),
                top);
    }

    /** What hangs on a page is measured from it, where its style does not say otherwise. */
    private static String from(Optional<Element> style, String name, String anchor) {
        String said = word(style, name);
        boolean ofText = said.isEmpty() || said.startsWith("paragraph") || said.equals("char");
        return anchor.equals("page") && ofText ? "page" : said;
    }

    private static String word(Optional<Element> style, String name) {
        return style.map(one -> Xml.attribute(one, name)).orElse("");
    }
}
