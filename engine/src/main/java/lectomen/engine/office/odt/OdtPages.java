package lectomen.engine.office.odt;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.Numeral;
import lectomen.engine.flow.Section;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Page styles, and the sections that begin where paragraphs ask for another one (ISO/IEC 26300-1, 16.5 and 16.9). */
final class OdtPages implements OdtBlocks.SectionStarts {
    private static final double A4_WIDTH = 595.28;
    private static final double A4_HEIGHT = 841.89;
    private static final double MARGIN = 56.7;

    private final OdtContext context;
    private final Map<String, Element> masters = new HashMap<>();
    private final List<Section> sections = new ArrayList<>();
    private String master = "Standard";
    private Optional<Integer> number = Optional.empty();
    private Section.Start start = Section.Start.NEW_PAGE;
    private Optional<Element> columns = Optional.empty();
    private boolean evenDiffers;

    OdtPages(OdtContext context, Optional<Element> masterStyles) {
        this.context = context;
        masterStyles.ifPresent(holder ->
                Xml.children(holder, "master-page").forEach(one -> masters.put(Xml.attribute(one, "name"), one)));
        if (!masters.containsKey(master)) {
            masters.keySet().stream().sorted().findFirst().ifPresent(name -> master = name);
        }
    }

    List<Section> sections() {
        return sections;
    }

    boolean evenDiffers() {
        return evenDiffers;
    }

    @Override
    public void page(String name, Optional<Integer> from, List<Block> blocks) throws IOException {
        if (!masters.containsKey(name)) {
            return;
        }
        if (!blocks.isEmpty()) {
            close(blocks);
            start = Section.Start.NEW_PAGE;
        }
        master = name;
        number = from;
    }

    @Override
    public void begin(Element style, List<Block> blocks) throws IOException {
        if (!blocks.isEmpty()) {
            close(blocks);
            start = Section.Start.SAME_PAGE;
        }
        columns = Xml.find(style, "columns");
    }

    @Override
    public void end(List<Block> blocks) throws IOException {
        close(blocks);
        start = Section.Start.SAME_PAGE;
        columns = Optional.empty();
    }

    /** Makes a section of what was read since the last. */
    void close(List<Block> blocks) throws IOException {
        Optional<Element> page = Optional.ofNullable(masters.get(master));
        Optional<Element> layout = page.flatMap(this::layout);
        Optional<Element> properties = layout.flatMap(one -> Xml.find(one, "page-layout-properties"));
        Optional<String> next = page.map(one -> Xml.attribute(one, "next-style-name"))
                .filter(name -> !name.isEmpty() && !name.equals(master) && masters.containsKey(name));
        Optional<Element> usual = next.map(masters::get).or(() -> page);
        Section.Paper paper = paper(page, layout, properties);
        Optional<Element> inPage = properties.flatMap(one -> Xml.find(one, "columns"));
        sections.add(new Section(
                paper,
                columns(columns.or(() -> inPage), paper),
                start,
                next.isPresent()
                        || usual.flatMap(one -> Xml.find(one, "header-first")).isPresent(),
                running(usual, next.isPresent() ? page : Optional.empty(), "header"),
                running(usual, next.isPresent() ? page : Optional.empty(), "footer"),
                new Section.PageNumbers(
                        properties
                                .flatMap(one -> Xml.findAttribute(one, "num-format"))
                                .filter(format -> !format.isEmpty())
                                .map(OdtLists::numeral)
                                .orElse(Numeral.DECIMAL),
                        number),
                Section.VerticalAlign.TOP,
                new ArrayList<>(blocks)));
        blocks.clear();
        number = Optional.empty();
    }

    private Optional<Element> layout(Element page) {
        return context.styles.find("page-layout", Xml.attribute(page, "page-layout-name"));
    }

    private static double length(Optional<Element> of, String name, double otherwise) {
        return of.map(one -> OdtUnits.length(Xml.attribute(one, name), otherwise))
                .orElse(otherwise);
    }

    /** A head lies inside the margins here: text begins below it. */
    private static Section.Paper paper(Optional<Element> page, Optional<Element> layout, Optional<Element> properties) {
        double all = length(properties, "margin", MARGIN);
        double top = length(properties, "margin-top", all);
        double bottom = length(properties, "margin-bottom", all);
        double padding = length(properties, "padding", 0);
        double head = room(page, layout, "header");
        double foot = room(page, layout, "footer");
        Edges edges = properties.map(OdtFormatting::edges).orElse(Edges.NONE);
        double left = length(properties, "margin-left", all);
        double right = length(properties, "margin-right", all);
        return new Section.Paper(
                length(properties, "page-width", A4_WIDTH),
                length(properties, "page-height", A4_HEIGHT),
                top + head + padding,
                right + padding,
                bottom + foot + padding,
                left + padding,
                top,
                bottom,
                new Edges(
                        at(edges.top(), top),
                        at(edges.left(), left),
                        at(edges.bottom(), bottom),
                        at(edges.right(), right),
                        Edge.NONE));
    }

    private static Edge at(Edge edge, double margin) {
        return new Edge(edge.stroke(), edge.width(), edge.colour(), margin);
    }

    private static double room(Optional<Element> page, Optional<Element> layout, String kind) {
        if (page.flatMap(one -> Xml.find(one, kind)).isEmpty()) {
            return 0;
        }
        Optional<Element> style = layout.flatMap(one -> Xml.find(one, kind + "-style", "header-footer-properties"));
        double height = length(style, "height", length(style, "min-height", 0));
        return Math.max(height, 0);
    }

    private static Section.Columns columns(Optional<Element> said, Section.Paper paper) {
        int count = said.map(one -> Xml.whole(one, "column-count", 1)).orElse(1);
        Section.Columns even = Section.Columns.even(count, paper.textWidth(), length(said, "column-gap", 0));
        if (even.widths().get(0) < 10) {
            return Section.Columns.even(1, paper.textWidth(), 0);
        }
        boolean line = said.flatMap(one -> Xml.find(one, "column-sep")).isPresent();
        return new Section.Columns(even.widths(), even.gaps(), line);
    }

    private Section.Running running(Optional<Element> usual, Optional<Element> first, String kind) throws IOException {
        Optional<List<Block>> plain = read(usual, kind);
        Optional<List<Block>> even = read(usual, kind + "-left");
        evenDiffers |= even.isPresent();
        Optional<List<Block>> own = first.isPresent() ? read(first, kind) : read(usual, kind + "-first");
        return new Section.Running(plain, own, even.isPresent() ? even : plain);
    }

    private Optional<List<Block>> read(Optional<Element> page, String name) throws IOException {
        Optional<Element> found = page.flatMap(one -> Xml.find(one, name))
                .filter(one -> !Xml.attribute(one, "display").equals("false"));
        return found.isPresent() ? Optional.of(new OdtBlocks(context, 0).read(found.get())) : Optional.empty();
    }
}
