package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.flow.Placement;
import lectomen.engine.flow.Section;

/** A page being filled. */
final class PageDraft {
    /** How what floats lies to the text: what text goes around is read where it hangs. */
    enum Layer {
        BEHIND,
        BESIDE,
        BEFORE;

        static Layer of(Placement placement) {
            if (placement.behind()) {
                return BEHIND;
            }
            return placement.wrap() == Placement.Wrap.NONE ? BEFORE : BESIDE;
        }
    }

    /** Marks of what floats. @param owner the strip it hangs on */
    record Floated(Object owner, Layer layer, List<Mark> marks) {}

    final Section section;
    final int sectionNumber;
    final int number;
    final boolean firstOfSection;
    private final List<List<Column>> sets = new ArrayList<>();
    private final List<Mark> rules = new ArrayList<>();
    private final List<Floated> floats = new ArrayList<>();

    PageDraft(Section section, int sectionNumber, int number, boolean firstOfSection) {
        this.sectionNumber = sectionNumber;
        this.section = section;
        this.number = number;
        this.firstOfSection = firstOfSection;
    }

    String label() {
        return section.numbers().numeral().of(number);
    }

    void begin(List<Column> columns) {
        sets.add(columns);
    }

    void replaceLast(List<Column> columns) {
        sets.set(sets.size() - 1, columns);
    }

    List<Column> lastSet() {
        return sets.get(sets.size() - 1);
    }

    boolean isEmpty() {
        return floats.isEmpty() && sets.stream().flatMap(List::stream).allMatch(Column::isEmpty);
    }

    void add(Mark mark) {
        rules.add(mark);
    }

    void add(Floated floated) {
        floats.add(floated);
    }

    void removeFloats(Object owner) {
        floats.removeIf(floated -> floated.owner() == owner);
    }

    List<Column> columns() {
        return sets.stream().flatMap(List::stream).toList();
    }

    /** What lies behind all else. */
    List<Mark> behind() {
        List<Mark> marks = new ArrayList<>();
        floats.stream()
                .filter(floated -> floated.layer() == Layer.BEHIND)
                .forEach(floated -> marks.addAll(floated.marks()));
        return marks;
    }

    /** What stands in its columns and beside them. */
    List<Mark> body() {
        List<Mark> marks = new ArrayList<>(rules);
        for (Column column : columns()) {
            double shift = shift(column);
            for (Column.Put put : column.all()) {
                floats.stream()
                        .filter(floated -> floated.layer() == Layer.BESIDE && floated.owner() == put.strip())
                        .forEach(floated -> marks.addAll(floated.marks()));
                put.strip().marks.forEach(mark -> marks.add(mark.moved(column.left, put.top() + shift)));
            }
        }
        floats.stream()
                .filter(floated -> floated.layer() == Layer.BEFORE)
                .forEach(floated -> marks.addAll(floated.marks()));
        columns().forEach(column -> marks.addAll(column.footMarks()));
        return marks;
    }

    /** How far a section that is set to the middle or bottom is moved down. */
    double shift(Column column) {
        if (sets.size() > 1 || sets.get(0).size() > 1) {
            return 0;
        }
        double free = Math.max(0, column.limit() - column.end());
        return switch (section.align()) {
            case TOP -> 0;
            case MIDDLE -> free / 2;
            case BOTTOM -> free;
        };
    }
}
