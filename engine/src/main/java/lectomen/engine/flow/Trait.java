package lectomen.engine.flow;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;

/**
 * One thing that a look says of text or of a paragraph.
 *
 * @param <T> what it is measured in
 */
public final class Trait<T> {
    /** The longest side of a page, in points; nothing is measured beyond. */
    static final double FAR = 14_400;

    private static final List<Trait<?>> ALL = new ArrayList<>();

    // Of text.
    public static final Trait<String> FONT = new Trait<>("Liberation Serif");
    public static final Trait<Double> SIZE = measure(10, 0.5, 1_638);
    public static final Trait<Boolean> BOLD = new Trait<>(false);
    public static final Trait<Boolean> ITALIC = new Trait<>(false);
    public static final Trait<Underline> UNDERLINE = new Trait<>(Underline.NONE);
    public static final Trait<Boolean> STRUCK = new Trait<>(false);
    public static final Trait<OptionalInt> COLOUR = new Trait<>(OptionalInt.empty());
    /** Behind the letters. */
    public static final Trait<OptionalInt> MARKER = new Trait<>(OptionalInt.empty());

    public static final Trait<Boolean> CAPITALS = new Trait<>(false);
    public static final Trait<Boolean> SMALL_CAPITALS = new Trait<>(false);
    public static final Trait<Script> SCRIPT = new Trait<>(Script.LINE);
    /** How far above the line's foot; negative for below. */
    public static final Trait<Double> RAISED = measure(0, -1_638, 1_638);
    /** Between letters. */
    public static final Trait<Double> SPACING = measure(0, -1_638, 1_638);
    /** Of the letters' width. */
    public static final Trait<Double> STRETCH = measure(1, 0.01, 10);

    public static final Trait<Boolean> HIDDEN = new Trait<>(false);
    public static final Trait<Boolean> RIGHT_TO_LEFT = new Trait<>(false);
    public static final Trait<String> LANGUAGE = new Trait<>("");
    /** What kind of font it is, for one that is not at hand. */
    public static final Trait<FontKind> FONT_KIND = new Trait<>(FontKind.UNKNOWN);

    // Of a paragraph.
    public static final Trait<Align> ALIGN = new Trait<>(Align.START);
    public static final Trait<Double> LEFT = measure(0, -FAR, FAR);
    public static final Trait<Double> RIGHT = measure(0, -FAR, FAR);
    /** The first line's, from the left indent; negative for hanging. */
    public static final Trait<Double> FIRST = measure(0, -FAR, FAR);

    public static final Trait<Double> BEFORE = measure(0, 0, FAR);
    public static final Trait<Double> AFTER = measure(0, 0, FAR);
    /** No space between paragraphs of one style. */
    public static final Trait<Boolean> CLOSED_UP = new Trait<>(false);

    public static final Trait<Leading> LEADING = new Trait<>(Leading.SINGLE);
    public static final Trait<Boolean> WITH_NEXT = new Trait<>(false);
    public static final Trait<Boolean> TOGETHER = new Trait<>(false);
    public static final Trait<Boolean> NEW_PAGE = new Trait<>(false);
    /** At least two lines on either side of a page's end. */
    public static final Trait<Boolean> NO_LONE_LINES = new Trait<>(false);

    public static final Trait<List<TabStop>> TABS = new Trait<>(List.of());
    public static final Trait<Edges> BORDERS = new Trait<>(Edges.NONE);
    public static final Trait<OptionalInt> SHADING = new Trait<>(OptionalInt.empty());
    /** A heading's level from 1; 0 for none. */
    public static final Trait<Integer> HEADING = new Trait<>(0);

    public static final Trait<Boolean> FROM_RIGHT = new Trait<>(false);

    /** How letters stand to their line. */
    public enum Script {
        LINE,
        ABOVE,
        BELOW
    }

    public enum Underline {
        NONE,
        SINGLE,
        DOUBLE,
        THICK,
        DOTTED,
        DASHED,
        WAVED,
        WORDS
    }

    public enum Align {
        START,
        LEFT,
        CENTRE,
        RIGHT,
        END,
        BOTH,
        /** The last line too. */
        SPREAD
    }

    public enum FontKind {
        UNKNOWN,
        ROMAN,
        SWISS,
        MONO,
        SCRIPT,
        DECORATIVE;

        /** Of the word that office formats have for it. @param fixed whether its letters are all as wide */
        public static FontKind of(String family, boolean fixed) {
            if (fixed) {
                return MONO;
            }
            return switch (family) {
                case "roman" -> ROMAN;
                case "swiss" -> SWISS;
                case "modern" -> MONO;
                case "script" -> SCRIPT;
                case "decorative" -> DECORATIVE;
                default -> UNKNOWN;
            };
        }
    }

    final int place;
    private final T usual;

    private final UnaryOperator<T> within;

    private Trait(T usual) {
        this(usual, UnaryOperator.identity());
    }

    private Trait(T usual, UnaryOperator<T> within) {
        this.place = ALL.size();
        this.usual = usual;
        this.within = within;
        ALL.add(this);
    }

    /** What a file says beyond its bounds is taken as the bound. */
    private static Trait<Double> measure(double usual, double least, double most) {
        return new Trait<>(usual, value -> Math.max(least, Math.min(most, value)));
    }

    T within(T value) {
        return within.apply(value);
    }

    /** What holds where nothing is said. */
    public T usual() {
        return usual;
    }

    static int count() {
        return ALL.size();
    }

    /** A colour that is given. */
    public static OptionalInt colour(int rgb) {
        return OptionalInt.of(rgb);
    }

    /** Of RRGGBB; empty for anything else. */
    public static Optional<OptionalInt> findColour(String hex) {
        return hex.matches("[0-9a-fA-F]{6}")
                ? Optional.of(OptionalInt.of(Integer.parseInt(hex, 16)))
                : Optional.empty();
    }
}
