package lectomen.engine.typeset;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Random;
import java.util.stream.IntStream;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Placement;
import lectomen.engine.flow.Properties;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.Table;
import lectomen.engine.font.FontBook;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Whatever a document is made of: each of its words is drawn once, in its order, on the paper, and no line lies on another. */
class TypesetterTest {
    private static final Section.Paper PAPER = new Section.Paper(400, 300, 40, 40, 40, 40, 20, 20, Edges.NONE);
    private static final double SLACK = 0.1;

    private int words;

    static IntStream seeds() {
        return IntStream.range(0, 200);
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void eachWordIsDrawnOnceInItsOrder(int seed) {
        Typeset set = Typesetter.set(document(new Random(seed)), FontBook.shipped());
        List<Integer> drawn = new ArrayList<>();
        for (SetPage page : set.pages()) {
            for (Mark mark : page.marks()) {
                if (mark instanceof Mark.Words letters) {
                    for (String word : letters.plain().strip().split("\\s+")) {
                        if (word.matches("w\\d+")) {
                            drawn.add(Integer.parseInt(word.substring(1)));
                        }
                    }
                }
            }
        }
        List<Integer> sorted = new ArrayList<>(drawn);
        Collections.sort(sorted);
        assertThat(sorted).isEqualTo(IntStream.range(0, words).boxed().toList());
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void nothingLiesBesideThePaperOrOnAnotherLine(int seed) {
        Typeset set = Typesetter.set(document(new Random(seed)), FontBook.shipped());
        for (SetPage page : set.pages()) {
            List<Mark.Words> all = page.marks().stream()
                    .filter(Mark.Words.class::isInstance)
                    .map(Mark.Words.class::cast)
                    .toList();
            for (Mark.Words one : all) {
                assertThat(one.left()).isGreaterThanOrEqualTo(PAPER.left() - SLACK);
                assertThat(one.baseline()).isBetween(PAPER.top(), page.height() - PAPER.bottom() + SLACK);
            }
            for (Mark.Words one : all) {
                for (Mark.Words other : all) {
                    assertThat(one != other && lieOnEachOther(one, other))
                            .as(one.text() + " on " + other.text())
                            .isFalse();
                }
            }
        }
    }

    private static boolean lieOnEachOther(Mark.Words one, Mark.Words other) {
        double inkOne = one.width() - blankBehind(one);
        boolean across = one.left() + inkOne > other.left() + SLACK
                && other.left() + other.width() - blankBehind(other) > one.left() + SLACK;
        double apart = Math.abs(one.baseline() - other.baseline());
        return across && apart < Math.min(one.size(), other.size()) * 0.9;
    }

    /** Blanks at a line's end hang over. */
    private static double blankBehind(Mark.Words words) {
        int blanks = words.text().length() - words.text().stripTrailing().length();
        return blanks * (words.font().width(' ') * words.size() + words.widerBlanks());
    }

    private FlowDocument document(Random random) {
        words = 0;
        List<Section> sections = new ArrayList<>();
        int count = 1 + random.nextInt(3);
        for (int i = 0; i < count; i++) {
            int columns = 1 + random.nextInt(2);
            sections.add(new Section(
                    PAPER,
                    Section.Columns.even(columns, PAPER.textWidth(), 16),
                    random.nextBoolean() ? Section.Start.SAME_PAGE : Section.Start.NEW_PAGE,
                    false,
                    Section.Running.NONE,
                    Section.Running.NONE,
                    Section.PageNumbers.USUAL,
                    Section.VerticalAlign.TOP,
                    blocks(random, 2 + random.nextInt(8), 0)));
        }
        return new FlowDocument(Properties.NONE, FlowDocument.Settings.USUAL, sections, new ContentInventory());
    }

    private List<Block> blocks(Random random, int count, int depth) {
        List<Block> blocks = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            if (depth == 0 && random.nextInt(6) == 0) {
                blocks.add(aside(random));
            }
            blocks.add(depth < 2 && random.nextInt(5) == 0 ? table(random, depth) : paragraph(random, depth));
        }
        return blocks;
    }

    private Paragraph paragraph(Random random, int depth) {
        Formatting look = Formatting.NONE
                .with(FormatProperty.FONT, random.nextBoolean() ? "Liberation Sans" : "Liberation Serif")
                .with(FormatProperty.SIZE, 7.0 + random.nextInt(6))
                .with(FormatProperty.BEFORE, (double) random.nextInt(10))
                .with(FormatProperty.AFTER, (double) random.nextInt(10))
                .with(FormatProperty.LEFT, depth == 0 ? random.nextInt(20) : 0.0)
                .with(FormatProperty.NO_LONE_LINES, random.nextBoolean())
                .with(FormatProperty.WITH_NEXT, random.nextInt(4) == 0)
                .with(FormatProperty.TOGETHER, random.nextInt(6) == 0)
                .with(
                        FormatProperty.ALIGN,
                        FormatProperty.Align.values()[random.nextInt(FormatProperty.Align.values().length)]);
        List<Inline> inlines = new ArrayList<>();
        int runs = 1 + random.nextInt(4);
        for (int i = 0; i < runs; i++) {
            StringBuilder text = new StringBuilder();
            int length = 1 + random.nextInt(depth == 0 ? 25 : 6);
            for (int word = 0; word < length; word++) {
                text.append('w').append(words++).append(' ');
            }
            inlines.add(new Inline.Text(text.toString(), look.with(FormatProperty.BOLD, random.nextBoolean()), ""));
        }
        if (depth == 0 && random.nextInt(6) == 0) {
            Paragraph note =
                    new Paragraph("", look, look, Optional.empty(), List.of(new Inline.Text("w" + words++, look, "")));
            inlines.add(new Inline.Note(Inline.Note.Kind.FOOT, "*", look, List.of(note)));
        }
        return new Paragraph("", look, look, Optional.empty(), inlines);
    }

    private Aside aside(Random random) {
        Placement.Across.Side side = random.nextBoolean() ? Placement.Across.Side.LEFT : Placement.Across.Side.RIGHT;
        return new Aside(
                List.of(random.nextBoolean() ? paragraph(random, 2) : table(random, 1)),
                new Placement(
                        new Placement.Across(Placement.Across.From.COLUMN, side, 0),
                        new Placement.Down(
                                Placement.Down.Origin.PARAGRAPH, Placement.Down.Level.OFFSET, random.nextInt(12)),
                        random.nextInt(3) == 0 ? Placement.Wrap.ABOVE_AND_BELOW : Placement.Wrap.BESIDE,
                        new Placement.Around(2, 6, 2, 6),
                        false),
                random.nextBoolean() ? OptionalDouble.of(70) : OptionalDouble.empty(),
                random.nextInt(40));
    }

    private Table table(Random random, int depth) {
        int columns = depth == 0 ? 1 + random.nextInt(2) : 1;
        List<Table.Row> rows = new ArrayList<>();
        int count = 1 + random.nextInt(6);
        for (int row = 0; row < count; row++) {
            List<Table.Cell> cells = new ArrayList<>();
            for (int column = 0; column < columns; column++) {
                cells.add(new Table.Cell(
                        column,
                        1,
                        1,
                        Edges.NONE,
                        OptionalInt.empty(),
                        new FlowObject.Inside(1, 3, 1, 3, Section.VerticalAlign.TOP),
                        false,
                        0,
                        blocks(random, 1 + random.nextInt(2), depth + 1)));
            }
            rows.add(new Table.Row(cells, OptionalDouble.empty(), false, false, random.nextInt(5) == 0));
        }
        return new Table(
                Collections.nCopies(columns, depth == 0 ? 75.0 : 60.0),
                OptionalDouble.empty(),
                false,
                FormatProperty.Align.START,
                0,
                rows,
                false);
    }
}
