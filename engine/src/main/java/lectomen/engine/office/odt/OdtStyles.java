package lectomen.engine.office.odt;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** The styles of a document, by family and name; automatic styles and named ones. */
final class OdtStyles {
    private static final Formatting BASE = Formatting.NONE
            .with(FormatProperty.FONT, "Liberation Serif")
            .with(FormatProperty.SIZE, 12.0)
            .with(FormatProperty.NO_LONE_LINES, false);

    private final OdtFormatting looks;
    private final Map<String, Element> styles = new HashMap<>();
    private final Map<String, Element> defaults = new HashMap<>();
    private final Map<String, Element> lists = new HashMap<>();
    private final Map<String, Formatting> resolved = new HashMap<>();
    private Optional<Element> outline = Optional.empty();

    OdtStyles(OdtFormatting looks) {
        this.looks = looks;
    }

    /** @param holder office:styles or office:automatic-styles */
    void add(Element holder) {
        for (Element one : Xml.children(holder)) {
            switch (Xml.name(one)) {
                case "style" -> styles.put(Xml.attribute(one, "family") + "/" + Xml.attribute(one, "name"), one);
                case "default-style" -> defaults.put(Xml.attribute(one, "family"), one);
                case "list-style" -> lists.put(Xml.attribute(one, "name"), one);
                case "outline-style" -> outline = Optional.of(one);
                case "page-layout" -> styles.put("page-layout/" + Xml.attribute(one, "name"), one);
                default -> {}
            }
        }
    }

    Optional<Element> find(String family, String name) {
        return Optional.ofNullable(styles.get(family + "/" + name));
    }

    Optional<Element> findList(String name) {
        return Optional.ofNullable(lists.get(name));
    }

    Optional<Element> outline() {
        return outline;
    }

    /** A paragraph style over all that it is based on. */
    Formatting paragraph(String name) {
        Formatting known = resolved.get("paragraph/" + name);
        if (known == null) {
            known = paragraph(name, 0);
            resolved.put("paragraph/" + name, known);
        }
        return known;
    }

    private Formatting paragraph(String name, int depth) {
        Optional<Element> style = depth > 50 ? Optional.empty() : find("paragraph", name);
        if (style.isEmpty()) {
            Optional<Element> usual = Optional.ofNullable(defaults.get("paragraph"));
            return own(usual, BASE).over(BASE);
        }
        Formatting below = paragraph(Xml.attribute(style.get(), "parent-style-name"), depth + 1);
        Formatting own = own(style, below);
        int outlineLevel = Xml.whole(style.get(), "default-outline-level", 0);
        Formatting leveled = outlineLevel > 0 ? own.with(FormatProperty.HEADING, outlineLevel) : own;
        return leveled.over(below);
    }

    private Formatting own(Optional<Element> style, Formatting below) {
        return looks.paragraph(style.flatMap(one -> Xml.find(one, "paragraph-properties")))
                .over(looks.text(style.flatMap(one -> Xml.find(one, "text-properties")), below));
    }

    /** A text style over formatting. */
    Formatting text(String name, Formatting below) {
        return text(name, below, 0);
    }

    private Formatting text(String name, Formatting below, int depth) {
        Optional<Element> style = depth > 50 || name.isEmpty() ? Optional.empty() : find("text", name);
        if (style.isEmpty()) {
            return below;
        }
        Formatting parent = text(Xml.attribute(style.get(), "parent-style-name"), below, depth + 1);
        return looks.text(Xml.find(style.get(), "text-properties"), parent).over(parent);
    }

    /** What a style or one that it is based on says of something, the nearest first. */
    Optional<String> findAttribute(String family, String name, String attribute) {
        String at = name;
        for (int i = 0; i < 50; i++) {
            Optional<Element> style = find(family, at);
            if (style.isEmpty()) {
                return Optional.empty();
            }
            if (Xml.has(style.get(), attribute)) {
                return Xml.findAttribute(style.get(), attribute);
            }
            at = Xml.attribute(style.get(), "parent-style-name");
        }
        return Optional.empty();
    }

    /** The properties of a style of a family that has no formatting, such as of tables; of itself or of one that it is based on. */
    Optional<Element> findProperties(String family, String name, String kind) {
        String at = name;
        for (int i = 0; i < 50; i++) {
            Optional<Element> style = find(family, at);
            Optional<Element> found = style.flatMap(one -> Xml.find(one, kind));
            if (style.isEmpty() || found.isPresent()) {
                return found;
            }
            at = Xml.attribute(style.get(), "parent-style-name");
        }
        return Optional.empty();
    }
}
