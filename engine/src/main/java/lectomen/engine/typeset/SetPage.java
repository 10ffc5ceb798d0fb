package lectomen.engine.typeset;

import java.util.List;

/** A page and what is drawn on it, in drawing order. @param label its number as it is written */
public record SetPage(double width, double height, String label, List<Mark> marks) {
    public SetPage {
        marks = List.copyOf(marks);
    }
}
