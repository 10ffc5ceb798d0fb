package lectomen.engine.office.odt;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads the blocks of a document. */
final class OdtBlocks {
    /** Called for what begins a new stretch of pages or columns. */
    interface SectionStarts {
        /** A paragraph whose style asks for another kind of page. */
        void page(String master, Optional<Integer> number, List<Block> blocks) throws IOException;

        /** A section in columns begins. */
        void begin(Element style, List<Block> blocks) throws IOException;

        void end(List<Block> blocks) throws IOException;
    }

    /** Where pages don't turn: in cells, boxes, notes and running heads. */
    private static final SectionStarts NONE = new SectionStarts() {
        @Override
        public void page(String master, Optional<Integer> number, List<Block> blocks) {
            // No page begins inside a cell.
        }

        @Override
        public void begin(Element style, List<Block> blocks) {
            // Nor do columns.
        }

        @Override
        public void end(List<Block> blocks) {
            // And none ends.
        }
    };

    private final OdtContext context;
    private final int depth;
    private final List<Inline> waiting = new ArrayList<>();
    private final OdtChanges changes;
    private int listCount;

    OdtBlocks(OdtContext context, int depth) {
        this.context = context;
        this.depth = depth;
        this.changes = new OdtChanges(context);
    }

    OdtBlocks inside() {
        return new OdtBlocks(context, depth + 1);
    }

    OdtContext context() {
        return context;
    }

    OdtChanges changes() {
        return changes;
    }

    List<Block> read(Element parent) throws IOException {
        return read(parent, NONE);
    }

    List<Block> read(Element parent, SectionStarts starts) throws IOException {
        List<Block> blocks = new ArrayList<>();
        if (depth > OdtContext.DEEPEST) {
            context.inventory.found(ContentInventory.Kind.TABLE);
            context.inventory.leaveOut(ContentInventory.Kind.TABLE, ContentInventory.Why.TOO_DEEP, "");
            return blocks;
        }
        read(parent, blocks, starts, 0);
        return blocks;
    }

    private void read(Element parent, List<Block> blocks, SectionStarts starts, int wrapped) throws IOException {
        if (wrapped > OdtContext.DEEPEST) {
            context.inventory.tooDeep();
            return;
        }
        for (Element one : Xml.children(parent)) {
            switch (Xml.name(one)) {
                case "p" -> paragraph(one, blocks, starts, Optional.empty());
                case "h" -> heading(one, blocks, starts);
                case "list" -> list(one, blocks, starts, "", "", 0);
                case "table" -> blocks.add(new OdtTables(this).read(one));
                case "section" -> section(one, blocks, starts, wrapped);
                case "table-of-content",
                        "alphabetical-index",
                        "illustration-index",
                        "table-index",
                        "object-index",
                        "user-index",
                        "bibliography" -> {
                    Optional<Element> body = Xml.find(one, "index-body");
                    if (body.isPresent()) {
                        read(body.get(), blocks, starts, wrapped + 1);
                    }
                }
                case "index-title", "numbered-paragraph" -> read(one, blocks, starts, wrapped + 1);
                case "tracked-changes" -> context.addChanges(one);
                case "change-start", "change-end", "change" -> changes.mark(one);
                case "frame", "custom-shape", "rect", "ellipse", "circle", "line", "g" ->
                    new OdtFrames(this).read(one, Formatting.NONE, "", waiting);
                default -> {}
            }
        }
    }

    private void section(Element one, List<Block> blocks, SectionStarts starts, int wrapped) throws IOException {
        if (Xml.attribute(one, "display").equals("none")) {
            return;
        }
        Optional<Element> style = context.styles
                .findProperties("section", Xml.attribute(one, "style-name"), "section-properties")
                .filter(properties -> Xml.find(properties, "columns")
                        .filter(columns -> Xml.whole(columns, "column-count", 1) > 1)
                        .isPresent());
        if (style.isPresent()) {
            starts.begin(style.get(), blocks);
        }
        if (Xml.find(one, "section-source").isPresent()) {
            context.inventory.found(ContentInventory.Kind.OUTSIDE);
            context.inventory.leaveOut(ContentInventory.Kind.OUTSIDE, ContentInventory.Why.OUTSIDE, "section");
        }
        read(one, blocks, starts, wrapped + 1);
        if (style.isPresent()) {
            starts.end(blocks);
        }
    }

    private void heading(Element h, List<Block> blocks, SectionStarts starts) throws IOException {
        int level = Math.max(1, Xml.whole(h, "outline-level", 1));
        Formatting mark = context.styles.paragraph(Xml.attribute(h, "style-name"));
        Optional<OdtLists.Item> item = Xml.attribute(h, "is-list-header").equals("true")
                ? Optional.empty()
                : context.lists.nextHeading(level - 1, mark);
        paragraph(h, blocks, starts, item);
    }

    private void list(Element list, List<Block> blocks, SectionStarts starts, String style, String counter, int level)
            throws IOException {
        if (level > OdtContext.DEEPEST) {
            context.inventory.tooDeep();
            return;
        }
        String own = Xml.findAttribute(list, "style-name").orElse(style);
        boolean goesOn = Xml.attribute(list, "continue-numbering").equals("true")
                || !Xml.attribute(list, "continue-list").isEmpty();
        String itsCounter = level > 0 ? counter : goesOn ? own : own + " " + ++listCount + " " + depth;
        for (Element item : Xml.children(list)) {
            boolean header = Xml.is(item, "list-header");
            if (!header && !Xml.is(item, "list-item")) {
                continue;
            }
            if (Xml.has(item, "start-value")) {
                context.lists.start(itsCounter, level, Xml.whole(item, "start-value", 1));
            }
            boolean first = !header;
            for (Element one : Xml.children(item)) {
                switch (Xml.name(one)) {
                    case "p", "h" -> {
                        item(one, blocks, starts, own, itsCounter, level, first);
                        first = false;
                    }
                    case "list" -> list(one, blocks, starts, own, itsCounter, level + 1);
                    case "table" -> blocks.add(new OdtTables(this).read(one));
                    default -> {}
                }
            }
        }
    }

    private void item(
            Element p,
            List<Block> blocks,
            SectionStarts starts,
            String style,
            String counter,
            int level,
            boolean labelled)
            throws IOException {
        Formatting mark = context.styles.paragraph(Xml.attribute(p, "style-name"));
        String list = style.isEmpty()
                ? context.styles
                        .findAttribute("paragraph", Xml.attribute(p, "style-name"), "list-style-name")
                        .orElse("")
                : style;
        Optional<OdtLists.Item> item = labelled ? context.lists.next(list, counter, level, mark) : Optional.empty();
        paragraph(p, blocks, starts, item);
    }

    private void paragraph(Element p, List<Block> blocks, SectionStarts starts, Optional<OdtLists.Item> item)
            throws IOException {
        String style = Xml.attribute(p, "style-name");
        Optional<String> master = context.styles
                .findAttribute("paragraph", style, "master-page-name")
                .filter(name -> !name.isEmpty());
        Formatting look = context.styles.paragraph(style);
        if (master.isPresent()) {
            Optional<Integer> number = context.styles
                    .findProperties("paragraph", style, "paragraph-properties")
                    .flatMap(one -> Xml.findAttribute(one, "page-number"))
                    .filter(text -> text.matches("\\d{1,6}"))
                    .map(Integer::valueOf);
            starts.page(master.get(), number, blocks);
            look = look.with(FormatProperty.NEW_PAGE, false);
        }
        if (Xml.is(p, "h")) {
            look = look.with(FormatProperty.HEADING, Math.max(1, Xml.whole(p, "outline-level", 1)));
        } else if (look.get(FormatProperty.HEADING) > 0) {
            look = look.with(FormatProperty.HEADING, 0);
        }
        Formatting mark = look;
        if (item.isPresent()) {
            look = indented(item.get().paragraph(), style, look);
        }
        OdtInlines inlines = new OdtInlines(this, mark);
        List<Inline> read = new ArrayList<>(waiting);
        waiting.clear();
        read.addAll(inlines.read(p));
        boolean after = context.styles
                .findProperties("paragraph", style, "paragraph-properties")
                .filter(one -> Xml.attribute(one, "break-after").equals("page"))
                .isPresent();
        if (after) {
            read.add(new Inline.Break(Inline.Break.Where.PAGE, mark));
        }
        String shared = context.styles
                .find("paragraph", style)
                .filter(one -> !Xml.attribute(one, "parent-style-name").isEmpty() && style.matches("P\\d+"))
                .map(one -> Xml.attribute(one, "parent-style-name"))
                .orElse(style);
        OdtFirstLetters.Parted parted = OdtFirstLetters.of(
                new Paragraph(shared, look, mark, item.map(OdtLists.Item::label), read),
                context.styles.findProperties("paragraph", style, "paragraph-properties"));
        parted.letters().ifPresent(blocks::add);
        blocks.add(parted.rest());
    }

    /** A list's indents hold unless the paragraph's own style says some. */
    private Formatting indented(Formatting list, String style, Formatting look) {
        Optional<Element> own =
                context.styles.find("paragraph", style).flatMap(one -> Xml.find(one, "paragraph-properties"));
        boolean says = own.filter(one -> Xml.has(one, "margin-left")).isPresent();
        return says ? look : list.over(look);
    }
}
