package lectomen.engine.flow;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;

/**
 * One property of text or of a paragraph.
 *
 * @param <T> what it is measured in
 */
public final class FormatProperty<T> {
    /** The longest side of a page, in points; nothing is measured beyond. */
    static final double FAR = 14_400;

    private static final List<FormatProperty<?>> ALL = new ArrayList<>();

    // Of text.
    public static final FormatProperty<String> FONT = new FormatProperty<>("Liberation Serif");
    public static final FormatProperty<Double> SIZE = measure(10, 0.5, 1_638);
    public static final FormatProperty<Boolean> BOLD = new FormatProperty<>(false);
    public static final FormatProperty<Boolean> ITALIC = new FormatProperty<>(false);
    public static final FormatProperty<Underline> UNDERLINE = new FormatProperty<>(Underline.NONE);
    public static final FormatProperty<Boolean> STRUCK = new FormatProperty<>(false);
    public static final FormatProperty<OptionalInt> COLOUR = new FormatProperty<>(OptionalInt.empty());
    /** Behind the letters. */
    public static final FormatProperty<OptionalInt> MARKER = new FormatProperty<>(OptionalInt.empty());

    public static final FormatProperty<Boolean> CAPITALS = new FormatProperty<>(false);
    public static final FormatProperty<Boolean> SMALL_CAPITALS = new FormatProperty<>(false);
    public static final FormatProperty<Script> SCRIPT = new FormatProperty<>(Script.LINE);
    /** How far above the line's foot; negative for below. */
    public static final FormatProperty<Double> RAISED = measure(0, -1_638, 1_638);
    /** Between letters. */
    public static final FormatProperty<Double> SPACING = measure(0, -1_638, 1_638);
    /** Of the letters' width. */
    public static final FormatProperty<Double> STRETCH = measure(1, 0.01, 10);

    public static final FormatProperty<Boolean> HIDDEN = new FormatProperty<>(false);
    public static final FormatProperty<Boolean> RIGHT_TO_LEFT = new FormatProperty<>(false);
    public static final FormatProperty<String> LANGUAGE = new FormatProperty<>("");
    /** What kind of font it is, for one that is not at hand. */
    public static final FormatProperty<FontKind> FONT_KIND = new FormatProperty<>(FontKind.UNKNOWN);

    // Of a paragraph.
    public static final FormatProperty<Align> ALIGN = new FormatProperty<>(Align.START);
    public static final FormatProperty<Double> LEFT = measure(0, -FAR, FAR);
    public static final FormatProperty<Double> RIGHT = measure(0, -FAR, FAR);
    /** The first line's, from the left indent; negative for hanging. */
    public static final FormatProperty<Double> FIRST = measure(0, -FAR, FAR);

    public static final FormatProperty<Double> BEFORE = measure(0, 0, FAR);
    public static final FormatProperty<Double> AFTER = measure(0, 0, FAR);
    /** No space between paragraphs of one style. */
    public static final FormatProperty<Boolean> CLOSED_UP = new FormatProperty<>(false);

    public static final FormatProperty<Leading> LEADING = new FormatProperty<>(Leading.SINGLE);
    public static final FormatProperty<Boolean> WITH_NEXT = new FormatProperty<>(false);
    public static final FormatProperty<Boolean> TOGETHER = new FormatProperty<>(false);
    public static final FormatProperty<Boolean> NEW_PAGE = new FormatProperty<>(false);
    /** At least two lines on either side of a page's end. */
    public static final FormatProperty<Boolean> NO_LONE_LINES = new FormatProperty<>(false);

    public static final FormatProperty<List<TabStop>> TABS = new FormatProperty<>(List.of());
    public static final FormatProperty<Edges> BORDERS = new FormatProperty<>(Edges.NONE);
    public static final FormatProperty<OptionalInt> SHADING = new FormatProperty<>(OptionalInt.empty());
    /** A heading's level from 1; 0 for none. */
    public static final FormatProperty<Integer> HEADING = new FormatProperty<>(0);

    public static final FormatProperty<Boolean> FROM_RIGHT = new FormatProperty<>(false);

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

    private FormatProperty(T usual) {
        this(usual, UnaryOperator.identity());
    }

    private FormatProperty(T usual, UnaryOperator<T> within) {
        this.place = ALL.size();
        this.usual = usual;
        this.within = within;
        ALL.add(this);
    }

    /** What a file says beyond its bounds is taken as the bound. */
    private static FormatProperty<Double> measure(double usual, double least, double most) {
        return new FormatProperty<>(usual, value -> Math.max(least, Math.min(most, value)));
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
