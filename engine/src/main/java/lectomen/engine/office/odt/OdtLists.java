package lectomen.engine.office.odt;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Numeral;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.TabStop;
import lectomen.engine.office.ListCounters;
import lectomen.engine.office.SymbolSigns;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Lists and their labels (ISO/IEC 26300-1, 5.3 and 16.30). */
final class OdtLists {
    private static final int LEVELS = 10;

    private record Level(
            ListCounters.Level counts,
            Formatting paragraph,
            String textStyle,
            String font,
            Paragraph.After after,
            boolean toTheRight) {}

    private final OdtStyles styles;
    private final ListCounters counters = new ListCounters();
    private final Map<String, List<Level>> read = new HashMap<>();

    OdtLists(OdtStyles styles) {
        this.styles = styles;
    }

    record Item(Paragraph.Label label, Formatting paragraph) {}

    /** @param counter items with the same count together */
    Optional<Item> next(String style, String counter, int level, Formatting mark) {
        Optional<Element> element = styles.findList(style);
        return element.isEmpty() ? Optional.empty() : next(element.get(), style, counter, level, mark);
    }

    /** Of a heading. */
    Optional<Item> nextHeading(int level, Formatting mark) {
        return styles.outline().flatMap(outline -> next(outline, "outline", "outline", level, mark));
    }

    private Optional<Item> next(Element element, String style, String counter, int at, Formatting mark) {
        List<Level> levels = read.computeIfAbsent(style, key -> levels(element));
        if (at >= levels.size()) {
            return Optional.empty();
        }
        Level level = levels.get(at);
        String text =
                counters.next(counter, at, levels.stream().map(Level::counts).toList());
        Formatting look =
                styles.text(level.textStyle(), mark.with(FormatProperty.UNDERLINE, FormatProperty.Underline.NONE));
        if (!level.font().isEmpty()) {
            text = SymbolSigns.plain(text, level.font());
            look = SymbolSigns.isSymbolFont(level.font()) ? look : look.with(FormatProperty.FONT, level.font());
        } else {
            text = SymbolSigns.plain(text, "");
        }
        if (text.isEmpty() && style.equals("outline")) {
            return Optional.empty();
        }
        return Optional.of(new Item(
                new Paragraph.Label(text, look, level.after(), level.toTheRight(), counter, at), level.paragraph()));
    }

    void start(String counter, int level, int value) {
        counters.set(counter, level, value);
    }

    private List<Level> levels(Element list) {
        Map<Integer, Element> found = new HashMap<>();
        for (Element one : Xml.children(list)) {
            found.put(Xml.whole(one, "level", 1) - 1, one);
        }
        List<Level> levels = new ArrayList<>();
        for (int i = 0; i < LEVELS; i++) {
            levels.add(level(Optional.ofNullable(found.get(i)), i));
        }
        return levels;
    }

    private Level level(Optional<Element> of, int at) {
        if (of.isEmpty()) {
            return new Level(
                    new ListCounters.Level(Numeral.NONE, "", 1, -1, false),
                    Formatting.NONE,
                    "",
                    "",
                    Paragraph.After.NOTHING,
                    false);
        }
        Element level = of.get();
        boolean bullet = Xml.is(level, "list-level-style-bullet");
        boolean picture = Xml.is(level, "list-level-style-image");
        String pattern = bullet ? Xml.attribute(level, "bullet-char") : picture ? "\u2022" : pattern(level, at);
        Numeral numeral = bullet || picture ? Numeral.BULLET : numeral(Xml.attribute(level, "num-format"));
        String font = Xml.find(level, "text-properties")
                .map(one -> Xml.findAttribute(one, "font-name").orElse(Xml.attribute(one, "font-family")))
                .orElse("");
        Optional<Element> properties = Xml.find(level, "list-level-properties");
        Optional<Element> alignment = properties.flatMap(one -> Xml.find(one, "list-level-label-alignment"));
        boolean right = properties
                .filter(one -> Xml.attribute(one, "text-align").matches("end|right"))
                .isPresent();
        return new Level(
                new ListCounters.Level(numeral, pattern, Xml.whole(level, "start-value", 1), -1, false),
                alignment.map(OdtLists::aligned).orElseGet(() -> spaced(properties)),
                Xml.attribute(level, "style-name"),
                bullet ? font : "",
                after(alignment),
                right);
    }

    /** The numbers of as many levels as are shown, with a full stop between. */
    private static String pattern(Element level, int at) {
        if (Xml.attribute(level, "num-format").isEmpty()) {
            return Xml.attribute(level, "num-prefix") + Xml.attribute(level, "num-suffix");
        }
        int shown = Math.max(1, Xml.whole(level, "display-levels", 1));
        StringBuilder pattern = new StringBuilder(Xml.attribute(level, "num-prefix"));
        for (int i = Math.max(0, at - shown + 1); i <= at; i++) {
            pattern.append('%').append(i + 1);
            if (i < at) {
                pattern.append('.');
            }
        }
        return pattern.append(Xml.attribute(level, "num-suffix")).toString();
    }

    static Numeral numeral(String format) {
        return switch (format) {
            case "I" -> Numeral.ROMAN;
            case "i" -> Numeral.ROMAN_SMALL;
            case "A" -> Numeral.LETTER;
            case "a" -> Numeral.LETTER_SMALL;
            case "1" -> Numeral.DECIMAL;
            case "" -> Numeral.NONE;
            default -> Numeral.DECIMAL;
        };
    }

    private static Formatting aligned(Element alignment) {
        double left = OdtUnits.length(Xml.attribute(alignment, "margin-left"), 0);
        Formatting look = Formatting.NONE
                .with(FormatProperty.LEFT, left)
                .with(FormatProperty.FIRST, OdtUnits.length(Xml.attribute(alignment, "text-indent"), 0));
        var stop = OdtUnits.length(Xml.attribute(alignment, "list-tab-stop-position"));
        return stop.isPresent() && stop.getAsDouble() > 0
                ? look.with(FormatProperty.TABS, List.of(new TabStop(stop.getAsDouble(), TabStop.Kind.LEFT, ' ')))
                : look;
    }

    private static Formatting spaced(Optional<Element> properties) {
        double before = properties
                .map(one -> OdtUnits.length(Xml.attribute(one, "space-before"), 0))
                .orElse(0.0);
        double label = properties
                .map(one -> OdtUnits.length(Xml.attribute(one, "min-label-width"), 0))
                .orElse(0.0);
        return Formatting.NONE.with(FormatProperty.LEFT, before + label).with(FormatProperty.FIRST, -label);
    }

    private static Paragraph.After after(Optional<Element> alignment) {
        return switch (alignment
                .map(one -> Xml.attribute(one, "label-followed-by"))
                .orElse("listtab")) {
            case "space" -> Paragraph.After.BLANK;
            case "nothing" -> Paragraph.After.NOTHING;
            default -> Paragraph.After.TAB;
        };
    }
}
