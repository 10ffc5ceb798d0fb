package lectomen.engine.office.docx;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Numeral;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.office.ListCounters;
import lectomen.engine.office.SymbolSigns;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Lists and their numbers (ISO/IEC 29500-1, 17.9). */
final class DocxNumbering {
    private static final int LEVELS = 9;

    private record Level(
            ListCounters.Level counts,
            Formatting paragraph,
            Formatting label,
            Paragraph.After after,
            boolean toTheRight) {}

    /** @param counter items of lists with the same count together */
    private record Numbered(String counter, List<Level> levels, Map<Integer, Integer> starts) {}

    private final FormattingReader looks;
    private final Map<String, Element> abstracts = new HashMap<>();
    private final Map<String, String> byStyleLink = new HashMap<>();
    private final Map<String, Element> instances = new HashMap<>();
    private final Map<String, Optional<Numbered>> read = new HashMap<>();
    private final ListCounters counters = new ListCounters();
    private final List<String> begun = new ArrayList<>();

    DocxNumbering(Optional<Element> part, DocxStyles styles) {
        this.looks = styles.looks();
        part.ifPresent(root -> {
            for (Element one : Xml.children(root, "abstractNum")) {
                String id = Xml.attribute(one, "abstractNumId");
                abstracts.put(id, one);
                Xml.find(one, "styleLink").ifPresent(link -> byStyleLink.put(Xml.attribute(link, "val"), id));
            }
            for (Element one : Xml.children(root, "num")) {
                instances.put(Xml.attribute(one, "numId"), one);
            }
        });
    }

    /** An item's label, and the formatting that its level gives the paragraph. */
    record Item(Paragraph.Label label, Formatting paragraph) {}

    /** @param markLook the formatting of the paragraph's end, which its label takes on */
    Optional<Item> next(String numId, int wantedLevel, Formatting markLook) {
        Optional<Numbered> found = read.computeIfAbsent(numId, this::find);
        if (found.isEmpty()) {
            return Optional.empty();
        }
        int at = Math.max(0, Math.min(wantedLevel, LEVELS - 1));
        Numbered list = found.get();
        if (at >= list.levels().size()) {
            return Optional.empty();
        }
        if (!begun.contains(numId)) {
            begun.add(numId);
            list.starts().forEach((level, start) -> counters.set(list.counter(), level, start));
        }
        Level level = list.levels().get(at);
        String text = counters.next(
                list.counter(), at, list.levels().stream().map(Level::counts).toList());
        Formatting look = level.label().over(markLook.with(FormatProperty.UNDERLINE, FormatProperty.Underline.NONE));
        String font = look.get(FormatProperty.FONT);
        if (SymbolSigns.isSymbolFont(font) && level.label().gives(FormatProperty.FONT)) {
            text = SymbolSigns.plain(text, font);
            look = look.with(FormatProperty.FONT, markLook.get(FormatProperty.FONT))
                    .with(FormatProperty.FONT_KIND, markLook.get(FormatProperty.FONT_KIND));
        } else {
            text = SymbolSigns.plain(text, "");
        }
        Paragraph.Label label = new Paragraph.Label(text, look, level.after(), level.toTheRight(), list.counter(), at);
        return Optional.of(new Item(label, level.paragraph()));
    }

    /** The level of a list that belongs to a paragraph style; the first where none does. */
    int levelOf(String numId, String style) {
        Element instance = instances.get(numId);
        Element list = instance == null
                ? null
                : resolved(Xml.find(instance, "abstractNumId")
                        .map(one -> Xml.attribute(one, "val"))
                        .orElse(""));
        if (list == null) {
            return 0;
        }
        for (Element level : Xml.children(list, "lvl")) {
            if (Xml.find(level, "pStyle")
                    .filter(one -> Xml.attribute(one, "val").equals(style))
                    .isPresent()) {
                return Xml.whole(level, "ilvl", 0);
            }
        }
        return 0;
    }

    private Optional<Numbered> find(String numId) {
        Element instance = instances.get(numId);
        if (instance == null) {
            return Optional.empty();
        }
        String id = Xml.find(instance, "abstractNumId")
                .map(one -> Xml.attribute(one, "val"))
                .orElse("");
        Element list = resolved(id);
        if (list == null) {
            return Optional.empty();
        }
        Map<Integer, Element> overridden = new HashMap<>();
        Map<Integer, Integer> starts = new HashMap<>();
        for (Element override : Xml.children(instance, "lvlOverride")) {
            int level = Xml.whole(override, "ilvl", 0);
            Xml.find(override, "lvl").ifPresent(own -> overridden.put(level, own));
            Xml.find(override, "startOverride").ifPresent(start -> starts.put(level, Xml.whole(start, "val", 1)));
        }
        Map<Integer, Element> levels = new HashMap<>();
        for (Element level : Xml.children(list, "lvl")) {
            levels.put(Xml.whole(level, "ilvl", 0), level);
        }
        levels.putAll(overridden);
        List<Level> made = new ArrayList<>();
        for (int i = 0; i < LEVELS; i++) {
            made.add(level(Optional.ofNullable(levels.get(i))));
        }
        String counter = overridden.isEmpty() ? "list " + Xml.attribute(list, "abstractNumId") : "own " + numId;
        return Optional.of(new Numbered(counter, made, starts));
    }

    /** A list that is told by a style is that style's list. */
    private @org.jspecify.annotations.Nullable Element resolved(String id) {
        Element list = abstracts.get(id);
        if (list == null) {
            return null;
        }
        Optional<String> linked = Xml.find(list, "numStyleLink").map(link -> Xml.attribute(link, "val"));
        String target = linked.map(byStyleLink::get).orElse(null);
        return target == null ? list : abstracts.getOrDefault(target, list);
    }

    private Level level(Optional<Element> of) {
        if (of.isEmpty()) {
            return new Level(
                    new ListCounters.Level(Numeral.NONE, "", 1, -1, false),
                    Formatting.NONE,
                    Formatting.NONE,
                    Paragraph.After.TAB,
                    false);
        }
        Element level = of.get();
        Numeral numeral = Xml.find(level, "numFmt").map(DocxNumbering::numeral).orElse(Numeral.DECIMAL);
        String pattern = Xml.find(level, "lvlText")
                .map(text -> Xml.attribute(text, "val"))
                .orElse("");
        int start =
                Xml.find(level, "start").map(one -> Xml.whole(one, "val", 1)).orElse(0);
        int restart = Xml.find(level, "lvlRestart")
                .map(one -> Xml.whole(one, "val", -1))
                .orElse(-1);
        boolean decimal = Xml.find(level, "isLgl").filter(Units::isOn).isPresent();
        Paragraph.After after =
                switch (Xml.find(level, "suff")
                        .map(one -> Xml.attribute(one, "val"))
                        .orElse("tab")) {
                    case "space" -> Paragraph.After.BLANK;
                    case "nothing" -> Paragraph.After.NOTHING;
                    default -> Paragraph.After.TAB;
                };
        String side =
                Xml.find(level, "lvlJc").map(one -> Xml.attribute(one, "val")).orElse("left");
        return new Level(
                new ListCounters.Level(numeral, pattern, start, restart, decimal),
                looks.paragraph(Xml.find(level, "pPr")),
                looks.run(Xml.find(level, "rPr")),
                after,
                side.equals("right") || side.equals("end"));
    }

    static Numeral numeral(Element of) {
        return numeral(Xml.findAttribute(of, "val").orElse(Xml.attribute(of, "fmt")));
    }

    static Numeral numeral(String value) {
        return switch (value) {
            case "upperRoman" -> Numeral.ROMAN;
            case "lowerRoman" -> Numeral.ROMAN_SMALL;
            case "upperLetter" -> Numeral.LETTER;
            case "lowerLetter" -> Numeral.LETTER_SMALL;
            case "ordinal" -> Numeral.ORDINAL;
            case "decimalZero" -> Numeral.TWO_DIGITS;
            case "chicago" -> Numeral.SYMBOL;
            case "bullet" -> Numeral.BULLET;
            case "none" -> Numeral.NONE;
            default -> Numeral.DECIMAL;
        };
    }
}
