package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;

/** One column of a page being filled: strips from the top, notes from the bottom. */
final class Column {
    /** Above the line that stands over notes, and below it. */
    static final double ABOVE_NOTES = 6;

    private static final double SLACK = 0.05;

    /** @param top of the strip, on the page */
    record Put(Strip strip, double top) {}

    private record Foot(Object owner, Strip strip) {}

    final double left;
    final double width;
    final double top;
    private double bottom;
    private double at;
    private double after;
    private final List<Put> put = new ArrayList<>();
    private final List<Foot> foot = new ArrayList<>();

    Column(double left, double width, double top, double bottom) {
        this.left = left;
        this.width = width;
        this.top = top;
        this.bottom = bottom;
        this.at = top;
    }

    boolean isEmpty() {
        return put.isEmpty();
    }

    /** Where the next strip goes, without the space before it. */
    double at() {
        return at;
    }

    /** Below all that was put, with the space after it. */
    double end() {
        return at + after;
    }

    double bottom() {
        return bottom;
    }

    List<Put> all() {
        return put;
    }

    double footHeight() {
        double height = foot.isEmpty() ? 0 : ABOVE_NOTES;
        for (Foot one : foot) {
            height += one.strip().before + one.strip().height + one.strip().after;
        }
        return height;
    }

    /** How much is left above its notes. */
    double free() {
        return bottom - footHeight() - at;
    }

    /** Where its notes begin. */
    double limit() {
        return bottom - footHeight();
    }

    boolean fits(Strip strip, double gap) {
        return gap + strip.height + notesNeed(strip) <= free() + SLACK;
    }

    /** Where its notes would begin with those of a strip. */
    double limit(Strip strip) {
        return limit() - notesNeed(strip);
    }

    private double notesNeed(Strip strip) {
        double notes = 0;
        for (Strip.Footnote note : strip.footnotes) {
            notes += noteNeed(note);
        }
        return notes > 0 && foot.isEmpty() ? notes + ABOVE_NOTES : notes;
    }

    /** All of a note, or its beginning where it is a long one. */
    private double noteNeed(Strip.Footnote note) {
        double all = 0;
        for (Strip strip : note.strips()) {
            all += strip.before + strip.height + strip.after;
        }
        boolean isLong = all > (bottom - top) / 3;
        return isLong && !note.strips().isEmpty() ? note.strips().get(0).height : all;
    }

    /** @return what of its notes finds no place here */
    List<Strip> put(Strip strip, double gap) {
        at += gap;
        put.add(new Put(strip, at));
        at += strip.height;
        after = strip.after;
        List<Strip> over = new ArrayList<>();
        for (Strip.Footnote note : strip.footnotes) {
            over.addAll(putNotes(strip, note.strips()));
        }
        return over;
    }

    /** Notes that go on from another page, or belong to a strip. @return what finds no place here */
    List<Strip> putNotes(Object owner, List<Strip> notes) {
        for (int i = 0; i < notes.size(); i++) {
            Strip note = notes.get(i);
            double line = foot.isEmpty() ? ABOVE_NOTES : 0;
            boolean any = !foot.isEmpty() || !put.isEmpty();
            if (any && line + note.before + note.height > free() + SLACK) {
                return notes.subList(i, notes.size());
            }
            foot.add(new Foot(owner, note));
        }
        return List.of();
    }

    /** Takes those off the end that belong to what comes next; none where that were all. */
    List<Strip> takeBack() {
        int from = put.size();
        while (from > 0 && put.get(from - 1).strip().withNext) {
            from--;
        }
        if (from == 0) {
            return List.of();
        }
        List<Strip> taken =
                put.subList(from, put.size()).stream().map(Put::strip).toList();
        for (Strip strip : taken) {
            foot.removeIf(one -> one.owner() == strip);
        }
        put.subList(from, put.size()).clear();
        Put last = put.get(put.size() - 1);
        at = last.top() + last.strip().height;
        after = last.strip().after;
        return taken;
    }

    /** All that is drawn of its notes. */
    List<Mark> footMarks() {
        List<Mark> marks = new ArrayList<>();
        if (foot.isEmpty()) {
            return marks;
        }
        double down = bottom - footHeight();
        marks.add(new Mark.Line(
                left,
                down + ABOVE_NOTES / 2,
                left + Math.min(width, 144),
                down + ABOVE_NOTES / 2,
                new lectomen.engine.flow.Edge(lectomen.engine.flow.Edge.Stroke.SOLID, 0.5, 0, 0),
                Node.ORNAMENT));
        down += ABOVE_NOTES;
        for (Foot one : foot) {
            double noteTop = down + one.strip().before;
            one.strip().marks.forEach(mark -> marks.add(mark.moved(left, noteTop)));
            down = noteTop + one.strip().height + one.strip().after;
        }
        return marks;
    }

    /** The same place with another bottom, empty. */
    Column emptied(double otherBottom) {
        return new Column(left, width, top, otherBottom);
    }

    boolean hasNotes() {
        return !foot.isEmpty();
    }

    void endAt(double otherBottom) {
        bottom = otherBottom;
    }
}
