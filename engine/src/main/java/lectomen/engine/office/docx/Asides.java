package lectomen.engine.office.docx;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Placement;
import lectomen.engine.flow.Table;
import lectomen.engine.office.FrameAsides;
import lectomen.engine.office.PlacementWords;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads the position of framed paragraphs and floating tables (ISO/IEC 29500-1, 17.3.1.11 and 17.4.57). */
final class Asides {
    private Asides() {}

    /** A frame as a paragraph or its style asks for it. */
    static Optional<Element> frame(DocxStyles styles, Optional<Element> properties, String style) {
        Optional<Element> own = properties.flatMap(one -> Xml.find(one, "framePr"));
        return own.isPresent() ? own : styles.findOfParagraph(style, "framePr");
    }

    static Aside framed(Paragraph paragraph, Element frame) {
        return new Aside(
                List.of(paragraph),
                placement(frame),
                Units.twentieths(frame, "w"),
                Xml.attribute(frame, "hRule").equals("auto") ? 0 : Units.twentieths(frame, "h", 0));
    }

    private static Placement placement(Element frame) {
        String dropped = Xml.attribute(frame, "dropCap");
        if (dropped.equals("margin")) {
            return new Placement(
                    new Placement.Across(Placement.Across.From.LEFT_MARGIN, Placement.Across.Side.RIGHT, 0),
                    new Placement.Down(Placement.Down.Origin.PARAGRAPH, Placement.Down.Level.OFFSET, 0),
                    Placement.Wrap.NONE,
                    Placement.Around.NONE,
                    false);
        }
        double beside = Units.twentieths(frame, "hSpace", 0);
        double above = Units.twentieths(frame, "vSpace", 0);
        String wrap = Xml.attribute(frame, "wrap");
        return new Placement(
                across(frame, "hAnchor", "x", "xAlign"),
                down(frame, "vAnchor", "y", "yAlign"),
                wrap.equals("none") || wrap.equals("notBeside")
                        ? Placement.Wrap.ABOVE_AND_BELOW
                        : Placement.Wrap.BESIDE,
                new Placement.Around(above, beside, above, beside),
                false);
    }

    /** A table with the place that it floats to. */
    static Block table(Table table, Element place) {
        Placement placement = new Placement(
                across(place, "horzAnchor", "tblpX", "tblpXSpec"),
                down(place, "vertAnchor", "tblpY", "tblpYSpec"),
                Placement.Wrap.BESIDE,
                new Placement.Around(
                        Units.twentieths(place, "topFromText", 0),
                        Units.twentieths(place, "rightFromText", 0),
                        Units.twentieths(place, "bottomFromText", 0),
                        Units.twentieths(place, "leftFromText", 0)),
                false);
        return new Aside(List.of(FrameAsides.alone(table)), placement, OptionalDouble.empty(), 0);
    }

    /** What does not say where it stands is measured from its column. */
    private static Placement.Across across(Element of, String anchor, String offset, String side) {
        boolean placed = Xml.has(of, offset) || Xml.has(of, side);
        return new Placement.Across(
                placed
                        ? PlacementWords.across(Xml.findAttribute(of, anchor).orElse("page"))
                        : Placement.Across.From.COLUMN,
                PlacementWords.side(Xml.attribute(of, side)),
                Units.twentieths(of, offset, 0));
    }

    private static Placement.Down down(Element of, String anchor, String offset, String level) {
        boolean inLine = Xml.attribute(of, level).equals("inline");
        boolean placed = !inLine && (Xml.has(of, offset) || Xml.has(of, level));
        return new Placement.Down(
                placed
                        ? PlacementWords.down(Xml.findAttribute(of, anchor).orElse("page"))
                        : Placement.Down.Origin.PARAGRAPH,
                PlacementWords.level(Xml.attribute(of, level)),
                Units.twentieths(of, offset, 0));
    }
}
