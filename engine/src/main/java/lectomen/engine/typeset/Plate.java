package lectomen.engine.typeset;

import java.util.List;

/** Marks that were set together, from the top left of the box they fill. */
record Plate(List<Mark> marks, double width, double height) {
    static final Plate NOTHING = new Plate(List.of(), 0, 0);

    Plate {
        marks = List.copyOf(marks);
    }
}
