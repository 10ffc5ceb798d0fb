package lectomen.engine.typeset;

import java.util.List;

/** Marks that were set together, relative to the top left of their box. */
record MarkGroup(List<Mark> marks, double width, double height) {
    static final MarkGroup NOTHING = new MarkGroup(List.of(), 0, 0);

    MarkGroup {
        marks = List.copyOf(marks);
    }
}
