package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;

/** Rotates set content by a quarter turn: letters and lines; pictures stay upright in the rotated place. */
final class RotatedContent {
    private RotatedContent() {}

    /** @param degrees clockwise: 90 runs down, 270 runs up */
    static MarkGroup of(MarkGroup level, int degrees) {
        boolean down = degrees == 90;
        double width = level.height();
        double height = level.width();
        List<Mark> marks = new ArrayList<>();
        for (Mark mark : level.marks()) {
            marks.add(turned(mark, down, width, height));
        }
        return new MarkGroup(marks, width, height);
    }

    private static Mark turned(Mark mark, boolean down, double width, double height) {
        if (mark instanceof Mark.Words words) {
            return turned(words, down, width, height);
        } else if (mark instanceof Mark.Counted number) {
            return new Mark.Counted(number.kind(), number.numeral(), turned(number.words(), down, width, height));
        } else if (mark instanceof Mark.Line line) {
            return new Mark.Line(
                    across(line.top(), down, width),
                    along(line.left(), down, height),
                    across(line.toTop(), down, width),
                    along(line.toLeft(), down, height),
                    line.edge(),
                    line.node());
        } else if (mark instanceof Mark.Fill fill) {
            double left = down ? width - fill.top() - fill.height() : fill.top();
            double top = down ? fill.left() : height - fill.left() - fill.width();
            double across = fill.height();
            double along = fill.width();
            return new Mark.Fill(left, top, across, along, fill.colour(), fill.node());
        }
        return mark;
    }

    private static Mark.Words turned(Mark.Words words, boolean down, double width, double height) {
        return new Mark.Words(
                words.text(),
                words.font(),
                words.size(),
                words.colour(),
                across(words.baseline(), down, width),
                along(words.left(), down, height),
                words.width(),
                words.widerBlanks(),
                words.spacing(),
                words.stretch(),
                words.plain(),
                down ? 90 : 270,
                words.node());
    }

    private static double across(double top, boolean down, double width) {
        return down ? width - top : top;
    }

    private static double along(double left, boolean down, double height) {
        return down ? left : height - left;
    }
}
