package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.TabStop;

/** Sets a paragraph in lines, with its label, frame and shading, and the rules for keeping lines together. */
final class ParagraphMaker {
    /** Makes what stands at the foot for a note. */
    @FunctionalInterface
    interface Notes {
        /** Empty for one that stands elsewhere. */
        Optional<Strip.Footnote> make(Inline.Note note, Node node);
    }

    private final Setting setting;
    private final AtomMaker atomMaker;
    private final Notes notes;

    ParagraphMaker(Setting setting, AtomMaker atomMaker, Notes notes) {
        this.setting = setting;
        this.atomMaker = atomMaker;
        this.notes = notes;
    }

    /** A paragraph made ready: what is in it, and what it is in the document's structure. */
    record Ready(Paragraph paragraph, List<Atom> atoms, List<Atom.Letters> label, Node node) {
        List<Atom.Hung> hung() {
            return atoms.stream()
                    .filter(Atom.Hung.class::isInstance)
                    .map(Atom.Hung.class::cast)
                    .toList();
        }
    }

    /** @param alike whether the one above or below has the same frame, which then goes on */
    record Frame(boolean alikeAbove, boolean alikeBelow) {
        static final Frame ALONE = new Frame(false, false);
    }

    Ready ready(Paragraph paragraph, Node node, Node labelNode) {
        boolean fromRight = paragraph.look().get(FormatProperty.FROM_RIGHT);
        List<Atom> atoms = atomMaker.atoms(paragraph.inlines(), fromRight, node);
        List<Atom.Letters> label = new ArrayList<>();
        paragraph.label().ifPresent(one -> atomMaker
                .atoms(List.of(new Inline.Text(one.text(), one.look(), "")), false, labelNode)
                .forEach(atom -> {
                    if (atom instanceof Atom.Letters letters) {
                        label.add(letters);
                    }
                }));
        return new Ready(paragraph, atoms, label, node);
    }

    /** The paragraph's lines. The space before it stands on the first, that after it on the last. */
    List<Strip> strips(Ready ready, double width, Spans spans, Frame frame) {
        Formatting look = ready.paragraph().look();
        ResolvedFormatting mark = setting.type(ready.paragraph().mark());
        double leftIndent = look.get(FormatProperty.LEFT);
        double rightIndent = look.get(FormatProperty.RIGHT);
        List<TabStop> stops = look.get(FormatProperty.TABS);
        LineMaker maker = new LineMaker(
                labelled(ready, mark), new TabStops(stops, setting.settings().usualTab(), leftIndent));
        LineSetter setter = new LineSetter(setting, look, mark);
        List<Strip> strips = new ArrayList<>();
        double top = 0;
        Optional<Inline.Break.Where> before = Optional.empty();
        boolean first = true;
        do {
            double guess = setter.height(List.of()).height();
            Spans.Span span = spans.at(top, guess);
            double left = span.left() > 0 ? Math.max(span.left(), leftIndent) : leftIndent;
            double start = first ? left + firstIndent(ready, look) : left;
            double right = Math.min(span.right(), width - rightIndent);
            LineMaker.Broken line = maker.next(start, Math.max(right, start + 1));
            int notesBefore = setter.notes().size();
            Strip strip = setter.set(line, right);
            strip.shift = span.top() - top;
            strip.before = strip.shift;
            strip.left = start;
            strip.right = right;
            strip.endBefore = before;
            before = line.end().filter(kind -> kind != Inline.Break.Where.LINE);
            List<Strip.Footnote> foot = new ArrayList<>();
            for (Atom.Noted noted :
                    setter.notes().subList(notesBefore, setter.notes().size())) {
                notes.make(noted.note(), noted.node()).ifPresent(foot::add);
            }
            strip.footnotes = List.copyOf(foot);
            strips.add(strip);
            top = span.top() + strip.height;
            first = false;
        } while (!maker.isDone());
        if (before.isPresent()) {
            // A break at a paragraph's very end moves what follows; it opens no empty line.
            strips.get(strips.size() - 1).endAfter = before;
        }
        return finished(strips, look, width, frame);
    }

    private double firstIndent(Ready ready, Formatting look) {
        double indent = look.get(FormatProperty.FIRST);
        boolean toTheRight =
                ready.paragraph().label().filter(Paragraph.Label::toTheRight).isPresent();
        return toTheRight
                ? indent
                        - ready.label().stream()
                                .mapToDouble(Atom.Letters::width)
                                .sum()
                : indent;
    }

    private List<Atom> labelled(Ready ready, ResolvedFormatting mark) {
        Optional<Paragraph.Label> label = ready.paragraph().label();
        if (label.isEmpty()) {
            return ready.atoms();
        }
        List<Atom> atoms = new ArrayList<>(ready.label());
        ResolvedFormatting type =
                ready.label().isEmpty() ? mark : ready.label().get(0).type();
        switch (label.get().after()) {
            case TAB -> atoms.add(new Atom.Tab(type, ready.node(), ""));
            case BLANK ->
                atoms.add(new Atom.Letters(" ", " ", type, type.width(" "), true, false, 0, ready.node(), ""));
            case NOTHING -> {}
        }
        atoms.addAll(ready.atoms());
        return atoms;
    }

    private List<Strip> finished(List<Strip> lines, Formatting look, double width, Frame frame) {
        keepTogether(lines, look);
        List<Strip> strips = framed(lines, look, width, frame);
        strips.get(0).before += look.get(FormatProperty.BEFORE);
        strips.get(strips.size() - 1).after = look.get(FormatProperty.AFTER);
        if (look.get(FormatProperty.NEW_PAGE)) {
            strips.get(0).endBefore = Optional.of(Inline.Break.Where.PAGE);
        }
        return strips;
    }

    private static void keepTogether(List<Strip> lines, Formatting look) {
        int last = lines.size() - 1;
        for (int i = 0; i < last; i++) {
            boolean edge = look.get(FormatProperty.NO_LONE_LINES) && (i == 0 || i == last - 1);
            lines.get(i).withNext = edge || look.get(FormatProperty.TOGETHER);
        }
        lines.get(last).withNext = look.get(FormatProperty.WITH_NEXT);
    }

    private static List<Strip> framed(List<Strip> lines, Formatting look, double width, Frame frame) {
        Edges edges = look.get(FormatProperty.BORDERS);
        OptionalInt shading = look.get(FormatProperty.SHADING);
        boolean bars = look.get(FormatProperty.TABS).stream().anyMatch(stop -> stop.kind() == TabStop.Kind.BAR);
        if (!edges.anyDrawn() && shading.isEmpty() && !bars) {
            return lines;
        }
        Edge top = frame.alikeAbove() ? edges.between() : edges.top();
        Edge bottom = frame.alikeBelow() ? Edge.NONE : edges.bottom();
        double left =
                Math.min(look.get(FormatProperty.LEFT), look.get(FormatProperty.LEFT) + look.get(FormatProperty.FIRST))
                        - edges.left().gap();
        double right = width - look.get(FormatProperty.RIGHT) + edges.right().gap();
        List<Strip> strips = new ArrayList<>();
        int last = lines.size() - 1;
        for (int i = 0; i <= last; i++) {
            Strip line = lines.get(i);
            double above = i == 0 && top.isDrawn() ? top.gap() + top.thickness() : 0;
            double below = i == last && bottom.isDrawn() ? bottom.gap() + bottom.thickness() : 0;
            // Inside one frame the space between paragraphs belongs to it.
            double gap = i == 0 && frame.alikeAbove() ? look.get(FormatProperty.BEFORE) : line.before;
            double height = above + line.height + below;
            List<Mark> marks = new ArrayList<>();
            if (shading.isPresent()) {
                marks.add(new Mark.Fill(left, -gap, right - left, height + gap, shading.getAsInt(), Node.ORNAMENT));
            }
            edge(marks, edges.left(), left, -gap, left, height);
            edge(marks, edges.right(), right, -gap, right, height);
            if (i == 0) {
                edge(marks, top, left, top.thickness() / 2, right, top.thickness() / 2);
            }
            if (i == last) {
                edge(marks, bottom, left, height - bottom.thickness() / 2, right, height - bottom.thickness() / 2);
            }
            for (TabStop stop : look.get(FormatProperty.TABS)) {
                if (stop.kind() == TabStop.Kind.BAR) {
                    edge(marks, new Edge(Edge.Stroke.SOLID, 0.5, 0, 0), stop.at(), 0, stop.at(), height);
                }
            }
            line.marks.forEach(mark -> marks.add(mark.moved(0, above)));
            strips.add(line.drawnAs(height, marks));
        }
        return strips;
    }

    private static void edge(List<Mark> marks, Edge edge, double left, double top, double toLeft, double toTop) {
        if (edge.isDrawn()) {
            marks.add(new Mark.Line(left, top, toLeft, toTop, edge, Node.ORNAMENT));
        }
    }
}
