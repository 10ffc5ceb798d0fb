package lectomen.engine.typeset;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import lectomen.engine.flow.Placement;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** A column from 0 to 300, and boxes in it. */
class TextObstaclesTest {
    private static final double WIDTH = 300;
    private static final double EXACTLY = 0.001;

    private record Box(double left, double top, double width, double height) {
        boolean liesOn(double fromLeft, double toRight, double fromTop, double high) {
            return left < toRight - 0.02
                    && left + width > fromLeft + 0.02
                    && top < fromTop + high - 0.02
                    && top + height > fromTop + 0.02;
        }
    }

    private static Placement placement(Placement.Wrap wrap, Placement.Around around) {
        return new Placement(
                new Placement.Across(Placement.Across.From.COLUMN, Placement.Across.Side.OFFSET, 0),
                new Placement.Down(Placement.Down.Origin.PARAGRAPH, Placement.Down.Level.OFFSET, 0),
                wrap,
                around,
                false);
    }

    private static TextObstacles with(Placement.Wrap wrap, Placement.Around around, Box... boxes) {
        TextObstacles surroundings = new TextObstacles();
        for (Box box : boxes) {
            surroundings.add(
                    box,
                    placement(wrap, around),
                    new ObjectSetter.Place(box.left(), box.top()),
                    box.width(),
                    box.height());
        }
        return surroundings;
    }

    static IntStream seeds() {
        return IntStream.range(0, 100);
    }

    /** A line of 12 points that begins at {@code top}, beside a box of 100 by 50 at {@code left} and 100 points down. */
    @ParameterizedTest
    @CsvSource({
        "  0,  80,   0, 300,  80",
        "  0,  95, 100, 300,  95",
        "  0, 149, 100, 300, 149",
        "  0, 150,   0, 300, 150",
        "200, 120,   0, 200, 120",
        // Of two sides that are alike the left one.
        "100, 120, 0, 100, 120",
        // 40 points on the one side and 160 on the other: the wider is taken.
        " 40, 120, 140, 300, 120",
    })
    void aLineTakesWhatABoxLeavesIt(double left, double top, double from, double to, double at) {
        Spans.Span span = with(Placement.Wrap.BESIDE, Placement.Around.NONE, new Box(left, 100, 100, 50))
                .free(0, WIDTH, top, 12);
        assertThat(span).isEqualTo(new Spans.Span(from, to, at));
    }

    @Test
    void whatLeavesTooLittleRoomIsPassed() {
        Spans.Span span = with(Placement.Wrap.BESIDE, Placement.Around.NONE, new Box(40, 100, 220, 50))
                .free(0, WIDTH, 120, 12);
        assertThat(span).isEqualTo(new Spans.Span(0, WIDTH, 150));
    }

    @Test
    void nothingStandsBesideWhatStandsAlone() {
        Spans.Span span = with(Placement.Wrap.ABOVE_AND_BELOW, Placement.Around.NONE, new Box(0, 100, 20, 50))
                .free(0, WIDTH, 110, 12);
        assertThat(span).isEqualTo(new Spans.Span(0, WIDTH, 150));
    }

    @Test
    void whatLiesBeforeTheTextLeavesItWhole() {
        assertThat(with(Placement.Wrap.NONE, Placement.Around.NONE, new Box(0, 100, 300, 50))
                        .isEmpty())
                .isTrue();
    }

    @Test
    void textKeepsItsDistance() {
        Placement.Around around = new Placement.Around(5, 7, 9, 3);
        Spans.Span span =
                with(Placement.Wrap.BESIDE, around, new Box(0, 100, 100, 50)).free(0, WIDTH, 158, 12);
        assertThat(span.left()).isCloseTo(107, within(EXACTLY));
    }

    @Test
    void whatIsRemovedIsNotInTheWay() {
        Box box = new Box(0, 100, 100, 50);
        TextObstacles surroundings = with(Placement.Wrap.BESIDE, Placement.Around.NONE, box);
        surroundings.remove(box);
        assertThat(surroundings.isEmpty()).isTrue();
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void whateverStandsThereNoLineLiesOnIt(int seed) {
        Random random = new Random(seed);
        List<Box> boxes = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(6); i++) {
            boxes.add(new Box(
                    random.nextInt(280), random.nextInt(400), 10 + random.nextInt(200), 5 + random.nextInt(120)));
        }
        TextObstacles surroundings = with(Placement.Wrap.BESIDE, Placement.Around.NONE, boxes.toArray(Box[]::new));
        for (double top = 0; top < 600; top += 17) {
            Spans.Span span = surroundings.free(0, WIDTH, top, 12);
            double clear = surroundings.clear(20, 200, top, 12);
            assertThat(span.top()).isGreaterThanOrEqualTo(top);
            assertThat(clear).isGreaterThanOrEqualTo(top);
            for (Box box : boxes) {
                assertThat(box.liesOn(span.left(), span.right(), span.top(), 12))
                        .isFalse();
                assertThat(box.liesOn(20, 200, clear, 12)).isFalse();
            }
        }
    }
}
