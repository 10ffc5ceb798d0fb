package lectomen.engine.prepare;

import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;

/**
 * Finds what doesn't belong to a page: a scanner's dark borders, punch holes and specks. What is removed takes the grey
 * or colour of the paper around it.
 */
final class Cleaning {
    private static final double MILLIMETRES_PER_INCH = 25.4;

    /** A border is at least so long a part of a side, or so thick. */
    private static final double BORDER_PART_OF_SIDE = 0.2;

    private static final double BORDER_THICKNESS_MM = 4;

    private static final double HOLE_FROM_MM = 4;
    private static final double HOLE_TO_MM = 9.5;
    private static final double HOLE_NEAR_EDGE_MM = 25;
    private static final double HOLES_IN_LINE_MM = 3;
    private static final double HOLES_APART_MM = 15;
    private static final double ROUND_FROM = 0.62;

    /** A dot of six-point print is larger. */
    private static final double SPECK_MM2 = 0.035;

    private static final double SPECK_ALONE_MM = 0.9;
    private static final double SPECK_MUCH_LARGER = 6;

    private Cleaning() {}

    private static double dotsPerMm(PagePixels page) {
        return page.dotsPerInchX() / MILLIMETRES_PER_INCH;
    }

    /** What reaches in from the edges and is long or thick. */
    static List<Marks.Mark> borders(List<Marks.Mark> marks, InkMask mask, PagePixels page) {
        double thick = BORDER_THICKNESS_MM * dotsPerMm(page);
        List<Marks.Mark> borders = new ArrayList<>();
        for (Marks.Mark mark : marks) {
            boolean isLong = mark.width() > BORDER_PART_OF_SIDE * mask.width()
                    || mark.height() > BORDER_PART_OF_SIDE * mask.height();
            boolean isThick =
                    Math.min(mark.width(), mark.height()) > thick && mark.area() > 0.4 * mark.width() * mark.height();
            if (mark.touches(mask) && (isLong || isThick)) {
                borders.add(mark);
            }
        }
        return borders;
    }

    /** Round dark marks near one edge, at least two of them in line. */
    static List<Marks.Mark> holes(List<Marks.Mark> marks, InkMask mask, PagePixels page) {
        double perMm = dotsPerMm(page);
        List<Marks.Mark> round =
                marks.stream().filter(mark -> isHoleLike(mark, mask, perMm)).toList();
        List<Marks.Mark> holes = new ArrayList<>();
        for (Marks.Mark one : round) {
            boolean inLine = round.stream()
                    .anyMatch(other -> other != one
                            && (isPair(one.middleX() - other.middleX(), one.middleY() - other.middleY(), perMm)
                                    || isPair(
                                            one.middleY() - other.middleY(), one.middleX() - other.middleX(), perMm)));
            if (inLine) {
                holes.add(one);
            }
        }
        return holes;
    }

    private static boolean isPair(double across, double along, double perMm) {
        return Math.abs(across) < HOLES_IN_LINE_MM * perMm && Math.abs(along) > HOLES_APART_MM * perMm;
    }

    private static boolean isHoleLike(Marks.Mark mark, InkMask mask, double perMm) {
        double small = Math.min(mark.width(), mark.height()) / perMm;
        double large = Math.max(mark.width(), mark.height()) / perMm;
        double filled = (double) mark.area() / (mark.width() * mark.height());
        double nearX = Math.min(mark.middleX(), mask.width() - mark.middleX()) / perMm;
        double nearY = Math.min(mark.middleY(), mask.height() - mark.middleY()) / perMm;
        return small >= HOLE_FROM_MM
                && large <= HOLE_TO_MM
                && small / large > 0.8
                && filled > ROUND_FROM
                && Math.min(nearX, nearY) <= HOLE_NEAR_EDGE_MM;
    }

    /**
     * Marks too small for print that stand alone: no mark that is much larger is near, so that the dots of letters and broken
     * strokes stay.
     */
    static List<Marks.Mark> specks(List<Marks.Mark> marks, InkMask mask, PagePixels page) {
        double perMm = dotsPerMm(page);
        double most = Math.max(2, SPECK_MM2 * perMm * perMm);
        int near = (int) Math.ceil(SPECK_ALONE_MM * perMm);
        int cell = near * 4;
        int across = mask.width() / cell + 1;
        List<List<Marks.Mark>> larger = new ArrayList<>();
        for (int i = 0; i < across * (mask.height() / cell + 1); i++) {
            larger.add(List.of());
        }
        for (Marks.Mark mark : marks) {
            if (mark.area() > most) {
                for (int y = mark.top() / cell; y <= (mark.top() + mark.height() - 1) / cell; y++) {
                    for (int x = mark.left() / cell; x <= (mark.left() + mark.width() - 1) / cell; x++) {
                        int at = y * across + x;
                        if (larger.get(at).isEmpty()) {
                            larger.set(at, new ArrayList<>());
                        }
                        larger.get(at).add(mark);
                    }
                }
            }
        }
        List<Marks.Mark> specks = new ArrayList<>();
        for (Marks.Mark mark : marks) {
            if (mark.area() <= most && isAlone(mark, larger, across, cell, near)) {
                specks.add(mark);
            }
        }
        return specks;
    }

    private static boolean isAlone(Marks.Mark speck, List<List<Marks.Mark>> larger, int across, int cell, int near) {
        int fromY = Math.max(0, speck.top() - near) / cell;
        int toY = Math.min(larger.size() / across - 1, (speck.top() + speck.height() + near) / cell);
        int fromX = Math.max(0, speck.left() - near) / cell;
        int toX = Math.min(across - 1, (speck.left() + speck.width() + near) / cell);
        for (int y = fromY; y <= toY; y++) {
            for (int x = fromX; x <= toX; x++) {
                for (Marks.Mark other : larger.get(y * across + x)) {
                    boolean close = other.left() - near <= speck.left() + speck.width()
                            && other.left() + other.width() + near >= speck.left()
                            && other.top() - near <= speck.top() + speck.height()
                            && other.top() + other.height() + near >= speck.top();
                    if (close && other.area() >= SPECK_MUCH_LARGER * speck.area()) {
                        return false;
                    }
                }
            }
        }
        return true;
    }

    /** Removes marks from a mask. */
    static void erase(List<Marks.Mark> marks, InkMask mask) {
        marks.forEach(mark -> mark.eachRun(run -> Arrays.fill(
                mask.dark(), run.y() * mask.width() + run.from(), run.y() * mask.width() + run.to() + 1, (byte) 0)));
    }

    /** Removes marks from a page, with a seam around each, since a mark fades out at its edge. */
    static PagePixels erase(List<Marks.Mark> marks, PagePixels page) {
        if (marks.isEmpty()) {
            return page;
        }
        BufferedImage cleaned = Copy.of(page.image());
        int seam = page.ink() == ColourDepth.BLACK_AND_WHITE
                ? 0
                : (int) Math.max(1, Math.round(page.dotsPerInchX() / 100));
        PaperColour paper = PaperColour.of(page);
        for (Marks.Mark mark : marks) {
            mark.eachRun(run -> {
                for (int y = Math.max(0, run.y() - seam); y <= Math.min(page.height() - 1, run.y() + seam); y++) {
                    paper.paint(
                            cleaned, y, Math.max(0, run.from() - seam), Math.min(page.width() - 1, run.to() + seam));
                }
            });
        }
        return page.with(cleaned);
    }

    /** A copy that may be changed. */
    private static final class Copy {
        static BufferedImage of(BufferedImage image) {
            BufferedImage copy = Pixels.empty(image.getWidth(), image.getHeight(), Pixels.inkOf(image));
            byte[] from = Pixels.bytes(Pixels.as(Pixels.inkOf(image), image));
            System.arraycopy(from, 0, Pixels.bytes(copy), 0, from.length);
            return copy;
        }
    }
}
