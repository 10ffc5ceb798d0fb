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
import lectomen.engine.flow.Numeral;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/** Reads the content of a paragraph. White space is one blank, and none at a paragraph's start (ISO/IEC 26300-1, 6.1.2). */
final class OdtInlines {
    private final OdtBlocks blocks;
    private final OdtContext context;
    private final Formatting paragraph;
    private final List<Inline> inlines = new ArrayList<>();
    private boolean blankBefore = true;

    OdtInlines(OdtBlocks blocks, Formatting paragraph) {
        this.blocks = blocks;
        this.context = blocks.context();
        this.paragraph = paragraph;
    }

    List<Inline> read(Element p) throws IOException {
        read(p, paragraph, "", 0);
        return inlines;
    }

    private void read(Element parent, Formatting look, String link, int wrapped) throws IOException {
        if (wrapped > OdtContext.DEEPEST) {
            context.inventory.tooDeep();
            return;
        }
        for (Node node = parent.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element one) {
                read(one, Xml.name(one), look, link, wrapped);
            } else if (node.getNodeType() == Node.TEXT_NODE || node.getNodeType() == Node.CDATA_SECTION_NODE) {
                text(node.getNodeValue(), look, link);
            }
        }
    }

    private void read(Element one, String name, Formatting look, String link, int wrapped) throws IOException {
        switch (name) {
            case "span" -> read(one, context.styles.text(Xml.attribute(one, "style-name"), look), link, wrapped + 1);
            case "a" -> anchor(one, look, wrapped);
            case "s" -> add(" ".repeat(Math.max(1, Math.min(1_000, Xml.whole(one, "c", 1)))), look, link);
            case "tab" -> {
                blankBefore = true;
                inlines.add(new Inline.Tab(look, link));
            }
            case "line-break" -> {
                blankBefore = true;
                inlines.add(new Inline.Break(Inline.Break.Where.LINE, look));
            }
            case "bookmark", "bookmark-start", "reference-mark", "reference-mark-start" ->
                inlines.add(new Inline.Bookmark(Xml.attribute(one, "name")));
            case "note" -> note(one, look);
            case "annotation" -> comment(one, look);
            case "page-number" -> field(Inline.Field.What.PAGE, one, look);
            case "page-count" -> field(Inline.Field.What.PAGES, one, look);
            case "change-start", "change-end", "change" -> change(one, look, link, wrapped);
            case "frame",
                    "custom-shape",
                    "rect",
                    "ellipse",
                    "circle",
                    "line",
                    "g",
                    "path",
                    "polygon",
                    "polyline",
                    "connector",
                    "control" -> new OdtFrames(blocks).read(one, look, link, inlines);
            case "ruby" -> {
                Optional<Element> base = Xml.find(one, "ruby-base");
                if (base.isPresent()) {
                    read(base.get(), look, link, wrapped + 1);
                }
                Optional<Element> beside = Xml.find(one, "ruby-text");
                if (beside.isPresent()) {
                    add("(", look, link);
                    read(beside.get(), look, link, wrapped + 1);
                    add(")", look, link);
                }
            }
            case "soft-page-break",
                    "annotation-end",
                    "number",
                    "bookmark-end",
                    "reference-mark-end",
                    "toc-mark",
                    "alphabetical-index-mark",
                    "toc-mark-start",
                    "toc-mark-end",
                    "event-listeners" -> {}
            default -> read(one, look, link, wrapped + 1);
        }
    }

    private void anchor(Element a, Formatting look, int wrapped) throws IOException {
        String to = Xml.attribute(a, "href");
        String style = Xml.attribute(a, "style-name");
        String place = to.startsWith("#") ? to.replaceFirst("\\|.*$", "") : to;
        read(a, context.styles.text(style, look), place, wrapped + 1);
    }

    private void text(String text, Formatting look, String link) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            char sign = text.charAt(i);
            boolean blank = sign == ' ' || sign == '\n' || sign == '\r' || sign == '\t';
            if (!blank) {
                out.append(sign);
                blankBefore = false;
            } else if (!blankBefore) {
                out.append(' ');
                blankBefore = true;
            }
        }
        add(out.toString(), look, link);
    }

    private void add(String text, Formatting look, String link) {
        if (!text.isEmpty() && !blocks.changes().isLeftOut()) {
            blankBefore = text.endsWith(" ") && (blankBefore || !text.isBlank());
            inlines.add(new Inline.Text(text, blocks.changes().shown(look), link));
        }
    }

    private void field(Inline.Field.What kind, Element one, Formatting look) {
        context.inventory.found(ContentInventory.Kind.FIELD);
        blankBefore = false;
        String format = Xml.attribute(one, "num-format");
        Numeral numeral = format.isEmpty() ? Numeral.DECIMAL : OdtLists.numeral(format);
        inlines.add(new Inline.Field(kind, numeral, one.getTextContent().strip(), look));
    }

    private void note(Element note, Formatting look) throws IOException {
        boolean foot = !Xml.attribute(note, "note-class").equals("endnote");
        context.inventory.found(foot ? ContentInventory.Kind.FOOTNOTE : ContentInventory.Kind.ENDNOTE);
        Optional<Element> citation = Xml.find(note, "note-citation");
        String own = citation.map(one -> Xml.attribute(one, "label")).orElse("");
        String mark = own.isEmpty() ? context.nextNote(foot) : own;
        Optional<Element> body = Xml.find(note, "note-body");
        List<Block> read = body.isPresent() ? blocks.inside().read(body.get()) : List.of();
        blankBefore = false;
        inlines.add(
                new Inline.Note(foot ? Inline.Note.Kind.FOOT : Inline.Note.Kind.END, mark, look, marked(read, mark)));
    }

    /** The mark stands before the note's text, which the format leaves to the program that lays it out. */
    private static List<Block> marked(List<Block> blocks, String mark) {
        if (blocks.isEmpty() || !(blocks.get(0) instanceof Paragraph first)) {
            return blocks;
        }
        List<Inline> inlines = new ArrayList<>();
        Formatting raised = first.mark().with(FormatProperty.SCRIPT, FormatProperty.Script.ABOVE);
        inlines.add(new Inline.Text(mark, raised, ""));
        inlines.add(new Inline.Text(" ", first.mark(), ""));
        inlines.addAll(first.inlines());
        List<Block> out = new ArrayList<>(blocks);
        out.set(0, new Paragraph(first.style(), first.look(), first.mark(), first.label(), inlines));
        return out;
    }

    private void comment(Element annotation, Formatting look) throws IOException {
        context.inventory.found(ContentInventory.Kind.COMMENT);
        if (!context.wish.comments()) {
            context.inventory.leaveOut(ContentInventory.Kind.COMMENT, ContentInventory.Why.NOT_WANTED, "");
            return;
        }
        String mark = context.nextComment();
        String author =
                Xml.find(annotation, "creator").map(Element::getTextContent).orElse("");
        List<Block> read = new ArrayList<>();
        read.add(new Paragraph(
                "",
                paragraph.with(FormatProperty.HEADING, 0),
                paragraph,
                Optional.empty(),
                List.of(new Inline.Text(mark + " " + author + ":", paragraph.with(FormatProperty.BOLD, true), ""))));
        read.addAll(blocks.inside().read(annotation));
        inlines.add(new Inline.Note(Inline.Note.Kind.COMMENT, mark, look, read));
    }

    private void change(Element mark, Formatting look, String link, int wrapped) throws IOException {
        Optional<Element> removed = blocks.changes().mark(mark);
        if (removed.isPresent()) {
            for (Element p : Xml.children(removed.get())) {
                if (Xml.is(p, "p") || Xml.is(p, "h")) {
                    read(p, blocks.changes().removed(look), link, wrapped + 1);
                }
            }
        }
    }
}
