package lectomen.engine.layout;

import java.util.ArrayList;
import java.util.List;

/**
 * Removes ruled lines from a page: frames, table rules, underlines.
 *
 * <p>A pixel belongs to a level rule if the ink through it is thin from top to bottom and lies in a run of such pixels that is
 * long and hardly broken. Where a letter crosses, the ink is not thin, and stays. Rules that stand are found in the same way on
 * the page turned over its diagonal. What a fax machine breaks into dots hangs together again across small gaps; across larger
 * ones only where there is hardly any ink beside it.
 */
final class RuledLines {
    private static final double SHORTEST_INCHES = 0.6;
    private static final double THICKEST_INCHES = 0.022;
    private static final double GAP_INCHES = 0.035;
    private static final double FILLED = 0.68;

    private static final double SHORTEST_DOTTED_INCHES = 1;
    private static final double GAP_DOTTED_INCHES = 0.1;
    private static final double FILLED_DOTTED = 0.3;
    private static final double BESIDE_INCHES = 0.03;
    private static final double INK_BESIDE = 0.07;

    /**
     * A rule: level ones run from {@code from} to {@code to} across at the height {@code at}, standing ones down at {@code at}.
     */
    record Rule(boolean level, int at, int from, int to) {
        int length() {
            return to - from;
        }
    }

    private RuledLines() {}

    static List<Rule> erase(Sheet sheet) {
        List<Rule> rules = new ArrayList<>();
        int width = sheet.width();
        int height = sheet.height();
        byte[] dark = sheet.mask().dark();
        byte[] level = find(dark, width, height, sheet, true, rules);
        byte[] over = turned(dark, width, height);
        byte[] standing = turned(find(over, height, width, sheet, false, rules), height, width);
        int reach = sheet.points(0.012);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int at = y * width + x;
                if (level[at] != 0) {
                    erase(sheet, at, y, width, height, reach + 1);
                }
                if (standing[at] != 0) {
                    erase(sheet, at, x, 1, width, reach + 1);
                }
            }
        }
        return rules;
    }

    /** A pixel and what is grey beside it, across the rule: as bright as what lies a little further off. */
    private static void erase(Sheet sheet, int at, int place, int step, int count, int reach) {
        sheet.mask().dark()[at] = 0;
        int bright = 0;
        int first = Math.max(-reach, -place);
        int last = Math.min(reach, count - 1 - place);
        for (int i = first; i <= last; i++) {
            bright = Math.max(bright, sheet.greyAt(at + i * step));
        }
        for (int i = Math.max(-1, first); i <= Math.min(1, last); i++) {
            if (i == 0 || sheet.mask().dark()[at + i * step] == 0) {
                sheet.grey()[at + i * step] = (byte) bright;
            }
        }
    }

    private static byte[] find(byte[] dark, int width, int height, Sheet sheet, boolean level, List<Rule> rules) {
        byte[] thin = thin(dark, width, height, sheet.points(THICKEST_INCHES));
        byte[] found = new byte[dark.length];
        Side side = new Side(dark, thin, found, width, height, sheet, level);
        List<Rule> now = new ArrayList<>();
        int[] columns = new int[width];
        int gap = sheet.points(GAP_INCHES);
        int gapDotted = sheet.points(GAP_DOTTED_INCHES);
        for (int y = 0; y < height; y++) {
            int count = near(thin, y, width, height, columns);
            side.row(y, columns, count, gap, now, side::isPlain);
            side.row(y, columns, count, gapDotted, now, side::isDotted);
        }
        joined(now, sheet.points(THICKEST_INCHES) + 2, rules);
        return found;
    }

    /** Tells whether a run is a rule. */
    @FunctionalInterface
    private interface Test {
        boolean isRule(int y, int from, int last, int count);
    }

    /** The page as it is, or turned over. */
    private record Side(byte[] dark, byte[] thin, byte[] found, int width, int height, Sheet sheet, boolean level) {
        /** @param columns those with thin pixels, from left to right */
        void row(int y, int[] columns, int columnCount, int gap, List<Rule> rules, Test test) {
            int from = -1;
            int last = -1;
            int count = 0;
            for (int i = 0; i < columnCount; i++) {
                int x = columns[i];
                if (from >= 0 && x - last > gap) {
                    keep(y, from, last, count, rules, test);
                    from = -1;
                }
                if (from < 0) {
                    from = x;
                    count = 0;
                }
                last = x;
                count++;
            }
            if (from >= 0) {
                keep(y, from, last, count, rules, test);
            }
        }

        boolean isPlain(int y, int from, int last, int count) {
            int length = last - from + 1;
            return length >= sheet.points(SHORTEST_INCHES) && count >= FILLED * length;
        }

        boolean isDotted(int y, int from, int last, int count) {
            int length = last - from + 1;
            if (length < sheet.points(SHORTEST_DOTTED_INCHES) || count < FILLED_DOTTED * length) {
                return false;
            }
            int beside = sheet.points(BESIDE_INCHES);
            int ink = 0;
            int rows = 0;
            for (int away : new int[] {-beside - 2, -beside, beside, beside + 2}) {
                if (y + away < 0 || y + away >= height) {
                    continue;
                }
                rows++;
                for (int x = from; x <= last; x++) {
                    ink += dark[(y + away) * width + x];
                }
            }
            return ink <= INK_BESIDE * rows * length;
        }

        private void keep(int y, int from, int last, int count, List<Rule> rules, Test test) {
            if (!test.isRule(y, from, last, count)) {
                return;
            }
            for (int row = Math.max(0, y - 1); row <= Math.min(height - 1, y + 1); row++) {
                for (int x = from; x <= last; x++) {
                    if (thin[row * width + x] != 0) {
                        found[row * width + x] = 1;
                    }
                }
            }
            rules.add(new Rule(level, y, from, last + 1));
        }
    }

    /**
     * The columns with a thin pixel in this row, or right above or below: rules that lean by less than can be set level step
     * from row to row.
     *
     * @return how many there are
     */
    private static int near(byte[] thin, int y, int width, int height, int[] columns) {
        int above = Math.max(0, y - 1) * width;
        int here = y * width;
        int below = Math.min(height - 1, y + 1) * width;
        int count = 0;
        for (int x = 0; x < width; x++) {
            if ((thin[above + x] | thin[here + x] | thin[below + x]) != 0) {
                columns[count++] = x;
            }
        }
        return count;
    }

    /** Pixels whose ink is no taller than a rule is thick. */
    private static byte[] thin(byte[] dark, int width, int height, int thickest) {
        byte[] thin = new byte[dark.length];
        int[] heights = new int[width]; // of the ink that ends in each column's last pixel
        for (int y = 0; y < height; y++) {
            int row = y * width;
            for (int x = 0; x < width; x++) {
                if (dark[row + x] != 0) {
                    heights[x]++;
                } else if (heights[x] != 0) {
                    markThin(thin, row + x, width, heights[x], thickest);
                    heights[x] = 0;
                }
            }
        }
        for (int x = 0; x < width; x++) {
            markThin(thin, height * width + x, width, heights[x], thickest);
        }
        return thin;
    }

    /** Marks the ink that ends above a pixel. */
    private static void markThin(byte[] thin, int below, int width, int inkHeight, int thickest) {
        if (inkHeight <= thickest) {
            for (int row = 1; row <= inkHeight; row++) {
                thin[below - row * width] = 1;
            }
        }
    }

    /** Rows of one rule as one. */
    private static void joined(List<Rule> rows, int thick, List<Rule> rules) {
        List<Rule> open = new ArrayList<>();
        for (Rule row : rows) {
            Rule own = row;
            for (int i = open.size() - 1; i >= 0; i--) {
                Rule other = open.get(i);
                if (row.at() - other.at() > thick) {
                    rules.add(open.remove(i));
                } else if (other.from() <= own.to() && own.from() <= other.to()) {
                    own = new Rule(
                            own.level(), row.at(), Math.min(own.from(), other.from()), Math.max(own.to(), other.to()));
                    open.remove(i);
                }
            }
            open.add(own);
        }
        rules.addAll(open);
    }

    /** Rows become columns. */
    private static byte[] turned(byte[] points, int width, int height) {
        byte[] turned = new byte[points.length];
        int side = 64;
        for (int top = 0; top < height; top += side) {
            for (int left = 0; left < width; left += side) {
                for (int y = top; y < Math.min(height, top + side); y++) {
                    for (int x = left; x < Math.min(width, left + side); x++) {
                        turned[x * height + y] = points[y * width + x];
                    }
                }
            }
        }
        return turned;
    }
}
