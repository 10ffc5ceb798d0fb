package lectomen.engine.office.docx;

import java.util.OptionalDouble;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Lengths as the format writes them, in points: twentieths of a point, or with a unit (ISO/IEC 29500-1, 22.9.2.15). */
final class Units {
    private static final double EMUS = 12_700;

    private Units() {}

    static OptionalDouble twentieths(String text) {
        OptionalDouble unit = withUnit(text);
        if (unit.isPresent()) {
            return unit;
        }
        OptionalDouble value = Xml.number(text);
        return value.isPresent() ? OptionalDouble.of(value.getAsDouble() / 20) : value;
    }

    static OptionalDouble twentieths(Element of, String name) {
        return twentieths(Xml.attribute(of, name));
    }

    static double twentieths(Element of, String name, double otherwise) {
        return twentieths(of, name).orElse(otherwise);
    }

    private static OptionalDouble withUnit(String text) {
        if (text.length() < 3 || !Character.isLetter(text.charAt(text.length() - 1))) {
            return OptionalDouble.empty();
        }
        OptionalDouble value = Xml.number(text.substring(0, text.length() - 2));
        if (value.isEmpty()) {
            return value;
        }
        double points =
                switch (text.substring(text.length() - 2)) {
                    case "pt" -> 1;
                    case "in" -> 72;
                    case "cm" -> 72 / 2.54;
                    case "mm" -> 72 / 25.4;
                    case "pc", "pi" -> 12;
                    case "px" -> 0.75;
                    default -> 0;
                };
        return points == 0 ? OptionalDouble.empty() : OptionalDouble.of(value.getAsDouble() * points);
    }

    /** Of a style as VML has it, such as 12pt or 3cm; a bare number is in screen points. */
    static OptionalDouble css(String text) {
        OptionalDouble unit = withUnit(text.strip());
        if (unit.isPresent()) {
            return unit;
        }
        OptionalDouble value = Xml.number(text.strip());
        return value.isPresent() ? OptionalDouble.of(value.getAsDouble() * 0.75) : value;
    }

    static double emus(Element of, String name, double otherwise) {
        OptionalDouble value = Xml.number(of, name);
        return value.isPresent() ? value.getAsDouble() / EMUS : otherwise;
    }

    static double emus(String text) {
        return Xml.number(text.strip()).orElse(0) / EMUS;
    }

    /** What is on where it stands without a value. */
    static boolean isOn(Element of) {
        String value = Xml.attribute(of, "val");
        return !(value.equals("0") || value.equals("false") || value.equals("off") || value.equals("none"));
    }
}
