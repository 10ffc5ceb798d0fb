package lectomen.engine.office.docx;

import lectomen.engine.flow.Placement;

/**
 * The position of a drawing or of a part of a group, relative to the position of the whole.
 *
 * @param across how much wider than its own measures its parts are drawn
 */
record GroupFrame(double left, double top, double width, double height, double across, double down) {
    /** Of a group that stands in the line: its parts become as if they floated below the paragraph's top. */
    static final Placement IN_THE_LINE = new Placement(
            new Placement.Across(Placement.Across.From.COLUMN, Placement.Across.Side.OFFSET, 0),
            new Placement.Down(Placement.Down.Origin.PARAGRAPH, Placement.Down.Level.OFFSET, 0),
            Placement.Wrap.ABOVE_AND_BELOW,
            Placement.Around.NONE,
            false);

    /** Of a drawing that is no group. */
    static GroupFrame alone(double width, double height) {
        return new GroupFrame(0, 0, width, height, 1, 1);
    }

    /**
     * Of a part in this group.
     *
     * @param fromLeft how far from the group's own left, in its measures
     */
    GroupFrame part(double fromLeft, double fromTop, double ownWidth, double ownHeight) {
        return new GroupFrame(
                left + fromLeft * across, top + fromTop * down, ownWidth * across, ownHeight * down, across, down);
    }

    /** The same where its parts are measured otherwise. */
    GroupFrame measured(double insideWidth, double insideHeight) {
        return new GroupFrame(
                left,
                top,
                width,
                height,
                insideWidth > 0 ? width / insideWidth : 1,
                insideHeight > 0 ? height / insideHeight : 1);
    }

    Placement moved(Placement placement) {
        if (left == 0 && top == 0) {
            return placement;
        }
        Placement.Across wide = placement.across();
        Placement.Down deep = placement.down();
        return new Placement(
                new Placement.Across(wide.from(), wide.side(), wide.offset() + left),
                new Placement.Down(deep.from(), deep.side(), deep.offset() + top),
                placement.wrap(),
                placement.around(),
                placement.behind());
    }
}
