package lectomen.engine.typeset;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import lectomen.engine.flow.TabStop;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Stops at 100 (left), 200 (centre), 300 (right, dots) and 350 (by the point); others every 36 points; the text ends at 400. */
class TabStopsTest {
    private static final List<TabStop> STOPS = List.of(
            new TabStop(300, TabStop.Kind.RIGHT, '.'),
            new TabStop(100, TabStop.Kind.LEFT, ' '),
            new TabStop(200, TabStop.Kind.CENTRE, '-'),
            new TabStop(250, TabStop.Kind.BAR, ' '),
            new TabStop(350, TabStop.Kind.DECIMAL, ' '));

    /** What follows the tab is 40 wide, 15 of it before its point. */
    @ParameterizedTest
    @CsvSource({
        "  0, 100, ' '",
        " 99.995, 180, '-'",
        "100, 180, '-'",
        "190, 190, '-'",
        "200, 260, '.'",
        "310, 335, ' '",
        // Behind them all the usual stops go on.
        "351, 360, ' '",
        "360, 396, ' '",
    })
    void textGoesOnAtTheNextStop(double at, double to, char leader) {
        LineMaker.Tabs.Stop stop = new TabStops(STOPS, 36, 0).next(at, 0, 400, 40, 15);
        assertThat(stop.to()).isCloseTo(to, within(0.001));
        assertThat(stop.leader()).isEqualTo(leader);
    }

    @ParameterizedTest
    @CsvSource({"-18, 24", "23, 24", "24, 36", "30, 36"})
    void aHangingIndentIsAStopToo(double at, double to) {
        assertThat(new TabStops(List.of(), 36, 24).next(at, 0, 400, 40, 15).to())
                .isCloseTo(to, within(0.001));
    }

    @ParameterizedTest
    @CsvSource({"420, 380", "400, 380", "390, 370"})
    void whatIsSetToAStopBeyondTheEdgeEndsAtTheEdge(double stop, double to) {
        TabStops stops = new TabStops(List.of(new TabStop(stop, TabStop.Kind.RIGHT, ' ')), 36, 0);
        assertThat(stops.next(50, 0, 400, 20, 0).to()).isCloseTo(to, within(0.001));
    }

    @ParameterizedTest
    @CsvSource({"0", "-5"})
    void usualStopsNeedADistance(double usual) {
        assertThat(new TabStops(List.of(), usual, 0).next(1, 0, 400, 0, 0).to()).isCloseTo(36, within(0.001));
    }
}
