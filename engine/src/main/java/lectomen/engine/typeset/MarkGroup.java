package lectomen.engine.typeset;

import java.util.List;

/** Marks that were set together, from the top left of the box they fill. */
record MarkGroup(List<Mark> marks, double width, double height) {
    static final MarkGroup NOTHING = new MarkGroup(List.of(), 0, 0);

    MarkGroup {
        marks = List.copyOf(marks);
    }
}
