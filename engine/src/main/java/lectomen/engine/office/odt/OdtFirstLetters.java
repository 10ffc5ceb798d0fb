package lectomen.engine.office.odt;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Leading;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Placement;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/**
 * Drop caps, which are a paragraph property here (ISO/IEC 26300-1, 17.9): the letters are taken out and placed beside the
 * paragraph's lines.
 */
final class OdtFirstLetters {
    /**
     * Of the size of most fonts' letters: from a line's foot to the top of a capital, below a line's foot, and from line to
     * line.
     */
    private static final double CAPITAL = 0.66;

    private static final double BELOW = 0.22;
    private static final double LINE = 1.15;

    private OdtFirstLetters() {}

    /** The paragraph, with its first letters before it where it wants them large. */
    record Parted(Optional<Aside> letters, Paragraph rest) {}

    static Parted of(Paragraph paragraph, Optional<Element> properties) {
        Optional<Element> wish = properties.flatMap(one -> Xml.find(one, "drop-cap"));
        int lines = wish.map(one -> Xml.whole(one, "lines", 1)).orElse(1);
        if (lines < 2
                || paragraph.inlines().isEmpty()
                || !(paragraph.inlines().get(0) instanceof Inline.Text first)
                || first.text().isBlank()) {
            return new Parted(Optional.empty(), paragraph);
        }
        String said = Xml.attribute(wish.get(), "length");
        int length = said.equals("word") ? first.text().strip().split("\\s")[0].length() : letters(said);
        int end = first.text()
                .offsetByCodePoints(
                        0,
                        Math.min(
                                length,
                                first.text().codePointCount(0, first.text().length())));
        List<Inline> rest = new ArrayList<>(paragraph.inlines());
        rest.set(0, new Inline.Text(first.text().substring(end), first.look(), first.link()));
        double distance = OdtUnits.length(Xml.attribute(wish.get(), "distance"), 0);
        return new Parted(
                Optional.of(aside(paragraph, first, first.text().substring(0, end), lines, distance)),
                new Paragraph(paragraph.style(), paragraph.look(), paragraph.mark(), paragraph.label(), rest));
    }

    private static int letters(String said) {
        return said.matches("[1-9]\\d?") ? Integer.parseInt(said) : 1;
    }

    /** As large as it takes to stand on the foot of its last line and reach as high as the capitals of the first. */
    private static Aside aside(Paragraph paragraph, Inline.Text first, String text, int lines, double distance) {
        double size = first.look().get(FormatProperty.SIZE);
        Leading leading = paragraph.look().get(FormatProperty.LEADING);
        double line = leading.kind() == Leading.Kind.MULTIPLE ? size * LINE * leading.amount() : leading.amount();
        double large = size + (lines - 1) * line / CAPITAL;
        Formatting look = first.look().with(FormatProperty.SIZE, large);
        // What lies below their feet hangs beside the line below, which text does not keep away from.
        double hanging = (large - size) * BELOW;
        Formatting around =
                Formatting.NONE.with(FormatProperty.LEADING, new Leading(Leading.Kind.EXACTLY, lines * line));
        Placement placement = new Placement(
                new Placement.Across(
                        Placement.Across.From.COLUMN,
                        Placement.Across.Side.OFFSET,
                        paragraph.look().get(FormatProperty.LEFT)),
                new Placement.Down(Placement.Down.Origin.PARAGRAPH, Placement.Down.Level.OFFSET, hanging),
                Placement.Wrap.BESIDE,
                new Placement.Around(0, distance, -hanging, 0),
                false);
        Paragraph letters =
                new Paragraph("", around, look, Optional.empty(), List.of(new Inline.Text(text, look, first.link())));
        return new Aside(List.of(letters), placement, OptionalDouble.empty(), 0);
    }
}
