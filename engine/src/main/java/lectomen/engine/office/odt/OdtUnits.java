package lectomen.engine.office.odt;

import java.util.OptionalDouble;
import java.util.OptionalInt;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.office.xml.Xml;

/** Lengths with their units, in points; percentages and colours. */
final class OdtUnits {
    private OdtUnits() {}

    static OptionalDouble length(String text) {
        String plain = text.strip();
        int unit = plain.length();
        while (unit > 0 && Character.isLetter(plain.charAt(unit - 1))) {
            unit--;
        }
        OptionalDouble value = Xml.number(plain.substring(0, unit));
        if (value.isEmpty()) {
            return value;
        }
        double points =
                switch (plain.substring(unit)) {
                    case "cm" -> 72 / 2.54;
                    case "mm" -> 72 / 25.4;
                    case "in", "inch" -> 72;
                    case "pt" -> 1;
                    case "pc" -> 12;
                    case "px" -> 0.75;
                    default -> 0;
                };
        return points == 0 && value.getAsDouble() != 0
                ? OptionalDouble.empty()
                : OptionalDouble.of(value.getAsDouble() * points);
    }

    static double length(String text, double otherwise) {
        return length(text).orElse(otherwise);
    }

    /** As a share of one. */
    static OptionalDouble percent(String text) {
        if (!text.endsWith("%")) {
            return OptionalDouble.empty();
        }
        OptionalDouble value = Xml.number(text.substring(0, text.length() - 1).strip());
        return value.isPresent() ? OptionalDouble.of(value.getAsDouble() / 100) : value;
    }

    static OptionalInt colour(String text) {
        return text.startsWith("#")
                ? FormatProperty.findColour(text.substring(1)).orElse(OptionalInt.empty())
                : OptionalInt.empty();
    }
}
