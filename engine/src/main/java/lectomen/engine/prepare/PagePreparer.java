package lectomen.engine.prepare;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Turn;
import lectomen.engine.reason.Reason;

/**
 * Prepares one page. Steps that change nothing leave the page's pixels as they are, so that a page which needs nothing comes out as
 * it went in.
 */
public final class PagePreparer {
    private static final double LEVEL_ENOUGH_DEGREES = 0.05;
    private static final double HEAPS_OF_TEXT = 1.15;
    private static final double CROP_MARGIN_MM = 5;

    private final Preparation wanted;
    private final int number;
    private final List<Reason> done = new ArrayList<>();
    private PagePixels page;
    private InkMask mask;

    private PagePreparer(PagePixels page, int number, Preparation wanted) {
        this.wanted = wanted;
        this.number = number;
        this.page = page;
        this.mask = InkMask.empty(1, 1);
    }

    /** @param number of the page, for what is said of it */
    public static Prepared prepare(PagePixels page, int number, Preparation wanted) {
        return new PagePreparer(page.square(), number, wanted).prepare();
    }

    private Prepared prepare() {
        if (wanted.findPage()
                && page.ink() != ColourDepth.BLACK_AND_WHITE) { // what has one bit per pixel is no photograph
            cutOut();
        }
        PagePixels stated = page;
        page = at(page, PrintScale.dotsPerInch(page));
        mask = Binarisation.of(page);
        List<Marks.Mark> marks = cleanEdges();
        boolean moved = wanted.upright() && turn();
        moved |= wanted.straighten() && straighten();
        marks = moved ? Marks.of(mask) : marks;
        if (wanted.removeSpecks()) {
            List<Marks.Mark> specks = Cleaning.specks(marks, mask, page);
            erase(specks);
            say(specks.size(), "page.specks-removed");
            marks = without(specks, marks);
        }
        double ink = InkArea.of(marks, page);
        if (wanted.blackAndWhite() && page.ink() != ColourDepth.BLACK_AND_WHITE) {
            page = page.with(mask.image());
            done.add(Reason.of("page.black-and-white", "page", Integer.toString(number)));
        }
        if (wanted.crop()) {
            crop(marks);
        }
        boolean blank =
                wanted.blankBelow().isPresent() && ink < wanted.blankBelow().getAsDouble();
        return new Prepared(at(page, stated.dotsPerInchX()), done, ink, blank);
    }

    private static PagePixels at(PagePixels page, double dotsPerInch) {
        return new PagePixels(page.image(), dotsPerInch, dotsPerInch);
    }

    private void cutOut() {
        Optional<Sheet> sheet = Sheet.find(page);
        if (sheet.isPresent()) {
            page = sheet.get().cutOut(page);
            done.add(Reason.of("page.cut-out", "page", Integer.toString(number)));
        } else {
            done.add(Reason.of("page.no-sheet", "page", Integer.toString(number)));
        }
    }

    /** Borders and holes never count as ink; they are removed from the page itself only where that is wanted. */
    private List<Marks.Mark> cleanEdges() {
        List<Marks.Mark> marks = Marks.of(mask);
        List<Marks.Mark> borders = Cleaning.borders(marks, mask, page);
        List<Marks.Mark> holes = Cleaning.holes(marks, mask, page);
        List<Marks.Mark> both = new ArrayList<>(borders);
        both.addAll(holes);
        Cleaning.erase(both, mask);
        if (wanted.cleanEdges()) {
            page = Cleaning.erase(both, page);
            say(borders.size(), "page.borders-removed");
            say(holes.size(), "page.holes-removed");
        }
        return without(both, marks);
    }

    private static List<Marks.Mark> without(List<Marks.Mark> some, List<Marks.Mark> all) {
        if (some.isEmpty()) {
            return all;
        }
        Set<Marks.Mark> gone = Collections.newSetFromMap(new IdentityHashMap<>());
        gone.addAll(some);
        return all.stream().filter(mark -> !gone.contains(mark)).toList();
    }

    private void erase(List<Marks.Mark> marks) {
        Cleaning.erase(marks, mask);
        page = Cleaning.erase(marks, page);
    }

    /** @return whether the page was moved */
    private boolean turn() {
        Uprightness way = Uprightness.of(mask, page.dotsPerInchX());
        if (way.quarters() == 0) {
            return false;
        }
        Turn turn = Turn.ofQuarters(way.quarters());
        page = page.with(turn.applied(Pixels.as(page.ink(), page.image())));
        for (int i = 0; i < way.quarters(); i++) {
            mask = mask.turned();
        }
        String degrees = Integer.toString(way.quarters() * 90);
        done.add(Reason.of("page.turned", "page", Integer.toString(number), "degrees", degrees));
        return true;
    }

    /** @return whether the page was moved */
    private boolean straighten() {
        Skew skew = Skew.of(mask, page.dotsPerInchX());
        if (skew.strength() < HEAPS_OF_TEXT || Math.abs(skew.degrees()) < LEVEL_ENOUGH_DEGREES) {
            return false;
        }
        page = page.with(Warp.straightened(page, skew.degrees()));
        PagePixels bits = new PagePixels(mask.image(), page.dotsPerInchX(), page.dotsPerInchY());
        mask = page.ink() == ColourDepth.BLACK_AND_WHITE
                ? InkMask.ofBits(page.image())
                : InkMask.ofBits(Warp.straightened(bits, skew.degrees()));
        String degrees = String.format(Locale.ROOT, "%.2f", skew.degrees());
        done.add(Reason.of("page.straightened", "page", Integer.toString(number), "degrees", degrees));
        return true;
    }

    private void crop(List<Marks.Mark> marks) {
        int left = page.width();
        int top = page.height();
        int right = -1;
        int bottom = -1;
        for (Marks.Mark mark : marks) {
            left = Math.min(left, mark.left());
            top = Math.min(top, mark.top());
            right = Math.max(right, mark.left() + mark.width() - 1);
            bottom = Math.max(bottom, mark.top() + mark.height() - 1);
        }
        if (right < 0) {
            return;
        }
        int margin = (int) (CROP_MARGIN_MM * page.dotsPerInchX() / 25.4);
        int x = Math.max(0, left - margin);
        int y = Math.max(0, top - margin);
        int width = Math.min(page.width(), right + 1 + margin) - x;
        int height = Math.min(page.height(), bottom + 1 + margin) - y;
        if (width < page.width() || height < page.height()) {
            page = page.with(Pixels.part(page.image(), x, y, width, height));
            done.add(Reason.of("page.cropped", "page", Integer.toString(number)));
        }
    }

    private void say(int count, String code) {
        if (count > 0) {
            done.add(Reason.of(code, "page", Integer.toString(number), "count", Integer.toString(count)));
        }
    }
}
