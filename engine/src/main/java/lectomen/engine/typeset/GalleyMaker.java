package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Table;

/** Sets blocks one below the other in a given width, without pages: the content of cells, text boxes, running heads and notes. */
final class GalleyMaker {
    /** So that rounding breaks no line that just fits. */
    private static final double HAIR = 0.01;

    private final Setting setting;
    private final ParagraphMaker paragraphs;
    private final TableMaker tables;
    private final ObjectSetter things;

    /** @param notes what becomes of notes that are met */
    GalleyMaker(Setting setting, ParagraphMaker.Notes notes) {
        this.setting = setting;
        this.things = new ObjectSetter(this, setting);
        this.paragraphs = new ParagraphMaker(setting, new AtomMaker(setting, things), notes);
        this.tables = new TableMaker(setting, this);
    }

    ParagraphMaker paragraphs() {
        return paragraphs;
    }

    TableMaker tables() {
        return tables;
    }

    ObjectSetter things() {
        return things;
    }

    /** Below each other as one piece. */
    MarkGroup plate(List<Block> blocks, double width, Node parent) {
        return stacked(strips(blocks, width, parent), width);
    }

    static MarkGroup stacked(List<Strip> strips, double width) {
        List<Mark> marks = new ArrayList<>();
        double at = 0;
        for (Strip strip : strips) {
            double top = at + strip.before;
            strip.marks.forEach(mark -> marks.add(mark.moved(0, top)));
            at = top + strip.height + strip.after;
        }
        return new MarkGroup(marks, width, at);
    }

    /** How wide blocks are that nothing breaks; a table's columns share what is available. */
    double widest(List<Block> blocks, double available) {
        double most = 0;
        for (Block block : blocks) {
            most = Math.max(
                    most,
                    block instanceof Table table
                            ? tables.width(table, available)
                            : ColumnWidths.widest(this, List.of(block)) + HAIR);
        }
        return most;
    }

    /** Whether what stands apart has a paragraph to hang on. */
    static boolean hangs(List<Block> blocks, int at) {
        int next = at + 1;
        while (next < blocks.size() && blocks.get(next) instanceof Aside) {
            next++;
        }
        return next < blocks.size() && blocks.get(next) instanceof Paragraph;
    }

    List<Strip> strips(List<Block> blocks, double width, Node parent) {
        Galley galley = new Galley(width, parent);
        galley.add(blocks);
        return galley.all;
    }

    /** One column of blocks while it is set. */
    private final class Galley {
        private final double width;
        private final Node parent;
        private final Structure structure;
        private final Floats floats = new Floats();
        private final List<Strip> all = new ArrayList<>();
        private List<Strip.Hanging> apart = new ArrayList<>();
        private Optional<Block> above = Optional.empty();
        private double at;

        Galley(double width, Node parent) {
            this.width = width;
            this.parent = parent;
            this.structure = new Structure(parent);
        }

        void add(List<Block> blocks) {
            for (int i = 0; i < blocks.size(); i++) {
                Block block = blocks.get(i);
                if (block instanceof Aside aside) {
                    if (hangs(blocks, i)) {
                        apart.add(things.hanging(aside, width, parent));
                    } else {
                        add(Aside.inTheFlow(List.of(aside)));
                    }
                } else {
                    add(block, i + 1 < blocks.size() ? Optional.of(blocks.get(i + 1)) : Optional.empty());
                }
            }
        }

        private void add(Block block, Optional<Block> below) {
            List<Strip> strips = block instanceof Paragraph paragraph
                    ? paragraph(paragraph, below)
                    : tables.strips((Table) block, width, structure.other(Node.Kind.TABLE));
            joinGap(setting.settings().gaps(), last(), strips, above, block);
            for (Strip strip : strips) {
                at += strip.before;
                double push = block instanceof Table ? floats.push(strip, 0, at) : 0;
                strip.before += push;
                at += push + strip.height;
            }
            all.addAll(strips);
            above = Optional.of(block);
        }

        private List<Strip> paragraph(Paragraph paragraph, Optional<Block> below) {
            ParagraphMaker.Ready ready = ready(paragraph, structure);
            double top = at + (above.isEmpty() ? 0 : gap(setting.settings().gaps(), last(), above, paragraph));
            List<Mark> floating = new ArrayList<>();
            List<Strip.Footnote> footnotes = new ArrayList<>();
            for (Strip.Hanging one : hanging(ready)) {
                ObjectSetter.Place place = floats.stand(one, ObjectSetter.Frame.inside(width, top), Double.MAX_VALUE)
                        .place();
                one.plate().marks().forEach(mark -> floating.add(mark.moved(place.left(), place.top() - top)));
                footnotes.addAll(one.footnotes());
                one.noted().run();
            }
            List<Strip> strips =
                    paragraphs.strips(ready, width, floats.beside(0, width, top), frame(paragraph, above, below));
            if (!floating.isEmpty()) {
                Strip first = strips.get(0);
                // What stands to the right of a single line is read behind it.
                boolean behind = strips.size() == 1 && floating.stream().allMatch(mark -> isRightOf(mark, first.marks));
                List<Mark> all = new ArrayList<>(behind ? first.marks : floating);
                all.addAll(behind ? floating : first.marks);
                Strip drawn = first.drawnAs(first.height, all);
                footnotes.addAll(first.footnotes);
                drawn.footnotes = List.copyOf(footnotes);
                strips.set(0, drawn);
            }
            return strips;
        }

        private static boolean isRightOf(Mark mark, List<Mark> others) {
            return others.stream()
                    .filter(Mark.Words.class::isInstance)
                    .allMatch(other ->
                            !(mark instanceof Mark.Words words) || words.left() >= ((Mark.Words) other).left());
        }

        private Optional<Strip> last() {
            return all.isEmpty() ? Optional.empty() : Optional.of(all.get(all.size() - 1));
        }

        private List<Strip.Hanging> hanging(ParagraphMaker.Ready ready) {
            List<Strip.Hanging> hanging = apart;
            apart = new ArrayList<>();
            ready.hung().forEach(hung -> hanging.add(things.hanging(hung)));
            return hanging;
        }
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
                && paragraph.look().get(FormatProperty.BORDERS).anyDrawn()
                && paragraph
                        .look()
                        .get(FormatProperty.BORDERS)
                        .equals(beside.look().get(FormatProperty.BORDERS))
                && paragraph
                        .look()
                        .get(FormatProperty.LEFT)
                        .equals(beside.look().get(FormatProperty.LEFT))
                && paragraph
                        .look()
                        .get(FormatProperty.RIGHT)
                        .equals(beside.look().get(FormatProperty.RIGHT));
    }

    /** Makes one gap of the space after what stands above and before what stands below. */
    static void joinGap(
            FlowDocument.Gaps gaps, Optional<Strip> last, List<Strip> below, Optional<Block> upper, Block lower) {
        if (last.isEmpty() || below.isEmpty()) {
            return;
        }
        Strip first = below.get(0);
        first.before += gap(gaps, last, upper, lower) - before(lower);
        last.get().after = 0;
    }

    /** What lies between two blocks. */
    static double gap(FlowDocument.Gaps gaps, Optional<Strip> last, Optional<Block> upper, Block lower) {
        double after = last.map(strip -> strip.after).orElse(0.0);
        double before = before(lower);
        if (upper.isPresent()
                && upper.get() instanceof Paragraph one
                && lower instanceof Paragraph other
                && one.style().equals(other.style())) {
            after = one.look().get(FormatProperty.CLOSED_UP) ? 0 : after;
            before = other.look().get(FormatProperty.CLOSED_UP) ? 0 : before;
        }
        return switch (gaps) {
            case ADDED -> after + before;
            case LARGER -> Math.max(after, before);
        };
    }

    private static double before(Block block) {
        return block instanceof Paragraph paragraph ? paragraph.look().get(FormatProperty.BEFORE) : 0;
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
