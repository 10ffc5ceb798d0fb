package lectomen.engine.office.docx;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Numeral;
import lectomen.engine.flow.Section;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads sections: their paper, columns, running heads and page numbers (ISO/IEC 29500-1, 17.6). */
final class Sections {
    private static final double LETTER_WIDTH = 612;
    private static final double LETTER_HEIGHT = 792;

    private final DocxContext context;
    private final DocxPackage.Part part;
    private final List<Section> sections = new ArrayList<>();
    private final Map<String, List<Block>> read = new HashMap<>();
    private Section.Running heads = Section.Running.NONE;
    private Section.Running feet = Section.Running.NONE;

    Sections(DocxContext context, DocxPackage.Part part) {
        this.context = context;
        this.part = part;
    }

    List<Section> all() {
        return sections;
    }

    /** @param properties empty for a document that says nothing of its paper */
    void add(Optional<Element> properties, List<Block> blocks) throws IOException {
        Section.Paper paper = paper(properties);
        heads = running(properties, "headerReference", heads);
        feet = running(properties, "footerReference", feet);
        Section.Start start =
                switch (value(properties, "type")) {
                    case "continuous" -> Section.Start.SAME_PAGE;
                    case "evenPage" -> Section.Start.EVEN_PAGE;
                    case "oddPage" -> Section.Start.ODD_PAGE;
                    case "nextColumn" -> Section.Start.NEW_COLUMN;
                    default -> Section.Start.NEW_PAGE;
                };
        Section.VerticalAlign align =
                switch (value(properties, "vAlign")) {
                    case "center" -> Section.VerticalAlign.MIDDLE;
                    case "bottom" -> Section.VerticalAlign.BOTTOM;
                    default -> Section.VerticalAlign.TOP;
                };
        boolean titlePage = properties
                .flatMap(one -> Xml.find(one, "titlePg"))
                .filter(Units::isOn)
                .isPresent();
        sections.add(new Section(
                paper, columns(properties, paper), start, titlePage, heads, feet, numbers(properties), align, blocks));
    }

    private static String value(Optional<Element> properties, String name) {
        return properties
                .flatMap(one -> Xml.find(one, name))
                .map(one -> Xml.attribute(one, "val"))
                .orElse("");
    }

    private Section.Paper paper(Optional<Element> properties) {
        Optional<Element> size = properties.flatMap(one -> Xml.find(one, "pgSz"));
        Optional<Element> margins = properties.flatMap(one -> Xml.find(one, "pgMar"));
        double width = length(size, "w", LETTER_WIDTH);
        double height = length(size, "h", LETTER_HEIGHT);
        double gutter = length(margins, "gutter", 0);
        double left = Math.abs(length(margins, "left", 72)) + gutter;
        double right = Math.abs(length(margins, "right", 72));
        double top = Math.abs(length(margins, "top", 72));
        double bottom = Math.abs(length(margins, "bottom", 72));
        if (left + right > width - 10) {
            left = width / 10;
            right = width / 10;
        }
        if (top + bottom > height - 10) {
            top = height / 10;
            bottom = height / 10;
        }
        return new Section.Paper(
                width,
                height,
                top,
                right,
                bottom,
                left,
                length(margins, "header", 36),
                length(margins, "footer", 36),
                borders(properties, new double[] {top, right, bottom, left}));
    }

    private static double length(Optional<Element> of, String name, double otherwise) {
        OptionalDouble value = of.map(one -> Units.twentieths(one, name)).orElse(OptionalDouble.empty());
        return value.isPresent() && Math.abs(value.getAsDouble()) < 14_400 ? value.getAsDouble() : otherwise;
    }

    /** Their gaps are measured from the page's sides, or else from the text. */
    private Edges borders(Optional<Element> properties, double[] margins) {
        Optional<Element> borders = properties.flatMap(one -> Xml.find(one, "pgBorders"));
        if (borders.isEmpty()) {
            return Edges.NONE;
        }
        boolean fromPage = Xml.attribute(borders.get(), "offsetFrom").equals("page");
        Edges said = context.styles.looks().edges(borders.get());
        return new Edges(
                placed(said.top(), margins[0], fromPage),
                placed(said.left(), margins[3], fromPage),
                placed(said.bottom(), margins[2], fromPage),
                placed(said.right(), margins[1], fromPage),
                Edge.NONE);
    }

    private static Edge placed(Edge edge, double margin, boolean fromPage) {
        return fromPage ? edge : new Edge(edge.stroke(), edge.width(), edge.colour(), Math.max(0, margin - edge.gap()));
    }

    private static Section.Columns columns(Optional<Element> properties, Section.Paper paper) {
        Optional<Element> columns = properties.flatMap(one -> Xml.find(one, "cols"));
        if (columns.isEmpty()) {
            return Section.Columns.even(1, paper.textWidth(), 0);
        }
        Element of = columns.get();
        List<Element> own = Xml.children(of, "col");
        boolean line = Xml.findAttribute(of, "sep")
                .filter(v -> v.equals("1") || v.equals("true"))
                .isPresent();
        String even = Xml.attribute(of, "equalWidth");
        if ((even.equals("0") || even.equals("false")) && !own.isEmpty()) {
            List<Double> widths = new ArrayList<>();
            List<Double> gaps = new ArrayList<>();
            for (int i = 0; i < own.size(); i++) {
                widths.add(Math.max(1, Units.twentieths(own.get(i), "w", paper.textWidth() / own.size())));
                if (i + 1 < own.size()) {
                    gaps.add(Units.twentieths(own.get(i), "space", 36));
                }
            }
            return new Section.Columns(widths, gaps, line);
        }
        int count = Math.max(1, Math.min(45, Xml.whole(of, "num", 1)));
        Section.Columns plain = Section.Columns.even(count, paper.textWidth(), Units.twentieths(of, "space", 36));
        return plain.widths().get(0) < 10
                ? Section.Columns.even(1, paper.textWidth(), 0)
                : new Section.Columns(plain.widths(), plain.gaps(), line);
    }

    private static Section.PageNumbers numbers(Optional<Element> properties) {
        Optional<Element> said = properties.flatMap(one -> Xml.find(one, "pgNumType"));
        Numeral numeral = said.map(one -> DocxNumbering.numeral(Xml.attribute(one, "fmt")))
                .orElse(Numeral.DECIMAL);
        Optional<Integer> from = said.flatMap(one -> Xml.findAttribute(one, "start"))
                .filter(text -> text.matches("\\d{1,6}"))
                .map(Integer::valueOf);
        return new Section.PageNumbers(numeral, from);
    }

    /** What a section does not say, it takes from the one before. */
    private Section.Running running(Optional<Element> properties, String kind, Section.Running before)
            throws IOException {
        Optional<List<Block>> usual = before.usual();
        Optional<List<Block>> first = before.first();
        Optional<List<Block>> even = before.even();
        if (properties.isPresent()) {
            for (Element reference : Xml.children(properties.get(), kind)) {
                Optional<List<Block>> found = findHead(Xml.attribute(reference, "id"));
                if (found.isEmpty()) {
                    continue;
                }
                List<Block> blocks = found.get();
                switch (Xml.attribute(reference, "type")) {
                    case "first" -> first = Optional.of(blocks);
                    case "even" -> even = Optional.of(blocks);
                    default -> usual = Optional.of(blocks);
                }
            }
        }
        return new Section.Running(usual, first, even);
    }

    /** Sections may share one. */
    private Optional<List<Block>> findHead(String id) throws IOException {
        List<Block> known = read.get(id);
        if (known != null) {
            return Optional.of(known);
        }
        Optional<DocxPackage.Part> of = part.findById(id);
        if (of.isEmpty()) {
            return Optional.empty();
        }
        List<Block> blocks =
                new Blocks(context, of.get(), Formatting.NONE, 0).read(of.get().root());
        read.put(id, blocks);
        return Optional.of(blocks);
    }
}
