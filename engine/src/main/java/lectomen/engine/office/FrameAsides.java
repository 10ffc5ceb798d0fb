package lectomen.engine.office;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Table;

/** Puts framed paragraphs and floating tables among the blocks around them. */
public final class FrameAsides {
    private FrameAsides() {}

    /** A paragraph of a frame stands with the one before it, if that asks for the same frame. */
    public static void add(Aside framed, List<Block> blocks) {
        int last = blocks.size() - 1;
        if (last >= 0 && blocks.get(last) instanceof Aside before && isSame(before, framed)) {
            List<Block> both = new ArrayList<>(before.blocks());
            both.addAll(framed.blocks());
            blocks.set(last, new Aside(both, before.placement(), before.width(), before.least()));
        } else {
            blocks.add(framed);
        }
    }

    private static boolean isSame(Aside one, Aside other) {
        return one.blocks().get(0) instanceof Paragraph
                && one.placement().equals(other.placement())
                && one.width().equals(other.width());
    }

    /** A table without a place of its own in the text: where it floats says where its edge is. */
    public static Table alone(Table table) {
        return new Table(
                table.columns(),
                table.wanted(),
                table.fits(),
                FormatProperty.Align.START,
                0,
                table.rows(),
                table.fromRight());
    }
}
