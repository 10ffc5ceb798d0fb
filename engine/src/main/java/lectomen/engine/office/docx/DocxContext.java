package lectomen.engine.office.docx;

import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Numeral;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** What all parts of a document are read with. */
final class DocxContext {
    /** Elements lie no deeper in each other than programs nest tables and boxes. */
    static final int DEEPEST = 40;

    /** Elements that hold others and mean nothing to a page: content controls, custom XML and smart tags. */
    static final Set<String> WRAPPERS = Set.of("sdt", "sdtContent", "customXml", "smartTag");

    final DocxStyles styles;
    final DocxNumbering numbering;
    final FlowOptions wish;
    final ContentInventory inventory;
    final double usualTab;
    /** Programs since 2013 set tables a little differently. */
    final int compatibility;

    final Numeral footnotes;
    final Numeral endnotes;
    private final Map<String, Element> footnoteTexts = new HashMap<>();
    private final Map<String, Element> endnoteTexts = new HashMap<>();
    private final Map<String, Element> comments = new HashMap<>();
    private Optional<DocxPackage.Part> footnotePart = Optional.empty();
    private Optional<DocxPackage.Part> endnotePart = Optional.empty();
    private Optional<DocxPackage.Part> commentPart = Optional.empty();
    private int footnoteCount;
    private int endnoteCount;
    private int commentCount;

    DocxContext(
            DocxPackage.Part main,
            DocxStyles styles,
            DocxNumbering numbering,
            FlowOptions wish,
            ContentInventory inventory,
            Optional<Element> settings)
            throws IOException {
        this.styles = styles;
        this.numbering = numbering;
        this.wish = wish;
        this.inventory = inventory;
        this.usualTab = settings.flatMap(root -> Xml.find(root, "defaultTabStop"))
                .map(stop -> Units.twentieths(stop, "val", 36))
                .orElse(36.0);
        this.compatibility = settings.flatMap(root -> Xml.find(root, "compat"))
                .map(DocxContext::mode)
                .orElse(12);
        this.footnotes = numeral(settings, "footnotePr", Numeral.DECIMAL);
        this.endnotes = numeral(settings, "endnotePr", Numeral.ROMAN_SMALL);
        footnotePart = main.find("footnotes");
        endnotePart = main.find("endnotes");
        commentPart = main.find("comments");
        gather(footnotePart, "footnote", footnoteTexts);
        gather(endnotePart, "endnote", endnoteTexts);
        gather(commentPart, "comment", comments);
        comments.keySet().forEach(id -> inventory.found(ContentInventory.Kind.COMMENT));
    }

    private static int mode(Element compat) {
        for (Element setting : Xml.children(compat, "compatSetting")) {
            if (Xml.attribute(setting, "name").equals("compatibilityMode")) {
                return Xml.whole(setting, "val", 12);
            }
        }
        return 12;
    }

    private static Numeral numeral(Optional<Element> settings, String kind, Numeral usual) {
        return settings.flatMap(root -> Xml.find(root, kind, "numFmt"))
                .map(DocxNumbering::numeral)
                .orElse(usual);
    }

    private static void gather(Optional<DocxPackage.Part> part, String name, Map<String, Element> to)
            throws IOException {
        if (part.isPresent()) {
            for (Element one : Xml.children(part.get().root(), name)) {
                String type = Xml.attribute(one, "type");
                if (type.isEmpty() || type.equals("normal")) {
                    to.put(Xml.attribute(one, "id"), one);
                }
            }
        }
    }

    /** A note's text and the part that it stands in. */
    record NoteText(Element element, DocxPackage.Part part) {}

    Optional<NoteText> findFootnote(String id) {
        return footnotePart.flatMap(
                part -> Optional.ofNullable(footnoteTexts.get(id)).map(element -> new NoteText(element, part)));
    }

    Optional<NoteText> findEndnote(String id) {
        return endnotePart.flatMap(
                part -> Optional.ofNullable(endnoteTexts.get(id)).map(element -> new NoteText(element, part)));
    }

    Optional<NoteText> findComment(String id) {
        return commentPart.flatMap(
                part -> Optional.ofNullable(comments.get(id)).map(element -> new NoteText(element, part)));
    }

    String nextFootnote() {
        return footnotes.of(++footnoteCount);
    }

    String nextEndnote() {
        return endnotes.of(++endnoteCount);
    }

    String nextComment() {
        return Integer.toString(++commentCount);
    }

    /** Comments that nobody asked for, or that no place refers to. */
    void leaveOutComments() {
        int shown = wish.comments() ? commentCount : 0;
        for (int i = shown; i < comments.size(); i++) {
            inventory.leaveOut(ContentInventory.Kind.COMMENT, ContentInventory.Why.NOT_WANTED, "");
        }
    }
}
