package lectomen.engine.office.docx;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Styles;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** The styles of a document and its default formatting (ISO/IEC 29500-1, 17.7). */
final class DocxStyles {
    private static final List<FormatProperty<Boolean>> TOGGLES = List.of(
            FormatProperty.BOLD,
            FormatProperty.ITALIC,
            FormatProperty.CAPITALS,
            FormatProperty.SMALL_CAPITALS,
            FormatProperty.STRUCK,
            FormatProperty.HIDDEN);

    private final FormattingReader looks;
    private final Formatting base;
    private final Styles styles;
    private final Map<String, Element> elements = new HashMap<>();
    private String usualParagraph = "";
    private String usualTable = "";

    DocxStyles(Optional<Element> part, FormattingReader looks) {
        this.looks = looks;
        this.base = part.flatMap(root -> Xml.find(root, "docDefaults"))
                .map(defaults -> looks.paragraph(Xml.find(defaults, "pPrDefault", "pPr"))
                        .over(looks.run(Xml.find(defaults, "rPrDefault", "rPr"))))
                .orElse(Formatting.NONE)
                .over(Formatting.NONE
                        .with(FormatProperty.FONT, "Times New Roman")
                        .with(FormatProperty.SIZE, 10.0)
                        .with(FormatProperty.NO_LONE_LINES, true));
        this.styles = new Styles(base);
        part.ifPresent(root -> Xml.children(root, "style").forEach(this::add));
    }

    private void add(Element style) {
        String id = Xml.attribute(style, "styleId");
        String type = Xml.attribute(style, "type");
        String title =
                Xml.find(style, "name").map(name -> Xml.attribute(name, "val")).orElse(id);
        String parent = Xml.find(style, "basedOn")
                .map(based -> Xml.attribute(based, "val"))
                .orElse("");
        Formatting look = looks.paragraph(Xml.find(style, "pPr")).over(looks.run(Xml.find(style, "rPr")));
        if (type.equals("paragraph") && !look.gives(FormatProperty.HEADING)) {
            int level = headingOf(title);
            look = level > 0 ? look.with(FormatProperty.HEADING, level) : look;
        }
        if (look.gives(FormatProperty.TABS)) {
            List<lectomen.engine.flow.TabStop> below = styles.ownOf(parent).get(FormatProperty.TABS);
            look = look.with(FormatProperty.TABS, FormattingReader.joined(look.get(FormatProperty.TABS), below));
        }
        styles.add(new Styles.Style(id, parent, title, look));
        elements.put(id, style);
        if (Xml.findAttribute(style, "default")
                .filter(value -> !value.equals("0") && !value.equals("false"))
                .isPresent()) {
            if (type.equals("paragraph")) {
                usualParagraph = id;
            } else if (type.equals("table")) {
                usualTable = id;
            }
        }
    }

    /** Programs know their headings by the style's name. */
    private static int headingOf(String title) {
        String name = title.toLowerCase(Locale.ROOT);
        return name.matches("heading [1-9]") ? name.charAt(8) - '0' : 0;
    }

    Formatting base() {
        return base;
    }

    FormattingReader looks() {
        return looks;
    }

    String usualParagraph() {
        return usualParagraph;
    }

    String usualTable() {
        return usualTable;
    }

    /** What a style and those that it is based on say. */
    Formatting own(String style) {
        return styles.ownOf(style);
    }

    boolean has(String style) {
        return elements.containsKey(style);
    }

    /** What the style says of a paragraph by that word, or else the nearest below it that says so. */
    Optional<Element> findOfParagraph(String style, String word) {
        List<Element> chain = chain(style);
        for (int i = chain.size() - 1; i >= 0; i--) {
            Optional<Element> found = Xml.find(chain.get(i), "pPr", word);
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }

    /** The style and those that it is based on, the lowest first. */
    List<Element> chain(String style) {
        List<Element> chain = new ArrayList<>();
        String at = style;
        while (elements.containsKey(at) && chain.size() < 50 && !chain.contains(elements.get(at))) {
            Element element = elements.get(at);
            chain.add(0, element);
            at = Xml.find(element, "basedOn")
                    .map(based -> Xml.attribute(based, "val"))
                    .orElse("");
        }
        return chain;
    }

    /**
     * A character style over a paragraph's formatting. What both switch on is off: one takes the other back (17.7.3).
     *
     * @param paragraph what the paragraph's style says, without what lies below
     */
    static Formatting overlaid(Formatting character, Formatting paragraph, Formatting all) {
        Formatting look = character.over(all);
        for (FormatProperty<Boolean> toggle : TOGGLES) {
            if (character.gives(toggle) && character.get(toggle) && paragraph.gives(toggle) && paragraph.get(toggle)) {
                look = look.with(toggle, false);
            }
        }
        return look;
    }
}
