package lectomen.engine.layout;

import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.page.Box;
import lectomen.engine.prepare.InkMask;
import lectomen.engine.prepare.Letters;
import lectomen.engine.prepare.Marks;

/**
 * Finds the text areas of a straightened page. Rules come off first, light print on dark is turned about, and paler ink such as
 * stamps is kept apart; what is left in the size of letters is gathered into pieces of lines. Letters that make no line across
 * may make one that runs up or down.
 *
 * <p>Cost is a few passes over the pixels and, for lines, letters times those near them.
 */
public final class PageLayout {
    private static final double WIDEST_GAP = 1.6;
    private static final double WIDEST_GAP_TURNED = 1.5;
    private static final int LEAST_TURNED = 5;
    private static final double USUAL_GAP_TURNED = 0.45;
    private static final double MARGIN = 0.05;
    /** In widths of the widest letter. */
    private static final double ALONE = 1.3;

    private final Sheet sheet;
    private final Sheet turnedSheet;
    private final List<LineSpot> lines;
    private final List<Turned> turned;

    /**
     * Print that may run up the page.
     *
     * @param across the pieces that it is if it does not: short numbers of a table's column stand over each other as letters do
     */
    public record Turned(LineSpot upwards, List<LineSpot> across) {}

    private PageLayout(Sheet sheet, Sheet turnedSheet, List<LineSpot> lines, List<Turned> turned) {
        this.sheet = sheet;
        this.turnedSheet = turnedSheet;
        this.lines = lines;
        this.turned = List.copyOf(turned);
    }

    /**
     * @param page level
     * @param ink of it, which is used up
     */
    public static PageLayout of(PagePixels page, InkMask ink) {
        BufferedImage grey = Pixels.as(ColourDepth.GREY, page.image());
        Sheet sheet = new Sheet(Pixels.bytes(grey).clone(), ink, page.dotsPerInchX());
        RuledLines.erase(sheet);
        LightPrint.turnAbout(sheet);
        if (page.ink() != ColourDepth.BLACK_AND_WHITE) {
            PaleInk.erase(sheet);
        }
        List<Marks.Mark> marks = Marks.of(sheet.mask());
        Letters letters = Letters.of(marks, sheet.dotsPerInch());
        Letters freed = TouchingLetters.freed(letters, marks, TextLines.of(letters, WIDEST_GAP), sheet);
        List<LineSpot> level = TextLines.of(freed, WIDEST_GAP);
        List<LineSpot> alone =
                level.stream().filter(PageLayout::isAlone).collect(Collectors.toCollection(ArrayList::new));
        List<Turned> turned = new ArrayList<>();
        for (LineSpot spot : turned(alone, freed, sheet)) {
            List<LineSpot> across = alone.stream()
                    .filter(other -> spot.letters().containsAll(onTurned(other.letters(), sheet)))
                    .toList();
            alone.removeAll(across);
            turned.add(new Turned(spot, across));
        }
        List<LineSpot> lines = level.stream()
                .filter(spot -> turned.stream().noneMatch(line -> line.across().contains(spot)))
                .toList();
        return new PageLayout(sheet, turned.isEmpty() ? sheet : quarterTurned(sheet), lines, turned);
    }

    /** Those that run across. */
    public List<LineSpot> lines() {
        return lines;
    }

    /** Those that seem to run up or down; which they do is seen when they are read. */
    public List<Turned> turned() {
        return turned;
    }

    /** One or two letters, or some that stand over each other. */
    private static boolean isAlone(LineSpot spot) {
        int widest =
                spot.letters().stream().mapToInt(Letters.Letter::width).max().orElse(0);
        return spot.letters().size() <= 2 || spot.right() - spot.left() <= ALONE * widest;
    }

    /** Letters that stand alone, gathered from the bottom up. */
    private static List<LineSpot> turned(List<LineSpot> pieces, Letters all, Sheet sheet) {
        List<Letters.Letter> alone =
                pieces.stream().flatMap(piece -> piece.letters().stream()).toList();
        if (alone.size() < LEAST_TURNED) {
            return List.of();
        }
        Letters over = new Letters(onTurned(alone, sheet), onTurned(all.small(), sheet), all.usualHeight());
        List<LineSpot> found = new ArrayList<>();
        for (LineSpot spot : TextLines.of(over, WIDEST_GAP_TURNED)) {
            double inked =
                    spot.letters().stream().mapToInt(Letters.Letter::width).sum();
            double gaps = (spot.right() - spot.left() - inked) / spot.letters().size();
            if (spot.letters().size() >= LEAST_TURNED && gaps <= USUAL_GAP_TURNED * spot.height()) {
                found.add(spot.turned(LineSpot.Turn.UPWARDS));
            }
        }
        found.sort(Comparator.comparingDouble(LineSpot::top).reversed().thenComparingInt(LineSpot::left));
        return found;
    }

    /** The page turned by a quarter to the right: what ran up the page runs across. */
    private static List<Letters.Letter> onTurned(List<Letters.Letter> letters, Sheet sheet) {
        return letters.stream()
                .map(letter -> new Letters.Letter(
                        sheet.height() - letter.bottom(), letter.left(), sheet.height() - letter.top(), letter.right()))
                .toList();
    }

    @SuppressWarnings("ArgumentSelectionDefectChecker") // what was high is wide now
    private static Sheet quarterTurned(Sheet sheet) {
        byte[] grey = new byte[sheet.grey().length];
        int width = sheet.width();
        int height = sheet.height();
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                grey[x * height + (height - 1 - y)] = sheet.grey()[y * width + x];
            }
        }
        return new Sheet(grey, new InkMask(new byte[0], height, width), sheet.dotsPerInch());
    }

    /** How far left of its letters a piece's picture begins. */
    private static int side(LineSpot spot) {
        return (int) Math.max(2, spot.height() / 5);
    }

    /**
     * The piece in grey, level, with a small margin; a line that runs down is read on its head otherwise.
     *
     * <p>Each column is moved by how far the line has sunk there, between points along the straight line from one to the next.
     */
    public BufferedImage picture(LineSpot spot) {
        return picture(spot, 0);
    }

    /** @param lower by how much of its height the picture begins lower */
    public BufferedImage picture(LineSpot spot, double lower) {
        Sheet of = spot.turn() == LineSpot.Turn.LEVEL ? sheet : turnedSheet;
        int margin = (int) Math.max(1, Math.round(MARGIN * spot.height()));
        int side = side(spot);
        int left = spot.left() - side;
        int width = spot.right() + side - left;
        double top = spot.top() - margin + lower * spot.height();
        int height = (int) Math.max(3, Math.round(spot.height() + 2 * margin));
        BufferedImage picture = Pixels.empty(width, height, ColourDepth.GREY);
        byte[] to = Pixels.bytes(picture);
        boolean onHead = spot.turn() == LineSpot.Turn.DOWNWARDS;
        for (int x = 0; x < width; x++) {
            int fromX = Math.max(0, Math.min(of.width() - 1, left + x));
            double begin = top + spot.sunkAt(left + x);
            int row = (int) Math.floor(begin);
            int next = (int) Math.round((begin - row) * 256);
            int toX = onHead ? width - 1 - x : x;
            for (int y = 0; y < height; y++) {
                int one = of.greyAt(clamped(row + y, of.height()) * of.width() + fromX);
                int two = of.greyAt(clamped(row + y + 1, of.height()) * of.width() + fromX);
                int toY = onHead ? height - 1 - y : y;
                to[toY * width + toX] = (byte) ((one * (256 - next) + two * next + 128) >> 8);
            }
        }
        return picture;
    }

    private static int clamped(int value, int count) {
        return Math.max(0, Math.min(count - 1, value));
    }

    /**
     * Where a part of a piece stands on the page, in pixels of the page.
     *
     * @param from where the part begins in the piece's picture, in its pixels from the left
     */
    @SuppressWarnings("ArgumentSelectionDefectChecker") // a turned box is as wide as it was high
    public Box box(LineSpot spot, double from, double to) {
        boolean onHead = spot.turn() == LineSpot.Turn.DOWNWARDS;
        double begin = spot.left() - side(spot) + from;
        double end = spot.left() - side(spot) + to;
        if (onHead) {
            double sum = spot.left() + spot.right();
            double other = begin;
            begin = sum - end;
            end = sum - other;
        }
        double slack = spot.height() * 0.25;
        double left = Double.MAX_VALUE;
        double right = 0;
        for (Letters.Letter letter : spot.letters()) {
            double middle = (letter.left() + letter.right()) / 2.0;
            if (middle >= begin - slack && middle <= end + slack) {
                left = Math.min(left, letter.left());
                right = Math.max(right, letter.right());
            }
        }
        if (left >= right) {
            left = begin;
            right = Math.max(begin + 1, end);
        }
        double sunk = spot.sunkAt((left + right) / 2);
        Box box = new Box(left, spot.top() + sunk, right - left, spot.height());
        return spot.turn() == LineSpot.Turn.LEVEL
                ? box
                : new Box(box.top(), sheet.height() - box.right(), box.height(), box.width());
    }

    /** The same piece read from its other end; only for pieces that run up. */
    public LineSpot onItsHead(LineSpot spot) {
        return spot.turned(LineSpot.Turn.DOWNWARDS);
    }
}
