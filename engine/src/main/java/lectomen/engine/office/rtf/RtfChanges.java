package lectomen.engine.office.rtf;

import lectomen.engine.flow.Inventory;
import lectomen.engine.flow.Look;
import lectomen.engine.flow.Trait;
import lectomen.engine.office.FlowWish;

/** Changes that nobody decided about yet: whether what they touch is there, and how it looks. */
final class RtfChanges {
    private static final int INSERTED = 0x1F5C99;
    private static final int REMOVED = 0xB3261E;

    private final FlowWish.Changes wish;
    private final Inventory inventory;

    RtfChanges(FlowWish.Changes wish, Inventory inventory) {
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
        inventory.found(Inventory.Kind.CHANGE);
        if (wish == FlowWish.Changes.SHOWN) {
            inventory.shown(Inventory.Kind.CHANGE);
        } else {
            inventory.leaveOut(Inventory.Kind.CHANGE, Inventory.Why.NOT_WANTED, what);
        }
    }

    boolean leavesOut(RtfState state) {
        return (state.removed && wish == FlowWish.Changes.ACCEPTED)
                || (state.inserted && wish == FlowWish.Changes.REFUSED);
    }

    Look shown(Look look, RtfState state) {
        if (wish != FlowWish.Changes.SHOWN) {
            return look;
        }
        if (state.removed) {
            return look.with(Trait.STRUCK, true).with(Trait.COLOUR, Trait.colour(REMOVED));
        }
        return state.inserted
                ? look.with(Trait.UNDERLINE, Trait.Underline.SINGLE).with(Trait.COLOUR, Trait.colour(INSERTED))
                : look;
    }
}
