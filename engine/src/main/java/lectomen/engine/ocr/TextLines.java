package lectomen.engine.ocr;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import lectomen.engine.prepare.InkMask;
import lectomen.engine.prepare.Letters;

/**
 * Finds pieces of lines: letters that stand beside each other at one height, with gaps no wider than between words. What is wider
 * apart, such as the cells of a table or two columns, makes pieces of its own. Marks that are much larger than print, rules and
 * frames are left alone; dots, accents and commas join the piece that they belong to.
 */
final class TextLines {
    private static final double WIDEST_GAP = 1.6;
    private static final double SAME_ROW = 0.6;
    private static final double HIGHER_BY = 1.7;
    private static final double SAME_HEIGHT = 0.35;
    private static final double ABOVE = 0.5;
    private static final double BELOW = 0.4;

    /** A piece of a line, in points of the page; right and bottom are behind its last point. */
    record Piece(int left, int top, int right, int bottom, List<Letters.Letter> letters) {}

    private TextLines() {}

    static List<Piece> of(InkMask mask, double dotsPerInch) {
        Letters all = Letters.of(mask, dotsPerInch);
        List<Letters.Letter> letters = new ArrayList<>(all.letters());
        letters.sort(Comparator.comparingInt(Letters.Letter::left));
        int[] parents = new int[letters.size()];
        Arrays.setAll(parents, i -> i);
        double usual = all.usualHeight();
        for (int i = 0; i < letters.size(); i++) {
            Letters.Letter one = letters.get(i);
            for (int j = i + 1; j < letters.size(); j++) {
                Letters.Letter next = letters.get(j);
                double gap = WIDEST_GAP * Math.max(usual * 0.8, Math.max(one.height(), next.height()));
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
        return pieces(letters, parents, all.small());
    }

    private static boolean alike(Letters.Letter one, Letters.Letter other) {
        double ratio = (double) Math.max(one.height(), other.height()) / Math.min(one.height(), other.height());
        return ratio < 3.2;
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

    private static List<Piece> pieces(List<Letters.Letter> letters, int[] parents, List<Letters.Letter> small) {
        List<List<Letters.Letter>> groups = new ArrayList<>();
        int[] groupOf = new int[letters.size()];
        Arrays.fill(groupOf, -1);
        for (int i = 0; i < letters.size(); i++) {
            int root = root(parents, i);
            if (groupOf[root] < 0) {
                groupOf[root] = groups.size();
                groups.add(new ArrayList<>());
            }
            groups.get(groupOf[root]).add(letters.get(i));
        }
        List<Piece> bare = groups.stream().map(TextLines::around).toList();
        for (Letters.Letter mark : small) {
            join(mark, bare, groups);
        }
        List<Piece> pieces =
                new ArrayList<>(groups.stream().map(TextLines::around).toList());
        pieces.sort(Comparator.comparingInt(Piece::top).thenComparingInt(Piece::left));
        return pieces.stream().map(piece -> ofItsRow(piece, pieces)).toList();
    }

    /** A word without tall letters would be taken for capitals: it is seen at the height of what stands beside it. */
    private static Piece ofItsRow(Piece piece, List<Piece> all) {
        int top = piece.top();
        int bottom = piece.bottom();
        int height = bottom - top;
        for (Piece other : all) {
            int both = Math.min(piece.bottom(), other.bottom()) - Math.max(piece.top(), other.top());
            int otherHeight = other.bottom() - other.top();
            if (both >= SAME_ROW * Math.min(height, otherHeight) && otherHeight <= HIGHER_BY * height) {
                top = Math.min(top, other.top());
                bottom = Math.max(bottom, other.bottom());
            }
        }
        boolean still = bottom - top <= HIGHER_BY * height;
        return still ? new Piece(piece.left(), top, piece.right(), bottom, piece.letters()) : piece;
    }

    private static void join(Letters.Letter mark, List<Piece> bare, List<List<Letters.Letter>> groups) {
        double x = (mark.left() + mark.right()) / 2.0;
        double y = (mark.top() + mark.bottom()) / 2.0;
        int best = -1;
        double nearest = Double.MAX_VALUE;
        for (int i = 0; i < bare.size(); i++) {
            Piece piece = bare.get(i);
            int height = piece.bottom() - piece.top();
            boolean beside = x > piece.left() - 0.6 * height && x < piece.right() + 0.8 * height;
            boolean level = y > piece.top() - ABOVE * height && y < piece.bottom() + BELOW * height;
            double away = Math.abs(y - (piece.top() + piece.bottom()) / 2.0) / height;
            if (beside && level && away < nearest) {
                nearest = away;
                best = i;
            }
        }
        if (best >= 0) {
            groups.get(best).add(mark);
        }
    }

    private static Piece around(List<Letters.Letter> letters) {
        int left = Integer.MAX_VALUE;
        int top = Integer.MAX_VALUE;
        int right = 0;
        int bottom = 0;
        for (Letters.Letter letter : letters) {
            left = Math.min(left, letter.left());
            top = Math.min(top, letter.top());
            right = Math.max(right, letter.right());
            bottom = Math.max(bottom, letter.bottom());
        }
        return new Piece(left, top, right, bottom, List.copyOf(letters));
    }
}
