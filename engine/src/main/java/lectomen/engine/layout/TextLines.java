package lectomen.engine.layout;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleFunction;
import lectomen.engine.prepare.Letters;

/**
 * Finds pieces of text lines: letters beside each other at one height, with gaps no wider than between words. What is wider
 * apart, such as the cells of a table or two columns, makes pieces of its own. Dots, accents and commas join the piece that they
 * belong to.
 */
final class TextLines {
    private static final double SAME_ROW = 0.6;
    private static final double HIGHER_BY = 1.7;
    private static final double SAME_HEIGHT = 0.35;
    private static final double ABOVE = 0.5;
    private static final double BELOW = 0.4;
    private static final double UNLIKE = 2.4;
    /** A piece that is taller, in heights of its usual letter, holds more than one line. */
    private static final double ONE_LINE = 3.1;

    private static final double BRIDGE = 1.5;
    private static final double PART = 0.45;
    private static final int LETTERS_OF_A_WORD = 4;

    private final List<Letters.Letter> letters;
    private final List<Letters.Letter> small;
    private final double usual;
    private final double widestGap;

    private TextLines(Letters all, double widestGap) {
        this.letters = new ArrayList<>(all.letters());
        this.letters.sort(Comparator.comparingInt(Letters.Letter::left));
        this.small = all.small();
        this.usual = all.usualHeight();
        this.widestGap = widestGap;
    }

    /** @param widestGap within a piece, in heights of its letters */
    static List<LineSpot> of(Letters all, double widestGap) {
        return new TextLines(all, widestGap).find();
    }

    private List<LineSpot> find() {
        List<List<Letters.Letter>> groups = new ArrayList<>();
        for (List<Letters.Letter> group : groups(letters)) {
            groups.addAll(lines(group));
        }
        return spots(joined(groups));
    }

    /** Letters that link two lines, such as those of a stamp, are taken out of a group that is too tall. */
    private List<List<Letters.Letter>> lines(List<Letters.Letter> group) {
        double median = median(group);
        if (around(group).height() <= ONE_LINE * median || group.size() < 4) {
            return List.of(group);
        }
        List<Letters.Letter> bridges = new ArrayList<>();
        List<Letters.Letter> rest = new ArrayList<>();
        for (Letters.Letter letter : group) {
            (letter.height() > BRIDGE * median ? bridges : rest).add(letter);
        }
        List<List<Letters.Letter>> lines = new ArrayList<>(groups(rest));
        for (Letters.Letter bridge : bridges) {
            home(bridge, lines, median);
        }
        return lines;
    }

    /** A letter that fits into one line, such as a capital, comes back to it; else it stands alone. */
    private void home(Letters.Letter letter, List<List<Letters.Letter>> lines, double median) {
        List<Letters.Letter> best = null;
        double nearest = Double.MAX_VALUE;
        for (List<Letters.Letter> line : lines) {
            for (Letters.Letter other : line) {
                double gap = Math.max(other.left() - letter.right(), letter.left() - other.right());
                boolean feet = Math.abs(other.bottom() - letter.bottom()) < 0.5 * median;
                if (feet && gap < widestGap * letter.height() && gap < nearest && letter.height() < 2.3 * median) {
                    nearest = gap;
                    best = line;
                }
            }
        }
        if (best == null) {
            lines.add(new ArrayList<>(List.of(letter)));
        } else {
            best.add(letter);
        }
    }

    private List<List<Letters.Letter>> groups(List<Letters.Letter> of) {
        int[] parents = new int[of.size()];
        Arrays.setAll(parents, i -> i);
        for (int i = 0; i < of.size(); i++) {
            Letters.Letter one = of.get(i);
            for (int j = i + 1; j < of.size(); j++) {
                Letters.Letter next = of.get(j);
                double gap = widestGap * Math.max(usual * 0.8, Math.max(one.height(), next.height()));
                if (next.left() - one.right() > gap) {
                    if (next.left() - one.left() > gap + 4 * usual + one.width()) {
                        break;
                    }
                    continue;
                }
                if (sharedHeight(one, next) >= SAME_HEIGHT && alike(one, next)) {
                    parents[root(parents, j)] = root(parents, i);
                }
            }
        }
        List<List<Letters.Letter>> groups = new ArrayList<>();
        int[] groupOf = new int[of.size()];
        Arrays.fill(groupOf, -1);
        for (int i = 0; i < of.size(); i++) {
            int root = root(parents, i);
            if (groupOf[root] < 0) {
                groupOf[root] = groups.size();
                groups.add(new ArrayList<>());
            }
            groups.get(groupOf[root]).add(of.get(i));
        }
        return groups;
    }

    /** Parts of letters, such as the dots of a headline, lie within the line that they belong to and are lower. */
    private static List<List<Letters.Letter>> joined(List<List<Letters.Letter>> groups) {
        List<LineSpot> spots = groups.stream().map(TextLines::around).toList();
        List<List<Letters.Letter>> joined = new ArrayList<>();
        for (int i = 0; i < groups.size(); i++) {
            LineSpot own = spots.get(i);
            int owner = -1;
            for (int j = 0; j < groups.size() && owner < 0; j++) {
                LineSpot other = spots.get(j);
                boolean within = j != i
                        && other.letters().size() >= LETTERS_OF_A_WORD
                        && own.height() < PART * other.height()
                        && own.left() >= other.left()
                        && own.right() <= other.right()
                        && own.top() - other.sunkAt(own.left()) >= other.top() - PART * other.height()
                        && own.bottom() - other.sunkAt(own.left()) <= other.bottom() + PART * other.height();
                owner = within ? j : -1;
            }
            if (owner < 0) {
                joined.add(groups.get(i));
            } else {
                groups.get(owner).addAll(groups.get(i));
            }
        }
        return joined;
    }

    private static double median(List<Letters.Letter> of) {
        return of.stream()
                .mapToInt(Letters.Letter::height)
                .sorted()
                .skip(of.size() / 2)
                .findFirst()
                .orElse(1);
    }

    private static boolean alike(Letters.Letter one, Letters.Letter other) {
        double ratio = (double) Math.max(one.height(), other.height()) / Math.min(one.height(), other.height());
        return ratio < UNLIKE;
    }

    private static double sharedHeight(Letters.Letter one, Letters.Letter other) {
        int both = Math.min(one.bottom(), other.bottom()) - Math.max(one.top(), other.top());
        return (double) both / Math.min(one.height(), other.height());
    }

    private static int root(int[] parents, int at) {
        int root = at;
        while (parents[root] != root) {
            parents[root] = parents[parents[root]];
            root = parents[root];
        }
        return root;
    }

    private List<LineSpot> spots(List<List<Letters.Letter>> groups) {
        List<LineSpot> bare = groups.stream().map(TextLines::around).toList();
        List<List<Letters.Letter>> marks = new ArrayList<>();
        groups.forEach(group -> marks.add(new ArrayList<>()));
        for (Letters.Letter mark : small) {
            int at = nearest(mark, bare);
            if (at >= 0) {
                marks.get(at).add(mark);
            }
        }
        List<LineSpot> whole = new ArrayList<>();
        for (int i = 0; i < bare.size(); i++) {
            whole.add(withMarks(bare.get(i), marks.get(i)));
        }
        TypicalLine usualLine = new TypicalLine(whole);
        whole.replaceAll(usualLine::cutBack);
        whole.sort(Comparator.comparingDouble(LineSpot::top).thenComparingInt(LineSpot::left));
        return whole.stream()
                .map(spot -> usualLine.cutBack(ofItsRow(spot, whole)))
                .toList();
    }

    /** A word without tall letters would be taken for capitals: it is seen at the height of what stands beside it. */
    private static LineSpot ofItsRow(LineSpot spot, List<LineSpot> all) {
        double top = spot.top();
        double bottom = spot.bottom();
        double height = spot.height();
        for (LineSpot other : all) {
            double both = Math.min(spot.bottom(), other.bottom()) - Math.max(spot.top(), other.top());
            boolean beside = both >= SAME_ROW * Math.min(height, other.height());
            if (beside && other.height() <= HIGHER_BY * height && other.height() >= height / HIGHER_BY) {
                top = Math.min(top, other.top());
                bottom = Math.max(bottom, other.bottom());
            }
        }
        return bottom - top <= HIGHER_BY * height ? spot.between(top, bottom) : spot;
    }

    private static int nearest(Letters.Letter mark, List<LineSpot> bare) {
        double x = (mark.left() + mark.right()) / 2.0;
        double y = (mark.top() + mark.bottom()) / 2.0;
        int best = -1;
        double nearest = Double.MAX_VALUE;
        for (int i = 0; i < bare.size(); i++) {
            LineSpot spot = bare.get(i);
            double height = spot.height();
            boolean beside = x > spot.left() - 0.6 * height && x < spot.right() + 0.8 * height;
            double level = y - spot.sunkAt(x);
            boolean near = level > spot.top() - ABOVE * height && level < spot.bottom() + BELOW * height;
            double away = Math.abs(level - (spot.top() + spot.bottom()) / 2.0) / height;
            if (beside && near && away < nearest) {
                nearest = away;
                best = i;
            }
        }
        return best;
    }

    /** Marks widen a piece, and make it taller by no more than an accent or a tail does. */
    private static LineSpot withMarks(LineSpot bare, List<Letters.Letter> marks) {
        if (marks.isEmpty()) {
            return bare;
        }
        int left = bare.left();
        int right = bare.right();
        double top = bare.top();
        double bottom = bare.bottom();
        List<Letters.Letter> all = new ArrayList<>(bare.letters());
        for (Letters.Letter mark : marks) {
            all.add(mark);
            left = Math.min(left, mark.left());
            right = Math.max(right, mark.right());
            double sunk = bare.sunkAt((mark.left() + mark.right()) / 2.0);
            top = Math.min(top, Math.max(bare.top() - 0.3 * bare.height(), mark.top() - sunk));
            bottom = Math.max(bottom, Math.min(bare.bottom() + 0.25 * bare.height(), mark.bottom() - sunk));
        }
        double moved = bare.slope() * ((left + right) / 2.0 - (bare.left() + bare.right()) / 2.0);
        return new LineSpot(left, top + moved, right, bottom + moved, bare.slope(), all, bare.turn());
    }

    private static LineSpot around(List<Letters.Letter> letters) {
        int left = Integer.MAX_VALUE;
        int right = 0;
        for (Letters.Letter letter : letters) {
            left = Math.min(left, letter.left());
            right = Math.max(right, letter.right());
        }
        double slope = slope(letters, right - left);
        double middle = (left + right) / 2.0;
        double top = edge(letters, letter -> letter.top() - slope * (letter.left() - middle), 1);
        double bottom = -edge(letters, letter -> letter.bottom() - slope * (letter.left() - middle), -1);
        return new LineSpot(left, top, right, bottom, slope, letters, LineSpot.Turn.LEVEL);
    }

    /** The outermost of the edges, but for one that is far out: a smear or a part of the next line. */
    private static double edge(List<Letters.Letter> letters, ToDoubleFunction<Letters.Letter> of, int sign) {
        double[] edges = letters.stream()
                .mapToDouble(letter -> sign * of.applyAsDouble(letter))
                .sorted()
                .toArray();
        if (edges.length < 6) {
            return edges[0];
        }
        double height = median(letters);
        return Math.max(edges[0], edges[edges.length / 10] - 0.6 * height);
    }

    /** Of the feet of its letters, by least squares; tails that hang below are left out again and again. */
    private static double slope(List<Letters.Letter> letters, int width) {
        double height =
                letters.stream().mapToInt(Letters.Letter::height).average().orElse(1);
        if (letters.size() < 6 || width < 6 * height) {
            return 0;
        }
        double slope = 0;
        double base = letters.stream()
                .mapToInt(Letters.Letter::bottom)
                .sorted()
                .skip(letters.size() / 2)
                .findFirst()
                .orElse(0);
        double middle = letters.get(0).left() + width / 2.0;
        double allowed = 0.9 * height;
        for (int round = 0; round < 4; round++) {
            double n = 0;
            double sx = 0;
            double sy = 0;
            double sxx = 0;
            double sxy = 0;
            for (Letters.Letter letter : letters) {
                double x = (letter.left() + letter.right()) / 2.0 - middle;
                double y = letter.bottom();
                if (Math.abs(y - base - slope * x) <= allowed) {
                    n++;
                    sx += x;
                    sy += y;
                    sxx += x * x;
                    sxy += x * y;
                }
            }
            double spread = n * sxx - sx * sx;
            if (n < 4 || spread <= 0) {
                return 0;
            }
            slope = (n * sxy - sx * sy) / spread;
            base = (sy - slope * sx) / n;
            allowed = Math.max(0.15 * height, allowed * 0.5);
        }
        return Math.abs(slope) > 0.04 ? 0 : slope;
    }
}
