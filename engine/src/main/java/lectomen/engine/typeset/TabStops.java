package lectomen.engine.typeset;

import java.util.Comparator;
import java.util.List;
import lectomen.engine.flow.TabStop;

/**
 * The tab stops of a paragraph: its own, its left indent under a hanging first line, and the default stops after its last one.
 */
final class TabStops implements LineMaker.Tabs {
    private static final double SAME_PLACE = 0.01;

    private final List<TabStop> stops;
    private final double usual;
    private final double leftIndent;

    TabStops(List<TabStop> stops, double usual, double leftIndent) {
        this.stops = stops.stream()
                .filter(stop -> stop.kind() != TabStop.Kind.CLEAR && stop.kind() != TabStop.Kind.BAR)
                .sorted(Comparator.comparingDouble(TabStop::at))
                .toList();
        this.usual = usual > 0 ? usual : 36;
        this.leftIndent = leftIndent;
    }

    @Override
    public Stop next(double at, double left, double right, double following, double beforePoint) {
        boolean indentIsNext = leftIndent > at + SAME_PLACE;
        for (TabStop stop : stops) {
            if (stop.at() <= at + SAME_PLACE) {
                continue;
            }
            if (indentIsNext && leftIndent < stop.at()) {
                return new Stop(leftIndent, ' ');
            }
            double back =
                    switch (stop.kind()) {
                        case RIGHT -> following;
                        case CENTRE -> following / 2;
                        case DECIMAL -> beforePoint;
                        case LEFT, BAR, CLEAR -> 0;
                    };
            double to = Math.max(at, stop.at() - back);
            // What is set to a stop beyond the right edge ends at the edge.
            if (stop.kind() != TabStop.Kind.LEFT && stop.at() > right && to + following > right) {
                to = Math.max(at, right - following);
            }
            return new Stop(to, stop.leader());
        }
        if (indentIsNext) {
            return new Stop(leftIndent, ' ');
        }
        double to = (Math.floor((at + SAME_PLACE) / usual) + 1) * usual;
        return new Stop(to, ' ');
    }
}
