package lectomen.engine.office.odt;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Leading;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.TabStop;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads the properties of styles (ISO/IEC 26300-1, 20) as formatting. */
final class OdtFormatting {
    private record Font(String family, FormatProperty.FontKind kind) {}

    private final Map<String, Font> fonts = new HashMap<>();

    void addFonts(Element declarations) {
        for (Element face : Xml.children(declarations, "font-face")) {
            String family = Xml.attribute(face, "font-family")
                    .replace("'", "")
                    .replace("\"", "")
                    .split(",")[0]
                    .strip();
            FormatProperty.FontKind kind = FormatProperty.FontKind.of(
                    Xml.attribute(face, "font-family-generic"),
                    Xml.attribute(face, "font-pitch").equals("fixed"));
            fonts.put(Xml.attribute(face, "name"), new Font(family, kind));
        }
    }

    Formatting text(Optional<Element> properties, Formatting below) {
        if (properties.isEmpty()) {
            return Formatting.NONE;
        }
        Element of = properties.get();
        Formatting look = font(of);
        String size = Xml.attribute(of, "font-size");
        OptionalDouble points = OdtUnits.length(size);
        OptionalDouble share = OdtUnits.percent(size);
        if (points.isPresent() && points.getAsDouble() > 0) {
            look = look.with(FormatProperty.SIZE, points.getAsDouble());
        } else if (share.isPresent()) {
            look = look.with(FormatProperty.SIZE, below.get(FormatProperty.SIZE) * share.getAsDouble());
        }
        look = weight(look, Xml.attribute(of, "font-weight"));
        look = yes(look, of, "font-style", FormatProperty.ITALIC, "italic", "oblique");
        look = yes(look, of, "text-transform", FormatProperty.CAPITALS, "uppercase");
        look = yes(look, of, "font-variant", FormatProperty.SMALL_CAPITALS, "small-caps");
        look = yes(look, of, "display", FormatProperty.HIDDEN, "none");
        look = lines(look, of);
        if (Xml.has(of, "color")) {
            look = look.with(FormatProperty.COLOUR, OdtUnits.colour(Xml.attribute(of, "color")));
        }
        if (Xml.attribute(of, "use-window-font-color").equals("true")) {
            look = look.with(FormatProperty.COLOUR, OptionalInt.empty());
        }
        if (Xml.has(of, "background-color")) {
            look = look.with(FormatProperty.MARKER, OdtUnits.colour(Xml.attribute(of, "background-color")));
        }
        OptionalDouble spacing = OdtUnits.length(Xml.attribute(of, "letter-spacing"));
        if (Xml.has(of, "letter-spacing")) {
            look = look.with(FormatProperty.SPACING, spacing.orElse(0));
        }
        OptionalDouble scale = OdtUnits.percent(Xml.attribute(of, "text-scale"));
        if (scale.isPresent() && scale.getAsDouble() > 0) {
            look = look.with(FormatProperty.STRETCH, scale.getAsDouble());
        }
        look = position(look, Xml.attribute(of, "text-position"));
        return language(look, of);
    }

    private Formatting font(Element of) {
        String name = Xml.attribute(of, "font-name");
        Font font = fonts.get(name);
        if (font != null && !font.family().isEmpty()) {
            return Formatting.NONE.with(FormatProperty.FONT, font.family()).with(FormatProperty.FONT_KIND, font.kind());
        }
        String family =
                Xml.attribute(of, "font-family").replace("'", "").split(",")[0].strip();
        String either = family.isEmpty() ? name : family;
        return either.isEmpty() ? Formatting.NONE : Formatting.NONE.with(FormatProperty.FONT, either);
    }

    private static Formatting weight(Formatting look, String weight) {
        if (weight.isEmpty()) {
            return look;
        }
        boolean bold = weight.equals("bold") || Xml.number(weight).orElse(400) >= 600;
        return look.with(FormatProperty.BOLD, bold);
    }

    private static Formatting yes(
            Formatting look, Element of, String name, FormatProperty<Boolean> trait, String... words) {
        String value = Xml.attribute(of, name);
        return value.isEmpty() ? look : look.with(trait, List.of(words).contains(value));
    }

    private static Formatting lines(Formatting given, Element of) {
        Formatting look = given;
        String style = Xml.attribute(of, "text-underline-style");
        if (!style.isEmpty()) {
            boolean two = Xml.attribute(of, "text-underline-type").equals("double");
            boolean thick = Xml.attribute(of, "text-underline-width").matches("bold|thick");
            boolean words = Xml.attribute(of, "text-underline-mode").equals("skip-white-space");
            FormatProperty.Underline underline =
                    switch (style) {
                        case "none" -> FormatProperty.Underline.NONE;
                        case "dotted" -> FormatProperty.Underline.DOTTED;
                        case "dash", "long-dash", "dot-dash", "dot-dot-dash" -> FormatProperty.Underline.DASHED;
                        case "wave" -> FormatProperty.Underline.WAVED;
                        default ->
                            two
                                    ? FormatProperty.Underline.DOUBLE
                                    : thick
                                            ? FormatProperty.Underline.THICK
                                            : words ? FormatProperty.Underline.WORDS : FormatProperty.Underline.SINGLE;
                    };
            look = look.with(FormatProperty.UNDERLINE, underline);
        }
        String through = Xml.attribute(of, "text-line-through-style");
        return through.isEmpty() ? look : look.with(FormatProperty.STRUCK, !through.equals("none"));
    }

    /** Such as "super 58%" or "-33% 58%". */
    private static Formatting position(Formatting look, String said) {
        if (said.isBlank()) {
            return look;
        }
        String first = said.strip().split("\\s+")[0];
        double raised = OdtUnits.percent(first).orElse(0);
        FormatProperty.Script script = first.equals("super") || raised > 0
                ? FormatProperty.Script.ABOVE
                : first.equals("sub") || raised < 0 ? FormatProperty.Script.BELOW : FormatProperty.Script.LINE;
        return look.with(FormatProperty.SCRIPT, script);
    }

    private static Formatting language(Formatting look, Element of) {
        String language = Xml.attribute(of, "language");
        if (language.isEmpty() || language.equals("none") || language.equals("zxx")) {
            return look;
        }
        String country = Xml.attribute(of, "country");
        return look.with(
                FormatProperty.LANGUAGE,
                country.isEmpty() || country.equals("none") ? language : language + "-" + country);
    }

    Formatting paragraph(Optional<Element> properties) {
        if (properties.isEmpty()) {
            return Formatting.NONE;
        }
        Element of = properties.get();
        Formatting look = Formatting.NONE;
        look = align(look, Xml.attribute(of, "text-align"), Xml.attribute(of, "text-align-last"));
        look = length(
                look,
                of,
                "margin",
                FormatProperty.LEFT,
                FormatProperty.RIGHT,
                FormatProperty.BEFORE,
                FormatProperty.AFTER);
        look = length(look, of, "margin-left", FormatProperty.LEFT);
        look = length(look, of, "margin-right", FormatProperty.RIGHT);
        look = length(look, of, "margin-top", FormatProperty.BEFORE);
        look = length(look, of, "margin-bottom", FormatProperty.AFTER);
        look = length(look, of, "text-indent", FormatProperty.FIRST);
        look = leading(look, of);
        if (Xml.has(of, "contextual-spacing")) {
            look = look.with(
                    FormatProperty.CLOSED_UP,
                    Xml.attribute(of, "contextual-spacing").equals("true"));
        }
        look = yes(look, of, "keep-with-next", FormatProperty.WITH_NEXT, "always");
        look = yes(look, of, "keep-together", FormatProperty.TOGETHER, "always");
        look = yes(look, of, "break-before", FormatProperty.NEW_PAGE, "page");
        if (Xml.has(of, "widows") || Xml.has(of, "orphans")) {
            look = look.with(
                    FormatProperty.NO_LONE_LINES, Xml.whole(of, "widows", 0) > 1 || Xml.whole(of, "orphans", 0) > 1);
        }
        if (Xml.has(of, "background-color")) {
            look = look.with(FormatProperty.SHADING, OdtUnits.colour(Xml.attribute(of, "background-color")));
        }
        Edges edges = edges(of);
        if (hasEdges(of)) {
            look = look.with(FormatProperty.BORDERS, edges);
        }
        Optional<Element> tabs = Xml.find(of, "tab-stops");
        if (tabs.isPresent()) {
            look = look.with(FormatProperty.TABS, tabs(tabs.get()));
        }
        return yes(look, of, "writing-mode", FormatProperty.FROM_RIGHT, "rl-tb", "rl");
    }

    private static Formatting align(Formatting look, String value, String last) {
        return switch (value) {
            case "" -> look;
            case "center" -> look.with(FormatProperty.ALIGN, FormatProperty.Align.CENTRE);
            case "end" -> look.with(FormatProperty.ALIGN, FormatProperty.Align.END);
            case "right" -> look.with(FormatProperty.ALIGN, FormatProperty.Align.RIGHT);
            case "left" -> look.with(FormatProperty.ALIGN, FormatProperty.Align.LEFT);
            case "justify" ->
                look.with(
                        FormatProperty.ALIGN,
                        last.equals("justify") ? FormatProperty.Align.SPREAD : FormatProperty.Align.BOTH);
            default -> look.with(FormatProperty.ALIGN, FormatProperty.Align.START);
        };
    }

    @SafeVarargs
    private static Formatting length(Formatting given, Element of, String name, FormatProperty<Double>... traits) {
        OptionalDouble value = OdtUnits.length(Xml.attribute(of, name));
        Formatting look = given;
        if (value.isPresent()) {
            for (FormatProperty<Double> trait : traits) {
                look = look.with(trait, value.getAsDouble());
            }
        }
        return look;
    }

    private static Formatting leading(Formatting look, Element of) {
        String height = Xml.attribute(of, "line-height");
        OptionalDouble share = OdtUnits.percent(height);
        if (share.isPresent()) {
            return look.with(FormatProperty.LEADING, new Leading(Leading.Kind.MULTIPLE, share.getAsDouble()));
        }
        if (height.equals("normal")) {
            return look.with(FormatProperty.LEADING, Leading.SINGLE);
        }
        OptionalDouble exactly = OdtUnits.length(height);
        if (exactly.isPresent()) {
            return look.with(FormatProperty.LEADING, new Leading(Leading.Kind.EXACTLY, exactly.getAsDouble()));
        }
        OptionalDouble least = OdtUnits.length(Xml.attribute(of, "line-height-at-least"));
        return least.isPresent()
                ? look.with(FormatProperty.LEADING, new Leading(Leading.Kind.AT_LEAST, least.getAsDouble()))
                : look;
    }

    private static List<TabStop> tabs(Element of) {
        List<TabStop> stops = new ArrayList<>();
        for (Element tab : Xml.children(of, "tab-stop")) {
            OptionalDouble at = OdtUnits.length(Xml.attribute(tab, "position"));
            if (at.isEmpty()) {
                continue;
            }
            TabStop.Kind kind =
                    switch (Xml.attribute(tab, "type")) {
                        case "center" -> TabStop.Kind.CENTRE;
                        case "right" -> TabStop.Kind.RIGHT;
                        case "char" -> TabStop.Kind.DECIMAL;
                        default -> TabStop.Kind.LEFT;
                    };
            String text = Xml.attribute(tab, "leader-text");
            boolean leads = !Xml.attribute(tab, "leader-style").matches("none|") || Xml.has(tab, "leader-text");
            stops.add(new TabStop(at.getAsDouble(), kind, leads ? text.isEmpty() ? '.' : text.charAt(0) : ' '));
        }
        return stops;
    }

    /** How far what stands in a frame or cell keeps from its sides. @param alignWord which of its words says where it stands */
    static FlowObject.Inside inside(Optional<Element> style, String alignWord) {
        double all = side(style, "padding", 0);
        Section.VerticalAlign align =
                switch (style.map(one -> Xml.attribute(one, alignWord)).orElse("")) {
                    case "middle" -> Section.VerticalAlign.MIDDLE;
                    case "bottom" -> Section.VerticalAlign.BOTTOM;
                    default -> Section.VerticalAlign.TOP;
                };
        return new FlowObject.Inside(
                side(style, "padding-top", all),
                side(style, "padding-right", all),
                side(style, "padding-bottom", all),
                side(style, "padding-left", all),
                align);
    }

    static double side(Optional<Element> style, String word, double otherwise) {
        return style.map(one -> OdtUnits.length(Xml.attribute(one, word), otherwise))
                .orElse(otherwise);
    }

    static boolean hasEdges(Element of) {
        return Xml.has(of, "border")
                || Xml.has(of, "border-top")
                || Xml.has(of, "border-left")
                || Xml.has(of, "border-bottom")
                || Xml.has(of, "border-right");
    }

    static Edges edges(Element of) {
        double padding = OdtUnits.length(Xml.attribute(of, "padding"), 0);
        return new Edges(
                edge(of, "top", padding),
                edge(of, "left", padding),
                edge(of, "bottom", padding),
                edge(of, "right", padding),
                Edge.NONE);
    }

    private static Edge edge(Element of, String side, double padding) {
        String said = Xml.findAttribute(of, "border-" + side).orElse(Xml.attribute(of, "border"));
        return edge(said, OdtUnits.length(Xml.attribute(of, "padding-" + side), padding));
    }

    /** Such as "0.5pt solid #000000". */
    static Edge edge(String said, double gap) {
        String[] parts = said.strip().toLowerCase(Locale.ROOT).split("\\s+");
        if (parts.length < 2 || said.contains("none") || said.contains("hidden")) {
            return Edge.NONE;
        }
        double width =
                switch (parts[0]) {
                    case "thin" -> 0.75;
                    case "medium" -> 1.5;
                    case "thick" -> 3;
                    default -> OdtUnits.length(parts[0], 0.5);
                };
        Edge.Stroke stroke =
                switch (parts[1]) {
                    case "double" -> Edge.Stroke.DOUBLE;
                    case "dotted" -> Edge.Stroke.DOTTED;
                    case "dashed" -> Edge.Stroke.DASHED;
                    default -> Edge.Stroke.SOLID;
                };
        int colour = parts.length > 2 ? OdtUnits.colour(parts[2]).orElse(0) : 0;
        return new Edge(stroke, stroke == Edge.Stroke.DOUBLE ? width / 3 : width, colour, gap);
    }
}
