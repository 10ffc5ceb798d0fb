package lectomen.engine.office.odt;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Numeral;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** What all of a document is read with. */
final class OdtContext {
    static final int DEEPEST = 40;

    final OdtPackage file;
    final OdtStyles styles;
    final OdtLists lists;
    final FlowOptions wish;
    final ContentInventory inventory;
    private final Map<String, Element> changes = new HashMap<>();
    private Numeral footnotes = Numeral.DECIMAL;
    private Numeral endnotes = Numeral.ROMAN_SMALL;
    private int footnoteCount;
    private int endnoteCount;
    private int commentCount;

    OdtContext(OdtPackage file, OdtStyles styles, FlowOptions wish, ContentInventory inventory) {
        this.file = file;
        this.styles = styles;
        this.lists = new OdtLists(styles);
        this.wish = wish;
        this.inventory = inventory;
    }

    void numberNotes(Element stylesHolder) {
        for (Element one : Xml.children(stylesHolder, "notes-configuration")) {
            Numeral numeral = OdtLists.numeral(Xml.attribute(one, "num-format"));
            if (Xml.attribute(one, "note-class").equals("endnote")) {
                endnotes = numeral;
            } else {
                footnotes = numeral;
            }
        }
    }

    String nextNote(boolean foot) {
        return foot ? footnotes.of(++footnoteCount) : endnotes.of(++endnoteCount);
    }

    String nextComment() {
        return "[c" + ++commentCount + "]";
    }

    /** Notes changes that nobody decided about yet. */
    void addChanges(Element tracked) {
        for (Element region : Xml.children(tracked, "changed-region")) {
            String id = Xml.findAttribute(region, "id").orElse("");
            for (Element what : Xml.children(region)) {
                if (Xml.is(what, "insertion") || Xml.is(what, "deletion")) {
                    changes.put(id, what);
                    inventory.found(ContentInventory.Kind.CHANGE);
                    if (wish.changes() == FlowOptions.Changes.SHOWN) {
                        inventory.shown(ContentInventory.Kind.CHANGE);
                    } else {
                        inventory.leaveOut(
                                ContentInventory.Kind.CHANGE, ContentInventory.Why.NOT_WANTED, Xml.name(what));
                    }
                }
            }
        }
    }

    Optional<Element> findChange(String id) {
        return Optional.ofNullable(changes.get(id));
    }
}
