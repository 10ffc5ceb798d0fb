package lectomen.engine.office.docx;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Leading;
import lectomen.engine.flow.TabStop;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads the properties of runs and paragraphs (ISO/IEC 29500-1, 17.3) as formatting. */
final class FormattingReader {
    private static final double AUTO_SPACE = 14;
    private static final double LINE = 240;

    private static final Map<String, Integer> MARKERS = Map.ofEntries(
            Map.entry("yellow", 0xFFFF00),
            Map.entry("green", 0x00FF00),
            Map.entry("cyan", 0x00FFFF),
            Map.entry("magenta", 0xFF00FF),
            Map.entry("blue", 0x0000FF),
            Map.entry("red", 0xFF0000),
            Map.entry("darkBlue", 0x000080),
            Map.entry("darkCyan", 0x008080),
            Map.entry("darkGreen", 0x008000),
            Map.entry("darkMagenta", 0x800080),
            Map.entry("darkRed", 0x800000),
            Map.entry("darkYellow", 0x808000),
            Map.entry("darkGray", 0x808080),
            Map.entry("lightGray", 0xC0C0C0),
            Map.entry("black", 0x000000),
            Map.entry("white", 0xFFFFFF));

    private final Theme theme;
    private final Map<String, FormatProperty.FontKind> fontKinds;

    /** @param fontKinds what the document's font table says of fonts, by name */
    FormattingReader(Theme theme, Map<String, FormatProperty.FontKind> fontKinds) {
        this.theme = theme;
        this.fontKinds = fontKinds;
    }

    Theme theme() {
        return theme;
    }

    Formatting run(Optional<Element> properties) {
        return properties.map(this::run).orElse(Formatting.NONE);
    }

    private Formatting run(Element properties) {
        Formatting look = Formatting.NONE;
        for (Element one : Xml.children(properties)) {
            look = run(look, one);
        }
        return look;
    }

    private Formatting run(Formatting look, Element one) {
        String value = Xml.attribute(one, "val");
        return switch (Xml.name(one)) {
            case "rFonts" -> font(look, one);
            case "sz" -> size(look, value);
            case "b" -> look.with(FormatProperty.BOLD, Units.isOn(one));
            case "i" -> look.with(FormatProperty.ITALIC, Units.isOn(one));
            case "caps" -> look.with(FormatProperty.CAPITALS, Units.isOn(one));
            case "smallCaps" -> look.with(FormatProperty.SMALL_CAPITALS, Units.isOn(one));
            case "strike", "dstrike" -> look.with(FormatProperty.STRUCK, Units.isOn(one));
            case "vanish" -> look.with(FormatProperty.HIDDEN, Units.isOn(one));
            case "u" -> look.with(FormatProperty.UNDERLINE, underline(value));
            case "color" ->
                look.with(FormatProperty.COLOUR, colour(one, "val", "themeColor", "themeTint", "themeShade"));
            case "highlight" ->
                look.with(
                        FormatProperty.MARKER,
                        MARKERS.containsKey(value) ? OptionalInt.of(MARKERS.get(value)) : OptionalInt.empty());
            case "shd" -> look.gives(FormatProperty.MARKER) ? look : look.with(FormatProperty.MARKER, shading(one));
            case "vertAlign" ->
                look.with(
                        FormatProperty.SCRIPT,
                        switch (value) {
                            case "superscript" -> FormatProperty.Script.ABOVE;
                            case "subscript" -> FormatProperty.Script.BELOW;
                            default -> FormatProperty.Script.LINE;
                        });
            case "position" ->
                look.with(FormatProperty.RAISED, Xml.number(value).orElse(0) / 2);
            case "spacing" ->
                look.with(FormatProperty.SPACING, Units.twentieths(value).orElse(0));
            case "w" ->
                look.with(
                        FormatProperty.STRETCH,
                        Math.max(0.01, Xml.number(value.replace("%", "")).orElse(100) / 100));
            case "rtl" -> look.with(FormatProperty.RIGHT_TO_LEFT, Units.isOn(one));
            case "lang" -> value.isEmpty() ? look : look.with(FormatProperty.LANGUAGE, value);
            default -> look;
        };
    }

    private static Formatting size(Formatting look, String value) {
        OptionalDouble size = Xml.number(value);
        return size.isPresent() && size.getAsDouble() > 0
                ? look.with(FormatProperty.SIZE, Math.min(1_638, size.getAsDouble() / 2))
                : look;
    }

    private Formatting font(Formatting look, Element fonts) {
        Optional<String> themed = Xml.findAttribute(fonts, "asciiTheme")
                .or(() -> Xml.findAttribute(fonts, "hAnsiTheme"))
                .flatMap(theme::findFont);
        String name = themed.orElse(Xml.findAttribute(fonts, "ascii").orElse(Xml.attribute(fonts, "hAnsi")));
        if (name.isBlank()) {
            return look;
        }
        return look.with(FormatProperty.FONT, name)
                .with(FormatProperty.FONT_KIND, fontKinds.getOrDefault(name, FormatProperty.FontKind.UNKNOWN));
    }

    private static FormatProperty.Underline underline(String value) {
        return switch (value) {
            case "", "none" -> FormatProperty.Underline.NONE;
            case "words" -> FormatProperty.Underline.WORDS;
            case "double", "wavyDouble" -> FormatProperty.Underline.DOUBLE;
            case "thick", "dottedHeavy", "dashedHeavy", "wavyHeavy", "dashLongHeavy" -> FormatProperty.Underline.THICK;
            case "dotted" -> FormatProperty.Underline.DOTTED;
            case "dash", "dashLong", "dotDash", "dotDotDash" -> FormatProperty.Underline.DASHED;
            case "wave" -> FormatProperty.Underline.WAVED;
            default -> FormatProperty.Underline.SINGLE;
        };
    }

    private OptionalInt colour(Element of, String plain, String themed, String tint, String shade) {
        Optional<Integer> fromTheme = theme.findColour(Xml.attribute(of, themed));
        if (fromTheme.isPresent()) {
            return OptionalInt.of(
                    Theme.changed(fromTheme.get(), share(Xml.attribute(of, tint)), share(Xml.attribute(of, shade))));
        }
        return FormatProperty.findColour(Xml.attribute(of, plain)).orElse(OptionalInt.empty());
    }

    /** Of two hexadecimal digits; all of it where there are none. */
    private static double share(String hex) {
        return hex.matches("[0-9a-fA-F]{1,2}") ? Integer.parseInt(hex, 16) / 255.0 : 1;
    }

    /** A pattern's colours mixed as it would look from afar. */
    OptionalInt shading(Element of) {
        OptionalInt fill = colour(of, "fill", "themeFill", "themeFillTint", "themeFillShade");
        String pattern = Xml.attribute(of, "val");
        int percent =
                pattern.matches("pct\\d+") ? Integer.parseInt(pattern.substring(3)) : pattern.equals("solid") ? 100 : 0;
        if (percent == 0) {
            return fill;
        }
        int front = colour(of, "color", "themeColor", "themeTint", "themeShade").orElse(0);
        int back = fill.orElse(0xFFFFFF);
        int mixed = 0;
        for (int shift = 16; shift >= 0; shift -= 8) {
            int part = ((front >> shift & 0xff) * percent + (back >> shift & 0xff) * (100 - percent)) / 100;
            mixed |= part << shift;
        }
        return OptionalInt.of(mixed);
    }

    Formatting paragraph(Optional<Element> properties) {
        return properties.map(this::paragraph).orElse(Formatting.NONE);
    }

    private Formatting paragraph(Element properties) {
        Formatting look = Formatting.NONE;
        for (Element one : Xml.children(properties)) {
            look = paragraph(look, one);
        }
        return look;
    }

    private Formatting paragraph(Formatting look, Element one) {
        return switch (Xml.name(one)) {
            case "jc" -> look.with(FormatProperty.ALIGN, align(Xml.attribute(one, "val")));
            case "ind" -> indents(look, one);
            case "spacing" -> spacing(look, one);
            case "contextualSpacing" -> look.with(FormatProperty.CLOSED_UP, Units.isOn(one));
            case "keepNext" -> look.with(FormatProperty.WITH_NEXT, Units.isOn(one));
            case "keepLines" -> look.with(FormatProperty.TOGETHER, Units.isOn(one));
            case "pageBreakBefore" -> look.with(FormatProperty.NEW_PAGE, Units.isOn(one));
            case "widowControl" -> look.with(FormatProperty.NO_LONE_LINES, Units.isOn(one));
            case "outlineLvl" -> look.with(FormatProperty.HEADING, heading(Xml.whole(one, "val", 9)));
            case "bidi" -> look.with(FormatProperty.FROM_RIGHT, Units.isOn(one));
            case "tabs" -> look.with(FormatProperty.TABS, tabs(one));
            case "shd" -> look.with(FormatProperty.SHADING, shading(one));
            case "pBdr" -> look.with(FormatProperty.BORDERS, edges(one));
            default -> look;
        };
    }

    private static int heading(int level) {
        return level >= 0 && level < 9 ? level + 1 : 0;
    }

    static FormatProperty.Align align(String value) {
        return switch (value) {
            case "center" -> FormatProperty.Align.CENTRE;
            case "right", "end" -> FormatProperty.Align.END;
            case "both", "lowKashida", "mediumKashida", "highKashida" -> FormatProperty.Align.BOTH;
            case "distribute", "thaiDistribute" -> FormatProperty.Align.SPREAD;
            default -> FormatProperty.Align.START;
        };
    }

    private static Formatting indents(Formatting given, Element of) {
        Formatting look = given;
        OptionalDouble left = either(of, "start", "left");
        OptionalDouble right = either(of, "end", "right");
        OptionalDouble hanging = Units.twentieths(of, "hanging");
        OptionalDouble first = Units.twentieths(of, "firstLine");
        if (left.isPresent()) {
            look = look.with(FormatProperty.LEFT, left.getAsDouble());
        }
        if (right.isPresent()) {
            look = look.with(FormatProperty.RIGHT, right.getAsDouble());
        }
        if (hanging.isPresent()) {
            return look.with(FormatProperty.FIRST, -hanging.getAsDouble());
        }
        return first.isPresent() ? look.with(FormatProperty.FIRST, first.getAsDouble()) : look;
    }

    private static OptionalDouble either(Element of, String one, String other) {
        OptionalDouble value = Units.twentieths(of, one);
        return value.isPresent() ? value : Units.twentieths(of, other);
    }

    private static Formatting spacing(Formatting given, Element of) {
        Formatting look = given;
        OptionalDouble before = Units.twentieths(of, "before");
        OptionalDouble after = Units.twentieths(of, "after");
        if (Xml.findAttribute(of, "beforeAutospacing")
                .filter(FormattingReader::isOn)
                .isPresent()) {
            look = look.with(FormatProperty.BEFORE, AUTO_SPACE);
        } else if (before.isPresent()) {
            look = look.with(FormatProperty.BEFORE, before.getAsDouble());
        }
        if (Xml.findAttribute(of, "afterAutospacing")
                .filter(FormattingReader::isOn)
                .isPresent()) {
            look = look.with(FormatProperty.AFTER, AUTO_SPACE);
        } else if (after.isPresent()) {
            look = look.with(FormatProperty.AFTER, after.getAsDouble());
        }
        OptionalDouble line = Xml.number(of, "line");
        if (line.isEmpty() || line.getAsDouble() <= 0) {
            return look;
        }
        double points = Units.twentieths(of, "line", 12);
        return look.with(
                FormatProperty.LEADING,
                switch (Xml.attribute(of, "lineRule")) {
                    case "exact" -> new Leading(Leading.Kind.EXACTLY, points);
                    case "atLeast" -> new Leading(Leading.Kind.AT_LEAST, points);
                    default -> new Leading(Leading.Kind.MULTIPLE, line.getAsDouble() / LINE);
                });
    }

    private static boolean isOn(String value) {
        return value.equals("1") || value.equals("true") || value.equals("on");
    }

    private static List<TabStop> tabs(Element of) {
        List<TabStop> stops = new ArrayList<>();
        for (Element tab : Xml.children(of, "tab")) {
            OptionalDouble at = Units.twentieths(tab, "pos");
            if (at.isPresent()) {
                stops.add(new TabStop(
                        at.getAsDouble(), tabKind(Xml.attribute(tab, "val")), leader(Xml.attribute(tab, "leader"))));
            }
        }
        return stops;
    }

    private static TabStop.Kind tabKind(String value) {
        return switch (value) {
            case "center" -> TabStop.Kind.CENTRE;
            case "right", "end" -> TabStop.Kind.RIGHT;
            case "decimal" -> TabStop.Kind.DECIMAL;
            case "bar" -> TabStop.Kind.BAR;
            case "clear" -> TabStop.Kind.CLEAR;
            default -> TabStop.Kind.LEFT;
        };
    }

    static char leader(String value) {
        return switch (value) {
            case "dot" -> '.';
            case "hyphen" -> '-';
            case "underscore", "heavy" -> '_';
            case "middleDot" -> '\u00B7';
            default -> ' ';
        };
    }

    /** Stops of a style and those of what lies over it: the upper ones add to them, replace them or take them away. */
    static List<TabStop> joined(List<TabStop> upper, List<TabStop> lower) {
        List<TabStop> all = new ArrayList<>(upper);
        for (TabStop stop : lower) {
            if (upper.stream().noneMatch(other -> Math.abs(other.at() - stop.at()) < 0.5)) {
                all.add(stop);
            }
        }
        return all;
    }

    Edges edges(Element of) {
        return new Edges(
                edge(Xml.find(of, "top")),
                edge(Xml.find(of, "start").or(() -> Xml.find(of, "left"))),
                edge(Xml.find(of, "bottom")),
                edge(Xml.find(of, "end").or(() -> Xml.find(of, "right"))),
                edge(Xml.find(of, "between")));
    }

    Edge edge(Optional<Element> of) {
        if (of.isEmpty()) {
            return Edge.NONE;
        }
        Element edge = of.get();
        double width = Math.max(0.25, Xml.number(edge, "sz").orElse(4) / 8);
        Edge.Stroke stroke =
                switch (Xml.attribute(edge, "val").toLowerCase(Locale.ROOT)) {
                    case "nil", "none", "" -> Edge.Stroke.NONE;
                    case "double",
                            "triple",
                            "thinthicksmallgap",
                            "thickthinsmallgap",
                            "thinthickmediumgap",
                            "thickthinmediumgap",
                            "thinthicklargegap",
                            "thickthinlargegap" -> Edge.Stroke.DOUBLE;
                    case "dotted" -> Edge.Stroke.DOTTED;
                    case "dashed", "dashsmallgap", "dotdash", "dotdotdash" -> Edge.Stroke.DASHED;
                    default -> Edge.Stroke.SOLID;
                };
        OptionalInt colour = colour(edge, "color", "themeColor", "themeTint", "themeShade");
        return stroke == Edge.Stroke.NONE
                ? Edge.NONE
                : new Edge(
                        stroke,
                        width,
                        colour.orElse(0),
                        Xml.number(edge, "space").orElse(0));
    }
}
