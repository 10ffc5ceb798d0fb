package lectomen.engine.office.docx;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** The fonts and colours of a document's theme. */
final class Theme {
    private final Map<String, String> fonts = new HashMap<>();
    private final Map<String, Integer> colours = new HashMap<>();

    static Theme of(Optional<Element> part) {
        Theme theme = new Theme();
        part.flatMap(root -> Xml.find(root, "themeElements")).ifPresent(theme::read);
        return theme;
    }

    private void read(Element elements) {
        for (String kind : new String[] {"major", "minor"}) {
            Xml.find(elements, "fontScheme", kind + "Font").ifPresent(font -> {
                for (Element script : Xml.children(font)) {
                    String face = Xml.attribute(script, "typeface");
                    if (!face.isBlank() && !Xml.is(script, "font")) {
                        fonts.put(kind + Xml.name(script), face);
                    }
                }
            });
        }
        Xml.find(elements, "clrScheme").ifPresent(scheme -> {
            for (Element colour : Xml.children(scheme)) {
                for (Element value : Xml.children(colour)) {
                    String hex = Xml.findAttribute(value, "lastClr").orElse(Xml.attribute(value, "val"));
                    FormatProperty.findColour(hex).ifPresent(rgb -> colours.put(Xml.name(colour), rgb.getAsInt()));
                }
            }
        });
    }

    /** Of a name such as minorHAnsi or majorBidi. */
    Optional<String> findFont(String name) {
        String kind = name.startsWith("major") ? "major" : "minor";
        String script =
                switch (name.substring(Math.min(5, name.length()))) {
                    case "Bidi" -> "cs";
                    case "EastAsia" -> "ea";
                    default -> "latin";
                };
        return Optional.ofNullable(fonts.get(kind + script));
    }

    /** Of a name such as accent1, dark1, text2 or bg1. */
    Optional<Integer> findColour(String name) {
        String own =
                switch (name) {
                    case "dark1", "text1", "tx1" -> "dk1";
                    case "dark2", "text2", "tx2" -> "dk2";
                    case "light1", "background1", "bg1" -> "lt1";
                    case "light2", "background2", "bg2" -> "lt2";
                    case "hyperlink" -> "hlink";
                    case "followedHyperlink" -> "folHlink";
                    default -> name;
                };
        return Optional.ofNullable(colours.get(own));
    }

    /**
     * A colour lightened or darkened.
     *
     * @param tint how much of it stays as it nears white, from 0 to 1; 1 for no change
     * @param shade how much of it stays as it nears black
     */
    static int changed(int rgb, double tint, double shade) {
        int out = 0;
        for (int shift = 16; shift >= 0; shift -= 8) {
            double part = rgb >> shift & 0xff;
            part = 255 - (255 - part) * tint;
            part = part * shade;
            out |= (int) Math.round(Math.max(0, Math.min(255, part))) << shift;
        }
        return out;
    }
}
