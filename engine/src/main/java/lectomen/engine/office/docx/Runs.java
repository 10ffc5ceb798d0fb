package lectomen.engine.office.docx;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Numeral;
import lectomen.engine.office.FieldInstruction;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.office.OpenFields;
import lectomen.engine.office.SymbolSigns;
import lectomen.engine.office.xml.Xml;
import org.apache.poi.openxml4j.opc.PackageRelationship;
import org.apache.poi.openxml4j.opc.TargetMode;
import org.w3c.dom.Element;

/** Reads the content of a paragraph. */
final class Runs {
    /** Extensions of the format whose elements are read here. */
    private static final Set<String> KNOWN = Set.of("wps", "wpg", "wp14", "w14", "w15", "w16", "a14", "pic");

    private static final int INSERTED = 0x1F5C99;
    private static final int REMOVED = 0xB3261E;

    private final Blocks blocks;
    private final DocxContext context;
    private final ParagraphFormatting looks;
    private final OpenFields fields;
    private final Optional<String> noteMark;
    private final List<Inline> inlines = new ArrayList<>();
    private String link = "";
    private Optional<Integer> changeColour = Optional.empty();
    private boolean struck;

    Runs(Blocks blocks, ParagraphFormatting looks, OpenFields fields, Optional<String> noteMark) {
        this.blocks = blocks;
        this.context = blocks.context();
        this.looks = looks;
        this.fields = fields;
        this.noteMark = noteMark;
    }

    List<Inline> inlines() {
        return inlines;
    }

    /** What of an alternative content is read: the first choice whose extensions are known, else what stands for all of them. */
    static Optional<Element> chosen(Element alternatives) {
        for (Element choice : Xml.children(alternatives, "Choice")) {
            String[] needs = Xml.attribute(choice, "Requires").strip().split("\\s+");
            if (KNOWN.containsAll(List.of(needs))) {
                return Optional.of(choice);
            }
        }
        return Xml.find(alternatives, "Fallback");
    }

    void read(Element parent, int wrapped) throws IOException {
        if (wrapped > DocxContext.DEEPEST) {
            context.inventory.tooDeep();
            return;
        }
        for (Element one : Xml.unwrapped(parent, DocxContext.WRAPPERS)) {
            read(one, Xml.name(one), wrapped);
        }
    }

    private void read(Element one, String name, int wrapped) throws IOException {
        switch (name) {
            case "r" -> run(one, wrapped);
            case "hyperlink" -> hyperlink(one, wrapped);
            case "ins", "moveTo" -> changed(one, wrapped, true);
            case "del", "moveFrom" -> changed(one, wrapped, false);
            case "dir", "bdo" -> read(one, wrapped + 1);
            case "fldSimple" -> simpleField(one, wrapped);
            case "bookmarkStart" -> inlines.add(new Inline.Bookmark(Xml.attribute(one, "name")));
            case "oMath", "oMathPara" -> equation(one);
            case "AlternateContent" -> {
                Optional<Element> chosen = chosen(one);
                if (chosen.isPresent()) {
                    read(chosen.get(), wrapped + 1);
                }
            }
            case "ruby" -> ruby(one, looks.run(Optional.empty()), wrapped);
            default -> {}
        }
    }

    /** The text beside which another stands small, and that one behind it in brackets. */
    private void ruby(Element one, Formatting look, int wrapped) throws IOException {
        Optional<Element> base = Xml.find(one, "rubyBase");
        if (base.isPresent()) {
            read(base.get(), wrapped + 1);
        }
        Optional<Element> beside = Xml.find(one, "rt");
        if (beside.isPresent()) {
            text("(", look);
            read(beside.get(), wrapped + 1);
            text(")", look);
        }
    }

    private void hyperlink(Element one, int wrapped) throws IOException {
        String before = link;
        String anchor = Xml.attribute(one, "anchor");
        Optional<PackageRelationship> to = blocks.part().findRelationship(Xml.attribute(one, "id"));
        if (to.isPresent() && to.get().getTargetMode() == TargetMode.EXTERNAL) {
            link = String.valueOf(to.get().getTargetURI()) + (anchor.isEmpty() ? "" : "#" + anchor);
        } else if (!anchor.isEmpty()) {
            link = "#" + anchor;
        }
        read(one, wrapped + 1);
        link = before;
    }

    /** @param put whether the change put it in; it took it out else */
    private void changed(Element one, int wrapped, boolean put) throws IOException {
        context.inventory.found(ContentInventory.Kind.CHANGE);
        FlowOptions.Changes wanted = context.wish.changes();
        if (wanted == FlowOptions.Changes.SHOWN) {
            context.inventory.shown(ContentInventory.Kind.CHANGE);
            Optional<Integer> colour = changeColour;
            boolean was = struck;
            changeColour = Optional.of(put ? INSERTED : REMOVED);
            struck = !put;
            read(one, wrapped + 1);
            changeColour = colour;
            struck = was;
            return;
        }
        context.inventory.leaveOut(
                ContentInventory.Kind.CHANGE, ContentInventory.Why.NOT_WANTED, put ? "insertion" : "deletion");
        if (put == (wanted == FlowOptions.Changes.ACCEPTED)) {
            read(one, wrapped + 1);
        }
    }

    private void simpleField(Element one, int wrapped) throws IOException {
        fields.begin();
        fields.instruct(Xml.attribute(one, "instr"));
        fields.separate();
        read(one, wrapped + 1);
        endField(looks.run(Optional.empty()));
    }

    private void endField(Formatting look) {
        Optional<FieldInstruction.Computed> computed = fields.end();
        computed.ifPresent(field -> add(field, "", look));
    }

    private void add(FieldInstruction.Computed field, String stored, Formatting look) {
        context.inventory.found(ContentInventory.Kind.FIELD);
        inlines.add(new Inline.Field(field.kind(), field.numeral().orElse(Numeral.DECIMAL), stored, look));
    }

    /** Its letters stand in a line; how they were set is lost. */
    private void equation(Element one) {
        context.inventory.found(ContentInventory.Kind.EQUATION);
        context.inventory.leaveOut(ContentInventory.Kind.EQUATION, ContentInventory.Why.NOT_DRAWN, "");
        StringBuilder letters = new StringBuilder();
        collect(one, letters, 0);
        if (!letters.isEmpty()) {
            inlines.add(new Inline.Text(letters.toString(), looks.run(Optional.empty()), link));
        }
    }

    private static void collect(Element of, StringBuilder letters, int depth) {
        if (depth > DocxContext.DEEPEST) {
            return;
        }
        for (Element child : Xml.children(of)) {
            if (Xml.is(child, "t")) {
                letters.append(child.getTextContent());
            } else {
                collect(child, letters, depth + 1);
            }
        }
    }

    private void run(Element run, int wrapped) throws IOException {
        Optional<Element> properties = Xml.find(run, "rPr");
        Formatting look = looks.run(properties);
        if (changeColour.isPresent()) {
            look = look.with(FormatProperty.COLOUR, FormatProperty.colour(changeColour.get()));
            look = struck
                    ? look.with(FormatProperty.STRUCK, true)
                    : look.with(FormatProperty.UNDERLINE, FormatProperty.Underline.SINGLE);
        }
        for (Element one : Xml.children(run)) {
            part(one, Xml.name(one), look, wrapped);
        }
    }

    private void part(Element one, String name, Formatting look, int wrapped) throws IOException {
        if (fields.isInstruction() && !name.equals("fldChar") && !name.equals("instrText")) {
            return;
        }
        switch (name) {
            case "t", "delText" -> text(one.getTextContent(), look);
            case "tab", "ptab" -> inlines.add(new Inline.Tab(look, whereTo()));
            case "br" -> inlines.add(new Inline.Break(breakKind(Xml.attribute(one, "type")), look));
            case "cr" -> inlines.add(new Inline.Break(Inline.Break.Where.LINE, look));
            case "noBreakHyphen" -> text("\u2011", look);
            case "softHyphen" -> inlines.add(new Inline.SoftHyphen(look));
            case "sym" -> symbol(one, look);
            case "fldChar" -> fieldChar(Xml.attribute(one, "fldCharType"), look);
            case "instrText" -> fields.instruct(one.getTextContent());
            case "pgNum" -> add(new FieldInstruction.Computed(Inline.Field.What.PAGE, Optional.empty()), "", look);
            case "footnoteReference" -> note(one, look, Inline.Note.Kind.FOOT);
            case "endnoteReference" -> note(one, look, Inline.Note.Kind.END);
            case "commentReference" -> comment(one, look);
            case "footnoteRef", "endnoteRef" -> noteMark.ifPresent(mark -> text(mark, look));
            case "ruby" -> ruby(one, look, wrapped);
            case "drawing" -> new Drawings(blocks).read(one, look, whereTo(), inlines);
            case "pict" -> new VectorMarkup(blocks).read(one, look, whereTo(), inlines);
            case "object" -> {
                context.inventory.found(ContentInventory.Kind.EMBEDDED);
                String program = Xml.findBelow(one, "OLEObject")
                        .map(object -> Xml.attribute(object, "ProgID"))
                        .orElse("");
                context.inventory.leaveOut(ContentInventory.Kind.EMBEDDED, ContentInventory.Why.NOT_DRAWN, program);
                new VectorMarkup(blocks).read(one, look, whereTo(), inlines);
            }
            case "AlternateContent" -> {
                Optional<Element> chosen = chosen(one);
                if (chosen.isPresent() && wrapped > DocxContext.DEEPEST) {
                    context.inventory.tooDeep();
                } else if (chosen.isPresent()) {
                    for (Element inner : Xml.children(chosen.get())) {
                        part(inner, Xml.name(inner), look, wrapped + 1);
                    }
                }
            }
            default -> {}
        }
    }

    private String whereTo() {
        return link.isEmpty() ? fields.link() : link;
    }

    private static Inline.Break.Where breakKind(String type) {
        return switch (type) {
            case "page" -> Inline.Break.Where.PAGE;
            case "column" -> Inline.Break.Where.COLUMN;
            default -> Inline.Break.Where.LINE;
        };
    }

    private void text(String text, Formatting look) {
        Optional<FieldInstruction.Computed> computed = fields.findComputed();
        if (computed.isPresent()) {
            if (fields.write()) {
                add(computed.get(), text, look);
            }
            return;
        }
        if (text.isEmpty()) {
            return;
        }
        String font = look.get(FormatProperty.FONT);
        Formatting drawn = look;
        String plain = text;
        if (SymbolSigns.isSymbolFont(font)) {
            plain = SymbolSigns.plain(text, font);
            drawn = look.with(FormatProperty.FONT, looks.mark().get(FormatProperty.FONT));
        }
        plain = plain.replace('\n', ' ').replace('\r', ' ');
        String[] parts = plain.split("\t", -1);
        for (int i = 0; i < parts.length; i++) {
            if (i > 0) {
                inlines.add(new Inline.Tab(drawn, whereTo()));
            }
            if (!parts[i].isEmpty()) {
                inlines.add(new Inline.Text(parts[i], drawn, whereTo()));
            }
        }
    }

    private void symbol(Element one, Formatting look) {
        String code = Xml.attribute(one, "char");
        if (code.matches("[0-9a-fA-F]{1,5}")) {
            String sign = Character.toString(Integer.parseInt(code, 16));
            text(SymbolSigns.plain(sign, Xml.attribute(one, "font")), look);
        }
    }

    private void fieldChar(String type, Formatting look) {
        switch (type) {
            case "begin" -> fields.begin();
            case "separate" -> fields.separate();
            case "end" -> endField(look);
            default -> {}
        }
    }

    private void note(Element reference, Formatting look, Inline.Note.Kind kind) throws IOException {
        boolean foot = kind == Inline.Note.Kind.FOOT;
        String id = Xml.attribute(reference, "id");
        ContentInventory.Kind counted = foot ? ContentInventory.Kind.FOOTNOTE : ContentInventory.Kind.ENDNOTE;
        context.inventory.found(counted);
        boolean ownMark = Xml.findAttribute(reference, "customMarkFollows")
                .filter(value -> !value.equals("0") && !value.equals("false"))
                .isPresent();
        String mark = ownMark ? "" : foot ? context.nextFootnote() : context.nextEndnote();
        Optional<DocxContext.NoteText> text = foot ? context.findFootnote(id) : context.findEndnote(id);
        if (text.isEmpty()) {
            context.inventory.leaveOut(counted, ContentInventory.Why.MISSING, mark);
            return;
        }
        Blocks inside = new Blocks(context, text.get().part(), Formatting.NONE, 1);
        inlines.add(new Inline.Note(kind, mark, look, inside.read(text.get().element(), Optional.of(mark))));
    }

    private void comment(Element reference, Formatting look) throws IOException {
        Optional<DocxContext.NoteText> text = context.findComment(Xml.attribute(reference, "id"));
        if (!context.wish.comments() || text.isEmpty()) {
            return;
        }
        String mark = "[c" + context.nextComment() + "]";
        Blocks inside = new Blocks(context, text.get().part(), Formatting.NONE, 1);
        String author = Xml.attribute(text.get().element(), "author");
        List<lectomen.engine.flow.Block> read = new ArrayList<>();
        Formatting plain = looks.run(Optional.empty());
        read.add(new lectomen.engine.flow.Paragraph(
                "",
                looks.paragraph().with(FormatProperty.HEADING, 0),
                plain,
                Optional.empty(),
                List.of(new Inline.Text(mark + " " + author + ":", plain.with(FormatProperty.BOLD, true), ""))));
        read.addAll(inside.read(text.get().element()));
        inlines.add(new Inline.Note(Inline.Note.Kind.COMMENT, mark, look, read));
    }
}
