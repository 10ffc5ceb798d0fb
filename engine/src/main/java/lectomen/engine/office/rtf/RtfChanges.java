package lectomen.engine.office.rtf;

import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.office.FlowOptions;

/** Tracked changes that are still open: whether their text is shown, and how. */
final class RtfChanges {
    private static final int INSERTED = 0x1F5C99;
    private static final int REMOVED = 0xB3261E;

    private final FlowOptions.Changes wish;
    private final ContentInventory inventory;

    RtfChanges(FlowOptions.Changes wish, ContentInventory inventory) {
        this.wish = wish;
        this.inventory = inventory;
    }

    /** What follows in the group was put in, or no longer is. */
    void inserted(RtfState state, boolean on) {
        state.inserted = on;
        found(on, "insertion");
    }

    void removed(RtfState state, boolean on) {
        state.removed = on;
        found(on, "deletion");
    }

    private void found(boolean on, String what) {
        if (!on) {
            return;
        }
        inventory.found(ContentInventory.Kind.CHANGE);
        if (wish == FlowOptions.Changes.SHOWN) {
            inventory.shown(ContentInventory.Kind.CHANGE);
        } else {
            inventory.leaveOut(ContentInventory.Kind.CHANGE, ContentInventory.Why.NOT_WANTED, what);
        }
    }

    boolean leavesOut(RtfState state) {
        return (state.removed && wish == FlowOptions.Changes.ACCEPTED)
                || (state.inserted && wish == FlowOptions.Changes.REFUSED);
    }

    Formatting shown(Formatting look, RtfState state) {
        if (wish != FlowOptions.Changes.SHOWN) {
            return look;
        }
        if (state.removed) {
            return look.with(FormatProperty.STRUCK, true).with(FormatProperty.COLOUR, FormatProperty.colour(REMOVED));
        }
        return state.inserted
                ? look.with(FormatProperty.UNDERLINE, FormatProperty.Underline.SINGLE)
                        .with(FormatProperty.COLOUR, FormatProperty.colour(INSERTED))
                : look;
    }
}
