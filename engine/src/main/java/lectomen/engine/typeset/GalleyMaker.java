package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Table;
import lectomen.engine.flow.Trait;

/** Sets blocks below each other in a width, without pages: what stands in cells, boxes, running heads and notes. */
final class GalleyMaker {
    private final Setting setting;
    private final ParagraphMaker paragraphs;
    private final TableMaker tables;
    private final Things things = new Things(this);

    /** @param notes what becomes of notes that are met */
    GalleyMaker(Setting setting, ParagraphMaker.Notes notes) {
        this.setting = setting;
        this.paragraphs = new ParagraphMaker(setting, new AtomMaker(setting, things), notes);
        this.tables = new TableMaker(setting, this);
    }

    ParagraphMaker paragraphs() {
        return paragraphs;
    }

    TableMaker tables() {
        return tables;
    }

    Things things() {
        return things;
    }

    /** Below each other as one piece. */
    Plate plate(List<Block> blocks, double width, Node parent) {
        return stacked(strips(blocks, width, parent), width);
    }

    static Plate stacked(List<Strip> strips, double width) {
        List<Mark> marks = new ArrayList<>();
        double at = 0;
        for (Strip strip : strips) {
            double top = at + strip.before;
            strip.marks.forEach(mark -> marks.add(mark.moved(0, top)));
            at = top + strip.height + strip.after;
        }
        return new Plate(marks, width, at);
    }

    List<Strip> strips(List<Block> blocks, double width, Node parent) {
        List<Strip> all = new ArrayList<>();
        Surroundings around = new Surroundings();
        Structure structure = new Structure(parent);
        Optional<Block> above = Optional.empty();
        double at = 0;
        for (int i = 0; i < blocks.size(); i++) {
            Block block = blocks.get(i);
            Optional<Block> below = i + 1 < blocks.size() ? Optional.of(blocks.get(i + 1)) : Optional.empty();
            List<Strip> strips;
            if (block instanceof Paragraph paragraph) {
                strips = paragraph(paragraph, above, below, structure, width, around, at);
            } else {
                strips = tables.strips((Table) block, width, structure.other(Node.Kind.TABLE));
            }
            joinGap(setting.settings().gaps(), all, strips, above, block);
            for (Strip strip : strips) {
                at += strip.before + strip.height;
            }
            all.addAll(strips);
            above = Optional.of(block);
        }
        return all;
    }

    private List<Strip> paragraph(
            Paragraph paragraph,
            Optional<Block> above,
            Optional<Block> below,
            Structure structure,
            double width,
            Surroundings around,
            double at) {
        ParagraphMaker.Ready ready = ready(paragraph, structure);
        double top = at + (above.isEmpty() ? 0 : paragraph.look().get(Trait.BEFORE));
        List<Mark> floating = new ArrayList<>();
        for (Atom.Hung hung : ready.hung()) {
            Things.SetThing set = things.set(hung.floating().thing(), hung.node());
            Things.Place place =
                    Things.place(hung.floating().placement(), set.thing(), Things.Frame.inside(width, top));
            around.add(
                    hung,
                    hung.floating().placement(),
                    place.left(),
                    place.top(),
                    set.thing().width(),
                    set.thing().height());
            Things.marks(set, place, hung.node(), hung.floating().link())
                    .forEach(mark -> floating.add(mark.moved(0, -top)));
            setting.drawn(set.thing(), hung.floating());
        }
        Spans spans = around.isEmpty()
                ? Spans.all(width)
                : (down, height) -> {
                    Spans.Span free = around.free(0, width, top + down, height);
                    return new Spans.Span(free.left(), free.right(), free.top() - top);
                };
        List<Strip> strips = paragraphs.strips(ready, width, spans, frame(paragraph, above, below));
        if (!floating.isEmpty()) {
            Strip first = strips.get(0);
            floating.addAll(first.marks);
            strips.set(0, first.drawnAs(first.height, floating));
        }
        return strips;
    }

    ParagraphMaker.Ready ready(Paragraph paragraph, Structure structure) {
        if (paragraph.isEmpty()) {
            return paragraphs.ready(paragraph, Node.ORNAMENT, Node.ORNAMENT);
        }
        Structure.Place place = structure.place(paragraph);
        return paragraphs.ready(paragraph, place.text(), place.label());
    }

    static ParagraphMaker.Frame frame(Paragraph paragraph, Optional<Block> above, Optional<Block> below) {
        return new ParagraphMaker.Frame(isAlike(paragraph, above), isAlike(paragraph, below));
    }

    private static boolean isAlike(Paragraph paragraph, Optional<Block> other) {
        return other.isPresent()
                && other.get() instanceof Paragraph beside
                && paragraph.look().get(Trait.BORDERS).anyDrawn()
                && paragraph.look().get(Trait.BORDERS).equals(beside.look().get(Trait.BORDERS))
                && paragraph.look().get(Trait.LEFT).equals(beside.look().get(Trait.LEFT))
                && paragraph.look().get(Trait.RIGHT).equals(beside.look().get(Trait.RIGHT));
    }

    /** Makes one gap of the space after what stands above and before what stands below. */
    static void joinGap(
            FlowDocument.Gaps gaps, List<Strip> above, List<Strip> below, Optional<Block> upper, Block lower) {
        if (above.isEmpty() || below.isEmpty()) {
            return;
        }
        Strip last = above.get(above.size() - 1);
        Strip first = below.get(0);
        joinGap(gaps, last, first, upper, lower);
    }

    static void joinGap(FlowDocument.Gaps gaps, Strip last, Strip first, Optional<Block> upper, Block lower) {
        double after = last.after;
        double before = first.before;
        if (upper.isPresent()
                && upper.get() instanceof Paragraph one
                && lower instanceof Paragraph other
                && one.style().equals(other.style())) {
            after = one.look().get(Trait.CLOSED_UP) ? 0 : after;
            before = other.look().get(Trait.CLOSED_UP)
                    ? Math.max(0, before - other.look().get(Trait.BEFORE))
                    : before;
        }
        first.before = switch (gaps) {
            case ADDED -> after + before;
            case LARGER -> Math.max(after, before);
        };
        last.after = 0;
    }

    /** The words of a paragraph, for an outline. */
    static String title(Paragraph paragraph) {
        String label = paragraph.label().map(one -> one.text() + " ").orElse("");
        return (label
                        + paragraph.inlines().stream()
                                .map(inline -> inline instanceof Inline.Text text
                                        ? text.text()
                                        : inline instanceof Inline.Tab ? " " : "")
                                .collect(Collectors.joining()))
                .strip();
    }
}
