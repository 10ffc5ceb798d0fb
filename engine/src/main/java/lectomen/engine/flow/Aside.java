package lectomen.engine.flow;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/**
 * Blocks placed apart from the paragraph that follows: a frame around paragraphs, a floating table, a drop cap.
 *
 * @param width empty where it is as wide as what stands in it
 * @param least height
 */
public record Aside(List<Block> blocks, Placement placement, OptionalDouble width, double least) implements Block {
    public Aside {
        blocks = List.copyOf(blocks);
    }

    /** The blocks, and what stands apart among them, below each other. */
    public static List<Block> inTheFlow(List<Block> blocks) {
        List<Block> flat = new ArrayList<>();
        for (Block block : blocks) {
            if (block instanceof Aside aside) {
                flat.addAll(inTheFlow(aside.blocks()));
            } else {
                flat.add(block);
            }
        }
        return flat;
    }
}
