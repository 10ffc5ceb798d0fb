package lectomen.engine.prepare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;

/**
 * The connected components of a page. Runs of dark pixels are found row by row and joined with those above that they touch,
 * also across a corner; each mark ends up with its runs and its bounds.
 */
public final class Marks {
    /** Dark pixels side by side: {@code from} to {@code to}, both included. */
    public record Run(int y, int from, int to) {
        public int length() {
            return to - from + 1;
        }
    }

    /** Pixels that hang together. */
    public static final class Mark {
        private final List<Run> runs = new ArrayList<>();
        private int left = Integer.MAX_VALUE;
        private int right = -1;
        private int top = Integer.MAX_VALUE;
        private int bottom = -1;
        private int area;

        private void add(Run run) {
            runs.add(run);
            left = Math.min(left, run.from());
            right = Math.max(right, run.to());
            top = Math.min(top, run.y());
            bottom = Math.max(bottom, run.y());
            area += run.length();
        }

        public int left() {
            return left;
        }

        public int top() {
            return top;
        }

        public int width() {
            return right - left + 1;
        }

        public int height() {
            return bottom - top + 1;
        }

        /** In pixels. */
        public int area() {
            return area;
        }

        double middleX() {
            return (left + right) / 2.0;
        }

        double middleY() {
            return (top + bottom) / 2.0;
        }

        boolean touches(InkMask mask) {
            return left == 0 || top == 0 || right == mask.width() - 1 || bottom == mask.height() - 1;
        }

        public void eachRun(Consumer<Run> action) {
            runs.forEach(action);
        }
    }

    private final List<Run> runs = new ArrayList<>();
    private int[] parents = new int[1024];

    private Marks() {}

    public static List<Mark> of(InkMask mask) {
        return new Marks().find(mask);
    }

    private List<Mark> find(InkMask mask) {
        int above = 0;
        int aboveEnd = 0;
        byte[] dark = mask.dark();
        byte[] paper = new byte[mask.width()];
        for (int y = 0; y < mask.height(); y++) {
            int begin = runs.size();
            int start = y * mask.width();
            int end = start + mask.width();
            // Most of a page is paper, which is passed over many pixels at a time.
            int at = start + nextDark(dark, start, end, paper);
            while (at < end) {
                int from = at;
                while (at < end && dark[at] != 0) {
                    at++;
                }
                add(new Run(y, from - start, at - 1 - start));
                at += nextDark(dark, at, end, paper);
            }
            join(above, aboveEnd, begin);
            above = begin;
            aboveEnd = runs.size();
        }
        return gather();
    }

    /** How many pixels there are from one to the next dark one, or to the end. */
    private static int nextDark(byte[] dark, int from, int end, byte[] paper) {
        int next = Arrays.mismatch(dark, from, end, paper, 0, end - from);
        return next < 0 ? end - from : next;
    }

    private void add(Run run) {
        if (runs.size() == parents.length) {
            parents = Arrays.copyOf(parents, parents.length * 2);
        }
        parents[runs.size()] = runs.size();
        runs.add(run);
    }

    private void join(int above, int aboveEnd, int begin) {
        int other = above;
        for (int own = begin; own < runs.size(); own++) {
            Run run = runs.get(own);
            while (other < aboveEnd && runs.get(other).to() < run.from() - 1) {
                other++;
            }
            for (int touching = other; touching < aboveEnd && runs.get(touching).from() <= run.to() + 1; touching++) {
                parents[root(own)] = root(touching);
            }
        }
    }

    private int root(int at) {
        int root = at;
        while (parents[root] != root) {
            parents[root] = parents[parents[root]];
            root = parents[root];
        }
        return root;
    }

    private List<Mark> gather() {
        Mark[] byRoot = new Mark[runs.size()];
        List<Mark> marks = new ArrayList<>();
        for (int i = 0; i < runs.size(); i++) {
            int root = root(i);
            if (byRoot[root] == null) {
                byRoot[root] = new Mark();
                marks.add(byRoot[root]);
            }
            byRoot[root].add(runs.get(i));
        }
        return marks;
    }
}
