package lectomen.engine.office.odt;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import lectomen.engine.flow.Look;
import lectomen.engine.flow.Trait;
import lectomen.engine.office.FlowWish;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Where the text stands between the marks of changes. */
final class OdtChanges {
    private static final int INSERTED = 0x1F5C99;
    private static final int REMOVED = 0xB3261E;

    private final OdtContext context;
    private final Deque<String> open = new ArrayDeque<>();

    OdtChanges(OdtContext context) {
        this.context = context;
    }

    /** @return what was taken out here and is to be shown */
    Optional<Element> mark(Element mark) {
        String id = Xml.attribute(mark, "change-id");
        switch (Xml.name(mark)) {
            case "change-start" -> open.push(id);
            case "change-end" -> open.remove(id);
            default -> {
                boolean shown = context.wish.changes() != FlowWish.Changes.ACCEPTED;
                return context.findChange(id).filter(change -> shown && Xml.is(change, "deletion"));
            }
        }
        return Optional.empty();
    }

    private boolean isInserted() {
        return open.stream().anyMatch(id -> context.findChange(id)
                .filter(change -> Xml.is(change, "insertion"))
                .isPresent());
    }

    /** Whether text that stands here is left out. */
    boolean isLeftOut() {
        return context.wish.changes() == FlowWish.Changes.REFUSED && isInserted();
    }

    Look shown(Look look) {
        return context.wish.changes() == FlowWish.Changes.SHOWN && isInserted()
                ? look.with(Trait.COLOUR, Trait.colour(INSERTED)).with(Trait.UNDERLINE, Trait.Underline.SINGLE)
                : look;
    }

    /** Of what was taken out. */
    Look removed(Look look) {
        return context.wish.changes() == FlowWish.Changes.SHOWN
                ? look.with(Trait.COLOUR, Trait.colour(REMOVED)).with(Trait.STRUCK, true)
                : look;
    }
}
