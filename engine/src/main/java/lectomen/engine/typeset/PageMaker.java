package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.Table;

/**
 * Fills pages with strips, from top to bottom, column after column.
 *
 * <p>A strip that finds no place ends its column. What is kept with it moves along: strips are removed from the column's end as far
 * as they belong to the next, unless that were all of them. A row that may be divided fills what is left. Notes take their place from
 * the column's bottom as their marks are put; what hangs on a paragraph is placed when its first line is, and lines beside it are
 * broken for what it leaves them.
 */
final class PageMaker {
    private static final double HAIR = 0.01;

    private final FlowDocument document;
    private final Setting setting;
    private final RunningHeads heads;
    private final Node root;
    private final GalleyMaker galleys;
    private final Structure structure;
    private final List<PageDraft> pages = new ArrayList<>();
    private final Floats floats = new Floats();
    private final List<Inline.Note> endnotes = new ArrayList<>();
    /** A paragraph can be set more than once. */
    private final Set<Inline.Note> knownEndnotes = Collections.newSetFromMap(new IdentityHashMap<>());

    private Section section;
    private int sectionNumber;
    private List<Column> columns = List.of();
    private int columnAt;
    private boolean keepsTop = true;
    private List<Strip> notesGoingOn = List.of();
    /** What stands apart and hangs on the next paragraph. */
    private final List<Aside> apart = new ArrayList<>();

    private Optional<Block> above = Optional.empty();
    private Optional<Strip> lastStrip = Optional.empty();

    PageMaker(FlowDocument document, Setting setting, RunningHeads heads, Node root) {
        this.document = document;
        this.setting = setting;
        this.heads = heads;
        this.root = root;
        this.galleys = new GalleyMaker(setting, this::note);
        this.structure = new Structure(root);
        this.section = document.sections().get(0);
    }

    List<PageDraft> pages() {
        List<Section> sections = document.sections();
        for (int i = 0; i < sections.size(); i++) {
            sectionNumber = i;
            begin(sections.get(i));
            boolean balanced = i + 1 < sections.size() && goesOn(sections.get(i), sections.get(i + 1));
            List<Block> blocks = sections.get(i).blocks();
            place(blocks);
            if (balanced && columns.size() > 1 && floats.isEmpty()) {
                Balance.of(page().lastSet()).ifPresent(this::putAnew);
            }
        }
        placeEndnotes();
        while (!notesGoingOn.isEmpty()) {
            nextColumn();
        }
        return pages;
    }

    private void putAnew(List<Column> balanced) {
        page().replaceLast(balanced);
        columns = balanced;
        columnAt = balanced.size() - 1;
    }

    private static boolean goesOn(Section one, Section next) {
        boolean samePaper = one.paper().width() == next.paper().width()
                && one.paper().height() == next.paper().height();
        return next.start() == Section.Start.SAME_PAGE && samePaper;
    }

    private Column column() {
        return columns.get(columnAt);
    }

    private PageDraft page() {
        return pages.get(pages.size() - 1);
    }

    private void begin(Section next) {
        boolean first = pages.isEmpty();
        boolean same = !first && goesOn(section, next);
        section = next;
        if (same) {
            double top = columns.stream().mapToDouble(Column::end).max().orElse(0);
            double bottom = columns.stream()
                    .filter(Column::hasNotes)
                    .mapToDouble(Column::limit)
                    .min()
                    .orElse(heads.room(page()).bottom());
            columns.forEach(column -> {
                if (!column.hasNotes()) {
                    column.endAt(Math.max(column.end(), column.top));
                }
            });
            if (top + 12 < bottom) {
                beginColumns(top, bottom);
                lastStrip = Optional.empty();
                above = Optional.empty();
                return;
            }
        }
        newPage(true);
        boolean even = page().number % 2 == 0;
        boolean wrongSide =
                (next.start() == Section.Start.EVEN_PAGE && !even) || (next.start() == Section.Start.ODD_PAGE && even);
        if (wrongSide && !first) {
            newPage(true);
        }
        keepsTop = true;
    }

    private void newPage(boolean firstOfSection) {
        int number = pages.isEmpty() ? 1 : page().number + 1;
        if (firstOfSection
                && (pages.isEmpty() || page().sectionNumber != sectionNumber)
                && section.numbers().from().isPresent()) {
            number = section.numbers().from().get();
        }
        PageDraft page = new PageDraft(section, sectionNumber, number, firstOfSection);
        pages.add(page);
        floats.clear();
        RunningHeads.Room room = heads.room(page);
        beginColumns(room.top(), room.bottom());
    }

    private void beginColumns(double top, double bottom) {
        List<Column> made = new ArrayList<>();
        double left = section.paper().left();
        Section.Columns wanted = section.columns();
        for (int i = 0; i < wanted.count(); i++) {
            made.add(new Column(left, wanted.widths().get(i), top, bottom));
            if (i < wanted.gaps().size()) {
                double middle = left + wanted.widths().get(i) + wanted.gaps().get(i) / 2;
                if (wanted.line()) {
                    Edge edge = new Edge(Edge.Stroke.SOLID, 0.5, 0, 0);
                    page().add(new Mark.Line(middle, top, middle, bottom, edge, Node.ORNAMENT));
                }
                left += wanted.widths().get(i) + wanted.gaps().get(i);
            }
        }
        columns = made;
        columnAt = 0;
        page().begin(made);
        notesGoOn();
    }

    private void notesGoOn() {
        if (!notesGoingOn.isEmpty()) {
            List<Strip> notes = notesGoingOn;
            notesGoingOn = column().putNotes(this, notes);
        }
    }

    private void nextColumn() {
        keepsTop = false;
        if (columnAt + 1 < columns.size()) {
            columnAt++;
            notesGoOn();
        } else {
            newPage(false);
        }
    }

    private void end(Inline.Break.Where kind) {
        if (kind == Inline.Break.Where.COLUMN && columns.size() > 1) {
            nextColumn();
        } else {
            newPage(false);
        }
        keepsTop = true;
        lastStrip = Optional.empty();
    }

    private void place(List<Block> blocks) {
        for (int at = 0; at < blocks.size(); at++) {
            Block block = blocks.get(at);
            if (block instanceof Aside aside) {
                apart(aside, GalleyMaker.hangs(blocks, at));
            } else {
                place(block, at + 1 < blocks.size() ? Optional.of(blocks.get(at + 1)) : Optional.empty());
            }
        }
    }

    /** What has nothing to hang on, or is higher than a column with what hangs there, stands among the other blocks. */
    private void apart(Aside aside, boolean hangs) {
        apart.add(aside);
        RunningHeads.Room room = heads.room(page());
        double height = apart.stream()
                .mapToDouble(one -> galleys.things()
                        .hanging(one, column().width, Node.ORNAMENT)
                        .plate()
                        .height())
                .sum();
        if (!hangs || height > room.bottom() - room.top()) {
            List<Block> blocks = Aside.inTheFlow(List.copyOf(apart));
            apart.clear();
            place(blocks);
        }
    }

    private void place(Block block, Optional<Block> below) {
        List<Strip> strips;
        if (block instanceof Paragraph paragraph) {
            strips = paragraph(paragraph, below);
        } else {
            strips = galleys.tables().strips((Table) block, column().width, structure.other(Node.Kind.TABLE));
            joinGap(strips, block);
        }
        strips.forEach(this::feed);
        above = Optional.of(block);
    }

    private void joinGap(List<Strip> strips, Block block) {
        boolean goesOn = !strips.isEmpty() && strips.get(0).endBefore.isEmpty();
        if (lastStrip.isPresent() && goesOn) {
            GalleyMaker.joinGap(document.apart().gaps(), lastStrip, strips, above, block);
        }
    }

    private List<Strip> paragraph(Paragraph paragraph, Optional<Block> below) {
        if (paragraph.look().get(FormatProperty.NEW_PAGE) && !page().isEmpty()) {
            end(Inline.Break.Where.PAGE);
        }
        List<Strip.Hanging> hanging = new ArrayList<>();
        apart.forEach(aside -> hanging.add(galleys.things().hanging(aside, column().width, root)));
        apart.clear();
        ParagraphMaker.Ready ready = galleys.ready(paragraph, structure);
        ready.hung().forEach(hung -> hanging.add(galleys.things().hanging(hung)));
        boolean fit = stand(hanging, paragraph);
        List<Strip> strips = set(ready, hanging, below);
        boolean beside = !hanging.isEmpty() || !floats.isEmpty();
        Strip first = strips.get(0);
        for (int tries = 0; tries <= columns.size(); tries++) {
            boolean isNew = column().isEmpty() && isWhole(column());
            boolean mayMoveOn = beside && !isNew && first.endBefore.isEmpty();
            if (!mayMoveOn || (fit && fits(first, gap(first)))) {
                break;
            }
            hanging.forEach(floats::remove);
            moveOn();
            fit = stand(hanging, paragraph);
            strips = set(ready, hanging, below);
            first = strips.get(0);
        }
        return strips;
    }

    /** Where a block begins that comes next. */
    private double top(Block block) {
        return column().at() + (isAtTop() ? 0 : GalleyMaker.gap(document.apart().gaps(), lastStrip, above, block));
    }

    /** @return whether all of it finds its place here */
    private boolean stand(List<Strip.Hanging> hanging, Paragraph paragraph) {
        boolean fit = true;
        for (Strip.Hanging one : hanging) {
            fit &= stand(one, top(paragraph)).fits();
        }
        return fit;
    }

    private Floats.Stood stand(Strip.Hanging one, double paragraphTop) {
        ObjectSetter.Frame frame = ObjectSetter.Frame.of(section.paper(), column().left, column().width, paragraphTop);
        return floats.stand(one, frame, column().limit());
    }

    /** Ends the column before a strip that finds no place in it, together with what belongs to the strip. */
    private void moveOn() {
        List<Strip> taken = takeBack();
        nextColumn();
        taken.forEach(this::feed);
        lastStrip = taken.isEmpty() ? Optional.empty() : Optional.of(taken.get(taken.size() - 1));
    }

    private List<Strip> set(ParagraphMaker.Ready ready, List<Strip.Hanging> hanging, Optional<Block> below) {
        Paragraph paragraph = ready.paragraph();
        double width = column().width;
        Spans free = floats.beside(column().left, width, top(paragraph));
        double most = column().bottom() - top(paragraph);
        Spans spans = (down, height) -> down + height > most ? new Spans.Span(0, width, down) : free.at(down, height);
        List<Strip> strips =
                galleys.paragraphs().strips(ready, width, spans, GalleyMaker.frame(paragraph, above, below));
        Strip first = strips.get(0);
        first.hanging = hanging;
        first.footnotes = Stream.concat(
                        hanging.stream().flatMap(one -> one.footnotes().stream()), first.footnotes.stream())
                .toList();
        int level = paragraph.look().get(FormatProperty.HEADING);
        if (level > 0 && !paragraph.isEmpty()) {
            first.heading = Optional.of(new Typeset.Heading(level, GalleyMaker.title(paragraph), 0, 0));
        }
        joinGap(strips, paragraph);
        return strips;
    }

    private void feed(Strip strip) {
        if (strip.endBefore.isPresent() && !page().isEmpty()) {
            end(strip.endBefore.get());
        }
        put(strip);
        strip.endAfter.ifPresent(this::end);
    }

    private void put(Strip wanted) {
        Strip strip = wanted;
        while (true) {
            Column column = column();
            double gap = gap(strip);
            if (fits(strip, gap)) {
                putHere(strip, gap);
                return;
            }
            boolean alone = onlyHeads(column) && isWhole(column);
            Optional<List<Strip>> parts = strip.dividesLast && !alone
                    ? Optional.empty()
                    : strip.division.flatMap(division -> division.at(column.free() - gap));
            if (parts.isPresent()) {
                Strip upper = parts.get().get(0);
                Strip lower = parts.get().get(1);
                putHere(upper, gap);
                lower.left = strip.left;
                lower.right = strip.right;
                lower.heads = strip.heads;
                lower.withNext = strip.withNext;
                nextColumn();
                putHeads(lower);
                strip = lower;
                continue;
            }
            if (alone && gap <= usualGap(strip)) {
                putHere(strip, gap);
                return;
            }
            if (alone) {
                // What floats here leaves no room for it on this page.
                Strip carrier = new Strip(0, List.of());
                carrier.hanging = strip.hanging;
                strip.hanging = List.of();
                putHere(carrier, 0);
                nextColumn();
                continue;
            }
            List<Strip> taken = takeBack();
            nextColumn();
            taken.forEach(this::put);
            if (column().isEmpty()) {
                putHeads(strip);
            }
        }
    }

    /** Between a strip and what stands above it, with what it must move down to lie on nothing that floats. */
    private double gap(Strip strip) {
        stand(strip);
        double gap = isAtTop() ? 0 : strip.before;
        return gap + floats.push(strip, column().left, column().at() + gap);
    }

    /** The same if nothing floated there. */
    private double usualGap(Strip strip) {
        return isAtTop() ? 0 : strip.before - strip.shift;
    }

    private boolean isAtTop() {
        return column().isEmpty() && !keepsTop;
    }

    /** A note at the foot does not come upon what floats above it. */
    private boolean fits(Strip strip, double gap) {
        Column column = column();
        double lowest = strip.footnotes.isEmpty() ? 0 : floats.lowest(column.left, column.width, column.bottom());
        return column.fits(strip, gap) && lowest <= column.limit(strip) + HAIR;
    }

    /** Stands what hangs on a strip beside the place that the strip gets if it is put next. */
    private List<ObjectSetter.Place> stand(Strip strip) {
        strip.hanging.forEach(floats::remove);
        double top = column().at() + usualGap(strip);
        return strip.hanging.stream().map(one -> stand(one, top).place()).toList();
    }

    /** Whether it reaches from the page's top; one below another section can be too short for what the next page holds. */
    private boolean isWhole(Column column) {
        return column.top <= heads.room(page()).top() + HAIR;
    }

    private static boolean onlyHeads(Column column) {
        return column.all().stream().allMatch(put -> put.strip().isHead);
    }

    private void putHeads(Strip strip) {
        for (Strip head : strip.heads) {
            Strip again = head.drawnAs(head.height, head.marks);
            again.isHead = true;
            putHere(again, 0);
        }
    }

    private void putHere(Strip strip, double gap) {
        List<ObjectSetter.Place> places = stand(strip);
        List<Strip> over = column().put(strip, gap);
        if (!over.isEmpty()) {
            List<Strip> all = new ArrayList<>(notesGoingOn);
            all.addAll(over);
            notesGoingOn = all;
        }
        for (int i = 0; i < places.size(); i++) {
            Strip.Hanging one = strip.hanging.get(i);
            ObjectSetter.Place place = places.get(i);
            List<Mark> marks = one.plate().marks().stream()
                    .map(mark -> mark.moved(place.left(), place.top()))
                    .toList();
            page().add(new PageDraft.Floated(strip, PageDraft.Layer.of(one.placement()), marks));
            one.noted().run();
        }
        lastStrip = Optional.of(strip);
    }

    private List<Strip> takeBack() {
        List<Strip> taken = column().takeBack();
        for (Strip strip : taken) {
            page().removeFloats(strip);
            strip.hanging.forEach(floats::remove);
        }
        return taken;
    }

    private Optional<Strip.Footnote> note(Inline.Note note, Node node) {
        if (note.kind() != Inline.Note.Kind.FOOT) {
            if (knownEndnotes.add(note)) {
                endnotes.add(note);
            }
            return Optional.empty();
        }
        setting.drawn(ContentInventory.Kind.FOOTNOTE, note);
        Node part = node.isOrnament() ? node : root.add(Node.Kind.NOTE);
        return Optional.of(new Strip.Footnote(galleys.strips(note.blocks(), column().width, part)));
    }

    private void placeEndnotes() {
        if (endnotes.isEmpty()) {
            return;
        }
        Edge edge = new Edge(Edge.Stroke.SOLID, 0.5, 0, 0);
        Strip line = new Strip(
                Column.ABOVE_NOTES,
                List.of(new Mark.Line(0, 3, Math.min(144, column().width), 3, edge, Node.ORNAMENT)));
        line.before = 12;
        line.withNext = true;
        feed(line);
        for (Inline.Note note : List.copyOf(endnotes)) {
            boolean comment = note.kind() == Inline.Note.Kind.COMMENT;
            setting.drawn(comment ? ContentInventory.Kind.COMMENT : ContentInventory.Kind.ENDNOTE, note);
            galleys.strips(note.blocks(), column().width, root.add(Node.Kind.NOTE))
                    .forEach(this::feed);
        }
    }
}
