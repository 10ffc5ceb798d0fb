package lectomen.engine.office.rtf;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.office.FrameAsides;

/** A run of blocks being filled: the body, a running head, a note, a text box. Tables lie in each other by levels from 1. */
final class RtfStory {
    private static final int MOST_LEVELS = 10;

    private final String kind;
    private final int depth;
    private final ContentInventory inventory;
    private final List<Block> blocks = new ArrayList<>();
    private final List<RtfRows> tables = new ArrayList<>();
    private final IdentityHashMap<RtfRows, List<Block>> cells = new IdentityHashMap<>();
    private List<Inline> inlines = new ArrayList<>();
    private Optional<Paragraph.Label> label = Optional.empty();
    private boolean atEnd;

    /** @param depth how many stories lie around it */
    RtfStory(String kind, int depth, ContentInventory inventory) {
        this.kind = kind;
        this.depth = depth;
        this.inventory = inventory;
    }

    String kind() {
        return kind;
    }

    int depth() {
        return depth;
    }

    /** A note that stands at the document's end. */
    void atEnd() {
        atEnd = true;
    }

    boolean isAtEnd() {
        return atEnd;
    }

    void add(Inline inline) {
        inlines.add(inline);
    }

    void label(Paragraph.Label of) {
        label = Optional.of(of);
    }

    void labelIfNone(Paragraph.Label of) {
        if (label.isEmpty()) {
            label(of);
        }
    }

    List<Block> blocks() {
        return blocks;
    }

    RtfRows rows(RtfState state) {
        int level = Math.max(1, Math.min(state.nesting, MOST_LEVELS));
        while (tables.size() < level) {
            tables.add(new RtfRows());
        }
        return tables.get(level - 1);
    }

    private List<Block> cell(RtfRows rows) {
        return cells.computeIfAbsent(rows, key -> new ArrayList<>());
    }

    void endParagraph(RtfState state, String style, Formatting look, Formatting mark) {
        Paragraph paragraph = new Paragraph(style, look, mark, label, inlines);
        inlines = new ArrayList<>();
        label = Optional.empty();
        if (state.inTable) {
            RtfRows rows = rows(state);
            closeDeeper(Math.max(1, state.nesting));
            cell(rows).add(paragraph);
        } else {
            closeTables();
            if (state.place.isSaid()) {
                FrameAsides.add(state.place.aside(paragraph), blocks);
            } else {
                blocks.add(paragraph);
            }
        }
    }

    /** What was written since the last cell ended is in the cell. */
    void endCell(RtfState state) {
        RtfRows rows = rows(state);
        rows.endCell(cell(rows));
        cells.remove(rows);
    }

    boolean hasInlines() {
        return !inlines.isEmpty() || label.isPresent();
    }

    boolean isEmpty() {
        return blocks.isEmpty() && tables.isEmpty() && inlines.isEmpty();
    }

    /** Tables inside a cell end where text of the cell itself goes on. */
    private void closeDeeper(int level) {
        while (tables.size() > level) {
            RtfRows inner = tables.remove(tables.size() - 1);
            if (!inner.isEmpty()) {
                inventory.found(ContentInventory.Kind.TABLE);
                cell(tables.get(tables.size() - 1)).add(inner.block());
            }
        }
    }

    void closeTables() {
        closeDeeper(1);
        if (!tables.isEmpty()) {
            RtfRows rows = tables.remove(0);
            if (!rows.isEmpty()) {
                inventory.found(ContentInventory.Kind.TABLE);
                blocks.add(rows.block());
            }
        }
    }
}
