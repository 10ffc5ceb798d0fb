package lectomen.engine.typeset;

import com.ibm.icu.text.Bidi;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Leading;

/** Positions the atoms of a line: alignment, justification, direction and heights; and draws underlines and the like. */
final class LineSetter {
    /** Between a leader and the text beside it, of the text's size, so that programs don't read them as one word. */
    private static final double LEADER_GAP = 0.35;

    private final Setting setting;
    private final Formatting look;
    private final ResolvedFormatting mark;
    private final boolean fromRight;
    private final List<Atom.Noted> notes = new ArrayList<>();

    /** @param mark the type that an empty line is as high as */
    LineSetter(Setting setting, Formatting look, ResolvedFormatting mark) {
        this.setting = setting;
        this.look = look;
        this.mark = mark;
        this.fromRight = look.get(FormatProperty.FROM_RIGHT);
    }

    /** The notes whose marks were set, in their order. */
    List<Atom.Noted> notes() {
        return notes;
    }

    /** How high a line is, and how far its foot stands below its top. */
    record Height(double height, double baseline) {}

    Height height(List<Atom> atoms) {
        double ascent = 0;
        double descent = 0;
        double gap = 0;
        double box = 0;
        boolean any = false;
        for (Atom atom : atoms) {
            Optional<ResolvedFormatting> type = typeOf(atom);
            if (type.isPresent()) {
                any = true;
                ascent = Math.max(ascent, type.get().ascent());
                descent = Math.max(descent, type.get().descent());
                gap = Math.max(gap, type.get().gap());
            } else if (atom instanceof Atom.Box standing) {
                box = Math.max(box, standing.thing().height());
            }
        }
        if (!any) {
            ascent = box > 0 ? 0 : mark.ascent();
            descent = mark.descent();
            gap = box > 0 ? 0 : mark.gap();
        }
        Leading leading = look.get(FormatProperty.LEADING);
        double letters = ascent + descent + gap;
        double high =
                switch (leading.kind()) {
                    case MULTIPLE -> letters * leading.amount();
                    case AT_LEAST -> Math.max(letters, leading.amount());
                    case EXACTLY -> leading.amount();
                };
        double baseline = high - descent;
        // A line that says exactly how high it is grows for a picture all the same: none is cut, and none lies on
        // another line.
        if (box > baseline) {
            high += box - baseline;
            baseline = box;
        }
        return new Height(high, baseline);
    }

    private static Optional<ResolvedFormatting> typeOf(Atom atom) {
        if (atom instanceof Atom.Letters letters) {
            return Optional.of(letters.type());
        } else if (atom instanceof Atom.Counted number) {
            return Optional.of(number.type());
        } else if (atom instanceof Atom.Tab tab) {
            return Optional.of(tab.type());
        } else if (atom instanceof Atom.Break end) {
            return Optional.of(end.type());
        }
        return Optional.empty();
    }

    /** @param right where lines end at the latest */
    Strip set(LineMaker.Broken line, double right) {
        Height height = height(line.atoms());
        List<Placed> placed = placed(line);
        int lastInk = lastInk(placed);
        double end = lastInk < 0
                ? line.left()
                : placed.get(lastInk).left() + placed.get(lastInk).width();
        double free = Math.max(0, right - end);
        boolean whole = line.last() || line.end().isPresent();
        FormatProperty.Align align = align(whole);
        double shift =
                switch (align) {
                    case RIGHT -> right - end;
                    case CENTRE -> (right - end) / 2;
                    default -> 0;
                };
        boolean justified = align == FormatProperty.Align.BOTH && lastInk > 0;
        int blanks = justified ? blanks(placed, lastInk) : 0;
        double wider = blanks > 0 ? free / blanks : 0;
        Drawing drawing = new Drawing(height);
        double moved = shift;
        int firstWidened = firstAfterTab(placed);
        for (int i = 0; i < placed.size(); i++) {
            Placed one = placed.get(i);
            boolean widens = wider > 0 && i >= firstWidened && i < lastInk;
            moved += drawing.draw(one, moved, widens ? wider : 0, i > lastInk);
        }
        drawing.finish();
        Strip strip = new Strip(height.height(), drawing.marks);
        return strip;
    }

    private FormatProperty.Align align(boolean lastLine) {
        FormatProperty.Align align = look.get(FormatProperty.ALIGN);
        return switch (align) {
            case START -> fromRight ? FormatProperty.Align.RIGHT : FormatProperty.Align.LEFT;
            case END -> fromRight ? FormatProperty.Align.LEFT : FormatProperty.Align.RIGHT;
            case BOTH ->
                lastLine
                        ? fromRight ? FormatProperty.Align.RIGHT : FormatProperty.Align.LEFT
                        : FormatProperty.Align.BOTH;
            case SPREAD -> FormatProperty.Align.BOTH;
            case LEFT, CENTRE, RIGHT -> align;
        };
    }

    private record Placed(Atom atom, double left, double width, char leader) {}

    /** Atoms in the order that they stand in. */
    private List<Placed> placed(LineMaker.Broken line) {
        List<Placed> placed = new ArrayList<>();
        double at = line.left();
        int tab = 0;
        for (Atom atom : inOrder(line.atoms())) {
            double width = atom.width();
            char leader = ' ';
            if (atom instanceof Atom.Tab && tab < line.tabs().size()) {
                LineMaker.Tabs.Stop stop = line.tabs().get(tab++);
                width = Math.max(0, stop.to() - at);
                leader = stop.leader();
            }
            placed.add(new Placed(atom, at, width, leader));
            at += width;
        }
        return placed;
    }

    private List<Atom> inOrder(List<Atom> atoms) {
        boolean turned = fromRight
                || atoms.stream().anyMatch(atom -> atom instanceof Atom.Letters letters && letters.level() > 0);
        if (!turned) {
            return atoms;
        }
        byte base = (byte) (fromRight ? 1 : 0);
        byte[] levels = new byte[atoms.size()];
        int end = atoms.size();
        while (end > 0 && atoms.get(end - 1) instanceof Atom.Letters letters && letters.blank()) {
            end--;
        }
        for (int i = 0; i < levels.length; i++) {
            boolean known = i < end && atoms.get(i) instanceof Atom.Letters;
            levels[i] = known ? (byte) ((Atom.Letters) atoms.get(i)).level() : base;
        }
        Atom[] ordered = atoms.toArray(Atom[]::new);
        Bidi.reorderVisually(levels, 0, ordered, 0, ordered.length);
        return List.of(ordered);
    }

    private static boolean isBlank(Atom atom) {
        return atom instanceof Atom.Letters letters && letters.blank();
    }

    private static boolean isInk(Atom atom) {
        return atom instanceof Atom.Tab || (atom.width() > 0 && !isBlank(atom));
    }

    private static int lastInk(List<Placed> placed) {
        for (int i = placed.size() - 1; i >= 0; i--) {
            if (isInk(placed.get(i).atom())) {
                return i;
            }
        }
        return -1;
    }

    private static int firstAfterTab(List<Placed> placed) {
        for (int i = placed.size() - 1; i >= 0; i--) {
            if (placed.get(i).atom() instanceof Atom.Tab) {
                return i + 1;
            }
        }
        return 0;
    }

    private static int blanks(List<Placed> placed, int lastInk) {
        int blanks = 0;
        for (int i = firstAfterTab(placed); i < lastInk; i++) {
            if (isBlank(placed.get(i).atom())) {
                blanks += ((Atom.Letters) placed.get(i).atom()).text().length();
            }
        }
        return blanks;
    }

    /** Gathers letters of one type into one mark, and draws what runs along below, behind and through them. */
    private final class Drawing {
        private final Height height;
        private final List<Mark> behind = new ArrayList<>();
        private final List<Mark> front = new ArrayList<>();
        private final List<Mark> marks = new ArrayList<>();
        private final StringBuilder text = new StringBuilder();
        private final StringBuilder plain = new StringBuilder();
        private Optional<Atom.Letters> first = Optional.empty();
        private double left;
        private double width;
        private double inked;
        private double wider;
        private boolean blanks;

        Drawing(Height height) {
            this.height = height;
        }

        /** @return by how much what follows is moved */
        double draw(Placed one, double moved, double widened, boolean overhanging) {
            Atom atom = one.atom();
            double at = one.left() + moved;
            if (atom instanceof Atom.Letters letters) {
                double more = letters.blank() ? widened * letters.text().length() : 0;
                add(letters, at, one.width() + more, widened, overhanging);
                return more;
            }
            finishRun();
            if (atom instanceof Atom.Tab tab) {
                drawTab(tab, one, at);
            } else if (atom instanceof Atom.Counted number) {
                Mark.Words words = words(
                        number.field().stored(),
                        number.field().stored(),
                        number.type(),
                        at,
                        number.width(),
                        0,
                        number.node());
                front.add(new Mark.Counted(
                        Mark.Counted.Kind.valueOf(number.field().what().name()),
                        number.field().numeral(),
                        words));
                setting.drawn(ContentInventory.Kind.FIELD, number.field());
            } else if (atom instanceof Atom.Box box) {
                drawBox(box, at);
            } else if (atom instanceof Atom.Place place) {
                front.add(new Mark.Target(place.name(), at, 0, Node.ORNAMENT));
            } else if (atom instanceof Atom.Noted noted) {
                notes.add(noted);
            }
            return 0;
        }

        private void drawTab(Atom.Tab tab, Placed one, double at) {
            if (one.leader() != ' ') {
                String sign = String.valueOf(one.leader());
                double each = tab.type().width(sign);
                double gap = tab.type().size() * LEADER_GAP;
                // Leaders of lines below each other stand below each other.
                double from = each <= 0 ? at : Math.ceil((at + gap) / each) * each;
                int count = each <= 0 ? 0 : (int) Math.floor((at + one.width() - gap - from) / each);
                if (count > 0) {
                    front.add(words(sign.repeat(count), "", tab.type(), from, each * count, 0, Node.ORNAMENT));
                }
            } else if (tab.type().look().get(FormatProperty.UNDERLINE) != FormatProperty.Underline.NONE) {
                underline(tab.type(), at, one.width());
            }
            if (!tab.link().isEmpty()) {
                link(tab.link(), tab.node(), at, one.width(), "");
            }
        }

        private void drawBox(Atom.Box box, double at) {
            FlowObject thing = box.thing();
            double top = height.baseline() - thing.height();
            front.addAll(ObjectMarks.of(thing, at, top, box.node()));
            box.inside().marks().forEach(mark -> front.add(mark.moved(at, top)));
            setting.drawn(thing, box.origin());
            if (!box.link().isEmpty()) {
                front.add(new Mark.Link(
                        at, top, thing.width(), thing.height(), box.link(), thing.alternative(), box.node()));
            }
        }

        private void add(Atom.Letters letters, double at, double itsWidth, double widened, boolean overhanging) {
            boolean joins = first.isPresent()
                    && first.get().type().sameAs(letters.type())
                    && first.get().node() == letters.node()
                    && first.get().link().equals(letters.link())
                    && first.get().level() == 0
                    && letters.level() == 0
                    && (!letters.blank() || overhanging || !blanks || wider == widened);
            if (!joins) {
                finishRun();
                first = Optional.of(letters);
                left = at;
                width = 0;
                inked = 0;
            }
            if (letters.blank() && !overhanging) {
                wider = widened;
                blanks = true;
            }
            text.append(letters.text());
            plain.append(letters.plain());
            width += itsWidth;
            if (!letters.blank() || !overhanging) {
                inked = width;
            }
        }

        private void finishRun() {
            if (first.isEmpty()) {
                return;
            }
            Atom.Letters letters = first.get();
            ResolvedFormatting type = letters.type();
            type.findMarker()
                    .ifPresent(colour -> behind.add(new Mark.Fill(
                            left,
                            height.baseline() - type.ascent(),
                            inked,
                            type.ascent() + type.descent(),
                            colour,
                            Node.ORNAMENT)));
            front.add(words(text.toString(), plain.toString(), type, left, width, wider, letters.node()));
            FormatProperty.Underline underline = type.look().get(FormatProperty.UNDERLINE);
            if (underline != FormatProperty.Underline.NONE
                    && !(underline == FormatProperty.Underline.WORDS && letters.blank())) {
                underline(type, left, inked);
            }
            if (type.look().get(FormatProperty.STRUCK)) {
                double at = height.baseline() - type.raised() - type.size() * 0.28;
                front.add(new Mark.Line(
                        left,
                        at,
                        left + inked,
                        at,
                        new Edge(Edge.Stroke.SOLID, Math.max(0.4, type.size() * 0.05), type.colour(), 0),
                        Node.ORNAMENT));
            }
            if (!letters.link().isEmpty()) {
                link(letters.link(), letters.node(), left, inked, plain.toString());
            }
            first = Optional.empty();
            text.setLength(0);
            plain.setLength(0);
            wider = 0;
            blanks = false;
        }

        private Mark.Words words(
                String drawn, String means, ResolvedFormatting type, double at, double wide, double blanks, Node node) {
            return new Mark.Words(
                    drawn,
                    type.file(),
                    type.size(),
                    type.colour(),
                    at,
                    height.baseline() - type.raised(),
                    wide,
                    blanks,
                    type.spacing(),
                    type.stretch(),
                    means,
                    0,
                    node);
        }

        private void underline(ResolvedFormatting type, double at, double wide) {
            if (wide <= 0) {
                return;
            }
            FormatProperty.Underline kind = type.look().get(FormatProperty.UNDERLINE);
            double size = type.look().get(FormatProperty.SIZE);
            double width =
                    type.face().main().underlineWidth() * size * (kind == FormatProperty.Underline.THICK ? 2 : 1);
            Edge.Stroke stroke =
                    switch (kind) {
                        case DOUBLE -> Edge.Stroke.DOUBLE;
                        case DOTTED -> Edge.Stroke.DOTTED;
                        case DASHED -> Edge.Stroke.DASHED;
                        default -> Edge.Stroke.SOLID;
                    };
            double thin = kind == FormatProperty.Underline.DOUBLE ? width * 0.6 : width;
            double top = height.baseline() + type.face().main().underlineAt() * size;
            front.add(new Mark.Line(at, top, at + wide, top, new Edge(stroke, thin, type.colour(), 0), Node.ORNAMENT));
        }

        private void link(String to, Node node, double at, double wide, String says) {
            front.add(new Mark.Link(at, 0, wide, height.height(), to, says, node));
        }

        void finish() {
            finishRun();
            marks.addAll(behind);
            marks.addAll(front);
        }
    }
}
