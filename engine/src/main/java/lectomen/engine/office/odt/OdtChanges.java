package lectomen.engine.office.odt;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** The text inside tracked changes. */
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
                boolean shown = context.wish.changes() != FlowOptions.Changes.ACCEPTED;
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
        return context.wish.changes() == FlowOptions.Changes.REFUSED && isInserted();
    }

    Formatting shown(Formatting look) {
        return context.wish.changes() == FlowOptions.Changes.SHOWN && isInserted()
                ? look.with(FormatProperty.COLOUR, FormatProperty.colour(INSERTED))
                        .with(FormatProperty.UNDERLINE, FormatProperty.Underline.SINGLE)
                : look;
    }

    /** Of what was taken out. */
    Formatting removed(Formatting look) {
        return context.wish.changes() == FlowOptions.Changes.SHOWN
                ? look.with(FormatProperty.COLOUR, FormatProperty.colour(REMOVED))
                        .with(FormatProperty.STRUCK, true)
                : look;
    }
}
